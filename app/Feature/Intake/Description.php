<?php

declare(strict_types=1);

namespace App\Feature\Intake;

use App\Files\FileFormat;
use App\Files\Rows;
use Logion\Figure\Words;
use Logion\Intake\ColumnRecognition;
use Logion\Intake\DateFormat;
use Logion\Intake\FiscalCalendar;
use Logion\Intake\LineRecognition;
use Logion\Intake\Refusal;
use Logion\Intake\StatementRow;
use Logion\Intake\StatementTable;
use Logion\Intake\TableKind;
use Logion\Reporting\LineItems;
use Logion\Reporting\ReportingModel;

/** Describes what was recognised of a file for the person who decides: columns or lines with their first cells, and what each rests on. */
final readonly class Description
{
    private const SAMPLE_ROWS = 200;

    /** @param  array<string, string>  $lines  decided mappings of labels */
    public function __construct(private CompanyMatching $companies, private Mapping $mapping, private array $lines)
    {
    }

    /**
     * @return array{columns: list<array{heading: string, field: ?string, confidence: float, sample: list<string>}>,
     *     lines: list<array{label: string, line: ?string, confidence: float, basis: string, sample: list<string>}>, periods: list<string>,
     *     fields: list<array{key: string, label: string, required: bool}>, notes: list<string>, sheets: list<string>}
     *
     * @throws Refusal if the file cannot be read
     */
    public function of(string $path, FileFormat $format): array
    {
        $described = ['columns' => [], 'lines' => [], 'periods' => [], 'fields' => [], 'notes' => [], 'sheets' => []];
        if ($format->isReport()) {
            return $described;
        }
        $described['sheets'] = (new Rows($path, $format))->sheets();
        $kind = $this->mapping->tableKind();
        $sheets = $this->mapping->sheets === [] ? [null] : $this->mapping->sheets;
        foreach ($kind === null ? $sheets : array_slice($sheets, 0, 1) as $sheet) {
            $rows = (new Rows($path, $format, $sheet))->first(self::SAMPLE_ROWS);
            $described = array_merge_recursive($described, $kind === null ? $this->statement($rows) : $this->table($kind, $rows));
        }
        $described['periods'] = array_values(array_unique($described['periods']));

        return $described;
    }

    /**
     * @param  list<list<string>>  $rows
     * @return array<string, list<mixed>>
     */
    private function statement(array $rows): array
    {
        $id = $this->companies->certain($this->mapping->company ?? '');
        $new = $this->mapping->newCompany;
        $model = match (true) {
            $new !== null => ReportingModel::from((string) $new['template']),
            $id === null => ReportingModel::Industrial,
            default => $this->companies->template($id),
        };
        $table = StatementTable::recognise(
            $rows,
            $id === null ? new FiscalCalendar((int) ($new['year_end'] ?? 12)) : $this->companies->read($id)->calendar,
            new LineRecognition($model, $this->lines),
            $this->mapping->columns,
        );

        $last = max(array_keys($table->columns) ?: [0]);

        return [
            'columns' => array_map(
                static fn (int $column): array => [
                    'heading' => $rows[$table->headRow][$column] ?? '',
                    'field' => isset($table->columns[$column]) ? $table->columns[$column]->label() : null,
                    'confidence' => isset($table->columns[$column]) ? 1.0 : 0.0,
                    'sample' => [],
                ],
                count($this->mapping->sheets) > 1 ? [] : range(0, $last),
            ),
            'periods' => $table->periods(),
            'lines' => array_map(
                static fn (StatementRow $row): array => [
                    'label' => $row->key,
                    'line' => $row->line,
                    'confidence' => $row->confidence,
                    'basis' => $row->basis,
                    'sample' => array_map(
                        static fn (int $column): string => $rows[$row->row][$column] ?? '',
                        array_slice(array_keys($table->columns), 0, 3),
                    ),
                ],
                $table->lines,
            ),
            'notes' => [
                $table->denomination->scale === null
                    ? Words::say('the_heading_names_no_scale_of')
                    : Words::say('the_heading_says', words: $table->denomination->words),
            ],
        ];
    }

    /**
     * @param  list<list<string>>  $rows
     * @return array<string, list<mixed>>
     */
    private function table(TableKind $kind, array $rows): array
    {
        $head = $rows[$this->mapping->headRow - 1] ?? [];
        $below = array_slice($rows, $this->mapping->headRow, 60);
        $recognised = ColumnRecognition::columns($kind, $head, $below);
        $columns = $fields = $notes = [];
        foreach ($head as $i => $heading) {
            $field = $this->mapping->columns[$i] ?? null;
            $columns[] = [
                'heading' => $heading,
                'field' => $field,
                'confidence' => $field === null ? 0.0 : ($recognised[$i]['field'] === $field ? $recognised[$i]['confidence'] : 1.0),
                'sample' => array_map(static fn (array $row): string => $row[$i] ?? '', array_slice($below, 0, 3)),
            ];
        }
        $isAcross = $this->mapping->linesAcross() !== [];
        foreach ($kind->columns() as $key => [$label, , $required]) {
            $fields[] = ['key' => $key, 'label' => $label, 'required' => $required && ! $isAcross];
        }
        foreach ($isAcross ? LineItems::all() : [] as $line) {
            $fields[] = ['key' => Mapping::LINE.$line->key, 'label' => $line->label, 'required' => false];
        }
        foreach ($this->mapping->columns as $i => $field) {
            if ($field !== null && ($kind->columns()[$field][1] ?? '') === 'day') {
                $cells = array_map(static fn (array $row): string => $row[$i] ?? '', $below);
                $notes[] = DateFormat::isWritten($cells)
                    ? Words::say('days_are_written_with_the_year')
                    : Words::say('days_such_as_are_read', cells: $cells[0], dates: $this->mapping->dates->value);
            }
        }

        return ['columns' => $columns, 'fields' => $fields, 'notes' => $notes];
    }
}
