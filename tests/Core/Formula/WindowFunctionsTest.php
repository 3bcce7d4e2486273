<?php

declare(strict_types=1);

namespace Tests\Core\Formula;

use Logion\Figure\Absence;
use Logion\Formula\FormulaError;
use Logion\Formula\Moment;
use Logion\Formula\Node;
use Logion\Formula\Parser;
use Logion\Market\CorporateActions;
use Logion\Market\Economy;
use Logion\Market\PriceSeries;
use Logion\Metric\Catalogue;
use Logion\Metric\CompanyData;
use Logion\Metric\CompanyScope;
use Logion\Metric\Evaluation\BatchEvaluator;
use Logion\Reporting\FiledFact;
use Logion\Reporting\ReportingModel;
use Logion\Reporting\ShareClass;
use Logion\Time\Day;
use Logion\Time\Window;
use PHPUnit\Framework\TestCase;
use Tests\Core\Books;

/** Functions over years, months and days, worked by hand at the ends of what they accept. */
final class WindowFunctionsTest extends TestCase
{
    /** @param  array<int, float>  $revenue  by year */
    private static function over(array $revenue, string $formula): float|Absence
    {
        return Books::both(
            Books::scope(array_map(static fn (float $value): array => ['revenue' => $value, 'net_income' => 1.0], $revenue)),
            $formula,
        )[0];
    }

    public function test_a_trend_is_the_slope_through_the_years_that_are_known_over_their_mean(): void
    {
        // Backwards 9, 5, 1: the slope is 4 a year and the mean 5.
        $this->assertEqualsWithDelta(0.8, self::over([2023 => 1.0, 2024 => 5.0, 2025 => 9.0], 'trend(revenue, 3)'), 1e-12);
        // Known are 12, 6 and 3, now, two and three years back: mean 7, middle 5/3 back; the slope is (25 + 1 + 16) / 3 over 42 / 9.
        $scope = Books::scope([
            2022 => ['revenue' => 3.0],
            2023 => ['revenue' => 6.0],
            2024 => ['net_income' => 1.0],
            2025 => ['revenue' => 12.0],
        ]);
        $this->assertEqualsWithDelta(3.0 / 7, Books::both($scope, 'trend(revenue, 4)')[0], 1e-12);
        $this->assertInstanceOf(Absence::class, self::over([2024 => -5.0, 2025 => 5.0], 'trend(revenue, 2)'));
    }

    public function test_the_ends_and_the_middle_of_the_years_that_are_known(): void
    {
        $years = [2021 => 9.0, 2022 => -2.0, 2023 => 3.0, 2024 => 4.0, 2025 => 1.0];
        foreach (
            [
                'highest(revenue, 5)' => 9.0,
                'highest(revenue, 3)' => 4.0,
                'lowest(revenue, 5)' => -2.0,
                'lowest(revenue, 2)' => 1.0,
            ] as $formula => $value
        ) {
            $this->assertSame($value, self::over($years, $formula), $formula);
        }
        $this->assertSame(
            [-1.0, -7.0],
            [
                self::over([2024 => -7.0, 2025 => -1.0], 'highest(revenue, 2)'),
                self::over([2024 => -7.0, 2025 => -1.0], 'lowest(revenue, 2)'),
            ],
        );
    }

    public function test_years_rising_begin_now_and_end_at_the_first_that_did_not(): void
    {
        $this->assertSame(3.0, self::over([2021 => 9.0, 2022 => 2.0, 2023 => 3.0, 2024 => 4.0, 2025 => 5.0], 'years_rising(revenue)'));
        $this->assertSame(0.0, self::over([2024 => 5.0, 2025 => 4.0], 'years_rising(revenue)'));
        $this->assertSame(0.0, self::over([2023 => 3.0, 2024 => 5.0, 2025 => 5.0], 'years_rising(revenue)'));
        $this->assertSame(1.0, self::over([2023 => 5.0, 2024 => 5.0, 2025 => 6.0], 'years_rising(revenue)'));
        $this->assertSame(
            2.0,
            self::over([2022 => 0.0, 2023 => 4.0, 2024 => 5.0, 2025 => 6.0], 'years_rising(revenue > 4 ? revenue : 0 - 1)') + 0.0,
        );
        $income = ['net_income' => 1.0];
        $revenue = ['revenue' => 5.0];
        foreach ([[2024 => $income, 2025 => $revenue], [2024 => $revenue, 2025 => $income]] as $years) {
            $this->assertInstanceOf(Absence::class, Books::both(Books::scope($years), 'years_rising(revenue)')[0]);
        }
    }

    /**
     * @param  list<array{int, float}>  $dividends
     * @param  list<array{int, float}>  $splits
     */
    private static function scope(
        int $months,
        array $dividends = [],
        array $splits = [],
        int $asOf = 20260630,
        array $classes = [],
    ): CompanyScope {
        $days = $closes = $levels = [];
        for ($back = $months; $back >= 0; $back--) {
            $days[] = Day::monthsEarlier(20260626, $back);
            $closes[] = 20.0 + 5 * sin($back);
            $levels[] = 100.0 + 20 * sin($back + 0.3);
        }
        $index = new PriceSeries($days, $levels);
        $facts = [new FiledFact('shares_outstanding_period_end', 20250, 100.0, 20260301), new FiledFact('revenue', 20250, 10.0, 20260301)];

        return new CompanyScope(
            new CompanyData(
                1,
                'T',
                ReportingModel::Industrial,
                '10',
                'XCR',
                'XCR',
                $facts,
                [20250 => 20251231],
                new PriceSeries($days, $closes, actions: new CorporateActions($splits, $dividends)),
                $index,
                otherClasses: $classes,
            ),
            $asOf,
            Catalogue::builtIn(),
            new Economy(['risk_free_rate' => ['days' => [20000101], 'values' => [0.03]]]),
        );
    }

    public function test_beta_takes_sixty_months_and_is_content_with_thirty_six(): void
    {
        foreach ([36 => true, 40 => true, 60 => true, 35 => false, 20 => false] as $months => $enough) {
            $value = self::scope($months)->metric('beta_raw');
            $this->assertSame($enough, is_float($value), "{$months} months");
        }
        $this->assertIsFloat(self::scope(14)->value(Catalogue::builtIn()->parse('beta_to_index(12)')), 'fewer where fewer are asked for');
        $this->assertInstanceOf(Absence::class, self::scope(10)->value(Catalogue::builtIn()->parse('beta_to_index(12)')));
    }

    public function test_dividends_count_up_to_the_day_that_is_asked_about_on_its_share_basis(): void
    {
        $sum = static fn (CompanyScope $scope, string $formula = "dividends('1y')"): float|Absence => $scope->value(
            $scope->catalogue->parse($formula),
        );
        // The last bar is of Friday the 26th; an ex-date on Monday is known by Tuesday.
        $this->assertSame(3.0, $sum(self::scope(24, [[20251002, 1.0], [20260629, 2.0]])));
        $this->assertSame(1.0, $sum(self::scope(24, [[20251002, 1.0], [20260629, 2.0]], asOf: 20260626)));
        $this->assertSame(
            2.5,
            $sum(self::scope(24, [[20251002, 1.0], [20260302, 2.0]], [[20260105, 2.0]])),
            'one of before a split is halved',
        );
        $this->assertSame(1.0, $sum(self::scope(24, [[20251002, 1.0], [20260629, 2.0]]), "days_ago(dividends('1y'), 1)"));
    }

    public function test_classes_without_a_price_of_the_main_one_say_why(): void
    {
        $class = new ShareClass('Class B', new PriceSeries([20260626], [5.0]), 'XCR', 1.0, []);
        $company = new CompanyData(
            1,
            'T',
            ReportingModel::Industrial,
            '10',
            'XCR',
            'XCR',
            [new FiledFact('revenue', 20250, 1.0, 20260301)],
            [20250 => 20251231],
            new PriceSeries([], []),
            otherClasses: [$class],
        );
        $of = static fn (CompanyData $company): mixed => (new CompanyScope(
            $company,
            20260630,
            Catalogue::builtIn(),
            new Economy(),
        ))->classes->classesAt(Moment::of('trailing'));
        $this->assertSame('There is no price.', $of($company)->sentence());
        $new = new CompanyData(
            1,
            'T',
            ReportingModel::Industrial,
            '10',
            'XCR',
            'XCR',
            [],
            [],
            new PriceSeries([20260626], [5.0]),
            otherClasses: [$class],
        );
        $this->assertSame('No report has been published yet.', $of($new)->sentence());
    }

    public function test_who_reports_half_years_has_its_latest_half_in_place_of_a_quarter_and_balances_as_they_are(): void
    {
        $facts = [];
        foreach ([20246 => 40.0, 20247 => 60.0, 20256 => 70.0] as $period => $revenue) {
            $facts[] = new FiledFact('revenue', $period, $revenue, 20250901, 1);
        }
        $facts[] = new FiledFact('total_assets', 20252, 500.0, 20250901, 1);
        $facts[] = new FiledFact('revenue', 20240, 100.0, 20250301, 1);
        $scope = Books::scope([], $facts, 20251001);
        $value = static fn (string $formula): float|Absence => $scope->value($scope->catalogue->parse($formula));
        $this->assertSame(70.0, $value('quarter(revenue)'));
        $this->assertSame(500.0, $value('quarter(total_assets)'));
    }

    public function test_every_moment_is_told_from_every_other(): void
    {
        $ids = $places = [];
        foreach (['trailing', 'annual', 'quarter'] as $basis) {
            foreach ([0, 1, 2, 9, 20] as $years) {
                foreach ([0, 1, 3, 4, 20] as $quarters) {
                    foreach ([0, 1, 5, 250] as $days) {
                        foreach ([false, true] as $inBase) {
                            $moment = Moment::of($basis)->yearsAgo($years)->quartersAgo($quarters)->daysAgo($days)->inBase($inBase);
                            $ids[] = $moment->id;
                            $places["{$basis} {$years} {$quarters} {$days}"] = $moment->place;
                        }
                    }
                }
            }
        }
        $this->assertSame(count($ids), count(array_unique($ids)));
        $this->assertSame(count($places), count(array_unique($places)));
    }

    public function test_parentheses_go_as_deep_as_is_said_and_no_deeper(): void
    {
        $nested = static fn (int $depth): string => str_repeat('(', $depth).'revenue'.str_repeat(')', $depth);
        $catalogue = Catalogue::builtIn();
        $this->assertSame('revenue', (string) $catalogue->parse($nested(Parser::MAX_DEPTH)));
        $this->expectException(FormulaError::class);
        $catalogue->parse($nested(Parser::MAX_DEPTH + 1));
    }

    public function test_a_slip_of_units_names_what_the_amount_is(): void
    {
        foreach (
            [
                'revenue + 5' => 'an amount of money',
                'price + 5' => 'money per share',
                'shares_outstanding + 5' => 'a number of shares',
                'revenue ** 2 + 5' => 'money^2 · shares^0',
            ] as $formula => $name
        ) {
            try {
                Catalogue::builtIn()->parse($formula);
                $this->fail($formula);
            } catch (FormulaError $error) {
                $this->assertStringContainsString("A plain number cannot be added to {$name}", $error->getMessage());
            }
        }
    }

    public function test_growth_a_year_needs_something_at_both_ends(): void
    {
        $this->assertEqualsWithDelta(0.1, self::over([2023 => 100.0, 2024 => 110.0, 2025 => 121.0], 'cagr(revenue, 2)'), 1e-12);
        foreach ([[2024 => 5.0, 2025 => 0.0], [2024 => 0.0, 2025 => 5.0], [2024 => -5.0, 2025 => -6.0]] as $revenue) {
            $value = self::over($revenue, 'cagr(revenue, 1)');
            $this->assertInstanceOf(Absence::class, $value);
            $this->assertSame('not_meaningful', $value->kind->value);
        }
    }

    public function test_the_indicated_dividend_is_the_last_as_often_as_in_a_year_until_it_is_too_old(): void
    {
        $of = static fn (string $name, CompanyScope $scope): float|Absence => $scope->market($name, Moment::of('trailing'));
        $paying = self::scope(30, [[20250301, 0.9], [20250901, 1.0], [20260302, 1.1]]);
        $this->assertEqualsWithDelta(2.2, $of('indicated_annual_dividend', $paying), 1e-12, 'two within a year before the last');
        $this->assertSame(20260302.0, $of('ex_dividend_date', $paying));
        $this->assertSame(
            0.0,
            $of('indicated_annual_dividend', self::scope(30, [[20250301, 0.9]])),
            'the last lies more than four hundred days back',
        );
        $this->assertSame(0.0, $of('indicated_annual_dividend', self::scope(30)));
        $this->assertInstanceOf(Absence::class, $of('ex_dividend_date', self::scope(30)));
    }

    public function test_prices_in_another_currency_are_the_same_prices(): void
    {
        $series = new PriceSeries(
            [20260101, 20260102, 20260105],
            [10.0, 12.0, 4.0],
            [11.0, 13.0, 5.0],
            [9.0, 11.0, 3.0],
            [5.0, 6.0, 7.0],
            new CorporateActions([[20260105, 3.0]], [[20260102, 0.6]]),
        );
        $other = $series->converted(static fn (int $day): ?float => $day === 20260101 ? null : 2.0);
        $this->assertSame([[20260102, 20260105], [24.0, 8.0]], [$other->days, $other->rawCloses]);
        foreach (['closes', 'highs', 'lows'] as $of) {
            $this->assertEqualsWithDelta(
                array_map(static fn (float $x): float => 2 * $x, array_slice($series->{$of}, 1)),
                $other->{$of},
                1e-12,
                $of,
            );
        }
        $this->assertEqualsWithDelta(array_slice($series->volumes, 1), $other->volumes, 1e-12);
        $this->assertSame([[20260102, 1.2]], $other->actions->dividends);
    }

    public function test_yes_and_no_are_one_and_zero_and_what_is_unknown_stays_so(): void
    {
        $of = static fn (string $formula): float|Absence => Books::both(
            Books::scope([2025 => ['revenue' => 5.0, 'net_income' => 1.0]]),
            $formula,
        )[0];
        foreach (
            [
                'revenue > 4 and net_income > 0' => 1.0,
                'revenue > 4 and net_income > 2' => 0.0,
                'revenue > 9 or net_income > 0' => 1.0,
                'revenue > 9 or net_income > 2' => 0.0,
                'not (revenue > 9)' => 1.0,
                'goodwill > 1 and revenue > 9' => 0.0,
                'goodwill > 1 or revenue > 4' => 1.0,
                '(revenue > 4) + (net_income > 0)' => 2.0,
            ] as $formula => $expected
        ) {
            $this->assertSame($expected, $of($formula), $formula);
        }
        foreach (['goodwill > 1 and revenue > 4', 'goodwill > 1 or revenue > 9', 'not (goodwill > 1)'] as $formula) {
            $this->assertInstanceOf(Absence::class, $of($formula), $formula);
        }
    }

    public function test_numbers_are_written_so_that_they_read_back(): void
    {
        foreach ([0.1, 5.0, 1e14, 123456789012345.0, 0.000123, 2.5] as $number) {
            $this->assertSame($number, (float) Node::numeral($number));
        }
        $this->assertSame('100000000000000', Node::numeral(1e14));
    }

    public function test_a_metric_of_another_kind_of_business_says_so_for_every_company_it_does_not_fit(): void
    {
        $bank = Books::scope([2025 => ['revenue' => 5.0]], template: ReportingModel::Bank);
        $industrial = Books::scope([2025 => ['revenue' => 5.0, 'cost_of_revenue' => 2.0, 'gross_profit' => 3.0]]);
        $evaluator = new BatchEvaluator([$bank, $industrial, $bank], Catalogue::builtIn());
        $margin = $evaluator->metric('gross_margin', Moment::of('annual'));
        $this->assertSame(
            ['not_applicable', 0.6, 'not_applicable'],
            array_map(static fn (int $i): mixed => ($x = $margin->at($i)) instanceof Absence ? $x->kind->value : $x, [0, 1, 2]),
        );
        $alone = (new BatchEvaluator([$bank], Catalogue::builtIn()))->metric('gross_margin', Moment::of('annual'))->at(0);
        $this->assertSame('Gross margin does not apply to a bank.', $alone->sentence());
        $this->assertSame([], (new BatchEvaluator([], Catalogue::builtIn()))->metric('gross_margin', Moment::of('annual'))->values);
    }

    public function test_an_observation_is_one_for_four_hundred_days(): void
    {
        $of = static function (int $day): float|Absence {
            $observations = ['analysts_buy' => ['days' => [$day], 'values' => [7.0]]];
            $company = new CompanyData(
                1,
                'T',
                ReportingModel::Industrial,
                '10',
                'XCR',
                'XCR',
                [],
                [],
                new PriceSeries([20260630], [5.0]),
                observations: $observations,
            );

            return (new CompanyScope($company, 20260630, Catalogue::builtIn(), new Economy()))->market(
                'analysts_buy',
                Moment::of('trailing'),
            );
        };
        $this->assertSame([7.0, 7.0], [$of(20260630), $of(Day::plus(20260630, -400))]);
        $this->assertInstanceOf(Absence::class, $of(Day::plus(20260630, -401)));
        $this->assertInstanceOf(Absence::class, $of(20260701));
    }

    public function test_the_unit_of_a_root_is_the_root_of_the_unit(): void
    {
        $catalogue = Catalogue::builtIn();
        $this->assertSame(
            'sqrt(revenue * net_income) + total_assets',
            (string) $catalogue->parse('sqrt(revenue * net_income) + total_assets'),
        );
        $this->assertSame('sqrt(current_ratio) + 1', (string) $catalogue->parse('sqrt(current_ratio) + 1'));
        $this->expectException(FormulaError::class);
        $catalogue->parse('sqrt(revenue) + total_assets');
    }

    public function test_windows_reach_forty_years_or_five_thousand_days(): void
    {
        foreach (['40y', '480m', '2080w', 5000.0, 1.0, '1y'] as $window) {
            $this->assertTrue(Window::accepts($window), (string) $window);
        }
        foreach (['41y', '481m', '2081w', 5001.0, 0.0, 1.5, '0y', 'y', '1.5y', '10d', '1y '] as $window) {
            $this->assertFalse(Window::accepts($window), (string) $window);
        }
    }
}
