<?php

declare(strict_types=1);

namespace App\Feature\Value;

use Logion\Figure\Unit;
use Logion\Figure\Words;
use Logion\ValueMethod\LiveSheet;
use Logion\ValueMethod\MethodInput;
use Logion\ValueMethod\ValueMethod;
use Logion\ValueMethod\ValueSheet;
use Logion\ValueMethod\ValueSubject;
use PhpOffice\PhpSpreadsheet\Cell\Coordinate;
use PhpOffice\PhpSpreadsheet\Cell\DataType;
use PhpOffice\PhpSpreadsheet\Spreadsheet;
use PhpOffice\PhpSpreadsheet\Worksheet\Worksheet;

/**
 * A method as a workbook that lives: its inputs on one sheet, marked, and formulas over them on the others. What another rate or a pair of
 * other figures would make is counted by the same formulas once more, on sheets of their own.
 */
final class MethodWorkbook
{
    public const INPUTS = 'Inputs';

    public const METHOD = 'Method';

    public const SENSITIVITY = 'Sensitivity';

    /** Where the formulas stand once more, for a point more and less of a rate and for each pair of the grid. */
    private const RANGE = 'Range';

    private const GRID = 'Grid';

    /** Below title and head. */
    private const FIRST_ROW = 4;

    private const STEPS = [-2, -1, 0, 1, 2];

    private const POINT = '0.01';

    /** What one doubts first, down and across. */
    private const DOWN = ['discount_rate', 'cost_of_equity', 'capitalisation_rate', 'multiple'];

    private const ACROSS = ['terminal_growth', 'growth', 'figure', 'earnings'];

    private const INPUT_COLOUR = '97591A';

    private readonly Spreadsheet $book;

    private readonly LiveSheet $live;

    /** @var array<string, string> cell of a scalar input; of one through the years with {} for the column */
    private array $inputs = [];

    private function __construct(
        private readonly ValueSheet $sheet,
        ValueMethod $method,
        ValueSubject $subject,
        private readonly string $title,
    ) {
        $this->live = $method->live($sheet->inYears(), $subject);
        $this->book = new Spreadsheet();
        $this->book->getDefaultStyle()->getFont()->setName('Liberation Sans')->setSize(10);
        $this->book->removeSheetByIndex(0);
    }

    /** @throws \Logion\Valuation\InvalidAssumption if an input is not known */
    public static function of(ValueSheet $sheet, ValueMethod $method, ValueSubject $subject, string $company): Spreadsheet
    {
        $sheet->worth();
        $forced = $sheet->misfit === null ? '' : ' ('.Words::say('forced_though', why: $sheet->misfit).')';
        $workbook = new self($sheet, $method, $subject, "{$company}: {$method->label()}{$forced}");
        $workbook->writeInputs($subject->price());
        $workbook->writeMethod();
        $workbook->writeSensitivity();
        $workbook->book->setActiveSheetIndex(0);

        return $workbook->book;
    }

    private function writeInputs(?float $price): void
    {
        $page = $this->page(self::INPUTS, Words::say('change_a_figure_in_ochre'));
        $row = self::FIRST_ROW;
        $yearly = [];
        foreach ($this->sheet->inputs as $name => $input) {
            if (isset($this->sheet->rules[$name]) && $this->live->years > 0) {
                $yearly[$name] = $input;

                continue;
            }
            $isFixed = in_array($name, $this->live->fixed, true);
            $figure = (float) $this->sheet->figures[$name];
            $told = $isFixed ? Words::say('it_shapes_the_sheet') : $input->source;
            $choice = $input->choices[(int) $figure] ?? null;
            $this->text($page, 1, $row, $input->label);
            $this->figure($page, 2, $row, $figure, self::format($input->unit), ! $isFixed);
            $this->text($page, 3, $row, $choice === null ? $told : "{$choice} ({$told})");
            $this->inputs[$name] = self::INPUTS."!\$B\${$row}";
            $row++;
        }
        $this->text($page, 1, $row, Words::say('price'));
        if ($price !== null) {
            $this->figure($page, 2, $row, $price, '#,##0.00', true);
        }
        $this->inputs['price'] = self::INPUTS."!\$B\${$row}";
        $row += 2;
        $this->years($page, $row);
        foreach ($yearly as $name => $input) {
            $row++;
            $this->text($page, 1, $row, $input->label);
            foreach ($this->sheet->path($name) as $i => $value) {
                $this->figure($page, $i + 2, $row, $value, self::format($input->unit), true);
            }
            $this->inputs[$name] = self::INPUTS."!{}\${$row}";
        }
    }

    private function writeMethod(): void
    {
        $page = $this->page(self::METHOD, Words::say('what_a_share_is_worth'));
        $cells = $this->block($page, self::METHOD, self::FIRST_ROW, []);
        $row = self::FIRST_ROW + count($this->live->rows) + 1;
        if ($this->live->around !== null) {
            $range = $this->page(self::RANGE, Words::say('a_point_more_and_less'));
            $ends = [];
            foreach (['+' => self::FIRST_ROW, '-' => self::FIRST_ROW + count($this->live->rows) + 4] as $sign => $top) {
                $this->formula($range, 1, $top, $this->at($this->live->around).$sign.self::POINT, '0.00%');
                $ends[] = $this->block($range, self::RANGE, $top + 1, [$this->live->around => self::RANGE."!\$A\${$top}"])[
                    LiveSheet::CENTRE
                ];
            }
            // What loses money is worth more at the higher rate.
            $of = implode(',', $ends);
            foreach ([LiveSheet::LOW => ['MIN', $ends[0]], LiveSheet::HIGH => ['MAX', $ends[1]]] as $name => [$function, $end]) {
                $this->text($page, 1, $row, self::label($name));
                $this->formula($page, 2, $row, "IF(COUNT({$of})=2,{$function}({$of}),{$end})", '#,##0.00');
                $row++;
            }
        }
        $this->text($page, 1, $row, Words::say('beyond_the_price'));
        $centre = $cells[LiveSheet::CENTRE];
        $this->formula(
            $page,
            2,
            $row,
            "IF(OR({$this->inputs['price']}=\"\",NOT(ISNUMBER({$centre}))),\"\",{$centre}/{$this->inputs['price']}-1)",
            '0.0%',
        );
    }

    private function writeSensitivity(): void
    {
        [$down, $across] = $this->doubted();
        if ($down === null || $across === null) {
            return;
        }
        $page = $this->page(self::SENSITIVITY, Words::say('value_of_a_share_by', row: $down->label, column: $across->label));
        $grid = $this->page(self::GRID, Words::say('the_same_formulas_for_each_pair'));
        $top = self::FIRST_ROW;
        $rows = count($this->live->rows) + 2;
        foreach (self::STEPS as $j => $steps) {
            $this->formula($page, $j + 2, $top, $this->at($across->name).$this->stepped($across, $steps), self::format($across->unit));
        }
        foreach (self::STEPS as $i => $steps) {
            $row = $top + 1 + $i;
            $this->formula($page, 1, $row, $this->at($down->name).$this->stepped($down, $steps), self::format($down->unit));
            foreach (array_keys(self::STEPS) as $j) {
                $column = Coordinate::stringFromColumnIndex($j + 2);
                $cells = $this->block($grid, self::GRID, self::FIRST_ROW + $rows * (count(self::STEPS) * $i + $j), [
                    $down->name => self::SENSITIVITY."!\$A\${$row}",
                    $across->name => self::SENSITIVITY."!\${$column}\${$top}",
                ]);
                $this->formula($page, $j + 2, $row, $cells[LiveSheet::CENTRE], '#,##0.00');
            }
        }
    }

    /** @return array{MethodInput|null, MethodInput|null} */
    private function doubted(): array
    {
        $free = array_diff_key($this->sheet->inputs, array_flip($this->live->fixed));
        $free = array_filter($free, static fn (MethodInput $of): bool => ! $of->isWhole());
        $first = static function (array $names) use (&$free): ?MethodInput {
            foreach ([...$names, ...array_keys($free)] as $name) {
                if (isset($free[$name])) {
                    $found = $free[$name];
                    unset($free[$name]);

                    return $found;
                }
            }

            return null;
        };

        return [$first(self::DOWN), $first(self::ACROSS)];
    }

    private function stepped(MethodInput $input, int $steps): string
    {
        [$low, $high] = $input->around((float) $this->sheet->figures[$input->name]);

        return '+'.LiveSheet::number(($steps * ($high - $low)) / 2);
    }

    /**
     * All formulas, with some inputs taken from other cells.
     *
     * @param  array<string, string>  $moved
     * @return array<string, string> cell by row; of one through the years with {} for the column
     */
    private function block(Worksheet $page, string $title, int $top, array $moved): array
    {
        $cells = [];
        $row = $top;
        foreach ($this->live->rows as $name => $of) {
            $cells[$name] = $of['yearly'] ? "{$title}!{}\${$row}" : "{$title}!\$B\${$row}";
            $row++;
        }
        $row = $top;
        foreach ($this->live->rows as $of) {
            $this->text($page, 1, $row, self::label($of['label']));
            foreach ($of['formulas'] as $i => $formula) {
                $this->formula($page, $i + 2, $row, $this->filled($formula, $i + 1, $cells, $moved), self::format($of['unit']));
            }
            $row++;
        }

        return $cells;
    }

    /**
     * @param  int  $t  year of the cell, from one
     * @param  array<string, string>  $cells
     * @param  array<string, string>  $moved
     */
    private function filled(string $formula, int $t, array $cells, array $moved): string
    {
        return (string) preg_replace_callback(
            '/\{(\w+)(@(\w*|-))?\}/',
            function (array $of) use ($cells, $moved, $t): string {
                $name = $of[1];
                if (! isset($of[2])) {
                    return $cells[$name] ?? $this->at($name, $moved);
                }
                $of[3] ??= '';
                $years = match ($of[3]) {
                    '' => [$t, $t],
                    '-' => [$t - 1, $t - 1],
                    'first' => [1, 1],
                    'last' => [$this->live->years, $this->live->years],
                    'all' => [1, $this->live->years],
                    default => throw new \LogicException("A formula names {$of[0]}."),
                };
                $pattern = $cells[$name] ?? ($this->inputs[$name] ?? throw new \LogicException("No cell holds {$name}."));
                $cell = self::cells($pattern, ...$years);

                return isset($moved[$name]) && ! isset($cells[$name]) ? "({$cell}+({$moved[$name]}-{$this->at($name)}))" : $cell;
            },
            $formula,
        );
    }

    /**
     * The figure of an input; the mean of one that goes through the years.
     *
     * @param  array<string, string>  $moved
     */
    private function at(string $name, array $moved = []): string
    {
        $cell = $moved[$name] ?? ($this->inputs[$name] ?? throw new \LogicException("No cell holds {$name}."));

        return str_contains($cell, '{}') ? 'AVERAGE('.self::cells($cell, 1, $this->live->years).')' : $cell;
    }

    private static function cells(string $pattern, int $from, int $to): string
    {
        $column = static fn (int $year): string => '$'.Coordinate::stringFromColumnIndex($year + 1);
        $first = str_replace('{}', $column($from), $pattern);

        return $from === $to ? $first : $first.':'.explode('!', str_replace('{}', $column($to), $pattern))[1];
    }

    private function page(string $name, string $heading): Worksheet
    {
        $page = $this->book->createSheet();
        $page->setTitle($name);
        $this->text($page, 1, 1, "{$this->title}: {$heading}");
        $page->getStyle('A1')->getFont()->setBold(true);
        $page->getColumnDimension('A')->setWidth(52);
        for ($i = 2; $i <= max(6, $this->live->years + 1); $i++) {
            $page->getColumnDimensionByColumn($i)->setWidth(15);
        }

        return $page;
    }

    private function years(Worksheet $page, int $row): void
    {
        for ($year = 1; $year <= $this->live->years; $year++) {
            $page->setCellValueExplicit([$year + 1, $row], $year, DataType::TYPE_NUMERIC);
        }
    }

    private function text(Worksheet $page, int $column, int $row, string $text): void
    {
        $page->setCellValueExplicit([$column, $row], $text, DataType::TYPE_STRING);
    }

    private function formula(Worksheet $page, int $column, int $row, string $formula, string $format): void
    {
        $page->setCellValueExplicit([$column, $row], "={$formula}", DataType::TYPE_FORMULA);
        $page
            ->getStyle([$column, $row])
            ->getNumberFormat()
            ->setFormatCode($format);
    }

    private function figure(Worksheet $page, int $column, int $row, float $value, string $format, bool $isInput): void
    {
        $page->setCellValueExplicit([$column, $row], $value, DataType::TYPE_NUMERIC);
        $style = $page->getStyle([$column, $row]);
        $style->getNumberFormat()->setFormatCode($format);
        if ($isInput) {
            $style->getFont()->getColor()->setRGB(self::INPUT_COLOUR);
        }
    }

    private static function label(string $of): string
    {
        return match ($of) {
            LiveSheet::LOW => Words::say('value_low'),
            LiveSheet::CENTRE => Words::say('value_centre'),
            LiveSheet::HIGH => Words::say('value_high'),
            default => $of,
        };
    }

    private static function format(Unit $unit): string
    {
        return match ($unit) {
            Unit::Percent => '0.00%',
            Unit::Money, Unit::Shares => '#,##0',
            Unit::Years, Unit::Count => '0',
            Unit::Ratio => '0.0000',
            default => '0.00',
        };
    }
}
