<?php

declare(strict_types=1);

namespace App\Feature\Intake;

use App\Files\FileFormat;
use App\Files\Rows;
use App\Files\XbrlReport;
use App\Models\ImportProfile;
use Logion\Intake\ColumnRecognition;
use Logion\Intake\DateFormat;
use Logion\Intake\FiscalCalendar;
use Logion\Intake\LineRecognition;
use Logion\Intake\NumberFormat;
use Logion\Intake\Refusal;
use Logion\Intake\StatementTable;
use Logion\Intake\TableKind;
use Logion\Reference\Wording;
use Logion\Reporting\ReportingModel;
use Logion\Time\FiscalPeriod;

/** Proposes how a file is to be read, and describes what was recognised for the person who decides. */
final class Recognition
{
    private const SAMPLE_ROWS = 200;

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
        $rows = $this->sample($path, $format);
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
        // A table half recognised is asked about; one of which nothing is known is refused.
        $kind ??= $statement === null ? ColumnRecognition::kind($rows[$head] ?? [], $below, complete: false) : null;
        if ($kind === null && $statement === null) {
            throw Refusal::because(
                'It cannot be told what the table holds: no heading names a date and a close, a line and a period, or fiscal periods '
                    .'across. Add a heading row',
            );
        }
        if ($statement !== null && ($kind === null || count($statement->periods) > 2)) {
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
                $statement->scale,
                $statement->currency,
            );
        }
        $columns = ColumnRecognition::columns($kind, $rows[$head], $below);
        $fields = array_column($columns, 'field');
        // A column nobody recognised yet may still show how the file writes numbers and days.
        $cells = static fn (string $type): array => array_merge(
            [],
            ...array_map(
                static fn (array $row): array => array_filter(
                    $row,
                    static fn (string $cell, int $i): bool => $cell !== '' &&
                        (isset($fields[$i])
                            ? $kind->columns()[$fields[$i]][1] === $type
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
            StatementTable::scaleOf(implode(' ', $rows[$head]))[0],
        );
    }

    /**
     * What was recognised: the columns or lines with their confidence and first cells, and why.
     *
     * @param  array<string, string>  $lines  decided mappings of labels
     * @return array{columns: list<array{heading: string, field: ?string, confidence: float, sample: list<string>}>,
     *     lines: list<array{label: string, line: ?string, confidence: float, sample: list<string>}>, periods: list<string>,
     *     fields: list<array{key: string, label: string, required: bool}>, notes: list<string>}
     */
    public function describe(string $path, FileFormat $format, Mapping $mapping, array $lines): array
    {
        $described = ['columns' => [], 'lines' => [], 'periods' => [], 'fields' => [], 'notes' => []];
        if ($format->isReport()) {
            return $described;
        }
        $rows = $this->sample($path, $format);
        $kind = $mapping->tableKind();
        if ($kind === null) {
            $id = $this->companies->certain($mapping->company ?? '');
            $template =
                $mapping->newCompany !== null
                    ? ReportingModel::from((string) $mapping->newCompany['template'])
                    : ($id === null
                        ? ReportingModel::Industrial
                        : $this->companies->template($id));
            $table = StatementTable::recognise(
                $rows,
                new FiscalCalendar($id === null ? (int) ($mapping->newCompany['year_end'] ?? 12) : $this->companies->read($id)->year_end),
                new LineRecognition($template, $lines),
            );
            $described['periods'] = array_map(FiscalPeriod::label(...), array_values($table->periods));
            $described['lines'] = array_map(
                static fn (array $line): array => [
                    'label' => $line['label'],
                    'line' => $line['line'],
                    'confidence' => $line['confidence'],
                    'sample' => array_map(
                        static fn (int $column): string => $rows[$line['row']][$column] ?? '',
                        array_slice(array_keys($table->periods), 0, 3),
                    ),
                ],
                $table->lines,
            );
            $described['notes'][] = $table->scaleReason;
            if ($table->numbers->ambiguous) {
                $described['notes'][] =
                    'Figures such as "1,234" could have thousands or decimals; they are read with "'.
                    $mapping->decimal.
                    '" for decimals.';
            }

            return $described;
        }
        $head = $rows[$mapping->headRow - 1] ?? [];
        $below = array_slice($rows, $mapping->headRow, 60);
        $recognised = ColumnRecognition::columns($kind, $head, $below);
        foreach ($head as $i => $heading) {
            $field = $mapping->columns[$i] ?? null;
            $described['columns'][] = [
                'heading' => $heading,
                'field' => $field,
                'confidence' => $field === null ? 0.0 : ($recognised[$i]['field'] === $field ? $recognised[$i]['confidence'] : 1.0),
                'sample' => array_map(static fn (array $row): string => $row[$i] ?? '', array_slice($below, 0, 3)),
            ];
        }
        foreach ($kind->columns() as $key => [$label, , $required]) {
            $described['fields'][] = ['key' => $key, 'label' => $label, 'required' => $required];
        }
        foreach ($mapping->columns as $i => $field) {
            if ($field !== null && ($kind->columns()[$field][1] ?? '') === 'day') {
                [$dates, $ambiguous] = DateFormat::detect(array_map(static fn (array $row): string => $row[$i] ?? '', $below));
                $described['notes'][] =
                    "Days are read with {$mapping->dates->value}".
                    ($ambiguous ? '; the samples would fit the other order as well, so look twice' : '').
                    '.';
            }
        }

        return $described;
    }

    /**
     * The columns of a file read as another kind of table.
     *
     * @return list<?string>
     */
    public function columnsFor(string $path, FileFormat $format, string $kind, int $headRow): array
    {
        $kind = TableKind::tryFrom($kind);
        if ($kind === null || $format->isReport()) {
            return [];
        }
        $rows = $this->sample($path, $format);

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
    private function sample(string $path, FileFormat $format): array
    {
        $rows = (new Rows($path, $format))->first(self::SAMPLE_ROWS);

        return $rows === [] ? throw Refusal::because('The file has no rows') : $rows;
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
        try {
            $table = StatementTable::recognise(
                $rows,
                new FiscalCalendar($id === null ? 12 : $this->companies->read($id)->year_end),
                new LineRecognition($id === null ? ReportingModel::Industrial : $this->companies->template($id)),
            );
        } catch (Refusal) {
            return null;
        }

        return count(array_filter($table->lines, static fn (array $line): bool => $line['line'] !== null)) >= 1
            || count($table->periods) > 2
            ? $table
            : null;
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
