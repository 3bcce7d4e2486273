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

/** Sales of each business of a company and how they go on: as in the past, as is expected of the whole, or as in a model of one's own. */
final class SegmentSales
{
    /** @return non-empty-array<string, array<int, float>> sales by business and fiscal year; one of all where it tells fewer than two */
    public static function of(ValueSubject $of): array
    {
        if (count($of->parts) > 1) {
            return $of->parts;
        }
        $model = $of->cashFlow();

        return [
            Words::label('value.all_its_sales', 'Sales') => [$model->baseYear => $model->figures['base_revenue']->value],
        ];
    }

    /**
     * @param  non-empty-array<string, array<int, float>>  $segments
     * @return list<MethodInput>
     */
    public static function inputs(ValueSubject $of, array $segments, float $later): array
    {
        $model = $of->cashFlow();
        $revenue = $model->figures['base_revenue'];
        $told = array_sum(array_map(self::latest(...), $segments));
        $expected = self::expected($of, $revenue->value);
        $isOne = count($segments) === 1;
        $inputs = [];
        $all = $model->paths()['revenue_growth'][0];
        $starts = $isOne || $told <= 0 ? [] : self::starts($segments, $told, $all);
        foreach (BusinessWords::of(array_keys($segments)) as $name => $word) {
            $by = $segments[$name];
            // What was told of the businesses may leave out a rest, or hold what they sold each other.
            $inputs[] = MethodInput::amount(
                "sales_{$word}",
                $isOne ? $revenue->label : $name.Words::label('value.part_sales', ', sales'),
                Unit::Money,
                $told > 0 ? ($revenue->value * self::latest($by)) / $told : null,
                Words::label('value.last_year', 'last fiscal year'),
            );
            [$first, $source] = UsualInputs::within(
                $starts[$name] ?? $all,
                -0.15,
                0.25,
                Words::label('value.past_to_all', 'last three years, all together as expected'),
            );
            $inputs[] = MethodInput::rate(
                "growth_{$word}",
                $name.Words::label('value.part_growth', ', growth'),
                $first,
                $isOne ? $model->drivers['revenue_growth']->source : $source,
                -0.5,
                0.8,
            )->throughYears(
                new YearPath(
                    $isOne ? $model->drivers['revenue_growth'] : DriverRule::fade($first ?? $all, $later, 2, $source),
                    $isOne ? $model->history['revenue_growth'] : self::growth($by),
                    $expected,
                ),
            );
        }

        return $inputs;
    }

    /**
     * Rules by which the sheet has sales somebody has from elsewhere, such as a model of how they arise. Years count as long as one follows
     * the other from the first to come; the last growth holds after them. Where no business is called as one of the model, all grow as it
     * does as a whole.
     *
     * @param  array<string, array<int, float>>  $sales  by business and fiscal year, in the currency of the reports
     * @param  array<string, ?float>  $figures  of the sheet
     * @return array<string, DriverRule> by input; without businesses nobody told of
     */
    public static function rulesFor(array $sales, array $figures, ValueSubject $of): array
    {
        $words = BusinessWords::of(array_keys(self::of($of)));
        $source = Words::label('value.own_model', 'own model of sales');
        $first = $of->cashFlow()->baseYear + 1;
        $rules = [];
        foreach (array_intersect_key($words, $sales) as $name => $word) {
            $growth = self::growthFrom($figures["sales_{$word}"] ?? null, $sales[$name], $first);
            if ($growth !== []) {
                $rules["growth_{$word}"] = DriverRule::own($growth, $source);
            }
        }
        if ($rules !== [] || $sales === []) {
            return $rules;
        }
        $together = [];
        foreach (array_keys(array_intersect_key(...array_values($sales))) as $year) {
            $together[$year] = array_sum(array_column($sales, $year));
        }
        $now = array_sum(array_map(static fn (string $word): float => $figures["sales_{$word}"] ?? 0.0, $words));
        $growth = self::growthFrom($now, $together, $first);

        return $growth === []
            ? []
            : array_fill_keys(
                array_map(static fn (string $word): string => "growth_{$word}", array_values($words)),
                DriverRule::own($growth, $source),
            );
    }

    /**
     * @param  array<int, float>  $sales  by fiscal year
     * @return list<float>
     */
    private static function growthFrom(?float $before, array $sales, int $year): array
    {
        $growth = [];
        while (isset($sales[$year]) && $before !== null && $before > 0) {
            $growth[] = $sales[$year] / $before - 1;
            $before = $sales[$year++];
        }

        return $growth;
    }

    /**
     * Each business grows as it did in three years, all moved by as much as makes them grow together as is expected of the whole.
     *
     * @param  non-empty-array<string, array<int, float>>  $segments
     * @return array<string, float>
     */
    private static function starts(array $segments, float $told, float $together): array
    {
        $past = array_map(
            static fn (array $by): float => Descriptive::mean(Descriptive::known(array_slice(self::growth($by), -3))) ?? $together,
            $segments,
        );
        $sum = 0.0;
        foreach ($segments as $name => $by) {
            $sum += ($past[$name] * self::latest($by)) / $told;
        }

        return array_map(static fn (float $of): float => $of + $together - $sum, $past);
    }

    /** @return list<float> growth that houses expect of all sales, as far as they do */
    private static function expected(ValueSubject $of, float $before): array
    {
        $growth = [];
        for ($ahead = 1; $ahead <= 3; $ahead++) {
            $estimate = $of->scope->estimate('revenue', $ahead, 0, 'mean', Moment::of('trailing'));
            if ($estimate instanceof Absence || $before <= 0) {
                break;
            }
            $growth[] = $estimate / $before - 1;
            $before = $estimate;
        }

        return $growth;
    }

    /** @param  array<int, float>  $years */
    private static function latest(array $years): float
    {
        return $years[max([0, ...array_keys($years)])] ?? 0.0;
    }

    /**
     * @param  array<int, float>  $years  sales by fiscal year
     * @return array<int, ?float>
     */
    private static function growth(array $years): array
    {
        ksort($years);
        $growth = [];
        foreach ($years as $year => $sales) {
            $before = $years[$year - 1] ?? null;
            $growth[$year] = $before === null || $before <= 0 ? null : $sales / $before - 1;
        }

        return array_slice($growth, 1, null, true);
    }
}
