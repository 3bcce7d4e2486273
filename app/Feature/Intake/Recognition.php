<?php

declare(strict_types=1);

namespace App\Feature\Intake;

use App\Files\FileFormat;
use App\Files\Rows;
use App\Files\XbrlReport;
use App\Models\ImportProfile;
use Logion\Figure\Words;
use Logion\Intake\ColumnRecognition;
use Logion\Intake\DateFormat;
use Logion\Intake\Denomination;
use Logion\Intake\FiscalCalendar;
use Logion\Intake\LineRecognition;
use Logion\Intake\NumberFormat;
use Logion\Intake\Refusal;
use Logion\Intake\StatementReading;
use Logion\Intake\StatementRow;
use Logion\Intake\StatementTable;
use Logion\Intake\TableKind;
use Logion\Reference\Wording;
use Logion\Reporting\ReportingModel;

/** Proposes how a file is to be read, and describes what was recognised for the person who decides. */
final class Recognition
{
    private const SAMPLE_ROWS = 200;

    /** So many rows of figures under periods are a statement in whatever words. */
    private const LEAST_LINES = 4;

    /** So many headings that are lines. */
    private const LEAST_ACROSS = 2;

    public function __construct(private readonly CompanyMatching $companies)
    {
    }

    /** A first mapping: a profile kept for files with the same heading, else what the content says. */
    public function propose(string $path, FileFormat $format, string $name, ?int $userId): Mapping
    {
        $mentioned = $this->companies->mentioned((string) preg_replace('/\.\w+$/', '', $name));
        $company = $mentioned === null ? null : $this->companies->read($mentioned)->ticker;
        if ($format->isReport()) {
            return new Mapping(Mapping::REPORT, $company ?? $this->reporter($path, $format));
        }
        $sheets = (new Rows($path, $format))->sheets();
        if (count($sheets) > 1) {
            return $this->ofWorkbook($path, $format, $company, count($sheets), $userId);
        }
        $rows = $this->sample($path, $format);

        return $this->ofRows($rows, $company, $userId) ?? throw Refusal::because(Words::say('it_cannot_be_told_what_the'));
    }

    /** Of a workbook all sheets with statements are proposed together, else the first of which it can be told what it holds. */
    private function ofWorkbook(string $path, FileFormat $format, ?string $company, int $sheets, ?int $userId): Mapping
    {
        $statement = $table = null;
        $numbers = [];
        for ($sheet = 1; $sheet <= $sheets; $sheet++) {
            $rows = (new Rows($path, $format, $sheet))->first(self::SAMPLE_ROWS);
            $mapping = $rows === [] ? null : $this->ofRows($rows, $company, $userId);
            if ($mapping?->kind === Mapping::STATEMENT) {
                $statement ??= $mapping;
                $numbers[] = $sheet;
            } elseif ($mapping !== null) {
                $table ??= $mapping->with(['sheets' => [$sheet]]);
            }
        }

        return $statement?->with([
            'sheets' => $numbers,
            // Sheets may name scales of their own.
            'scale' => count($numbers) > 1 ? null : $statement->scale,
        ]) ??
            ($table ?? throw Refusal::because(Words::say('it_cannot_be_told_of_any')));
    }

    /**
     * @param  non-empty-list<list<string>>  $rows
     * @return Mapping|null null if it cannot be told what they hold
     */
    private function ofRows(array $rows, ?string $company, ?int $userId): ?Mapping
    {
        $profile =
            $userId === null
                ? null
                : ImportProfile::query()->where('user_id', $userId)->where('signature', self::signature($rows))->latest('id')->first();
        if ($profile !== null) {
            return Mapping::fromArray([...$profile->mapping, 'company' => $company ?? ($profile->mapping['company'] ?? null)]);
        }
        $head = self::headRow($rows);
        $below = array_slice($rows, $head + 1, 60);
        $kind = ColumnRecognition::kind($rows[$head] ?? [], $below);
        $statement = $this->statement($rows, $company);
        $across = self::linesAcross($rows[$head] ?? [], $below);
        if ($across !== null && $statement === null) {
            return $this->table(TableKind::Figures, $across, $company, $rows, $head);
        }
        // A table half recognised is asked about; one of which nothing is known is refused.
        $kind ??= $statement === null ? ColumnRecognition::kind($rows[$head] ?? [], $below, complete: false) : null;
        if ($kind === null && $statement === null) {
            return null;
        }
        // Periods may be known only once it is said whose they are; below the heads of a table a record may look like them.
        if ($statement !== null && ($kind === null || ($statement->headRow <= $head && count($statement->columns) > 1))) {
            $above = implode(
                ' ',
                array_map(static fn (array $row): string => implode(' ', $row), array_slice($rows, 0, $statement->headRow + 1)),
            );
            $company ??= ($found = $this->companies->mentioned($above)) === null ? null : $this->companies->read($found)->ticker;

            return new Mapping(
                Mapping::STATEMENT,
                $company,
                null,
                $statement->headRow + 1,
                [],
                DateFormat::YearFirst,
                $statement->numbers->decimal,
                StatementReading::scaleOf($statement, $rows, $statement->numbers),
                $statement->denomination->currency(),
            );
        }

        $fields = array_column(ColumnRecognition::columns($kind, $rows[$head], $below), 'field');

        return $this->table($kind, $fields, $company, $rows, $head);
    }

    /**
     * One company and period a row, lines across: headings that are lines for certain beside one of periods.
     *
     * @param  list<string>  $head
     * @param  list<list<string>>  $below
     * @return list<?string>|null
     */
    private static function linesAcross(array $head, array $below): ?array
    {
        $fields = array_column(ColumnRecognition::columns(TableKind::Figures, $head, $below), 'field');
        $recognition = new LineRecognition(ReportingModel::Industrial);
        $lines = 0;
        foreach ($head as $column => $heading) {
            $read = $recognition->recognise($heading);
            if (in_array($fields[$column] ?? null, ['company', 'period', 'filed_on', 'currency'], true)) {
                continue;
            }
            $line = $read['confidence'] === 1.0 && $read['line'] !== null ? Mapping::LINE.$read['line'] : null;
            $isNew = $line !== null && ! in_array($line, $fields, true);
            $fields[$column] = $isNew ? $line : null;
            $lines += $isNew ? 1 : 0;
        }

        return $lines >= self::LEAST_ACROSS && in_array('period', $fields, true) ? $fields : null;
    }

    /**
     * @param  list<?string>  $fields
     * @param  non-empty-list<list<string>>  $rows
     */
    private function table(TableKind $kind, array $fields, ?string $company, array $rows, int $head): Mapping
    {
        $below = array_slice($rows, $head + 1, 60);
        // A column nobody recognised yet may still show how the file writes numbers and days.
        $cells = static fn (string $type): array => array_merge(
            [],
            ...array_map(
                static fn (array $row): array => array_filter(
                    $row,
                    static fn (string $cell, int $i): bool => $cell !== '' &&
                        (isset($fields[$i])
                            ? ($kind->columns()[$fields[$i]][1] ?? 'number') === $type
                            : preg_match('~^\d{1,4}[./-]\d{1,2}[./-]\d{1,4}~', $cell) === ($type === 'day' ? 1 : 0)),
                    ARRAY_FILTER_USE_BOTH,
                ),
                $below,
            ),
        );
        if (in_array('company', $fields, true)) {
            $company = null;
        }

        return new Mapping(
            $kind->value,
            $company,
            null,
            $head + 1,
            $fields,
            DateFormat::detect($cells('day'))[0],
            NumberFormat::detect($cells('number'))->decimal,
            ...self::denomination($kind, $rows, $head, $fields, $below),
        );
    }

    /**
     * The columns of a file read as another kind of table.
     *
     * @return list<?string>
     */
    public function columnsFor(string $path, FileFormat $format, string $kind, int $headRow, ?int $sheet = null): array
    {
        $kind = TableKind::tryFrom($kind);
        if ($kind === null || $format->isReport()) {
            return [];
        }
        $rows = $this->sample($path, $format, $sheet);

        return array_column(
            ColumnRecognition::columns($kind, $rows[max(0, $headRow - 1)] ?? [], array_slice($rows, max(1, $headRow), 60)),
            'field',
        );
    }

    /** Tells files with the same heading. */
    public function signatureOf(string $path, FileFormat $format): string
    {
        return $format->isReport() ? $format->value : self::signature($this->sample($path, $format));
    }

    /** @return list<list<string>> */
    private function sample(string $path, FileFormat $format, ?int $sheet = null): array
    {
        $rows = (new Rows($path, $format, $sheet))->first(self::SAMPLE_ROWS);

        return $rows === [] ? throw Refusal::because(Words::say('the_file_has_no_rows')) : $rows;
    }

    /** @param  list<list<string>>  $rows */
    private static function signature(array $rows): string
    {
        $head = array_map(
            static fn (string $cell): string => (string) preg_replace('/\d+/', '#', Wording::fold($cell)),
            $rows[self::headRow($rows)] ?? [],
        );

        return hash('sha256', implode('|', $head));
    }

    /**
     * The heading: the first of the widest rows that is mostly text.
     *
     * @param  list<list<string>>  $rows
     */
    private static function headRow(array $rows): int
    {
        $filled = array_map(
            static fn (array $row): int => count(array_filter($row, static fn (string $cell): bool => trim($cell) !== '')),
            array_slice($rows, 0, 30),
        );
        $most = max($filled ?: [0]);
        foreach ($filled as $at => $count) {
            if (
                $count >= max(1, 0.7 * $most) &&
                count(array_filter($rows[$at], static fn (string $cell): bool => preg_match('/\p{L}/u', $cell) === 1)) >= 0.5 * $count
            ) {
                return $at;
            }
        }

        return 0;
    }

    /** @param  list<list<string>>  $rows */
    private function statement(array $rows, ?string $ticker): ?StatementTable
    {
        $id = $this->companies->certain($ticker ?? '');
        $recognition = new LineRecognition($id === null ? ReportingModel::Industrial : $this->companies->template($id));
        try {
            $table = StatementTable::recognise(
                $rows,
                $id === null ? new FiscalCalendar() : $this->companies->read($id)->calendar,
                $recognition,
            );
        } catch (Refusal) {
            return null;
        }
        // A row of a list names a line and days, and is no heading.
        foreach ($rows[$table->headRow] as $cell) {
            if ($recognition->recognise($cell)['confidence'] === 1.0) {
                return null;
            }
        }

        return count(array_filter($table->lines, static fn (StatementRow $row): bool => $row->line !== null)) >= 1 ||
            count($table->columns) > 2 ||
            self::looksLikeStatement($table, $rows)
            ? $table
            : null;
    }

    /**
     * Whether rows of figures stand below periods, though nobody knows the words for the lines.
     *
     * @param  list<list<string>>  $rows
     */
    private static function looksLikeStatement(StatementTable $table, array $rows): bool
    {
        $written = array_filter($table->lines, static function (StatementRow $row) use ($table, $rows): bool {
            foreach (array_keys($table->columns) as $column) {
                try {
                    if ($table->numbers->parse($rows[$row->row][$column] ?? '') === null) {
                        return false;
                    }
                } catch (Refusal) {
                    return false;
                }
            }

            return true;
        });

        return count($table->columns) > 1 && count($written) >= self::LEAST_LINES && 2 * count($written) > count($table->lines);
    }

    /**
     * Scale and currency of a table with one record a row, as its heading says them.
     *
     * @param  list<list<string>>  $rows
     * @param  list<?string>  $fields
     * @param  list<list<string>>  $below
     * @return array{?float, ?string}
     */
    private static function denomination(TableKind $kind, array $rows, int $head, array $fields, array $below): array
    {
        $named = Denomination::read(implode(' | ', array_merge(...array_slice($rows, 0, $head + 1))));
        if ($kind === TableKind::Prices) {
            // A close may stand in the hundredth part of a currency, and in no other scale.
            return [$named->scale === 0.01 ? 0.01 : null, $named->currency()];
        }
        if (! $kind->isOfAmounts()) {
            return [null, null];
        }
        $unit = array_search('currency', $fields, true);
        // A column headed "unit" with plain currencies says that amounts are whole.
        $isWhole =
            $unit !== false &&
            preg_match('/^\s*units?\s*$/i', $rows[$head][$unit]) === 1 &&
            array_filter($below, static fn (array $row): bool => Denomination::isCurrency(strtoupper(trim($row[$unit] ?? '')))) !== [];

        return [$named->scale ?? ($isWhole ? 1.0 : null), null];
    }

    /** The company an XBRL report says it is about. */
    private function reporter(string $path, FileFormat $format): ?string
    {
        $report = new XbrlReport($path, $format);
        $read = 0;
        foreach ($report->facts() as $fact) {
            $id =
                $this->companies->entity($fact->entity) ??
                ($this->companies->certain($report->texts['EntityRegistrantName'] ?? '') ??
                    $this->companies->certain($report->texts['TradingSymbol'] ?? ''));
            if ($id !== null) {
                return $fact->filedOn === null ? $this->companies->read($id)->ticker : null;
            }
            if (++$read > 200) {
                break;
            }
        }

        return null;
    }
}
