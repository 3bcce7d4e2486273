<?php

declare(strict_types=1);

namespace App\Feature\Intake;

use App\Files\Rows;
use App\Storage\Filings;
use Logion\Figure\Numerals;
use Logion\Figure\Unit;
use Logion\Figure\Words;
use Logion\Intake\Denomination;
use Logion\Intake\LineRecognition;
use Logion\Intake\NumberFormat;
use Logion\Intake\Refusal;
use Logion\Intake\ScaleEvidence;
use Logion\Intake\StatementReading;
use Logion\Intake\StatementRow;
use Logion\Intake\StatementTable;
use Logion\Reporting\LineItems;
use Logion\Time\FiscalPeriod;

/** Takes a statement as a table: lines down, periods across, of one company. */
final readonly class StatementImport
{
    /** A statement is looked at as a whole. */
    private const MOST_ROWS = 5000;

    private const TITLE_ROWS = 20;

    public function __construct(private ImportPass $pass)
    {
    }

    /** @throws Refusal if the table has no periods or is in another currency */
    public function run(): void
    {
        $outcome = $this->pass->outcome;
        $mapping = $this->pass->mapping;
        if ($this->pass->company === null) {
            $outcome->questions['company'] = Words::say('the_table_does_not_say_which');
            $this->propose();

            return;
        }
        $company = $this->pass->companies->read($this->pass->company);
        $this->pass->askOfFiscalYears($company->id);
        $recognition = new LineRecognition($this->pass->companies->template($company->id), $this->pass->lines);
        $figures = [];
        $known = 0;
        foreach ($mapping->sheets === [] ? [null] : $mapping->sheets as $sheet) {
            $rows = (new Rows($this->pass->import->path, $this->pass->import->format, $sheet))->first(self::MOST_ROWS);
            $table = StatementTable::recognise($rows, $this->pass->calendar($company->id), $recognition, $mapping->columns);
            $outcome->rows += count($table->lines);
            $known += count(array_filter($table->lines, static fn (StatementRow $row): bool => $row->line !== null));
            $this->currency($table, $company);
            $this->decimals($table);
            $numbers = $mapping->numbers();
            $scale = $this->scale($table, $rows, $numbers, $company->id, $company->name);
            if ($scale !== null || ! StatementReading::needsScale($table)) {
                $reading = new StatementReading($table, $rows, $numbers, $scale, $mapping->span, $mapping->accept);
                $this->report($table, $reading);
                $figures = $this->together($figures, $reading->figures);
            }
        }
        $unmapped = array_slice(array_keys($outcome->unmapped), 0, 5);
        if ($known === 0 && $unmapped !== []) {
            $outcome->questions['lines'] = Words::say('no_label_is_known_say_which', labels: '"'.implode('", "', $unmapped).'"');
        }
        if ($mapping->filedOn === null) {
            $outcome->warn(Words::say('the_table_does_not_say_when', filedAfter: $mapping->filedAfter));
        }
        $writer = new FactWriter($this->pass);
        $writer->company($company->id, $figures);
        $writer->flush();
    }

    /** What the table says of a company that is not known: its name stands in the first cell above the heading that names no unit. */
    private function propose(): void
    {
        ['path' => $path, 'format' => $format] = $this->pass->import;
        $rows = (new Rows($path, $format, $this->pass->mapping->sheets[0] ?? null))->first(self::TITLE_ROWS);
        foreach (array_slice($rows, 0, max(0, $this->pass->mapping->headRow - 1)) as $row) {
            $title = trim((string) preg_replace('/[,(].*$/', '', $row[0] ?? ''));
            $named = Denomination::read($title);
            if (
                preg_match('/^\p{Lu}[\p{L}&. -]{2,80}$/u', $title) === 1 &&
                $named->scale === null &&
                $named->currencies === [] &&
                preg_match('/statement|balance|income|report|cash|results|annual|quarter/i', $title) !== 1
            ) {
                $this->pass->outcome->proposed['name'] = $title;
                break;
            }
        }
        $this->pass->outcome->proposed['currency'] = $this->pass->mapping->currency;
    }

    /**
     * Figures of several sheets: one that stands in two must be the same in both.
     *
     * @param  array<string, array{value: float, place: string, scale: float, derived: bool}>  $figures
     * @param  array<string, array{value: float, place: string, scale: float, derived: bool}>  $more
     * @return array<string, array{value: float, place: string, scale: float, derived: bool}>
     */
    private function together(array $figures, array $more): array
    {
        foreach ($more as $key => $figure) {
            $known = $figures[$key] ?? null;
            if ($known !== null && abs($known['value'] - $figure['value']) > max($known['scale'], $figure['scale']) / 2) {
                [$line, $period] = explode('@', $key);
                $this->pass->outcome->doubt(
                    "sheets:{$line}",
                    Words::say(
                        'of_stands_in_two_sheets_with',
                        label: LineItems::all()[$line]->label,
                        period: FiscalPeriod::label((int) $period),
                        place: $known['place'],
                        place2: $figure['place'],
                    ),
                );
            }
            $figures[$key] ??= $figure;
        }

        return $figures;
    }

    private function decimals(StatementTable $table): void
    {
        $sign = $this->pass->mapping->decimal;
        if ($table->numbers->ambiguous && $table->numbers->decimal === $sign) {
            $this->pass->outcome->doubt('decimal', Words::say('figures_such_as_can_have_thousands', sign: $sign, sign2: $sign));
        }
    }

    /** @param  object{id: int, name: string, currency: string}  $company */
    private function currency(StatementTable $table, object $company): void
    {
        $mapping = $this->pass->mapping;
        $named = array_unique([
            ...$table->denomination->currencies,
            ...array_merge([], ...array_map(static fn ($row): array => $row->currencies, $table->lines)),
        ]);
        if ($mapping->currency === null && $named !== [] && ! $table->denomination->allows($company->currency)) {
            throw $this->otherCurrency(implode(' or ', array_slice($named, 0, 2)), $company);
        }
        if ($mapping->currency === null) {
            $this->pass->outcome->warn(Words::say('no_currency_is_named_amounts_are', currency: $company->currency, name: $company->name));
        } elseif (! in_array($mapping->currency, $this->pass->companies->currencies($company->id), true)) {
            throw $this->otherCurrency($mapping->currency, $company);
        }
    }

    /** @param  object{name: string, currency: string}  $company */
    private function otherCurrency(string $named, object $company): Refusal
    {
        return Refusal::because(
            Words::say('the_table_is_in_and_reports', named: $named, name: $company->name, currency: $company->currency),
        );
    }

    /**
     * The scale that was chosen, or that the table names, or that figures stored of the company show; else it is asked.
     *
     * @param  list<list<string>>  $rows
     */
    private function scale(StatementTable $table, array $rows, NumberFormat $numbers, int $company, string $name): ?float
    {
        $scale = $this->pass->mapping->scale ?? StatementReading::scaleOf($table, $rows, $numbers);
        if ($scale !== null || ! StatementReading::needsScale($table)) {
            return $scale;
        }
        $raw = array_filter(
            array_map(
                static fn (array $figure): float => $figure['value'],
                (new StatementReading($table, $rows, $numbers, 1.0, $this->pass->mapping->span, $this->pass->mapping->accept))->figures,
            ),
            static fn (string $key): bool => LineItems::all()[(string) strstr($key, '@', true)]->unit === Unit::Money,
            ARRAY_FILTER_USE_KEY,
        );
        $scale = ScaleEvidence::of($raw, Filings::latest((new Filings())->facts($company)));
        if ($scale === null) {
            $this->pass->outcome->questions['scale'] = $table->denomination->contradicts
                ? Words::say('the_table_names_two_scales_of')
                : Words::say('the_table_does_not_say_whether', name: $name);
        } else {
            $this->pass->outcome->warn(Words::say('the_table_names_no_scale_figures', name: $name, words: self::words($scale)));
        }

        return $scale;
    }

    public static function words(float $scale): string
    {
        return match ($scale) {
            1.0 => Words::say('whole'),
            1e3 => Words::say('in_thousands'),
            1e6 => Words::say('in_millions'),
            1e9 => Words::say('in_billions'),
            default => Words::say('in_units_of', scale: Numerals::decimal($scale)),
        };
    }

    private function report(StatementTable $table, StatementReading $reading): void
    {
        $outcome = $this->pass->outcome;
        foreach ($reading->turned as $label) {
            $outcome->warn(Words::say('is_written_with_a_minus_it', label: $label));
        }
        foreach ([...$table->leftOut(), ...$reading->notes] as $note) {
            $outcome->warn($note);
        }
        foreach ($table->lines as $row) {
            if ($row->line === null && ($this->pass->lines[$row->key] ?? null) !== '') {
                $outcome->unmapped($row->key, count($table->periods()));
            }
        }
        foreach ($reading->refused as $refused) {
            $outcome->refuse($refused['place'], $refused['reason']);
        }
        foreach ($reading->doubts as $key => $reason) {
            $outcome->doubt($key, "{$reason}.");
        }
    }
}
