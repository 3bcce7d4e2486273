<?php

declare(strict_types=1);

namespace Logion\ValueMethod\Method;

use Logion\Figure\Unit;
use Logion\Figure\Words;
use Logion\Valuation\Convention;
use Logion\Valuation\Discounting;
use Logion\Valuation\EquityBridge;
use Logion\Valuation\Forecast\DriverRule;
use Logion\Valuation\InvalidAssumption;
use Logion\Valuation\Method\CashFlow\CashFlowValue;
use Logion\Valuation\ShareCount;
use Logion\ValueMethod\LiveSheet;
use Logion\ValueMethod\MethodInput;
use Logion\ValueMethod\UsualInputs;
use Logion\ValueMethod\ValueSubject;
use Logion\ValueMethod\Worth;
use Logion\ValueMethod\YearPath;

/**
 * From cash flows of the firm to a share: discounted at a rate for each year, with what comes after, over the bridge, diluted by options
 * after the treasury stock method. Amounts are of the whole company in the currency of its reports.
 */
final class FirmValue
{
    /** Ways to value what comes after the forecast. */
    public const REINVESTED = 0;

    public const PLAIN = 1;

    public const MULTIPLE = 2;

    public static function discountRate(ValueSubject $of): MethodInput
    {
        $usual = UsualInputs::costOfCapital($of);
        $rate = $usual->value ?? $of->cashFlow()->discountRate();

        return MethodInput::rate('discount_rate', $usual->label, $rate, $usual->source, 0.01, 0.4, $usual->alternatives)->throughYears(
            new YearPath(DriverRule::constant($rate, $usual->source)),
        );
    }

    /** @return list<MethodInput> when flows come in a year, and how much of the first is ahead */
    public static function timing(ValueSubject $of): array
    {
        $stub = $of->cashFlow()->stub;

        return [
            MethodInput::choice('year_end', Words::label('value.in.year_end', 'Flows arrive'), [
                Words::label('value.mid_year', 'in the middle of a year'),
                Words::label('value.end_year', 'at the end of a year'),
            ]),
            new MethodInput(
                'stub',
                Words::label('value.in.stub', 'Part of the first year ahead'),
                Unit::Ratio,
                $stub,
                Words::label('value.by_days', 'by the days left'),
                -1.0,
                1.0,
            ),
        ];
    }

    /** @return list<MethodInput> what is added and taken off, and by how many shares it is divided */
    public static function bridge(ValueSubject $of): array
    {
        $inputs = [];
        $model = $of->cashFlow();
        foreach ([...EquityBridge::ADDED, ...EquityBridge::DEDUCTED, 'shares'] as $name) {
            $figure = $model->figures[$name];
            $inputs[] = MethodInput::amount($name, $figure->label, $figure->unit, $figure->value, $figure->source, $figure->alternatives);
        }
        $untold = Words::label('value.no_options_told', 'none told');

        return [
            ...$inputs,
            MethodInput::amount('options', Words::label('value.in.options', 'Options on new shares'), Unit::Shares, 0.0, $untold),
            MethodInput::amount(
                'strike',
                Words::label('value.in.strike', 'At which they are exercised'),
                Unit::MoneyPerShare,
                0.0,
                $untold,
            ),
        ];
    }

    /**
     * @param  array<string, float>  $in
     * @param  list<?float>  $flows  of each year
     * @param  \Closure(float): ?float  $after  what all later years are worth at the end of the last, by its rate
     * @param  bool  $isPerpetual  whether that goes on with flows as they arrive
     * @param  list<array{label: string, unit: Unit, values: list<?float>}>  $rows  of the forecast
     *
     * @throws InvalidAssumption if there are no shares, or a rate takes all there is
     */
    public static function of(array $in, ValueSubject $of, array $flows, \Closure $after, bool $isPerpetual, array $rows): Worth
    {
        if ($in['shares'] <= 0) {
            throw InvalidAssumption::outOfRange('shares', Words::say('more_than_zero'));
        }
        foreach (['options', 'strike'] as $name) {
            if ($in[$name] < 0) {
                throw InvalidAssumption::outOfRange($name, Words::say('nought_or_more'));
            }
        }
        $years = count($flows);
        $path = YearPath::of($in, 'discount_rate', $years);
        $amounts = array_intersect_key($in, array_flip([...EquityBridge::ADDED, ...EquityBridge::DEDUCTED]));
        $convention = $in['year_end'] > 0.5 ? Convention::EndYear : Convention::MidYear;
        $exchange = $of->exchange();
        $valued = static function (float $moved) use ($path, $flows, $after, $in, $amounts, $convention, $isPerpetual): ?CashFlowValue {
            $rates = array_map(static fn (float $rate): float => $rate + $moved, $path);
            if ($rates === [] || min($rates) <= -0.99 || in_array(null, $flows, true)) {
                return null;
            }

            return CashFlowValue::of(
                $flows,
                new Discounting($rates, $convention, $in['stub']),
                $after($rates[count($rates) - 1]),
                new EquityBridge($amounts),
                $in['shares'],
                $isPerpetual,
            );
        };
        $each = static function (?float $equity) use ($in, $exchange): ?float {
            if ($equity === null) {
                return null;
            }
            $shares = new ShareCount($in['shares'], 0.0, [['count' => $in['options'], 'strike' => $in['strike'] / $exchange]]);

            return $exchange * ($in['options'] > 0 ? $shares->valuePerShare($equity) ?? $equity / $in['shares'] : $equity / $in['shares']);
        };
        $value = $valued(0.0);

        return Worth::aroundRate(
            static fn (float $rate): ?float => $each($valued($rate - $in['discount_rate'])?->equityValue),
            $in['discount_rate'],
            [
                ...$rows,
                Worth::row(Words::label('value.row.free_cash_flow', 'Free cash flow'), Unit::Money, $flows),
                Worth::row(Words::label('value.row.discount_rate', 'Cost of capital'), Unit::Percent, $path),
                Worth::row(Words::label('value.row.discount_factor', 'Discount factor'), Unit::Ratio, $value->discountFactors ?? []),
                Worth::row(Words::label('value.row.present_value', 'Present value'), Unit::Money, $value->presentValues ?? []),
                Worth::row(Words::label('value.row.of_forecast', 'Of the forecast'), Unit::Money, $value?->sumOfPresentValues),
                Worth::row(
                    Words::label('value.row.beyond', 'Present value of what comes after'),
                    Unit::Money,
                    $value?->presentTerminalValue,
                ),
                Worth::row(Words::label('value.row.enterprise_value', 'Value of the business'), Unit::Money, $value?->enterpriseValue),
                Worth::row(Words::label('value.row.equity_value', 'Value of the shares'), Unit::Money, $value?->equityValue),
            ],
        );
    }

    /**
     * The same as formulas.
     *
     * @param  LiveSheet  $sheet  with a row "flows" of each year
     * @param  string  $after  what all later years are worth at the end of the last
     */
    public static function live(LiveSheet $sheet, ValueSubject $of, string $after, bool $isPerpetual): LiveSheet
    {
        $exchange = LiveSheet::number($of->exchange());
        // 2 where flows arrive in the middle of a year, 1 at its end.
        $part = '(2-{year_end})';
        $length = static fn (int $t): string => $t === 1 ? '{stub}' : '1';
        $before = static fn (int $t): string => $t === 1 ? '1' : '{end@-}';
        $added = implode('+', array_map(static fn (string $name): string => "{{$name}}", EquityBridge::ADDED));
        $taken = implode('-', array_map(static fn (string $name): string => "{{$name}}", EquityBridge::DEDUCTED));
        $each = '{equity}/{shares}';
        $strike = "{strike}/{$exchange}";

        return $sheet
            ->yearly(
                'end',
                Words::label('value.row.year_end_factor', 'Factor of the end of the year'),
                Unit::Ratio,
                static fn (int $t): string => $before($t).'*(1+{discount_rate@})^(-'.$length($t).')',
            )
            ->yearly(
                'factor',
                Words::label('value.row.discount_factor', 'Discount factor'),
                Unit::Ratio,
                static fn (int $t): string => $before($t).'*(1+{discount_rate@})^(-'.$length($t)."/{$part})",
            )
            ->yearly(
                'present',
                Words::label('value.row.present_value', 'Present value'),
                Unit::Money,
                static fn (int $t): string => '{flows@}*{factor@}'.($t === 1 ? '*MAX(0,{stub})' : ''),
            )
            ->one('forecast', Words::label('value.row.of_forecast', 'Of the forecast'), Unit::Money, 'SUM({present@all})')
            ->one('then', Words::label('value.row.beyond_then', 'What comes after, at the end of the last year'), Unit::Money, $after)
            ->one(
                'beyond',
                Words::label('value.row.beyond', 'Present value of what comes after'),
                Unit::Money,
                '{then}*{end@last}'.($isPerpetual ? '*(1+{discount_rate@last})^(IF({year_end}=0,0.5,0))' : ''),
            )
            ->one('enterprise', Words::label('value.row.enterprise_value', 'Value of the business'), Unit::Money, '{forecast}+{beyond}')
            ->one('equity', Words::label('value.row.equity_value', 'Value of the shares'), Unit::Money, "{enterprise}+{$added}-{$taken}")
            ->worthAround(
                'discount_rate',
                ($isPerpetual ? 'IF({discount_rate@last}<={terminal_growth},"n.m.",' : '(').
                    "{$exchange}*IF(OR({options}<=0,{$each}<=MAX(0,{$strike})),{$each},".
                    "({equity}+{options}*{$strike})/({shares}+{options})))",
            );
    }

    /** @throws InvalidAssumption if what grows for ever grows as fast as it is discounted */
    public static function checkGrowth(float $growth, float $rate): void
    {
        if ($growth >= $rate) {
            throw InvalidAssumption::growthNotBelowRate($growth, $rate);
        }
    }
}
