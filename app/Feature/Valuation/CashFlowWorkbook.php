<?php

declare(strict_types=1);

namespace App\Feature\Valuation;

use Logion\Figure\Unit;
use Logion\Figure\Words;
use Logion\Valuation\Assumption;
use Logion\Valuation\Convention;
use Logion\Valuation\EquityBridge;
use Logion\Valuation\Method\CashFlow\DiscountedCashFlow;
use Logion\Valuation\Method\CashFlow\TerminalMethod;
use PhpOffice\PhpSpreadsheet\Cell\Coordinate;
use PhpOffice\PhpSpreadsheet\Cell\DataType;
use PhpOffice\PhpSpreadsheet\Spreadsheet;
use PhpOffice\PhpSpreadsheet\Worksheet\Worksheet;

/**
 * A discounted cash flow as a workbook that lives: inputs stand on one sheet and are marked as such; forecast, discounting, bridge and
 * sensitivity are formulas over them, so that a figure changed in the file changes the value.
 */
final class CashFlowWorkbook
{
    public const INPUTS = 'Inputs';

    public const FORECAST = 'Forecast';

    public const VALUE = 'Value';

    public const SENSITIVITY = 'Sensitivity';

    /** Below title and head. */
    private const FIRST_ROW = 4;

    /** Steps of the grid to each side, and how far one goes. */
    private const STEPS = [-3, -2, -1, 0, 1, 2, 3];

    private const RATE_STEP = 0.005;

    private const MULTIPLE_STEP = 1.0;

    private readonly Spreadsheet $book;

    /** @var array<string, string> cell with its sheet by name */
    private array $cells = [];

    private function __construct(private readonly DiscountedCashFlow $model, private readonly string $title, private readonly float $rate)
    {
        $this->book = new Spreadsheet();
        $this->book->getDefaultStyle()->getFont()->setName('Liberation Sans')->setSize(10);
        $this->book->removeSheetByIndex(0);
    }

    /** @param  float  $rate  units of the currency of the share for one of the reports */
    public static function of(DiscountedCashFlow $model, string $title, float $rate, ?float $price): Spreadsheet
    {
        $workbook = new self($model, $title, $rate);
        $workbook->inputs($price);
        $workbook->forecast();
        $workbook->value();
        $workbook->sensitivity();
        $workbook->book->setActiveSheetIndex(0);

        return $workbook->book;
    }

    private function inputs(?float $price): void
    {
        $model = $this->model;
        $sheet = $this->sheet(self::INPUTS, Words::say('change_a_figure_in_ochre'));
        $row = self::FIRST_ROW;
        $own = ($model->figures['discount_rate'] ?? null)?->source === 'own';
        foreach ($model->figures as $name => $figure) {
            // Empty, the rate is what the parts of capital cost together.
            $value = $name === 'discount_rate' && ! $own ? null : $figure->value;
            $label = $name === 'discount_rate' ? Words::say('discount_rate_of_ones_own') : $figure->label;
            $this->input($sheet, $row++, $name, $label, $value, self::format($figure), $figure->source);
        }
        $this->input($sheet, $row++, 'stub', Words::say('part_of_the_first_year_ahead'), $model->stub, '0.0000', '');
        $mid = $model->convention === Convention::MidYear ? 1.0 : 0.0;
        $this->input($sheet, $row++, 'mid_year', Words::say('flows_in_the_middle_of_the_year'), $mid, '0', '');
        $this->input($sheet, $row++, 'exchange_rate', Words::say('currency_of_the_share'), $this->rate, '0.0000', '');
        $this->input($sheet, $row++, 'price', Words::say('price'), $price === null ? null : $price * $this->rate, '#,##0.00', '');
        $row++;
        $this->years($sheet, $row++);
        foreach ($model->paths() as $name => $path) {
            $sheet->setCellValueExplicit([1, $row], DiscountedCashFlow::label($name), DataType::TYPE_STRING);
            foreach ($path as $i => $value) {
                $sheet->setCellValueExplicit([$i + 2, $row], $value, DataType::TYPE_NUMERIC);
                $this->mark($sheet, $i + 2, $row, '0.00%');
            }
            $this->cells[$name] = self::INPUTS."!{}{$row}";
            $row++;
        }
    }

    private function forecast(): void
    {
        $sheet = $this->sheet(self::FORECAST, Words::say('forecast_in', currency: $this->model->currency));
        $this->years($sheet, self::FIRST_ROW - 1);
        $before = fn (string $name, int $i, string $first): string => $i === 0 ? $first : $this->at($name, $i - 1);
        $lines = [
            'revenue' => [
                Words::say('revenue'),
                fn (int $i): string => $before('revenue', $i, $this->at('base_revenue')).'*(1+'.$this->at('revenue_growth', $i).')',
            ],
            'ebit' => [
                Words::say('operating_profit'),
                fn (int $i): string => $this->at('revenue', $i).'*'.$this->at('operating_margin', $i),
            ],
            'used' => [
                Words::say('loss_that_saves_tax'),
                fn (int $i): string => 'MAX(0,MIN('.$before('pool', $i, '0').','.$this->at('ebit', $i).'))',
            ],
            'pool' => [
                Words::say('loss_carried_forward'),
                fn (int $i): string => $before('pool', $i, '0').
                    '+IF('.
                    $this->at('ebit', $i).
                    '<0,-'.
                    $this->at('ebit', $i).
                    ',-'.
                    $this->at('used', $i).
                    ')',
            ],
            'taxes' => [
                Words::say('taxes'),
                fn (int $i): string => 'MAX(0,'.$this->at('ebit', $i).'-'.$this->at('used', $i).')*'.$this->at('tax_rate', $i),
            ],
            'depreciation' => [
                Words::say('depreciation'),
                fn (int $i): string => $this->at('revenue', $i).'*'.$this->at('depreciation_to_revenue', $i),
            ],
            'expenditure' => [
                Words::say('capital_expenditure'),
                fn (int $i): string => $this->at('revenue', $i).'*'.$this->at('capital_expenditure_to_revenue', $i),
            ],
            'working' => [
                Words::say('increase_of_working_capital'),
                fn (int $i): string => '('.
                    $this->at('revenue', $i).
                    '-'.
                    $before('revenue', $i, $this->at('base_revenue')).
                    ')*'.
                    $this->at('working_capital_to_revenue_change', $i),
            ],
            'flow' => [
                Words::say('free_cash_flow'),
                fn (int $i): string => $this->at('ebit', $i).
                    '-'.
                    $this->at('taxes', $i).
                    '+'.
                    $this->at('depreciation', $i).
                    '-'.
                    $this->at('expenditure', $i).
                    '-'.
                    $this->at('working', $i),
            ],
            // When the flow of a year arrives, in years from now; of the first only what is still ahead counts.
            'time' => [
                Words::say('years_until_it_arrives'),
                fn (int $i): string => $i === 0
                    ? $this->at('stub').'/(1+'.$this->at('mid_year').')'
                    : $this->at('stub')."+{$i}-".$this->at('mid_year').'/2',
            ],
            'counted' => [
                Words::say('flow_that_is_counted'),
                fn (int $i): string => $this->at('flow', $i).($i === 0 ? '*MAX(0,'.$this->at('stub').')' : ''),
            ],
        ];
        // Lines refer to each other, whichever comes first.
        foreach (array_keys($lines) as $nth => $name) {
            $this->cells[$name] = self::FORECAST.'!{}'.(self::FIRST_ROW + $nth);
        }
        $row = self::FIRST_ROW;
        foreach ($lines as $name => [$label, $formula]) {
            $sheet->setCellValueExplicit([1, $row], $label, DataType::TYPE_STRING);
            for ($i = 0; $i < $this->model->years; $i++) {
                $sheet->setCellValueExplicit([$i + 2, $row], '='.$formula($i), DataType::TYPE_FORMULA);
                $sheet
                    ->getStyle([$i + 2, $row])
                    ->getNumberFormat()
                    ->setFormatCode($name === 'time' ? '0.00' : '#,##0');
            }
            $row++;
        }
    }

    private function value(): void
    {
        $sheet = $this->sheet(self::VALUE, Words::say('from_flows_to_a_share'));
        $sum = $this->at('equity_market_value').'+'.$this->at('debt').'+'.$this->at('lease_liabilities');
        $debt = $this->at('debt').'+'.$this->at('lease_liabilities');
        $rows = [
            'cost_of_equity' => [
                Words::say('cost_of_equity'),
                $this->at('risk_free_rate').'+'.$this->at('beta').'*'.$this->at('equity_risk_premium'),
                '0.00%',
            ],
            'weighted' => [
                Words::say('cost_of_capital'),
                $this->at('equity_market_value').
                "/({$sum})*{cost_of_equity}+({$debt})/({$sum})*".
                $this->at('cost_of_debt').
                '*(1-'.
                $this->at('marginal_tax_rate').
                ')',
                '0.00%',
            ],
            'rate' => [
                Words::say('discount_rate'),
                'IF('.$this->at('discount_rate').'="",{weighted},'.$this->at('discount_rate').')',
                '0.00%',
            ],
            'present' => [Words::say('present_value_of_the_flows'), $this->present('{rate}'), '#,##0'],
            'after' => [Words::say('worth_then_of_what_comes_after'), $this->after('{rate}', $this->key()), '#,##0'],
            'after_now' => [Words::say('worth_now_of_what_comes_after'), '{after}*(1+{rate})^-('.$this->horizon().')', '#,##0'],
            'enterprise' => [Words::say('value_of_the_business'), '{present}+{after_now}', '#,##0'],
            'net' => [Words::say('bridge_to_the_shares'), $this->bridge(), '#,##0'],
            'equity' => [Words::say('value_of_the_shares'), '{enterprise}+{net}', '#,##0'],
            'share' => [Words::say('value_of_a_share'), '{equity}/'.$this->at('shares').'*'.$this->at('exchange_rate'), '#,##0.00'],
            'upside' => [
                Words::say('beyond_the_price'),
                'IF('.$this->at('price').'="","",{share}/'.$this->at('price').'-1)',
                '0.0%',
            ],
        ];
        $row = self::FIRST_ROW;
        foreach ($rows as $name => [$label, $formula, $format]) {
            $this->cells[$name] = self::VALUE."!\$B\${$row}";
            $sheet->setCellValueExplicit([1, $row], $label, DataType::TYPE_STRING);
            $sheet->setCellValueExplicit([2, $row], '='.$this->filled($formula), DataType::TYPE_FORMULA);
            $sheet
                ->getStyle([2, $row])
                ->getNumberFormat()
                ->setFormatCode($format);
            $row++;
        }
    }

    private function sensitivity(): void
    {
        $key = $this->key();
        $sheet = $this->sheet(self::SENSITIVITY, Words::say('value_of_a_share_by_rate_and', label: $this->model->figures[$key]->label));
        $step = $key === 'exit_multiple' ? self::MULTIPLE_STEP : self::RATE_STEP;
        $top = self::FIRST_ROW;
        foreach (self::STEPS as $j => $steps) {
            $column = Coordinate::stringFromColumnIndex($j + 2);
            $sheet->setCellValueExplicit("{$column}{$top}", '='.$this->at($key).self::signed($steps * $step), DataType::TYPE_FORMULA);
            $sheet
                ->getStyle("{$column}{$top}")
                ->getNumberFormat()
                ->setFormatCode($key === 'exit_multiple' ? '0.0' : '0.00%');
        }
        foreach (self::STEPS as $i => $steps) {
            $row = $top + 1 + $i;
            $sheet->setCellValueExplicit(
                "A{$row}",
                '='.$this->cells['rate'].self::signed($steps * self::RATE_STEP),
                DataType::TYPE_FORMULA,
            );
            $sheet
                ->getStyle("A{$row}")
                ->getNumberFormat()
                ->setFormatCode('0.00%');
            foreach (array_keys(self::STEPS) as $j) {
                $column = Coordinate::stringFromColumnIndex($j + 2);
                [$rate, $other] = ["\$A{$row}", "{$column}\${$top}"];
                $value =
                    '('.
                    $this->present($rate).
                    '+('.
                    $this->after($rate, $key, $other).
                    ")*(1+{$rate})^-(".
                    $this->horizon().
                    ')+'.
                    $this->cells['net'].
                    ')/'.
                    $this->at('shares').
                    '*'.
                    $this->at('exchange_rate');
                $formula = $key === 'exit_multiple' ? "={$value}" : "=IF({$rate}<={$other},\"n.m.\",{$value})";
                $sheet->setCellValueExplicit("{$column}{$row}", $formula, DataType::TYPE_FORMULA);
                $sheet
                    ->getStyle("{$column}{$row}")
                    ->getNumberFormat()
                    ->setFormatCode('#,##0.00');
            }
        }
    }

    /** Present value of all flows at a rate. */
    private function present(string $rate): string
    {
        return 'SUMPRODUCT('.$this->across('counted').",(1+{$rate})^(-".$this->across('time').'))';
    }

    /** What the business is worth at the end of the last year. */
    private function after(string $rate, string $key, ?string $figure = null): string
    {
        $last = $this->model->years - 1;
        $growth = $key === 'terminal_growth' ? $figure ?? $this->at('terminal_growth') : $this->at('terminal_growth');

        return match ($this->model->terminal) {
            TerminalMethod::ExitMultiple => '('.
                $this->at('ebit', $last).
                '+'.
                $this->at('depreciation', $last).
                ')*'.
                ($figure ?? $this->at('exit_multiple')),
            TerminalMethod::Perpetuity => $this->at('flow', $last)."*(1+{$growth})/({$rate}-{$growth})",
            TerminalMethod::ReturnOnNewCapital => $this->at('revenue', $last).
                "*(1+{$growth})*".
                $this->at('operating_margin', $last).
                '*(1-'.
                $this->at('tax_rate', $last).
                ")*(1-{$growth}/".
                $this->at('return_on_new_capital').
                ")/({$rate}-{$growth})",
        };
    }

    /** Years until what comes after is there; half a year less where its own flows arrive in the middle of years. */
    private function horizon(): string
    {
        $half = $this->model->terminal === TerminalMethod::ExitMultiple ? '' : '-'.$this->at('mid_year').'/2';

        return $this->at('stub').'+'.($this->model->years - 1).$half;
    }

    private function bridge(): string
    {
        return implode('+', array_map($this->at(...), EquityBridge::ADDED)).
            '-'.
            implode('-', array_map($this->at(...), EquityBridge::DEDUCTED));
    }

    private function key(): string
    {
        return $this->model->terminal === TerminalMethod::ExitMultiple ? 'exit_multiple' : 'terminal_growth';
    }

    private function filled(string $formula): string
    {
        return (string) preg_replace_callback('/\{([a-z_]+)\}/', fn (array $of): string => $this->cells[$of[1]], $formula);
    }

    /** @param  int|null  $year  of a line that goes through years, from nought */
    private function at(string $name, ?int $year = null): string
    {
        $cell = $this->cells[$name] ?? throw new \LogicException("No cell holds {$name}.");

        return $year === null ? $cell : str_replace('{}', Coordinate::stringFromColumnIndex($year + 2), $cell);
    }

    private function across(string $name): string
    {
        $first = $this->at($name, 0);
        [, $last] = explode('!', $this->at($name, $this->model->years - 1));

        return "{$first}:{$last}";
    }

    private function sheet(string $name, string $heading): Worksheet
    {
        $sheet = $this->book->createSheet();
        $sheet->setTitle($name);
        $sheet->setCellValueExplicit('A1', "{$this->title}: {$heading}", DataType::TYPE_STRING);
        $sheet->getStyle('A1')->getFont()->setBold(true);
        $sheet->getColumnDimension('A')->setWidth(44);
        for ($i = 2; $i <= $this->model->years + 1; $i++) {
            $sheet->getColumnDimensionByColumn($i)->setWidth(15);
        }

        return $sheet;
    }

    private function years(Worksheet $sheet, int $row): void
    {
        for ($i = 0; $i < $this->model->years; $i++) {
            $sheet->setCellValueExplicit([$i + 2, $row], 'FY '.($this->model->baseYear + 1 + $i), DataType::TYPE_STRING);
        }
    }

    private function input(Worksheet $sheet, int $row, string $name, string $label, ?float $value, string $format, string $source): void
    {
        $sheet->setCellValueExplicit([1, $row], $label, DataType::TYPE_STRING);
        if ($value !== null) {
            $sheet->setCellValueExplicit([2, $row], $value, DataType::TYPE_NUMERIC);
        }
        $this->mark($sheet, 2, $row, $format);
        $sheet->setCellValueExplicit([3, $row], $source, DataType::TYPE_STRING);
        $this->cells[$name] = self::INPUTS."!\$B\${$row}";
    }

    private function mark(Worksheet $sheet, int $column, int $row, string $format): void
    {
        $style = $sheet->getStyle([$column, $row]);
        $style->getFont()->getColor()->setRGB('97591A');
        $style->getNumberFormat()->setFormatCode($format);
    }

    private static function format(Assumption $figure): string
    {
        return match ($figure->unit) {
            Unit::Percent => '0.00%',
            Unit::Money, Unit::Shares => '#,##0',
            default => '0.00',
        };
    }

    private static function signed(float $by): string
    {
        return $by < 0 ? (string) $by : "+{$by}";
    }
}
