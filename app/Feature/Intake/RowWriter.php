<?php

declare(strict_types=1);

namespace App\Feature\Intake;

use App\Models\ReplacedRow;
use App\Storage\OwnedRows;

/** Compares rows of other tables with the stored ones by their key and writes what is new or differs; what is replaced can be undone. */
final class RowWriter
{
    private readonly OwnedRows $rows;

    /** @var array<int, array<string, array<string, mixed>>> stored rows by company or security, by key */
    private array $stored = [];

    /**
     * @param  'company_id'|'security_id'  $owner  column that names the company or security
     * @param  list<string>  $key  columns that tell a row from others of its owner
     * @param  array<string, mixed>  $fixed  values all rows share
     */
    public function __construct(
        private readonly ImportPass $pass,
        private readonly string $table,
        private readonly string $owner,
        private readonly array $key,
        private readonly array $fixed = [],
    ) {
        $this->rows = new OwnedRows($table, $owner, $fixed);
    }

    /**
     * @param  array<string, string|float|int|null>  $values
     * @param  int|null  $security  that the row is about; the company's main one by default
     */
    public function add(int $company, array $values, int $day, string $what, ?float $figure, int $number, ?int $security = null): void
    {
        $outcome = $this->pass->outcome;
        $importId = $this->pass->importId;
        $read = $this->pass->companies->read($company);
        $ownerId = $this->owner === 'security_id' ? $security ?? $read->security : $company;
        $stored = $this->stored[$ownerId] ??= $this->read($ownerId);
        $row = [$this->owner => $ownerId, ...$this->fixed, ...$values];
        $key = $this->keyOf($row);
        $known = $stored[$key] ?? null;
        $same =
            $known !== null &&
            array_filter(
                $values,
                static fn (mixed $value, string $column): bool => is_float($value)
                    ? (float) ($known[$column] ?? NAN) !== $value
                    : (string) ($known[$column] ?? '') !== (string) $value,
                ARRAY_FILTER_USE_BOTH,
            ) === [];
        $status = $known === null ? 'new' : ($same ? 'same' : 'changed');
        $outcome->count($status, $company, $day);
        $figureKnown = $known === null ? null : array_values(array_filter($known, 'is_float'))[0] ?? null;
        $outcome->example($status, $read->ticker, $what, $figureKnown, $figure, "row {$number}");
        $this->stored[$ownerId][$key] = [...$known ?? [], ...$row, 'import_id' => $importId];
        if ($status === 'same' || $importId === null) {
            return;
        }
        if ($known !== null && isset($known['id'])) {
            ReplacedRow::keep($importId, $this->table, $known);
            // Other rows may refer to this one, so it keeps its number.
            $this->rows->update((int) $known['id'], [...$row, 'import_id' => $importId]);
            $this->stored[$ownerId][$key]['id'] = $known['id'];

            return;
        }
        $this->stored[$ownerId][$key]['id'] = $this->rows->insert([...$row, 'import_id' => $importId]);
    }

    /** @param  array<string, mixed>  $row */
    private function keyOf(array $row): string
    {
        return implode(
            '|',
            array_map(
                static fn (string $column): string => is_float($row[$column] ?? null)
                    ? (string) json_encode($row[$column])
                    : (string) ($row[$column] ?? ''),
                $this->key,
            ),
        );
    }

    /** @return array<string, array<string, mixed>> */
    private function read(int $owner): array
    {
        if (count($this->stored) > 500) {
            $this->stored = [];
        }
        $rows = [];
        foreach ($this->rows->of($owner) as $row) {
            $rows[$this->keyOf($row)] = $row;
        }

        return $rows;
    }
}
