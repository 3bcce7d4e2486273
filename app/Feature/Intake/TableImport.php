<?php

declare(strict_types=1);

namespace App\Feature\Intake;

use App\Feature\Intake\Records\Records;
use App\Files\Rows;
use App\Storage\ChangeLog;
use Logion\Figure\Words;
use Logion\Identity\DatedListing;
use Logion\Intake\DateFormat;
use Logion\Intake\NumberFormat;
use Logion\Intake\Refusal;
use Logion\Intake\TableKind;
use Logion\Time\Day;

/** Takes a table with one record a row: each cell is read as its column's type, each row that cannot be is refused with the reason. */
final class TableImport
{
    private const REPORT_EVERY = 5000;

    private const SAMPLE_ROWS = 1000;

    /** Texts of days and companies repeat from row to row; beyond so many different ones they are forgotten. */
    private const MOST_REMEMBERED = 20000;

    private readonly TableKind $kind;

    private readonly NumberFormat $numbers;

    /** @var array<string, array{string, 'day'|'number'|'text'|'company'|'period', bool, list<string>}> */
    private readonly array $fields;

    /** Prices take numbers as the file writes them. */
    private readonly bool $asWritten;

    /** Amounts may name a scale each, which no other scale is applied to. */
    private readonly bool $isOfAmounts;

    /** Prices in pence or cents. */
    private readonly bool $isInHundredths;

    /**
     * @var array{company: array<string, int>, day: array<string, int>, number: array<string, int>, text: array<string, int>} column by
     *     type and field
     */
    private array $columns = ['company' => [], 'day' => [], 'number' => [], 'text' => []];

    /** @var array<string, int> columns by line, where lines stand across */
    private readonly array $across;

    /** @var list<string> */
    private array $headings = [];

    /** @var array<string, array<string, int>> by field and text */
    private array $days = [];

    /** @var array<string, DatedListing> by text */
    private array $listings = [];

    /** @throws Refusal if the kind of table is not known */
    public function __construct(private readonly ImportPass $pass)
    {
        $this->kind = $pass->mapping->tableKind() ?? throw Refusal::because(Words::say('it_is_not_known_what_the'));
        if ($this->kind->isPersonal() && $pass->import->user_id === null) {
            throw Refusal::because(Words::say('lists_and_portfolios_belong_to_somebody'));
        }
        $this->numbers = $pass->mapping->numbers();
        $this->fields = $this->kind->columns();
        $this->across = $this->kind === TableKind::Figures ? $pass->mapping->linesAcross() : [];
        $this->isOfAmounts = $this->kind->isOfAmounts();
        $this->isInHundredths = $this->kind === TableKind::Prices && $pass->mapping->scale === 0.01;
        $this->asWritten = $this->kind === TableKind::Prices && $this->numbers->decimal === '.' && ! $this->isInHundredths;
        foreach ($this->fields as $field => [, $type]) {
            $column = array_search($field, $pass->mapping->columns, true);
            // The adjusted close of a price file is recognised, and not read.
            if ($column !== false && $field !== 'adjusted') {
                $this->columns[$type === 'period' ? 'text' : $type][$field] = (int) $column;
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
        $this->doubtDays();
        if ($this->pass->spool !== null) {
            // Nothing is changed yet, and nobody is kept from writing.
            $this->take();
        } else {
            // What changes reference data is one change, listed with its author, that goes with the import.
            app(ChangeLog::class)->record(
                $this->pass->import->user,
                Words::say('import_of', name: $this->pass->import->name),
                $this->take(...),
                $this->pass->importId,
            );
        }
        // Rows that are held for a while are refused later than others.
        usort($outcome->refused, static fn (array $a, array $b): int => strnatcmp($a['place'], $b['place']));
    }

    private function take(): void
    {
        $outcome = $this->pass->outcome;
        $records = Records::of($this->kind, $this->pass);
        $head = $this->pass->mapping->headRow;
        $this->headings = $this->across === [] ? [] : $this->rows()->first($head)[$head - 1] ?? [];
        foreach ($this->rows()->read() as $number => $row) {
            if ($number <= $this->pass->mapping->headRow) {
                continue;
            }
            if ($number % self::REPORT_EVERY === 0 && $this->pass->progress !== null) {
                ($this->pass->progress)($number, 0);
            }
            $outcome->rows++;
            try {
                $record = $this->record($row);
                $this->across === [] ? $records->add($record, $number) : $this->addAcross($records, $record, $row, $number);
            } catch (Refusal $refusal) {
                $outcome->refuse("row {$number}", $refusal->getMessage());
            }
        }
        $records->finish();
    }

    /**
     * The figures of a row that has one in each of several columns.
     *
     * @param  array<string, mixed>  $record
     * @param  list<string>  $row
     */
    private function addAcross(Records $records, array $record, array $row, int $number): void
    {
        foreach ($this->across as $line => $column) {
            $text = $row[$column] ?? '';
            $label = $this->headings[$column] ?? $line;
            try {
                $value = $this->numbers->parse($text);
                $scaled = NumberFormat::namesScale($text) ? ['value' => true] : [];
                $figure = ['line' => $line, 'label' => $label, 'value' => $value, 'scaled' => $scaled];
                $value === null || $records->add([...$record, ...$figure], $number);
            } catch (Refusal $refusal) {
                $this->pass->outcome->refuse("row {$number}, {$label}", $refusal->getMessage());
            }
        }
    }

    private function rows(): Rows
    {
        return new Rows($this->pass->import->path, $this->pass->import->format, $this->pass->mapping->sheets[0] ?? null);
    }

    /** Days that could be read day first as well as month first are a doubt. */
    private function doubtDays(): void
    {
        $rows = array_slice($this->rows()->first(self::SAMPLE_ROWS), $this->pass->mapping->headRow);
        $cells = [];
        foreach ($this->columns['day'] as $column) {
            array_push($cells, ...array_map(static fn (array $row): string => $row[$column] ?? '', $rows));
        }
        [$dates, $isAmbiguous] = DateFormat::detect($cells);
        $numeric = array_values(array_filter($cells, static fn (string $cell): bool => ! DateFormat::isWritten([$cell])));
        if ($isAmbiguous && $dates === $this->pass->mapping->dates) {
            $this->pass->outcome->doubt('dates', Words::say('days_such_as_can_be_read', numeric: $numeric[0], dates: $dates->value));
        }
    }

    /** @return array<string, string> what must be chosen before the table can be read */
    private function questions(): array
    {
        $questions = [];
        foreach ($this->fields as $field => [$label, , $required]) {
            $isAcross = $this->across !== [] && in_array($field, ['line', 'value'], true);
            if ($required && ! $isAcross && ! in_array($field, $this->pass->mapping->columns, true)) {
                $questions[$field] = Words::say('which_column_is', label: $label);
            }
        }
        $isNamed = $this->pass->company !== null || in_array('company', $this->pass->mapping->columns, true);
        if ($this->kind->isOfCompanies() && ! $isNamed) {
            $questions['company'] = Words::say('no_column_names_the_company_choose');
        }

        return $questions;
    }

    /**
     * Of a price with all its figures it has eight entries with its row: for a ninth PHP would make it twice as large.
     *
     * @param  list<string>  $row
     * @return array<string, mixed> value by field, and the listing
     *
     * @throws Refusal if a cell cannot be read or one that must be there is empty
     */
    private function record(array $row): array
    {
        $record = [];
        foreach ($this->columns['day'] as $field => $column) {
            $text = $row[$column] ?? '';
            $record[$field] = $this->days[$field][$text] ?? $this->day($field, $text);
        }
        $record['listing'] = $this->pass->listing;
        foreach ($this->columns['company'] as $column) {
            $text = $row[$column] ?? '';
            $record['listing'] ??= $this->listings[$text] ?? $this->listing($text, $record['day'] ?? null);
        }
        foreach ($this->columns['number'] as $field => $column) {
            $text = $row[$column] ?? '';
            $record[$field] =
                $this->asWritten && is_numeric($text)
                    ? $text
                    : $this->numbers->parse($text, $this->isInHundredths && $field !== 'volume' ? 0.01 : 1.0) ?? $this->absent($field);
            if ($this->isOfAmounts && NumberFormat::namesScale($text)) {
                $record['scaled'][$field] = true;
            }
        }
        foreach ($this->columns['text'] as $field => $column) {
            $text = trim($row[$column] ?? '');
            if ($text === '') {
                $this->absent($field);
            }
            $record[$field] = $text;
        }

        return $record;
    }

    /** @param  int|null  $day  of the row: tickers are used again */
    private function listing(string $text, ?int $day): DatedListing
    {
        $listing =
            $this->pass->companies->listing($text, $day) ??
            ($this->kind === TableKind::Prices ? $this->pass->companies->index($text) : null);
        if ($listing === null) {
            $this->pass->outcome->unknown(mb_substr(trim($text), 0, 60));
            throw Refusal::because(Words::say('no_company_is_called', text: mb_substr($text, 0, 60)));
        }
        if (! $this->pass->companies->dependsOnDay($text)) {
            $this->listings = count($this->listings) > self::MOST_REMEMBERED ? [] : $this->listings;
            $this->listings[$text] = $listing;
        }

        return $listing;
    }

    private function day(string $field, string $text): ?int
    {
        if (trim($text) === '') {
            return $this->absent($field);
        }
        $day = $this->pass->mapping->dates->parse($text);
        if ($field === 'day' && $day > (int) date('Ymd')) {
            throw Refusal::because(Words::say('lies_in_the_future', day: Day::iso($day)));
        }
        if (count($this->days[$field] ?? []) > self::MOST_REMEMBERED) {
            $this->days[$field] = [];
        }

        return $this->days[$field][$text] = $day;
    }

    /** @throws Refusal if the field must be there */
    private function absent(string $field): null
    {
        [$label, , $required] = $this->fields[$field];

        return $required ? throw Refusal::because(Words::say('is_empty', label: $label)) : null;
    }
}
