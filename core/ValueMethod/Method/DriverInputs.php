<?php

declare(strict_types=1);

namespace Logion\ValueMethod\Method;

use Logion\Figure\Absence;
use Logion\Figure\Unit;
use Logion\Figure\Words;
use Logion\Formula\Moment;
use Logion\Statistics\Descriptive;
use Logion\Valuation\Forecast\DriverRule;
use Logion\ValueMethod\MethodInput;
use Logion\ValueMethod\UsualInputs;
use Logion\ValueMethod\ValueSubject;
use Logion\ValueMethod\YearPath;

/** What the cash flow from drivers starts with: each driver with its past, the rule by which it goes on, and what else it could be. */
final class DriverInputs
{
    /** Fiscal years of history told, and of which a usual figure is the median. */
    private const PAST = 10;

    private const RECENT = 5;

    /** @return list<MethodInput> */
    public static function of(ValueSubject $of): array
    {
        $model = $of->cashFlow();
        $segments = SegmentSales::of($of);
        $growth = UsualInputs::terminalGrowth($of);
        $costs = CostLines::of($of, $model->baseYear, self::PAST);
        $followed = [Words::label('value.all_sales', 'all sales'), ...array_map(strval(...), array_keys($segments))];
        $lines = $follow = [];
        $largest = self::largest($costs);
        foreach ($costs as $line => $past) {
            $input = self::yearly("cost_{$line}", CostLines::label($line).Words::label('value.of_sales', ', of sales'), $past);
            $lines[] = $line === $largest ? self::underCompetition($input, $model->paths()['operating_margin'], $past) : $input;
            if (count($segments) > 1) {
                $follow[] = MethodInput::choice(
                    "follows_{$line}",
                    CostLines::label($line).Words::label('value.follows', ' follows'),
                    $followed,
                    "cost_{$line}",
                );
            }
        }
        $working = self::past($of, 'operating_working_capital / revenue');

        return [
            MethodInput::years('years', Words::label('value.in.years', 'Years of the forecast'), 10, 15),
            ...SegmentSales::inputs($of, $segments, $growth->value ?? 0.0),
            ...$lines,
            ...$follow,
            self::tax($of),
            self::yearly(
                'capital_expenditure',
                Words::label('value.in.capital_expenditure', 'Capital expenditure, of sales'),
                $model->history['capital_expenditure_to_revenue'],
            ),
            self::yearly(
                'depreciation',
                Words::label('value.in.depreciation', 'Depreciation, of capital expenditure'),
                self::past($of, 'depreciation_amortization / capital_expenditure'),
                3.0,
            ),
            MethodInput::choice('working_by', Words::label('value.in.working_by', 'Working capital'), [
                Words::label('value.as_one', 'as one'),
                Words::label('value.by_parts', 'by its parts'),
            ]),
            self::yearly(
                'working_capital',
                Words::label('value.in.working_capital', 'Working capital for each part of new revenue'),
                $working,
                1.0,
                -0.5,
            ),
            ...array_map(
                static fn (string $part): MethodInput => self::yearly(
                    $part,
                    CostLines::label($part).Words::label('value.of_sales', ', of sales'),
                    self::past($of, "zero_if_absent({$part}) / revenue"),
                ),
                array_keys(DriverCashFlow::PARTS),
            ),
            FirmValue::discountRate($of),
            MethodInput::choice('after', Words::label('value.in.after', 'What comes after'), [
                Words::label('value.reinvests', 'profit grows, less what growth takes'),
                Words::label('value.grows_for_ever', 'the last flow grows for ever'),
                Words::label('value.multiple_of_ebitda', 'a multiple of EBITDA'),
            ]),
            $growth,
            ...array_map(static fn (string $name): MethodInput => self::ofSheet($of, $name), ['return_on_new_capital', 'exit_multiple']),
            ...FirmValue::timing($of),
            ...FirmValue::bridge($of),
        ];
    }

    /** @param  array<string, array<int, ?float>>  $costs */
    private static function largest(array $costs): ?string
    {
        $sizes = array_map(static fn (array $past): float => self::recent($past) ?? 0.0, $costs);
        arsort($sizes);

        return array_key_first($sizes);
    }

    /**
     * The line of costs in which the margin goes that imitators take, as much of it as in the cash flow year by year.
     *
     * @param  list<float>  $margins  of that
     * @param  array<int, ?float>  $past
     */
    private static function underCompetition(MethodInput $input, array $margins, array $past): MethodInput
    {
        $lost = ($margins[0] ?? 0.0) - ($margins[count($margins) - 1] ?? 0.0);

        return $lost <= 0 || $input->value === null
            ? $input
            : $input->throughYears(
                new YearPath(DriverRule::fade($input->value, $input->value + $lost, 2, Words::say('competition')), $past),
            );
    }

    private static function tax(ValueSubject $of): MethodInput
    {
        $model = $of->cashFlow();
        $statutory = $of->scope->economy->corporateTaxRate;
        $source = Words::label('value.statutory', 'statutory');

        return MethodInput::rate('tax', Words::label('value.in.tax', 'Tax rate'), $statutory, $source, 0.0, 0.6, [
            Words::label('value.effective_five', 'paid, median of five years') => self::recent($model->history['tax_rate']),
        ])->throughYears(new YearPath(DriverRule::constant($statutory, $source), $model->history['tax_rate']));
    }

    /** @param  array<int, ?float>  $past */
    private static function yearly(string $name, string $label, array $past, float $high = 1.5, float $low = 0.0): MethodInput
    {
        $usual = self::recent($past);
        $older = array_slice(array_keys($past), 0, -self::RECENT);
        $source = Words::label('value.median_five', 'median of five years');
        $hasRecent = Descriptive::known(array_slice($past, -self::RECENT)) !== [];

        return MethodInput::rate($name, $label, $usual, $source, $low, $high, [
            Words::label('value.past_ten', 'mean of the past') => Descriptive::mean(Descriptive::known($past)),
        ])->throughYears(
            new YearPath($hasRecent ? DriverRule::historical('historical_median', $older) : DriverRule::constant($usual ?? 0.0), $past),
        );
    }

    /** An input the cash flow year by year starts with too. */
    private static function ofSheet(ValueSubject $of, string $name): MethodInput
    {
        $figure = $of->cashFlow()->figures[$name];

        return $figure->unit === Unit::Percent
            ? MethodInput::rate($name, $figure->label, $figure->value, $figure->source, 0.01, 0.6, $figure->alternatives)
            : MethodInput::amount($name, $figure->label, $figure->unit, $figure->value, $figure->source, $figure->alternatives);
    }

    /** @return array<int, ?float> a formula at the ends of past fiscal years, by year */
    private static function past(ValueSubject $of, string $formula): array
    {
        $tree = $of->scope->catalogue->parse($formula);
        $baseYear = $of->cashFlow()->baseYear;
        $past = [];
        for ($back = self::PAST - 1; $back >= 0; $back--) {
            $value = $of->scope->value($tree, Moment::of('annual')->completedYear($back));
            $past[$baseYear - $back] = $value instanceof Absence ? null : $value;
        }

        return $past;
    }

    /** @param  array<int, ?float>  $past */
    private static function recent(array $past): ?float
    {
        return Descriptive::median(Descriptive::known(array_slice($past, -self::RECENT)));
    }
}
