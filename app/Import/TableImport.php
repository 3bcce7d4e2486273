<?php

declare(strict_types=1);

namespace App\Import;

use App\Exchange\Reading\Rows;
use App\Import\Records\Records;
use Logion\Import\NumberFormat;
use Logion\Import\Refusal;
use Logion\Import\TableKind;
use Logion\Market\Day;

/** Takes a table with one record a row: each cell is read as its column's type, each row that cannot be is refused with the reason. */
final class TableImport
{
    private const REPORT_EVERY = 5000;

    /** Texts of days and companies repeat from row to row; beyond so many different ones they are forgotten. */
    private const MOST_REMEMBERED = 20000;

    private readonly TableKind $kind;

    private readonly NumberFormat $numbers;

    private readonly int $today;

    /** @var list<array{string, int, string, string, bool}> field, column, type, label, whether it must be there */
    private array $fields = [];

    /** @var array<string, int> */
    private array $days = [];

    /** @var array<string, int> */
    private array $companies = [];

    /** @throws Refusal if the kind of table is not known */
    public function __construct(private readonly ImportPass $pass)
    {
        $this->kind = $pass->mapping->tableKind() ?? throw Refusal::because('It is not known what the table holds. Choose its kind');
        $this->numbers = $pass->mapping->numbers();
        $this->today = (int) date('Ymd');
        foreach ($this->kind->columns() as $field => [$label, $type, $required]) {
            $column = array_search($field, $pass->mapping->columns, true);
            // The adjusted close of a price file is recognised, and not read.
            if ($column !== false && $field !== 'adjusted') {
                $this->fields[] = [$field, (int) $column, $type, $label, $required];
            }
        }
    }

    public function run(): void
    {
        $outcome = $this->pass->outcome;
        $outcome->questions = $this->questions();
        if ($outcome->questions !== []) {
            return;
        }
        $records = Records::of($this->kind, $this->pass);
        foreach ((new Rows($this->pass->import->path, $this->pass->import->format))->read() as $number => $row) {
            if ($number <= $this->pass->mapping->headRow) {
                continue;
            }
            if ($number % self::REPORT_EVERY === 0 && $this->pass->progress !== null) {
                ($this->pass->progress)($number, 0);
            }
            $outcome->rows++;
            try {
                $records->add($this->record($row), $number);
            } catch (Refusal $refusal) {
                $outcome->refuse("row {$number}", $refusal->getMessage());
            }
        }
        $records->finish();
    }

    /** @return array<string, string> what must be chosen before the table can be read */
    private function questions(): array
    {
        $questions = [];
        foreach ($this->kind->columns() as $field => [$label, , $required]) {
            if ($required && ! in_array($field, $this->pass->mapping->columns, true)) {
                $questions[$field] = "Which column is \"{$label}\"?";
            }
        }
        if ($this->pass->company === null && ! in_array('company', $this->pass->mapping->columns, true)) {
            $questions['company'] = 'No column names the company. Choose the one all rows belong to.';
        }

        return $questions;
    }

    /**
     * @param  list<string>  $row
     * @return array<string, mixed> value by field
     *
     * @throws Refusal if a cell cannot be read or one that must be there is empty
     */
    private function record(array $row): array
    {
        $record = ['company' => $this->pass->company];
        foreach ($this->fields as [$field, $column, $type, $label, $required]) {
            $text = $row[$column] ?? '';
            $value = match ($type) {
                'number' => $this->numbers->parse($text),
                'day' => $this->days[$text] ?? $this->day($text),
                'company' => $this->pass->company ?? $this->companies[$text] ?? $this->company($text),
                default => trim($text),
            };
            if ($required && ($value === null || $value === '')) {
                throw Refusal::because("{$label} is empty");
            }
            $record[$field] = $value;
        }
        if (isset($record['day']) && $record['day'] > $this->today) {
            throw Refusal::because(Day::iso($record['day']).' lies in the future');
        }

        return $record;
    }

    private function day(string $text): ?int
    {
        if (trim($text) === '') {
            return null;
        }
        if (count($this->days) > self::MOST_REMEMBERED) {
            $this->days = [];
        }

        return $this->days[$text] = $this->pass->mapping->dates->parse($text);
    }

    private function company(string $text): int
    {
        if (count($this->companies) > self::MOST_REMEMBERED) {
            $this->companies = [];
        }

        return $this->companies[$text] = $this->pass->companies->find($text) ?? throw Refusal::because('No company is called "'.mb_substr($text, 0, 60).'"');
    }
}
