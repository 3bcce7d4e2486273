<?php

declare(strict_types=1);

namespace App\Feature\Intake\Records;

use App\Feature\Intake\ImportPass;
use App\Models\Building;
use App\Models\StoredLease;
use App\Storage\BulkInsert;
use Logion\Intake\NumberFormat;
use Logion\Intake\Refusal;
use Logion\Time\FiscalPeriod;

/** Rows that a property company's report tells of a fiscal year: they are written into a filing of their own day. */
abstract class RentRollRecords extends FiledRecords
{
    private readonly ?BulkInsert $insert;

    /** @var array<string, int> of this import, by company, period and day */
    private array $filings = [];

    public function __construct(ImportPass $pass)
    {
        parent::__construct($pass);
        $this->insert =
            $pass->importId === null
                ? null
                : new BulkInsert($this->table(), ['company_id', 'filing_id', ...$this->texts(), ...$this->days(), ...$this->numbers()]);
    }

    abstract protected function table(): string;

    /** @return non-empty-list<string> columns of texts, that by which a row is called first */
    abstract protected function texts(): array;

    /** @return list<string> */
    abstract protected function days(): array;

    /** @return array<string, bool> columns of numbers, and whether they are money */
    abstract protected function amounts(): array;

    /** The column that adds up to a line of the statement, and that line. @return array{string, string} */
    abstract protected function whole(): array;

    /** @return list<Building|StoredLease> of a company, the one filed last at the end */
    abstract protected function stored(int $company): array;

    /** @param  array<string, mixed>  $row */
    abstract protected function key(array $row): string;

    protected function take(int $company, array $records): void
    {
        $rows = [];
        foreach ($records as $record) {
            try {
                $rows[] = $this->row($company, $record);
            } catch (Refusal $refusal) {
                $this->pass->outcome->refuse("row {$record['row']}", $refusal->getMessage());
            }
        }
        $scale = $this->scale($company, $this->sums($rows));
        $known = [];
        foreach ($this->stored($company) as $row) {
            $known[$row->filing->period][$this->key($row->getAttributes())] = $row->getAttributes();
        }
        foreach ($rows as $row) {
            foreach (array_keys(array_filter($this->amounts())) as $column) {
                if ($row[$column] !== null && ! isset($row['scaled'][$column])) {
                    $row[$column] = NumberFormat::shifted((string) json_encode($row[$column]), (int) round(log10($scale)));
                }
            }
            $this->write($company, $row, $known[$row['period']][$this->key($row)] ?? null);
        }
    }

    protected function taken(): void
    {
        parent::taken();
        $this->insert?->flush();
    }

    /**
     * @param  array<string, mixed>  $record
     * @return array<string, mixed>
     */
    private function row(int $company, array $record): array
    {
        $row = [
            'period' => $this->periods->read($company, $record['period']),
            'filed_on' => $record['filed_on'] ?? null,
            'scaled' => $record['scaled'] ?? [],
            'place' => "row {$record['row']}",
        ];
        $record['name'] = $record['building'] ?? '';
        foreach ($this->texts() as $column) {
            $row[$column] = mb_substr($record[$column] ?? '', 0, 160);
        }
        foreach ([...$this->days(), ...$this->numbers()] as $column) {
            $row[$column] = $record[$column] ?? null;
        }

        return $row;
    }

    /**
     * @param  list<array<string, mixed>>  $rows
     * @return array<string, float> what those add up to whose cell names no scale, by "line@period"
     */
    private function sums(array $rows): array
    {
        [$column, $line] = $this->whole();
        $sums = [];
        foreach ($rows as $row) {
            if ($row[$column] !== null && ! isset($row['scaled'][$column])) {
                $sums["{$line}@{$row['period']}"] = ($sums["{$line}@{$row['period']}"] ?? 0.0) + $row[$column];
            }
        }

        return $sums;
    }

    /**
     * @param  array<string, mixed>  $row
     * @param  array<string, mixed>|null  $known
     */
    private function write(int $company, array $row, ?array $known): void
    {
        $columns = [...$this->texts(), ...$this->days(), ...$this->numbers()];
        $same =
            $known !== null && array_filter($columns, static fn (string $of): bool => (string) $known[$of] !== (string) $row[$of]) === [];
        $status = $known === null ? 'new' : ($same ? 'same' : 'changed');
        $filedOn = $this->writer->filedOn($company, $row['period'], $row['filed_on']);
        $outcome = $this->pass->outcome;
        $outcome->count($status, $company, $filedOn);
        [$column] = $this->whole();
        $outcome->example(
            $status,
            $this->pass->companies->read($company)->ticker,
            "{$row[$this->texts()[0]]}, ".FiscalPeriod::label($row['period']),
            $known === null ? null : (float) $known[$column],
            $row[$column],
            $row['place'],
        );
        if (! $same && $this->insert !== null) {
            $filing = $this->filings["{$company} {$row['period']} {$filedOn}"] ??= $this->writer->filed($company, $row['period'], $filedOn);
            $this->insert->add($company, $filing, ...array_map(static fn (string $of): mixed => $row[$of], $columns));
        }
    }

    /** @return list<string> */
    private function numbers(): array
    {
        return array_keys($this->amounts());
    }
}
