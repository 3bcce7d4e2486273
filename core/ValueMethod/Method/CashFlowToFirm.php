<?php

declare(strict_types=1);

namespace Logion\ValueMethod\Method;

use Logion\Figure\Unit;
use Logion\Figure\Words;
use Logion\Statistics\Descriptive;
use Logion\Valuation\Convention;
use Logion\Valuation\Forecast\DriverRule;
use Logion\Valuation\InvalidAssumption;
use Logion\Valuation\Method\CashFlow\DiscountedCashFlow;
use Logion\ValueMethod\LiveSheet;
use Logion\ValueMethod\MethodInput;
use Logion\ValueMethod\UsualInputs;
use Logion\ValueMethod\ValueBelief;
use Logion\ValueMethod\ValueMethod;
use Logion\ValueMethod\ValueSubject;
use Logion\ValueMethod\Worth;

/** The discounted cash flow of its own sheet, moved as a whole: its growth and its margin are those of all years together. */
final class CashFlowToFirm implements ValueBelief, ValueMethod
{
    /** Drivers one says something of for all years together. */
    private const MOVED = ['revenue_growth', 'operating_margin', 'capital_expenditure_to_revenue', 'tax_rate'];

    public function key(): string
    {
        return 'cash_flow_to_firm';
    }

    public function label(): string
    {
        return Words::label('value.cash_flow_to_firm', 'Cash flow to the firm');
    }

    public function purpose(): string
    {
        return Words::label(
            'value.cash_flow_to_firm.purpose',
            'What the business earns in cash for lenders and owners, at what capital costs, less what lenders are owed.',
        );
    }

    public function misfit(ValueSubject $of): ?string
    {
        return $of->cashFlowMisfit();
    }

    public function belief(): string
    {
        return 'revenue_growth';
    }

    public function inputs(ValueSubject $of): array
    {
        $model = $of->cashFlow();
        $paths = $model->paths();
        $cost = UsualInputs::costOfCapital($of);
        $drivers = [];
        foreach (self::MOVED as $driver) {
            $past = Descriptive::known(array_values($model->history[$driver]));
            $drivers[] = MethodInput::rate(
                $driver,
                DiscountedCashFlow::label($driver),
                Descriptive::mean($paths[$driver]),
                Words::label('value.mean_of_sheet', 'mean of the sheet'),
                $driver === 'revenue_growth' ? -0.3 : 0.0,
                0.6,
                [Words::label('value.past_ten', 'mean of the past') => Descriptive::mean($past)],
            );
        }

        return [
            ...$drivers,
            MethodInput::rate(
                'discount_rate',
                $cost->label,
                $cost->value ?? $model->discountRate(),
                $cost->source,
                0.01,
                0.4,
                $cost->alternatives,
            ),
            UsualInputs::terminalGrowth($of),
            MethodInput::rate(
                'return_on_new_capital',
                Words::label('value.in.return_on_new_capital', 'Return on new capital'),
                $model->figures['return_on_new_capital']->value,
                $model->figures['return_on_new_capital']->source,
                0.01,
                0.6,
                $model->figures['return_on_new_capital']->alternatives,
            ),
        ];
    }

    public function worth(array $in, ValueSubject $of): Worth
    {
        $model = $of->cashFlow();
        $paths = $model->paths();
        foreach (self::MOVED as $driver) {
            $shift = $in[$driver] - (Descriptive::mean($paths[$driver]) ?? 0.0);
            if (abs($shift) > 1e-12) {
                $model = $model->withDriver(
                    $driver,
                    DriverRule::own(array_map(static fn (float $x): float => $x + $shift, $paths[$driver])),
                );
            }
        }
        $model = $model->with('terminal_growth', $in['terminal_growth'])->with('return_on_new_capital', $in['return_on_new_capital']);
        $rate = $of->exchange();
        $at = static function (float $discount) use ($model, $rate): ?float {
            try {
                $value = $model->with('discount_rate', $discount)->value()->perShare;
            } catch (InvalidAssumption) {
                return null;
            }

            return $value === null ? null : $value * $rate;
        };
        $chosen = $model->with('discount_rate', $in['discount_rate']);
        $value = $chosen->value();
        $forecast = $chosen->forecast();

        return Worth::aroundRate($at, $in['discount_rate'], [
            Worth::row(Words::label('value.row.revenue', 'Revenue'), Unit::Money, $forecast->revenue),
            Worth::row(Words::label('value.row.operating_profit', 'Operating profit'), Unit::Money, $forecast->ebit),
            Worth::row(Words::label('value.row.free_cash_flow', 'Free cash flow'), Unit::Money, $forecast->flows),
            Worth::row(Words::label('value.row.discount_factor', 'Discount factor'), Unit::Ratio, $value->discountFactors),
            Worth::row(Words::label('value.row.present_value', 'Present value'), Unit::Money, $value->presentValues),
            Worth::row(Words::label('value.row.beyond', 'Present value of what comes after'), Unit::Money, $value->presentTerminalValue),
            Worth::row(Words::label('value.row.enterprise_value', 'Value of the business'), Unit::Money, $value->enterpriseValue),
            Worth::row(Words::label('value.row.equity_value', 'Value of the shares'), Unit::Money, $value->equityValue),
        ]);
    }

    public function live(array $in, ValueSubject $of): LiveSheet
    {
        $model = $of->cashFlow();
        $paths = $model->paths();
        $figure = static fn (string $name): string => LiveSheet::number($model->figures[$name]->value);
        // What is assumed of all years together moves each year of the sheet as much.
        $moved = static function (string $driver) use ($paths): \Closure {
            $mean = LiveSheet::number(Descriptive::mean($paths[$driver]) ?? 0.0);

            return static fn (int $t): string => LiveSheet::number($paths[$driver][$t - 1]).
                (in_array($driver, self::MOVED, true) ? "+({{$driver}}-{$mean})" : '');
        };
        $sheet = new LiveSheet($model->years);
        foreach (array_keys(DiscountedCashFlow::DRIVERS) as $driver) {
            $sheet->yearly("of_{$driver}", DiscountedCashFlow::label($driver), Unit::Percent, $moved($driver));
        }
        $row = static fn (string $name, string $key, string $label, \Closure $formula): LiveSheet => $sheet->yearly(
            $name,
            Words::label("value.row.{$key}", $label),
            Unit::Money,
            $formula,
        );
        $sales = static fn (int $t): string => $t === 1 ? $figure('base_revenue') : '{sold@-}';
        $pool = static fn (int $t): string => $t === 1 ? '0' : '{pool@-}';
        $row('sold', 'revenue', 'Revenue', static fn (int $t): string => $sales($t).'*(1+{of_revenue_growth@})');
        $row('income', 'operating_profit', 'Operating profit', static fn (int $t): string => '{sold@}*{of_operating_margin@}');
        $row('used', 'loss_used', 'Loss that saves tax', static fn (int $t): string => 'MAX(0,MIN('.$pool($t).',{income@}))');
        $row('pool', 'loss_pool', 'Loss carried forward', static fn (int $t): string => $pool($t).'+IF({income@}<0,-{income@},-{used@})');
        $row('taxes', 'taxes', 'Taxes', static fn (int $t): string => 'MAX(0,{income@}-{used@})*{of_tax_rate@}');
        $row(
            'flows',
            'free_cash_flow',
            'Free cash flow',
            static fn (
                int $t,
            ): string => '{income@}-{taxes@}+{sold@}*({of_depreciation_to_revenue@}-{of_capital_expenditure_to_revenue@})-({sold@}-'.
                $sales($t).
                ')*{of_working_capital_to_revenue_change@}',
        );
        $half = $model->convention === Convention::MidYear ? '0.5' : '0';
        $stub = LiveSheet::number($model->stub);
        $row(
            'present',
            'present_value',
            'Present value',
            static fn (int $t): string => $t === 1
                ? "{flows@}*MAX(0,{$stub})*(1+{discount_rate})^(-{$stub}*(1-{$half}))"
                : "{flows@}*(1+{discount_rate})^(-({$stub}+".($t - 1)."-{$half}))",
        );
        $net = LiveSheet::number($model->bridge()->net());
        $share = LiveSheet::number($of->exchange() / $model->figures['shares']->value);

        return $sheet
            ->one('forecast', Words::label('value.row.of_forecast', 'Of the forecast'), Unit::Money, 'SUM({present@all})')
            ->one(
                'beyond',
                Words::label('value.row.beyond', 'Present value of what comes after'),
                Unit::Money,
                '{sold@last}*(1+{terminal_growth})*{of_operating_margin@last}*(1-{of_tax_rate@last})'.
                    '*(1-{terminal_growth}/{return_on_new_capital})/({discount_rate}-{terminal_growth})'.
                    "*(1+{discount_rate})^(-({$stub}+".
                    ($model->years - 1).
                    "-{$half}))",
            )
            ->one('equity', Words::label('value.row.equity_value', 'Value of the shares'), Unit::Money, "{forecast}+{beyond}+{$net}")
            ->worthAround('discount_rate', "IF({discount_rate}<={terminal_growth},\"n.m.\",{equity}*{$share})");
    }
}
