<?php

declare(strict_types=1);

namespace Tests\Core\Time;

use Logion\Figure\Absence;
use Logion\Market\CorporateActions;
use Logion\Market\Economy;
use Logion\Market\PriceSeries;
use Logion\Metric\Catalogue;
use Logion\Metric\CompanyData;
use Logion\Metric\CompanyScope;
use Logion\Time\Day;
use Logion\Time\Window;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Core\Books;

/** Windows named in years, months and weeks go by the calendar, and have no value where the prices do not reach back to their beginning. */
final class WindowTest extends TestCase
{
    /** @return list<int> every Monday to Friday */
    private static function days(int $from, int $to): array
    {
        $days = [];
        for ($day = $from; $day <= $to; $day = Day::plus($day, 1)) {
            if ((int) (new \DateTimeImmutable(Day::iso($day)))->format('N') < 6) {
                $days[] = $day;
            }
        }

        return $days;
    }

    /** @return iterable<string, array{float|string, int, int|null, int|null}> window, as of, day it is measured from, first day in it */
    public static function windows(): iterable
    {
        yield 'a year' => ['1y', 20260630, 20250630, 20250701];
        yield 'a year from a Saturday' => ['1y', 20260312, 20250312, 20250313];
        yield 'a year before that was no trading day' => ['1y', 20260302, 20250228, 20250303];
        yield 'a month that is shorter' => ['1m', 20260331, 20260227, 20260302];
        yield 'the end of February in a leap year' => ['2y', 20260227, 20240227, 20240228];
        yield 'six months' => ['6m', 20260831, 20260227, 20260302];
        yield 'fifty-two weeks' => ['52w', 20260630, 20250701, 20250702];
        yield 'trading days' => [5.0, 20260630, 20260623, 20260624];
        yield 'since the year began' => ['ytd', 20260630, 20251231, 20260101];
        yield 'longer than the prices' => ['5y', 20260630, null, null];
        yield 'beginning within a week before the first bar' => ['2y', 20260104 + 1, 20240108, 20240108];
    }

    #[DataProvider('windows')]
    public function test_a_window_begins_where_the_calendar_says(float|string $window, int $asOf, ?int $from, ?int $first): void
    {
        $days = self::days(20240108, 20261231);
        $to = (int) array_search($asOf, $days, true);
        $this->assertSame($asOf, $days[$to]);
        $at = static fn (?int $i): ?int => $i === null ? null : $days[$i];
        $this->assertSame([$from, $first], [$at(Window::of($window)->from($days, $to)), $at(Window::of($window)->first($days, $to))]);
    }

    public function test_since_the_year_began_may_be_since_the_first_bar_but_not_since_one_after_it(): void
    {
        $this->assertSame(0, Window::of('ytd')->from(self::days(20241231, 20250630), 100));
        $this->assertNull(Window::of('ytd')->from(self::days(20250102, 20250630), 100));
    }

    public function test_only_windows_are_taken_for_windows(): void
    {
        foreach (['1y', '40y', '18m', '104w', 1.0, 252.0] as $window) {
            $this->assertTrue(Window::accepts($window), (string) $window);
        }
        foreach (['', 'y', '0y', '41y', '1d', '1Y', ' 1y', "1y\n", '1.5y', 'ytd', 0.0, -3.0, 2.5, 5001.0] as $window) {
            $this->assertFalse(Window::accepts($window), (string) $window);
        }
        $this->expectException(\InvalidArgumentException::class);
        Window::of('1 year');
    }

    /** @param  list<array{int, float}>  $dividends */
    private static function company(int $from, array $dividends = [], int $asOf = 20260630): CompanyScope
    {
        $days = self::days($from, 20260630);
        $closes = array_map(static fn (int $i): float => 50.0 + ($i % 90), array_keys($days));
        $prices = new PriceSeries($days, $closes, null, null, array_fill(0, count($days), 100.0), new CorporateActions([], $dividends));
        $books = Books::scope([2024 => ['dividends_per_share' => 1.0], 2025 => ['dividends_per_share' => 1.0]]);

        return new CompanyScope(
            new CompanyData(
                1,
                'WIND',
                $books->company->template,
                '10',
                'XCR',
                'XCR',
                $books->company->facts,
                $books->company->periodEnds,
                $prices,
            ),
            $asOf,
            Catalogue::builtIn(),
            new Economy([
                'bill_rate' => ['days' => [20000101], 'values' => [0.02]],
                'consumer_price_index' => [
                    'days' => array_map(static fn (int $y): int => $y * 10000 + 101, range(2000, 2026)),
                    'values' => array_map(static fn (int $y): float => 1.02 ** ($y - 2000), range(2000, 2026)),
                ],
            ]),
        );
    }

    public function test_no_function_has_a_value_over_a_window_that_is_not_covered(): void
    {
        $scope = self::company(20220715);
        foreach (
            [
                "drawdown('5y')",
                "total_return('5y')",
                "price_return('4y')",
                "high('5y')",
                "low('5y')",
                "volatility('5y')",
                'sma(1500)',
                "average_volume('5y')",
                "median_traded_value('5y')",
                "amihud('5y')",
                "downside_deviation('5y')",
                "value_at_risk('5y', 0.95)",
                "traded_volume('5y')",
                "dividends('5y')",
                'average_volume(1100)',
            ] as $formula
        ) {
            $value = $scope->value($scope->catalogue->parse($formula));
            $this->assertSame('not_enough_history', $value instanceof Absence ? $value->kind->value : "value {$value}", $formula);
        }
        $this->assertSame('not_enough_history', $scope->metric('max_drawdown_5y')->kind->value, 'Four years are not five.');
        $this->assertIsFloat($scope->metric('max_drawdown_1y'));
        $this->assertIsFloat(self::company(20210701)->metric('max_drawdown_5y'), 'The first bar lies a day after the beginning.');
    }

    public function test_dividends_of_the_last_twelve_months_count_by_their_ex_dates_up_to_today(): void
    {
        $paid = [[20250630, 9.0], [20250701, 0.3], [20251230, 0.4], [20260630, 0.5], [20260701, 9.0]];
        $scope = self::company(20240102, $paid);
        $this->assertEqualsWithDelta(1.2 / $scope->metric('share_price'), $scope->metric('dividend_yield'), 1e-12);
        $this->assertSame('missing', self::company(20240102)->metric('dividend_yield')->kind->value, 'Reported, but no ex-date is known.');
        $this->assertSame('not_enough_history', self::company(20251001, $paid)->metric('dividend_yield')->kind->value);
    }

    public function test_cyclically_adjusted_earnings_reach_back_beyond_the_first_price(): void
    {
        $years = [];
        foreach (range(2016, 2025) as $year) {
            $years[$year] = ['earnings_per_share_diluted' => 2.0 * 1.02 ** ($year - 2016)];
        }
        $books = Books::scope($years);
        $scope = new CompanyScope(
            new CompanyData(
                1,
                'CAPE',
                $books->company->template,
                '10',
                'XCR',
                'XCR',
                $books->company->facts,
                $books->company->periodEnds,
                new PriceSeries([20260629, 20260630], [39.0, 40.0]),
            ),
            20260630,
            Catalogue::builtIn(),
            self::company(20240102)->economy,
        );
        $real = 2.0 * 1.02 ** -16; // Earnings grow with prices, so in prices of 2000 all years are alike.
        $this->assertEqualsWithDelta(40 / ($real * 1.02 ** 26), $scope->metric('cyclically_adjusted_price_to_earnings'), 1e-9);
    }

    public function test_years_positive_of_ten_need_seven_that_are_known(): void
    {
        $of = static fn (int $known): float|Absence => Books::scope(
            array_combine(range(2026 - $known, 2025), array_fill(0, $known, ['net_income' => 5, 'net_income_common' => 5])),
        )->metric('earnings_years_positive_10y');
        $this->assertSame('not_enough_history', $of(6)->kind->value);
        $this->assertSame([7.0, 10.0], [$of(7), $of(10)]);
    }

    public function test_an_exponential_mean_forgets_what_is_too_old_to_show(): void
    {
        mt_srand(5);
        $closes = array_map(static fn (): float => mt_rand(900, 1100) / 10, range(1, 3000));
        foreach ([5, 12, 26, 50] as $n) {
            $whole = \Logion\Market\Indicators::ema($closes, $n);
            $from = \Logion\Market\Indicators::remembers(2999, $n);
            $this->assertGreaterThan(0, $from);
            $late = \Logion\Market\Indicators::ema(array_slice($closes, $from), $n);
            $this->assertEqualsWithDelta($whole[2999], $late[2999 - $from], 1e-12 * $whole[2999]);
        }
        $this->assertSame(0, \Logion\Market\Indicators::remembers(200, 26));
    }

    public function test_a_series_may_begin_a_week_after_its_window_and_no_day_later(): void
    {
        // A month up to the 20th begins on the 20th of the month before.
        foreach ([[20260127, 0], [20260128, null]] as [$first, $expected]) {
            $days = [$first, 20260210, 20260220];
            $this->assertSame($expected, Window::of('1m')->from($days, 2), (string) $first);
        }
    }
}
