<?php

declare(strict_types=1);

namespace Tests\Core\Metric;

use Logion\Comparison\OwnMetricDefinition;
use Logion\Figure\Unit;
use Logion\Formula\Dimensions;
use Logion\Metric\Catalogue;
use Logion\Metric\Metric;
use Logion\Reporting\ReportingModel;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class CatalogueTest extends TestCase
{
    /** @return iterable<string, array{Metric}> */
    public static function metrics(): iterable
    {
        foreach (Catalogue::builtIn()->all() as $metric) {
            yield $metric->key => [$metric];
        }
    }

    #[DataProvider('metrics')]
    public function test_the_units_of_a_formula_are_those_declared(Metric $metric): void
    {
        $catalogue = Catalogue::builtIn();
        $dimensions = new Dimensions($catalogue);
        $found = $dimensions->of($catalogue->tree($metric->key), $metric->formula);
        $this->assertEquals($metric->unit->dimension(), $found ?? $metric->unit->dimension());
        $guard = $catalogue->guard($metric->key);
        if ($guard !== null) {
            $this->assertEquals([0.0, 0.0], $dimensions->of($guard, (string) $metric->notMeaningfulWhen));
        }
        foreach ([...$catalogue->tree($metric->key)->names(), ...$guard?->names() ?? []] as $name) {
            $this->assertContains($name, $catalogue->names(), "{$metric->key} names what does not exist");
        }
        $this->assertNotEmpty($metric->templates);
        $this->assertContains($metric->better, ['higher', 'lower', 'neutral']);
    }

    public function test_no_metric_refers_to_itself(): void
    {
        $catalogue = Catalogue::builtIn();
        $visit = function (string $key, array $path) use (&$visit, $catalogue): void {
            $this->assertNotContains($key, $path, 'Circle: '.implode(' → ', [...$path, $key]));
            foreach ($catalogue->tree($key)->names() as $name) {
                if ($catalogue->find($name) !== null) {
                    $visit($name, [...$path, $key]);
                }
            }
        };
        foreach (array_keys($catalogue->all()) as $key) {
            $visit($key, []);
        }
        $this->assertGreaterThan(250, count($catalogue->all()));
    }

    public function test_labels_are_unique(): void
    {
        $labels = array_map(static fn (Metric $metric): string => $metric->label, Catalogue::builtIn()->all());
        $this->assertSame([], array_keys(array_filter(array_count_values($labels), static fn (int $n): bool => $n > 1)));
    }

    /** @return iterable<string, array{string, Unit}> */
    public static function units(): iterable
    {
        yield 'a name' => ['gross_margin', Unit::Percent];
        yield 'a difference of two' => ['gross_margin - operating_margin', Unit::Percent];
        yield 'a mean' => ['mean_of(price_to_earnings, 5)', Unit::Times];
        yield 'the larger of two' => ['max(price_to_book, 0 - price_to_book)', Unit::Ratio];
        yield 'a median of the sector' => ['sector_median(dividend_yield)', Unit::Percent];
        yield 'two units' => ['gross_margin - price_to_earnings', Unit::Ratio];
        yield 'a quotient of money' => ['revenue / total_assets', Unit::Ratio];
        yield 'money' => ['revenue - cost_of_revenue', Unit::Money];
        yield 'money per share' => ['revenue / shares_outstanding', Unit::MoneyPerShare];
        yield 'shares' => ['shares_outstanding - float_shares', Unit::Shares];
        yield 'a condition' => ['gross_margin > 0.5', Unit::Ratio];
        yield 'turned round' => ['-net_margin', Unit::Percent];
    }

    #[DataProvider('units')]
    public function test_an_expression_keeps_the_unit_its_parts_have_in_common(string $formula, Unit $unit): void
    {
        $catalogue = Catalogue::builtIn();
        $this->assertSame($unit, $catalogue->unitOf($catalogue->parse($formula)));
    }

    public function test_a_fund_has_the_metrics_that_read_prices_alone(): void
    {
        $fits = array_keys(
            array_filter(Catalogue::builtIn()->all(), static fn (Metric $metric): bool => $metric->fits(ReportingModel::Fund)),
        );
        $this->assertSame(
            [
                'share_price',
                'terminal_growth',
                'dividend_yield',
                'dividend_yield_to_own_5y_mean',
                'price_change_1_day',
                'price_change_1_month',
                'price_change_3_months',
                'price_change_6_months',
                'price_change_1_year',
                'price_change_year_to_date',
                'total_return_1y',
                'total_return_3y',
                'excess_return_1y',
                'momentum_12_1',
                'momentum_percentile',
                'range_position_52_weeks',
                'distance_from_52_week_high',
                'total_return_5_years',
                'total_return_10_years',
                'distance_to_average_50d',
                'distance_to_average_200d',
                'moving_average_cross_state',
                'moving_average_cross_recent',
                'relative_strength_index',
                'macd_line',
                'macd_signal',
                'macd_histogram',
                'stochastic_k',
                'stochastic_d',
                'volume_ratio',
                'volatility_1y',
                'beta_raw',
                'beta_adjusted',
                'max_drawdown_1y',
                'max_drawdown_5y',
                'downside_deviation_1y',
                'sharpe_ratio_1y',
                'sortino_ratio_1y',
                'value_at_risk_95',
                'illiquidity',
                'median_traded_value_3m',
                'cost_of_equity',
            ],
            $fits,
        );
    }

    public function test_the_names_in_a_text_are_those_of_its_tree(): void
    {
        $catalogue = Catalogue::builtIn();
        foreach ($catalogue->all() as $key => $metric) {
            if ($metric->comparison === null) {
                $names = Catalogue::namesIn($metric->formula);
                $parsed = $catalogue->tree($key)->names();
                sort($names);
                sort($parsed);
                $this->assertSame($parsed, $names, $key);
            }
        }
        $this->assertSame(
            ['revenue', 'net_income'],
            Catalogue::namesIn("not (revenue > 1) and high('52w') > 1 or max (net_income, revenue) < true"),
        );
        $funds = array_keys(array_filter($catalogue->all(), static fn (Metric $metric): bool => $metric->fits(ReportingModel::Fund)));
        $this->assertContains('total_return_1y', $funds);
        $this->assertContains('beta_raw', $funds);
        $this->assertNotContains('market_cap', $funds);
        $this->assertNotContains('price_to_earnings', $funds);
    }

    public function test_a_catalogue_with_a_users_metrics_shares_what_is_built_in(): void
    {
        $catalogue = Catalogue::builtIn();
        $this->assertSame($catalogue, $catalogue->with([]));
        $own = $catalogue->with(OwnMetricDefinition::make('my_margin', 'Mine', 'formula', 'net_income / revenue', 'percent', 'higher', ''));
        $this->assertSame((string) $catalogue->tree('net_margin'), (string) $own->tree('net_margin'));
        $this->assertSame('net_income / revenue', (string) $own->tree('my_margin'));
        $this->assertNull($catalogue->find('my_margin'));
    }
}
