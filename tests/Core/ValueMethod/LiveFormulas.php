<?php

declare(strict_types=1);

namespace Tests\Core\ValueMethod;

use Logion\ValueMethod\LiveSheet;
use PhpOffice\PhpSpreadsheet\Cell\Coordinate;
use PhpOffice\PhpSpreadsheet\Cell\DataType;
use PhpOffice\PhpSpreadsheet\Spreadsheet;
use PhpOffice\PhpSpreadsheet\Worksheet\Worksheet;

/** Computes the formulas of a method by a spreadsheet: each name has a row, its figure in the first column and its years after it. */
final class LiveFormulas
{
    private readonly Worksheet $page;

    /** @var array<string, int> row by name */
    private array $rows = [];

    /** @param  array<string, float>  $in  of all inputs, years of one as "name@1" and on */
    public function __construct(private readonly LiveSheet $live, array $in)
    {
        $this->page = (new Spreadsheet())->getActiveSheet();
        foreach ($in as $name => $figure) {
            [$name, $year] = [...explode('@', $name), '0'];
            $this->page->setCellValueExplicit([(int) $year + 1, $this->row($name)], $figure, DataType::TYPE_NUMERIC);
        }
        // What a row is called may be what an input is called: the row is meant.
        foreach (array_keys($live->rows) as $name) {
            $this->rows[$name] = count($this->rows) + 500;
        }
        foreach ($live->rows as $name => $row) {
            foreach ($row['formulas'] as $i => $formula) {
                $at = $row['yearly'] ? $i + 2 : 1;
                $this->page->setCellValueExplicit(
                    [$at, $this->rows[$name]],
                    '='.$this->filled($formula, $i + 1),
                    DataType::TYPE_FORMULA,
                );
            }
        }
    }

    /** What a row comes to; null where the sheet says that it means nothing, or has no such row. */
    public function value(string $name): ?float
    {
        $value = isset($this->live->rows[$name]) ? $this->page->getCell([1, $this->rows[$name]])->getCalculatedValue() : null;

        return is_int($value) || is_float($value) ? (float) $value : null;
    }

    private function row(string $name): int
    {
        return $this->rows[$name] ??= count($this->rows) + 1;
    }

    private function filled(string $formula, int $t): string
    {
        return (string) preg_replace_callback(
            '/\{(\w+)(?:@(\w*|-))?\}/',
            function (array $of) use ($t): string {
                $row = $this->rows[$of[1]] ?? throw new \LogicException("No cell holds {$of[1]}.");
                $cell = static fn (int $year): string => Coordinate::stringFromColumnIndex($year + 1).$row;

                return match ($of[2] ?? null) {
                    null => "A{$row}",
                    '' => $cell($t),
                    '-' => $cell($t - 1),
                    'first' => $cell(1),
                    'last' => $cell($this->live->years),
                    'all' => $cell(1).':'.$cell($this->live->years),
                };
            },
            $formula,
        );
    }
}
