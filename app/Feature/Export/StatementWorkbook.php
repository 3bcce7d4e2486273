<?php

declare(strict_types=1);

namespace App\Feature\Export;

use App\Storage\Identity\CompanyIdentity;
use Logion\Figure\Unit;
use Logion\Figure\Words;
use Logion\Metric\CompanyScope;
use Logion\Reporting\FactSheet;
use Logion\Reporting\LineItem;
use Logion\Reporting\LineItems;
use Logion\Reporting\LineKind;
use Logion\Time\Day;
use Logion\Time\FiscalPeriod;
use PhpOffice\PhpSpreadsheet\Cell\Coordinate;
use PhpOffice\PhpSpreadsheet\Cell\DataType;
use PhpOffice\PhpSpreadsheet\Spreadsheet;
use PhpOffice\PhpSpreadsheet\Worksheet\Worksheet;

/**
 * Statements as a workbook whose formulas live: what follows from other figures is computed from them ({@see StatementFormulas}),
 * as are common size, change on the year and ratios. A total that contradicts its parts stays the figure that was reported.
 */
final class StatementWorkbook
{
    public const SHEETS = [
        'income' => 'Income statement',
        'balance' => 'Balance sheet',
        'cash_flow' => 'Cash flow',
        'per_share_and_counts' => 'Per share',
    ];

    /** Ratio => formula over lines; "before:" is the same line a year earlier. */
    public const RATIOS = [
        'gross_margin' => ['Gross margin', 'gross_profit / revenue'],
        'operating_margin' => ['Operating margin', 'operating_income / revenue'],
        'net_margin' => ['Net margin', 'net_income_common / revenue'],
        'effective_tax_rate' => ['Effective tax rate', 'income_tax / income_before_tax'],
        'free_cash_flow' => ['Free cash flow', 'operating_cash_flow - capital_expenditure'],
        'return_on_equity' => ['Return on equity', 'net_income_common / ((common_equity + before:common_equity) / 2)'],
        'current_ratio' => ['Current ratio', 'total_current_assets / total_current_liabilities'],
        'debt_to_equity' => ['Debt to equity', 'total_debt / total_equity'],
    ];

    /** Below title, periods and their ends. */
    private const FIRST_ROW = 4;

    private readonly Spreadsheet $book;

    /** @var array<string, array{string, int}> sheet and row by line */
    private array $rows = [];

    /** @var list<int> */
    private readonly array $periods;

    /** The statements of a company as they are on the scope's day. */
    public static function of(CompanyScope $scope, CompanyIdentity $identity): Spreadsheet
    {
        return (new self($scope->facts, $identity->name, $scope->company->reportingCurrency))->book();
    }

    /** @param  int  $most  how many of the latest years */
    public function __construct(
        private readonly FactSheet $facts,
        private readonly string $title,
        private readonly string $currency,
        int $most = 20,
    ) {
        $this->periods = array_slice($facts->periods(), -$most);
        // Column widths are not measured: that needs fonts a server may lack.
        $this->book = new Spreadsheet();
        $this->book->getDefaultStyle()->getFont()->setName('Liberation Sans')->setSize(10);
        $this->book->removeSheetByIndex(0);
        $lines = [];
        foreach (self::SHEETS as $statement => $name) {
            $lines[$name] = $this->lines($statement);
            foreach ($lines[$name] as $nth => $item) {
                $this->rows[$item->key] = [$name, $nth + self::FIRST_ROW];
            }
        }
        $formulas = new StatementFormulas($facts, $this->rows, $this->periods);
        foreach ($lines as $name => $items) {
            $this->statement($name, $items, $formulas);
        }
        $this->derived(
            'Common size',
            Words::say('share_of_revenue_or_of_total'),
            fn (string $line, int $column): ?string => $this->shareFormula($line, $column),
        );
        $this->derived(
            'Change',
            Words::say('change_on_the_year'),
            fn (string $line, int $column): ?string => $this->changeFormula($line, $column),
        );
        $this->ratios();
    }

    public function book(): Spreadsheet
    {
        $this->book->setActiveSheetIndex(0);

        return $this->book;
    }

    /** @return list<LineItem> those of which something is told */
    private function lines(string $statement): array
    {
        return array_values(
            array_filter(
                LineItems::ofStatement($statement, $this->facts->template),
                fn (LineItem $item): bool => array_filter(
                    $this->periods,
                    fn (int $period): bool => $this->facts->value($item->key, $period) !== null &&
                        ($this->facts->isReported($item->key, $period) || $this->facts->value($item->key, $period) != 0.0),
                ) !== [],
            ),
        );
    }

    /** @param  list<LineItem>  $lines */
    private function statement(string $name, array $lines, StatementFormulas $formulas): void
    {
        $sheet = $this->sheet($name, Words::say('a_figure_in_grey_was_computed', title: $this->title, currency: $this->currency));
        foreach ($lines as $item) {
            $row = $this->rows[$item->key][1];
            $sheet->setCellValueExplicit([1, $row], $item->label, DataType::TYPE_STRING);
            foreach ($this->periods as $i => $period) {
                $value = $this->facts->value($item->key, $period);
                if ($value === null) {
                    continue;
                }
                $formula = $formulas->of($item, $i);
                $formula === null
                    ? $sheet->setCellValueExplicit([$i + 2, $row], $value, DataType::TYPE_NUMERIC)
                    : $sheet->setCellValueExplicit([$i + 2, $row], $formula, DataType::TYPE_FORMULA);
                if (! $this->facts->isReported($item->key, $period)) {
                    $sheet
                        ->getStyle([$i + 2, $row])
                        ->getFont()
                        ->getColor()
                        ->setRGB('808080');
                }
            }
            $sheet
                ->getStyle([2, $row, count($this->periods) + 1, $row])
                ->getNumberFormat()
                ->setFormatCode(
                    $item->unit === Unit::Money || $item->unit === Unit::Shares || $item->kind === LineKind::Count ? '#,##0' : '#,##0.00##',
                );
            if ($item->isTotal($this->facts->template)) {
                $sheet
                    ->getStyle([1, $row, count($this->periods) + 1, $row])
                    ->getFont()
                    ->setBold(true);
            }
        }
    }

    /** @param  \Closure(string, int): ?string  $formula */
    private function derived(string $name, string $heading, \Closure $formula): void
    {
        $sheet = $this->sheet($name, "{$this->title}: ".lcfirst($heading));
        $row = 3;
        foreach ($this->rows as $line => [$of]) {
            $item = LineItems::all()[$line];
            if ($item->unit !== Unit::Money) {
                continue;
            }
            $row++;
            $sheet->setCellValueExplicit([1, $row], $item->label, DataType::TYPE_STRING);
            foreach (array_keys($this->periods) as $i) {
                $cell = $formula($line, $i);
                $cell === null || $sheet->setCellValueExplicit([$i + 2, $row], $cell, DataType::TYPE_FORMULA);
            }
            $sheet
                ->getStyle([2, $row, count($this->periods) + 1, $row])
                ->getNumberFormat()
                ->setFormatCode('0.0%');
        }
    }

    private function shareFormula(string $line, int $i): ?string
    {
        $base = $this->rows[$line][0] === self::SHEETS['balance'] ? 'total_assets' : 'revenue';
        $whole = $this->facts->value($base, $this->periods[$i]);

        return $whole === null || $whole <= 0 || $this->facts->value($line, $this->periods[$i]) === null || ! isset($this->rows[$base])
            ? null
            : '='.$this->reference($line, $i).'/'.$this->reference($base, $i);
    }

    private function changeFormula(string $line, int $i): ?string
    {
        $before = $i === 0 ? null : $this->facts->value($line, $this->periods[$i - 1]);

        return $before === null ||
            $before <= 0 ||
            $this->periods[$i] - $this->periods[$i - 1] !== 10 ||
            $this->facts->value($line, $this->periods[$i]) === null
            ? null
            : '='.$this->reference($line, $i).'/'.$this->reference($line, $i - 1).'-1';
    }

    private function ratios(): void
    {
        $sheet = $this->sheet('Ratios', Words::say('ratios_of_each_year_from_the', title: $this->title));
        $row = 3;
        foreach (self::RATIOS as $key => [$label, $formula]) {
            $row++;
            $sheet->setCellValueExplicit([1, $row], $label, DataType::TYPE_STRING);
            foreach (array_keys($this->periods) as $i) {
                $known = true;
                $cell = preg_replace_callback(
                    '/(before:)?([a-z_]{3,})/',
                    function (array $m) use ($i, &$known): string {
                        $at = $m[1] === '' ? $i : $i - 1;
                        $known =
                            $known &&
                            $at >= 0 &&
                            isset($this->rows[$m[2]]) &&
                            $this->facts->value($m[2], $this->periods[$at]) !== null &&
                            ($m[1] === '' || $this->periods[$i] - $this->periods[$at] === 10);

                        return $known ? $this->reference($m[2], $at) : '';
                    },
                    $formula,
                );
                if ($known && $this->isMeaningful($formula, $i)) {
                    $sheet->setCellValueExplicit([$i + 2, $row], '='.$cell, DataType::TYPE_FORMULA);
                }
            }
            $sheet
                ->getStyle([2, $row, count($this->periods) + 1, $row])
                ->getNumberFormat()
                ->setFormatCode(
                    $key === 'free_cash_flow' ? '#,##0' : (in_array($key, ['current_ratio', 'debt_to_equity'], true) ? '0.00' : '0.0%'),
                );
        }
    }

    /** A ratio over a base that is not positive says nothing, so it stays empty. */
    private function isMeaningful(string $formula, int $i): bool
    {
        if (! str_contains($formula, '/')) {
            return true;
        }
        preg_match_all('/[a-z_]{3,}/', substr($formula, (int) strpos($formula, '/')), $names);
        foreach (array_diff($names[0], ['before']) as $line) {
            if (($this->facts->value($line, $this->periods[$i]) ?? 0.0) <= 0) {
                return false;
            }
        }

        return ! str_contains($formula, 'before:') || ($this->facts->value('common_equity', $this->periods[$i - 1]) ?? 0.0) > 0;
    }

    private function reference(string $line, int $i): string
    {
        [$sheet, $row] = $this->rows[$line];

        return "'{$sheet}'!".Coordinate::stringFromColumnIndex($i + 2).$row;
    }

    private function sheet(string $name, string $heading): Worksheet
    {
        $sheet = $this->book->createSheet()->setTitle($name);
        $sheet->setCellValueExplicit([1, 1], $heading, DataType::TYPE_STRING);
        $sheet
            ->getStyle([1, 1])
            ->getFont()
            ->setItalic(true);
        foreach ($this->periods as $i => $period) {
            $end = $this->facts->periodEnd($period);
            $sheet->setCellValueExplicit([$i + 2, 2], FiscalPeriod::label($period), DataType::TYPE_STRING);
            $sheet->setCellValueExplicit([$i + 2, 3], $end === null ? '' : Day::iso($end), DataType::TYPE_STRING);
        }
        $sheet
            ->getStyle([1, 2, count($this->periods) + 1, 3])
            ->getFont()
            ->setBold(true);
        $sheet->getColumnDimension('A')->setWidth(52);
        for ($i = 0; $i < count($this->periods); $i++) {
            $sheet->getColumnDimension(Coordinate::stringFromColumnIndex($i + 2))->setWidth(15);
        }
        $sheet->freezePane('B4');

        return $sheet;
    }
}
