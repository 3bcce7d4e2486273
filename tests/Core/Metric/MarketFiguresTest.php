<?php

declare(strict_types=1);

namespace Tests\Core\Metric;

use Logion\Figure\Absence;
use Logion\Market\Consensus;
use Logion\Market\CorporateActions;
use Logion\Market\Economy;
use Logion\Market\PriceSeries;
use Logion\Metric\Catalogue;
use Logion\Metric\CompanyData;
use Logion\Metric\CompanyScope;
use Logion\Reporting\FiledFact;
use Logion\Reporting\ReportingModel;
use Logion\Time\Day;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/**
 * Figures of prices, expectations, opinions and holdings against arithmetic written out here, without the functions of the language.
 */
final class MarketFiguresTest extends TestCase
{
    private const AS_OF = 20250630;

    private const BARS = 1400;

    /** @var list<int> */
    private static array $days;

    /** @var list<float> */
    private static array $closes;

    /** @var list<float> closes with dividends reinvested */
    private static array $total;

    /** @var list<float> */
    private static array $index;

    /** @var list<float> */
    private static array $highs;

    /** @var list<float> */
    private static array $lows;

    /** @var list<float> */
    private static array $volumes;

    private static CompanyScope $scope;

    public static function setUpBeforeClass(): void
    {
        mt_srand(77);
        $day = self::AS_OF;
        $days = [];
        while (count($days) < self::BARS) {
            $weekday = (int) (new \DateTimeImmutable(Day::iso($day)))->format('N');
            if ($weekday < 6) {
                array_unshift($days, $day);
            }
            $day = Day::plus($day, -1);
        }
        $closes = $index = $highs = $lows = $volumes = [];
        $close = 40.0;
        $level = 1000.0;
        for ($i = 0; $i < self::BARS; $i++) {
            $market = mt_rand(-140, 146) / 10000;
            $level *= 1 + $market;
            $close = round($close * (1 + 1.2 * $market + mt_rand(-120, 124) / 10000), 2);
            $index[] = $level;
            $closes[] = $close;
            $highs[] = round($close * (1 + mt_rand(0, 150) / 10000), 2);
            $lows[] = round($close * (1 - mt_rand(0, 150) / 10000), 2);
            $volumes[] = (float) mt_rand(10000, 90000);
        }
        $paid = [$days[600] => 0.8, $days[1200] => 1.1];
        $total = [];
        $factor = 1.0;
        for ($i = self::BARS - 1; $i >= 0; $i--) {
            $total[$i] = $closes[$i] * $factor;
            if (isset($paid[$days[$i]])) {
                $factor *= 1 - $paid[$days[$i]] / $closes[$i - 1];
            }
        }
        ksort($total);
        [self::$days, self::$closes, self::$total, self::$index, self::$highs, self::$lows, self::$volumes] = [
            $days,
            $closes,
            array_values($total),
            $index,
            $highs,
            $lows,
            $volumes,
        ];
        $facts = [];
        foreach ([2022 => [90.0, 1.8], 2023 => [100.0, 2.0], 2024 => [110.0, 2.5]] as $year => [$revenue, $earnings]) {
            $examples = ['revenue' => $revenue * 1e6, 'earnings_per_share_diluted' => $earnings, 'shares_outstanding_period_end' => 2e6];
            foreach ($examples as $line => $value) {
                $facts[] = new FiledFact($line, $year * 10, $value, ($year + 1) * 10000 + 301, $year);
            }
        }
        foreach ([1 => ['revenue' => 28e6, 'earnings_per_share_diluted' => 0.66]] as $quarter => $lines) {
            foreach ($lines as $line => $value) {
                $facts[] = new FiledFact($line, 20250 + $quarter, $value, 20250520, 9);
            }
        }
        $row = static fn (string $line, int $period, int $day, float $mean, float $deviation = 0.0, float $count = 0.0): array => [
            'line' => $line,
            'period' => $period,
            'day' => $day,
            'mean' => $mean,
            'deviation' => $deviation,
            'count' => $count,
            'high' => $mean,
            'low' => $mean,
        ];
        $expectations = Consensus::of([
            $row('earnings_per_share_diluted', 20250, 20241201, 2.4),
            $row('earnings_per_share_diluted', 20250, 20250320, 2.6),
            $row('revenue', 20250, 20250320, 118e6),
            $row('earnings_per_share_diluted', 20251, 20250515, 0.6),
            $row('revenue', 20251, 20250515, 28.5e6),
            $row('earnings_per_share_diluted', 20250, 20250520, 2.7),
            $row('earnings_per_share_diluted', 20250, 20250615, 2.8, 0.14, 7.0),
            $row('earnings_per_share_diluted', 20260, 20250615, 3.2, 0.3, 5.0),
            $row('revenue', 20250, 20250615, 121e6),
            $row('dividends_per_share', 20250, 20250615, 1.2),
        ]);
        $observed = static fn (float ...$values): array => ['days' => [20250101, 20250331], 'values' => array_values($values)];
        $company = new CompanyData(
            1,
            'TEST',
            ReportingModel::Industrial,
            '10',
            'XCR',
            'XCR',
            $facts,
            [20220 => 20221231, 20230 => 20231231, 20240 => 20241231, 20251 => 20250331],
            new PriceSeries($days, $closes, $highs, $lows, $volumes, new CorporateActions([], [[$days[600], 0.8], [$days[1200], 1.1]])),
            new PriceSeries($days, $index),
            $expectations,
            [],
            [
                'analysts_buy' => $observed(3, 5),
                'analysts_hold' => $observed(4, 3),
                'analysts_sell' => $observed(2, 1),
                'target_price_mean' => $observed(50, 66),
                'target_price_high' => $observed(60, 80),
                'target_price_low' => $observed(40, 50),
                'expected_long_term_growth' => $observed(0.05, 0.07),
                'estimates_raised_30d' => $observed(1, 4),
                'estimates_lowered_30d' => $observed(2, 1),
                'next_report_date' => $observed(20250225, 20250812),
                'insider_shares_bought_6m' => $observed(0, 30000),
                'insider_shares_sold_6m' => $observed(5000, 8000),
                'insider_shares' => $observed(1e5, 2e5),
                'institutional_shares' => $observed(1e6, 1.1e6),
                'shares_short' => $observed(3e4, 9e4),
                'float_shares' => $observed(1.7e6, 1.8e6),
            ],
        );
        self::$scope = new CompanyScope(
            $company,
            self::AS_OF,
            Catalogue::builtIn(),
            new Economy([
                'bill_rate' => ['days' => [20200101], 'values' => [0.024]],
                'risk_free_rate' => ['days' => [20200101], 'values' => [0.031]],
            ]),
        );
    }

    /** @param  list<float>  $x */
    private static function deviation(array $x): float
    {
        $mean = array_sum($x) / count($x);

        return sqrt(array_sum(array_map(static fn (float $v): float => ($v - $mean) ** 2, $x)) / (count($x) - 1));
    }

    /**
     * @param  list<float>  $series
     * @return list<float> simple returns of the last n days
     */
    private static function returns(array $series, int $n): array
    {
        $last = array_slice($series, -$n - 1);

        return array_map(static fn (int $i): float => $last[$i] / $last[$i - 1] - 1, range(1, $n));
    }

    /** Trading days after the same date so much earlier, "-1 year" and the like. */
    private static function bars(string $earlier): int
    {
        $start = (int) (new \DateTimeImmutable(Day::iso(self::AS_OF)))->modify($earlier)->format('Ymd');

        return count(array_filter(self::$days, static fn (int $day): bool => $day > $start));
    }

    /** @param  list<float>  $series */
    private static function over(array $series, int|string $days): float
    {
        return $series[self::BARS - 1] / $series[self::BARS - 1 - (is_int($days) ? $days : self::bars($days))] - 1;
    }

    /** @param  list<float>  $series */
    private static function exponential(array $series, int $n): float
    {
        $mean = array_sum(array_slice($series, 0, $n)) / $n;
        foreach (array_slice($series, $n) as $x) {
            $mean += (2 / ($n + 1)) * ($x - $mean);
        }

        return $mean;
    }

    /** @return iterable<string, array{string, \Closure(): float}> */
    public static function figures(): iterable
    {
        $price = static fn (): float => self::$closes[self::BARS - 1];
        foreach (
            [
                'price_change_1_day' => 1,
                'price_change_1_month' => '-1 month',
                'price_change_3_months' => '-3 months',
                'price_change_6_months' => '-6 months',
                'price_change_1_year' => '-1 year',
            ] as $key => $days
        ) {
            yield $key => [$key, static fn (): float => self::over(self::$closes, $days)];
        }
        yield 'year to date' => [
            'price_change_year_to_date',
            static function () use ($price): float {
                $before = array_filter(self::$days, static fn (int $day): bool => $day < 20250101);

                return $price() / self::$closes[count($before) - 1] - 1;
            },
        ];
        yield 'total return' => ['total_return_1y', static fn (): float => self::over(self::$total, '-1 year')];
        yield 'total return a year over three' => [
            'total_return_3y',
            static fn (): float => (1 + self::over(self::$total, '-3 years')) ** (1 / 3) - 1,
        ];
        yield 'total return a year over five' => [
            'total_return_5_years',
            static fn (): float => (1 + self::over(self::$total, '-5 years')) ** 0.2 - 1,
        ];
        yield 'above the index' => [
            'excess_return_1y',
            static fn (): float => self::over(self::$total, '-1 year') - self::over(self::$index, '-1 year'),
        ];
        yield 'momentum' => [
            'momentum_12_1',
            static fn (): float => self::$total[self::BARS - 1 - self::bars('-1 month')] /
                self::$total[self::BARS - 1 - self::bars('-1 year')] -
                1,
        ];
        yield 'place in the range' => [
            'range_position_52_weeks',
            static fn (): float => ($price() - min(array_slice(self::$lows, -self::bars('-52 weeks')))) /
                (max(array_slice(self::$highs, -self::bars('-52 weeks'))) - min(array_slice(self::$lows, -self::bars('-52 weeks')))),
        ];
        yield 'below the high' => [
            'distance_from_52_week_high',
            static fn (): float => $price() / max(array_slice(self::$highs, -self::bars('-52 weeks'))) - 1,
        ];
        yield 'fifty days' => [
            'distance_to_average_50d',
            static fn (): float => $price() / (array_sum(array_slice(self::$closes, -50)) / 50) - 1,
        ];
        yield 'two hundred days' => [
            'distance_to_average_200d',
            static fn (): float => $price() / (array_sum(array_slice(self::$closes, -200)) / 200) - 1,
        ];
        yield 'which average is above' => [
            'moving_average_cross_state',
            static fn (): float => array_sum(array_slice(self::$closes, -50)) / 50 > array_sum(array_slice(self::$closes, -200)) / 200
                ? 1.0
                : -1.0,
        ];
        yield 'the line of two exponential means' => [
            'macd_line',
            static fn (): float => self::exponential(self::$closes, 12) - self::exponential(self::$closes, 26),
        ];
        yield 'the signal' => [
            'macd_signal',
            static function (): float {
                $lines = [];
                for ($back = self::BARS - 26; $back >= 0; $back--) {
                    $until = array_slice(self::$closes, 0, self::BARS - $back);
                    $lines[] = self::exponential($until, 12) - self::exponential($until, 26);
                }

                return self::exponential($lines, 9);
            },
        ];
        yield 'stochastic' => [
            'stochastic_k',
            static fn (): float => (100 * ($price() - min(array_slice(self::$lows, -14)))) /
                (max(array_slice(self::$highs, -14)) - min(array_slice(self::$lows, -14))),
        ];
        yield 'stochastic, smoothed' => [
            'stochastic_d',
            static function (): float {
                $sum = 0.0;
                foreach ([0, 1, 2] as $back) {
                    $low = min(array_slice(self::$lows, self::BARS - 14 - $back, 14));
                    $high = max(array_slice(self::$highs, self::BARS - 14 - $back, 14));
                    $sum += (100 * (self::$closes[self::BARS - 1 - $back] - $low)) / ($high - $low);
                }

                return $sum / 3;
            },
        ];
        yield 'relative strength' => [
            'relative_strength_index',
            static function (): float {
                $x = self::$closes;
                $up = $down = 0.0;
                for ($i = 1; $i < self::BARS; $i++) {
                    $change = $x[$i] - $x[$i - 1];
                    if ($i <= 14) {
                        $up += max(0.0, $change) / 14;
                        $down += max(0.0, -$change) / 14;
                    } else {
                        $up = (13 * $up + max(0.0, $change)) / 14;
                        $down = (13 * $down + max(0.0, -$change)) / 14;
                    }
                }

                return 100 - 100 / (1 + $up / $down);
            },
        ];
        yield 'volume' => [
            'volume_ratio',
            static fn (): float => self::$volumes[self::BARS - 1] /
                (array_sum(array_slice(self::$volumes, -self::bars('-3 months'))) / self::bars('-3 months')),
        ];
        yield 'volatility' => [
            'volatility_1y',
            static fn (): float => self::deviation(
                array_map(static fn (float $r): float => log(1 + $r), self::returns(self::$total, self::bars('-1 year'))),
            ) * sqrt(252),
        ];
        yield 'downside' => [
            'downside_deviation_1y',
            static fn (): float => sqrt(
                array_sum(
                    array_map(
                        static fn (float $r): float => min(0.0, $r - 0.024 / 252) ** 2,
                        self::returns(self::$total, self::bars('-1 year')),
                    ),
                ) / self::bars('-1 year'),
            ) * sqrt(252),
        ];
        foreach (['max_drawdown_1y' => '-1 year', 'max_drawdown_5y' => '-5 years'] as $key => $days) {
            yield $key => [
                $key,
                static function () use ($days): float {
                    $deepest = 0.0;
                    $window = array_slice(self::$total, -self::bars($days) - 1);
                    foreach ($window as $i => $level) {
                        $deepest = max($deepest, 1 - $level / max(array_slice($window, 0, $i + 1)));
                    }

                    return $deepest;
                },
            ];
        }
        yield 'value at risk' => [
            'value_at_risk_95',
            static function (): float {
                $r = self::returns(self::$total, self::bars('-2 years'));
                sort($r);
                $at = (count($r) - 1) * 0.05;

                return -($r[(int) $at] + ($at - (int) $at) * ($r[(int) $at + 1] - $r[(int) $at]));
            },
        ];
        yield 'price impact' => [
            'illiquidity',
            static function (): float {
                $sum = 0.0;
                for ($i = self::BARS - self::bars('-1 year'); $i < self::BARS; $i++) {
                    $sum += (abs(self::$closes[$i] / self::$closes[$i - 1] - 1) / (self::$closes[$i] * self::$volumes[$i])) * 1e6;
                }

                return $sum / self::bars('-1 year');
            },
        ];
        yield 'traded value' => [
            'median_traded_value_3m',
            static function (): float {
                $values = array_map(
                    static fn (int $i): float => self::$closes[$i] * self::$volumes[$i],
                    range(self::BARS - self::bars('-3 months'), self::BARS - 1),
                );
                sort($values);
                $n = count($values);

                return ($values[intdiv($n - 1, 2)] + $values[intdiv($n, 2)]) / 2;
            },
        ];
        yield 'Sharpe' => [
            'sharpe_ratio_1y',
            static fn (): float => (self::over(self::$total, '-1 year') - 0.024) /
                (self::deviation(
                    array_map(static fn (float $r): float => log(1 + $r), self::returns(self::$total, self::bars('-1 year'))),
                ) *
                    sqrt(252)),
        ];
        yield 'beta' => [
            'beta_raw',
            static function (): float {
                // June 2025 is over with the as-of day; sixty months of returns need sixty-one month ends.
                $ends = [];
                foreach (self::$days as $i => $day) {
                    $ends[intdiv($day, 100)] = $i;
                }
                $ends = array_slice(array_values($ends), -61);
                $x = $y = [];
                for ($i = 1; $i < count($ends); $i++) {
                    $x[] = self::$index[$ends[$i]] / self::$index[$ends[$i - 1]] - 1;
                    $y[] = self::$total[$ends[$i]] / self::$total[$ends[$i - 1]] - 1;
                }
                $mx = array_sum($x) / count($x);
                $my = array_sum($y) / count($y);
                $xy = $xx = 0.0;
                foreach ($x as $i => $v) {
                    $xy += ($v - $mx) * ($y[$i] - $my);
                    $xx += ($v - $mx) ** 2;
                }

                return $xy / $xx;
            },
        ];
        yield 'forward multiple' => ['forward_price_to_earnings', static fn (): float => $price() / 2.8];
        yield 'forward multiple of the year after' => ['forward_price_to_earnings_2', static fn (): float => $price() / 3.2];
        yield 'forward multiple of twelve months' => [
            'forward_price_to_earnings_twelve_months',
            static function () use ($price): float {
                $elapsed = 181 / 365; // 31 December 2024 to 30 June 2025

                return $price() / ((1 - $elapsed) * 2.8 + $elapsed * 3.2);
            },
        ];
        yield 'forward sales' => ['forward_price_to_sales', static fn (): float => ($price() * 2e6) / 121e6];
        yield 'forward yield' => ['forward_dividend_yield', static fn (): float => 1.2 / $price()];
        yield 'expected revenue' => ['estimated_revenue_growth_1y', static fn (): float => 121 / 110 - 1];
        yield 'expected earnings' => ['estimated_earnings_growth_1y', static fn (): float => 2.8 / 2.5 - 1];
        yield 'expected earnings of the year after' => ['estimated_earnings_growth_next_year', static fn (): float => 3.2 / 2.8 - 1];
        yield 'revision of a month' => ['earnings_revision_30d', static fn (): float => 2.8 / 2.7 - 1];
        yield 'revision of a quarter' => ['earnings_revision_90d', static fn (): float => 2.8 / 2.6 - 1];
        yield 'revision of half a year' => ['earnings_revision_180d', static fn (): float => 2.8 / 2.4 - 1];
        yield 'revision to price' => ['earnings_revision_to_price_90d', static fn (): float => 0.2 / $price()];
        yield 'revision of revenue' => ['revenue_revision_90d', static fn (): float => 121 / 118 - 1];
        yield 'disagreement' => ['estimate_dispersion', static fn (): float => 0.14 / 2.8];
        yield 'surprise' => ['earnings_surprise', static fn (): float => 0.66 / 0.6 - 1];
        yield 'surprise of revenue' => ['revenue_surprise', static fn (): float => 28 / 28.5 - 1];
        yield 'forward growth' => ['forward_price_earnings_to_growth', static fn (): float => $price() / 2.8 / 7];
        yield 'breadth' => ['revision_breadth_30d', static fn (): float => 3 / 7];
        yield 'buy' => ['analyst_buy_share', static fn (): float => 5 / 9];
        yield 'hold' => ['analyst_hold_share', static fn (): float => 3 / 9];
        yield 'sell' => ['analyst_sell_share', static fn (): float => 1 / 9];
        yield 'how many' => ['rating_count', static fn (): float => 9.0];
        yield 'target' => ['target_price_upside', static fn (): float => 66 / $price() - 1];
        yield 'spread of targets' => ['target_spread', static fn (): float => 30 / 66];
        yield 'next report' => ['next_report', static fn (): float => 20250812.0];
        yield 'insiders' => ['insider_net_buying', static fn (): float => 22000 / 2e6];
        yield 'held by insiders' => ['insider_share', static fn (): float => 0.1];
        yield 'institutions' => ['institutional_share', static fn (): float => 0.55];
        yield 'short' => ['short_interest_share', static fn (): float => 0.05];
        yield 'days to cover' => [
            'days_to_cover',
            static fn (): float => 9e4 / (array_sum(array_slice(self::$volumes, -self::bars('-1 month'))) / self::bars('-1 month')),
        ];
        yield 'float' => ['free_float_share', static fn (): float => 0.9];
        yield 'turnover of the float' => [
            'turnover_ratio_of_float',
            static fn (): float => array_sum(array_slice(self::$volumes, -self::bars('-1 year'))) / 1.8e6,
        ];
        yield 'days to trade' => [
            'days_to_trade_one_percent',
            static fn (): float => 20000 / ((0.2 * array_sum(array_slice(self::$volumes, -60))) / 60),
        ];
    }

    /** @param  \Closure(): float  $expected */
    #[DataProvider('figures')]
    public function test_a_figure_is_what_arithmetic_makes_it(string $metric, \Closure $expected): void
    {
        $value = self::$scope->metric($metric);
        $this->assertNotInstanceOf(Absence::class, $value, $value instanceof Absence ? $value->sentence() : '');
        $this->assertEqualsWithDelta($expected(), $value, 1e-9 * max(1.0, abs($expected())));
    }

    public function test_what_was_observed_after_the_day_or_long_before_it_is_not_known(): void
    {
        $at = static fn (int $day): CompanyScope => new CompanyScope(
            self::$scope->company,
            $day,
            Catalogue::builtIn(),
            self::$scope->economy,
        );
        $this->assertEqualsWithDelta(3 / 9, $at(20250330)->metric('analyst_buy_share'), 1e-12);
        $this->assertEqualsWithDelta(5 / 9, $at(20250331)->metric('analyst_buy_share'), 1e-12);
        $this->assertSame('missing', $at(20241230)->metric('analyst_buy_share')->kind->value);
        $old = new CompanyData(
            1,
            'OLD',
            ReportingModel::Industrial,
            '10',
            'XCR',
            'XCR',
            [],
            [],
            self::$scope->company->prices,
            observations: ['analysts_buy' => ['days' => [20231231], 'values' => [3.0]]],
        );
        $this->assertSame(
            'missing',
            (new CompanyScope($old, self::AS_OF, Catalogue::builtIn(), new Economy()))->metric('rating_count')->kind->value,
        );
    }

    public function test_without_a_home_index_nothing_is_measured_against_it(): void
    {
        $company = self::$scope->company;
        $alone = new CompanyData(1, 'ALONE', ReportingModel::Industrial, '10', 'XCR', 'XCR', [], [], $company->prices);
        $scope = new CompanyScope($alone, self::AS_OF, Catalogue::builtIn(), new Economy());
        $tree = Catalogue::builtIn()->parse('index_total_return(\'1y\')');
        $this->assertSame(\Logion\Figure\Reason::NoHomeIndex, $scope->value($tree, \Logion\Formula\Moment::ofFormula())->reason);
        $this->assertIsFloat($scope->value(Catalogue::builtIn()->parse('total_return(\'1y\')'), \Logion\Formula\Moment::ofFormula()));
    }

    public function test_settings_of_the_analyst_are_names_like_any_other(): void
    {
        $economy = new Economy([], 0.061, 0.27);
        $scope = new CompanyScope(self::$scope->company, self::AS_OF, Catalogue::builtIn(), $economy);
        $value = static fn (string $formula): mixed => $scope->value(
            Catalogue::builtIn()->parse($formula),
            \Logion\Formula\Moment::ofFormula(),
        );
        $this->assertSame([0.061, 0.27], [$value('equity_risk_premium'), $value('corporate_tax_rate')]);
        $this->assertSame('missing', $value('risk_free_rate')->kind->value);
    }

    public function test_counts_and_targets_of_before_a_split_are_put_on_the_shares_of_today(): void
    {
        $prices = new PriceSeries(self::$days, self::$closes, null, null, self::$volumes, new CorporateActions([[20250501, 4.0]]));
        $company = new CompanyData(
            1,
            'SPLT',
            ReportingModel::Industrial,
            '10',
            'XCR',
            'XCR',
            self::$scope->company->facts,
            self::$scope->company->periodEnds,
            $prices,
            observations: self::$scope->company->observations,
        );
        $scope = new CompanyScope($company, self::AS_OF, Catalogue::builtIn(), new Economy());
        $this->assertEqualsWithDelta(0.05, $scope->metric('short_interest_share'), 1e-12);
        $this->assertEqualsWithDelta(66 / 4 / self::$closes[self::BARS - 1] - 1, $scope->metric('target_price_upside'), 1e-12);
        $this->assertEqualsWithDelta(4 * 9e4, $scope->market('shares_short', \Logion\Formula\Moment::of('daily')), 1e-6);
    }
}
