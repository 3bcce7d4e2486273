<?php

declare(strict_types=1);

namespace App\Import;

use Illuminate\Support\Facades\DB;

/** Compares rows of other tables with the stored ones by their key and writes what is new or differs; what is replaced can be undone. */
final class RowWriter
{
    /** @var array<int, array<string, array<string, mixed>>> stored rows of a company by key */
    private array $stored = [];

    /**
     * @param  'company_id'|'security_id'  $owner  column that names the company or security
     * @param  list<string>  $key  columns that tell a row from others of its company
     * @param  array<string, mixed>  $fixed  values all rows share
     */
    public function __construct(private readonly ImportPass $pass, private readonly string $table, private readonly string $owner, private readonly array $key, private readonly array $fixed = [])
    {
    }

    /** @param  array<string, string|float|int|null>  $values */
    public function add(int $company, array $values, int $day, string $what, ?float $figure, int $number): void
    {
        $outcome = $this->pass->outcome;
        $importId = $this->pass->importId;
        $read = $this->pass->companies->read($company);
        $ownerId = $this->owner === 'security_id' ? $read->security : $company;
        $stored = $this->stored[$company] ??= $this->read($ownerId);
        $row = [$this->owner => $ownerId, ...$this->fixed, ...$values];
        $key = $this->keyOf($row);
        $known = $stored[$key] ?? null;
        $same = $known !== null && array_filter($values, static fn (mixed $value, string $column): bool => is_float($value) ? (float) ($known[$column] ?? NAN) !== $value : (string) ($known[$column] ?? '') !== (string) $value, ARRAY_FILTER_USE_BOTH) === [];
        $status = $known === null ? 'new' : ($same ? 'same' : 'changed');
        $outcome->count($status, $company, $day);
        $figureKnown = $known === null ? null : array_values(array_filter($known, 'is_float'))[0] ?? null;
        $outcome->example($status, $read->ticker, $what, $figureKnown, $figure, "row {$number}");
        $this->stored[$company][$key] = [...$known ?? [], ...$row, 'import_id' => $importId];
        if ($importId === null || $status === 'same') {
            return;
        }
        if ($known !== null && isset($known['id'])) {
            DB::table('replaced_rows')->insert(['import_id' => $importId, 'table_name' => $this->table, 'previous_import' => $known['import_id'] ?? null, 'row' => json_encode($known, JSON_PRESERVE_ZERO_FRACTION)]);
            DB::table($this->table)->where('id', $known['id'])->delete();
        }
        $this->stored[$company][$key]['id'] = DB::table($this->table)->insertGetId([...$row, 'import_id' => $importId]);
    }

    /** @param  array<string, mixed>  $row */
    private function keyOf(array $row): string
    {
        return implode('|', array_map(static fn (string $column): string => is_float($row[$column] ?? null) ? (string) json_encode($row[$column]) : (string) ($row[$column] ?? ''), $this->key));
    }

    /** @return array<string, array<string, mixed>> */
    private function read(int $owner): array
    {
        if (count($this->stored) > 500) {
            $this->stored = [];
        }
        $rows = [];
        foreach (DB::table($this->table)->where($this->owner, $owner)->where($this->fixed)->get() as $row) {
            $row = (array) $row;
            $rows[$this->keyOf($row)] = $row;
        }

        return $rows;
    }
}
