<?php

declare(strict_types=1);

namespace Tests\Core\Valuation\Method;

use Logion\Market\PriceSeries;
use Logion\Reporting\ReportingModel;
use Logion\Valuation\Forecast\DriverRule;
use Logion\Valuation\InvalidAssumption;
use Logion\Valuation\MarginOfSafety;
use Logion\Valuation\Method\CashFlow\CashFlowWorking;
use Logion\Valuation\Method\CashFlow\DiscountedCashFlow;
use Logion\Valuation\Method\CashFlow\DiscountedCashFlowDefaults;
use Logion\Valuation\Method\CashFlow\TerminalMethod;
use Logion\Valuation\MisfitMethod;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Core\Books;

final class DiscountedCashFlowTest extends TestCase
{
    public function test_between_a_year_and_its_report_the_year_that_is_over_counts_for_nothing(): void
    {
        $at = static fn (
            float $stub,
        ): \Logion\Valuation\Method\CashFlow\CashFlowValue => \Logion\Valuation\Method\CashFlow\CashFlowValue::of(
            [100.0, 110.0, 121.0],
            new \Logion\Valuation\Discounting([0.1, 0.1, 0.1], \Logion\Valuation\Convention::EndYear, $stub),
            2000.0,
            new \Logion\Valuation\EquityBridge(),
            1.0,
        );
        $over = $at(-0.1);
        $this->assertSame(0.0, $over->presentValues[0]);
        $this->assertEqualsWithDelta(110 / 1.1 ** 0.9, $over->presentValues[1], 1e-9);
        $this->assertEqualsWithDelta(2000 / 1.1 ** 1.9, $over->presentTerminalValue, 1e-9);
        // Value moves smoothly over the end of the year, but for the flow of the days in between.
        $this->assertEqualsWithDelta($at(0.001)->enterpriseValue, $at(-0.001)->enterpriseValue, 1.0);
    }

    public function test_the_value_is_what_the_sheet_adds_up_to(): void
    {
        $model = $this->model();
        $value = $model->value();
        $forecast = $model->forecast();
        $rate = $model->discountRate();
        $sum = 0.0;
        $time = $model->stub / 2;
        foreach ($forecast->flows as $i => $flow) {
            $expected =
                $forecast->ebit[$i] -
                $forecast->taxes[$i] +
                $forecast->depreciation[$i] -
                $forecast->capitalExpenditure[$i] -
                $forecast->workingCapitalIncrease[$i];
            $this->assertEqualsWithDelta($expected, $flow, 1e-6);
            $sum += ($i === 0 ? $flow * $model->stub : $flow) / (1 + $rate) ** $time;
            $time += $i === 0 ? $model->stub / 2 + 0.5 : 1.0;
        }
        $this->assertEqualsWithDelta($sum, $value->sumOfPresentValues, 1e-6);
        $this->assertEqualsWithDelta($value->sumOfPresentValues + $value->presentTerminalValue, $value->enterpriseValue, 1e-6);
        $this->assertEqualsWithDelta($value->enterpriseValue + 30 - 200, $value->equityValue, 1e-6);
        $this->assertEqualsWithDelta($value->equityValue / 50, $value->perShare, 1e-9);
        $this->assertSame($value->perShare, (new CashFlowWorking($model, $value))->perShare()->figure->value());
    }

    /** @return iterable<string, array{string}> */
    public static function solvable(): iterable
    {
        foreach (
            [
                'revenue_growth',
                'operating_margin',
                'tax_rate',
                'capital_expenditure_to_revenue',
                'discount_rate',
                'beta',
                'risk_free_rate',
                'equity_risk_premium',
                'debt',
                'cash',
                'shares',
                'base_revenue',
            ] as $name
        ) {
            yield $name => [$name];
        }
    }

    #[DataProvider('solvable')]
    public function test_solving_backwards_finds_the_figure_that_gives_the_price(string $name): void
    {
        $model = $this->model();
        $price = $model->value()->perShare * 0.9;
        $solved = $model->solve($name, $price);
        $this->assertNotNull($solved);
        $this->assertEqualsWithDelta($price, $model->with($name, $solved)->value()->perShare, 1e-6 * $price);
    }

    public function test_no_figure_in_a_sensible_range_is_an_answer(): void
    {
        $this->assertNull($this->model()->solve('tax_rate', 1e9));
    }

    public function test_growth_at_or_above_the_rate_is_refused(): void
    {
        $model = $this->model()->with('discount_rate', 0.06);
        foreach ([0.06, 0.07] as $growth) {
            try {
                $model->with('terminal_growth', $growth)->value();
                $this->fail("Growth of {$growth} was valued.");
            } catch (InvalidAssumption $error) {
                $this->assertSame('terminal_growth', $error->assumption);
                $this->assertStringContainsString('not below the discount rate of 6.00 %', $error->getMessage());
            }
        }
        $this->assertGreaterThan(0, $model->with('terminal_growth', 0.07)->copy(terminal: TerminalMethod::ExitMultiple)->value()->perShare);
    }

    public function test_the_centre_of_the_sensitivity_grid_is_the_value_and_impossible_pairs_are_empty(): void
    {
        $model = $this->model();
        $rate = $model->discountRate();
        $grid = $model->sensitivity('discount_rate', [0.02, $rate], 'terminal_growth', [0.02, $model->figures['terminal_growth']->value]);
        $this->assertNull($grid[0][0]);
        $this->assertEqualsWithDelta($model->value()->perShare, $grid[1][1], 1e-9);
    }

    public function test_growth_adds_no_value_when_new_capital_only_earns_its_cost(): void
    {
        $model = $this->model()
            ->with('discount_rate', 0.08)
            ->with('return_on_new_capital', 0.08)
            ->copy(convention: \Logion\Valuation\Convention::EndYear);
        $this->assertEqualsWithDelta(
            $this->terminalOverProfit($model->with('terminal_growth', 0.0)),
            $this->terminalOverProfit($model->with('terminal_growth', 0.03)),
            1e-9,
        );
    }

    public function test_money_in_another_currency_scales_values_and_leaves_ratios(): void
    {
        $one = $this->model(1.0)->value();
        $thousand = $this->model(1000.0)->value();
        $this->assertEqualsWithDelta(1000 * $one->perShare, $thousand->perShare, 1e-6);
        $this->assertEqualsWithDelta($one->terminalShare, $thousand->terminalShare, 1e-12);
    }

    public function test_driver_rules(): void
    {
        $this->assertSame([0.1, 0.1, 0.2, 0.2], DriverRule::own([0.1, 0.1, 0.2])->path('x', 4));
        $this->assertEqualsWithDelta([0.1, 0.1, 0.075, 0.05], DriverRule::fade(0.1, 0.05, 2)->path('x', 4), 1e-12);
        $history = [2021 => 0.1, 2022 => 0.9, 2023 => 0.2, 2024 => null];
        $this->assertEqualsWithDelta([0.15, 0.15], DriverRule::historical('historical_mean', [2022])->path('x', 2, $history), 1e-12);
        $this->assertSame([0.2], DriverRule::historical('historical_median')->path('x', 1, $history));
        $this->expectException(InvalidAssumption::class);
        DriverRule::historical('historical_mean', [2021, 2022, 2023])->path('x', 2, $history);
    }

    public function test_losses_are_carried_forward(): void
    {
        $model = $this->model()->withDriver('operating_margin', DriverRule::own([-0.2, 0.1, 0.3]));
        $forecast = $model->forecast();
        $this->assertSame(0.0, $forecast->taxes[0]);
        $this->assertSame(0.0, $forecast->taxes[1]);
        $this->assertGreaterThan(0, $forecast->lossPool[1]);
        $this->assertLessThan($forecast->ebit[2] * 0.25, $forecast->taxes[2]);
    }

    public function test_unknown_assumptions_and_impossible_ones_are_named(): void
    {
        foreach (
            [['flavour', 1.0, 'There is no assumption '
                .'"flavour"'], ['shares', 0.0, 'more than zero'], ['beta', NAN, 'finite']] as [$name, $value, $part]
        ) {
            try {
                $this->model()->with($name, $value);
                $this->fail("{$name} was accepted.");
            } catch (InvalidAssumption $error) {
                $this->assertStringContainsString($part, $error->getMessage());
            }
        }
    }

    public function test_a_margin_of_safety_gives_the_price_to_stay_below(): void
    {
        $this->assertSame(75.0, MarginOfSafety::buyBelow(100.0, 0.25));
        $this->assertSame(100.0, MarginOfSafety::buyBelow(100.0, 0.0));
        $this->assertNull(MarginOfSafety::buyBelow(-5.0, 0.25), 'Nothing to stay below.');
        $this->assertEqualsWithDelta(0.2, MarginOfSafety::distance(90.0, 75.0), 1e-12);
        $this->assertNull(MarginOfSafety::distance(null, 75.0));
        $this->assertEqualsWithDelta(
            [['margin' => 0.5, 'buy_below' => 50.0, 'from_price' => -0.375]],
            MarginOfSafety::at(100.0, 80.0, [0.5]),
            1e-12,
        );
        $this->expectException(InvalidAssumption::class);
        MarginOfSafety::buyBelow(100.0, 1.0);
    }

    public function test_warnings_say_what_a_careful_reader_would(): void
    {
        $model = $this->model()
            ->with('discount_rate', 0.09)
            ->with('risk_free_rate', 0.03)
            ->with('terminal_growth', 0.02)
            ->with('return_on_new_capital', 0.12);
        $told = static fn (DiscountedCashFlow $m): array => array_map(
            static fn (string $w): string => explode(' ', $w)[0].' '.explode(' ', $w)[1],
            array_values(array_filter($m->warnings($m->value()), static fn (string $w): bool => ! str_contains($w, 'beyond the forecast'))),
        );
        $this->assertSame([], $told($model));
        $this->assertSame([], $told($model->with('terminal_growth', 0.03)), 'as much as the risk-free rate is not more');
        $this->assertSame(['Terminal growth'], $told($model->with('terminal_growth', 0.031)));
        $this->assertSame([], $told($model->with('terminal_growth', 0.031)->copy(terminal: TerminalMethod::ExitMultiple)));
        $this->assertSame(['Claims exceed'], $told($model->with('debt', 1e6)));
        $this->assertSame([], $told($model->with('debt', $model->value()->enterpriseValue + 30)), 'nothing is not less than nothing');
        $this->assertContains(
            'Terminal growth is not below the return on new capital: growing would consume all profit.',
            $model->with('return_on_new_capital', 0.02)->warnings($model->value()),
        );
        $this->assertNotContains(
            'Terminal growth is not below the return on new capital: growing would consume all profit.',
            $model->with('return_on_new_capital', 0.02)->copy(terminal: TerminalMethod::Perpetuity)->warnings($model->value()),
        );
        $share = static fn (
            float $terminal,
        ): \Logion\Valuation\Method\CashFlow\CashFlowValue => \Logion\Valuation\Method\CashFlow\CashFlowValue::of(
            [25.0],
            new \Logion\Valuation\Discounting([0.0], \Logion\Valuation\Convention::EndYear),
            $terminal,
            new \Logion\Valuation\EquityBridge(),
            1.0,
        );
        $this->assertSame([], $model->warnings($share(75.0)), 'three quarters are usual');
        $this->assertSame(['76 % of the value lies beyond the forecast.'], $model->warnings($share(79.0)));
    }

    public function test_figures_at_the_edge_of_what_is_possible(): void
    {
        $model = $this->model();
        $this->assertSame(0.0001, $model->with('shares', 0.0001)->figures['shares']->value);
        foreach ([['shares', 0.0], ['shares', -1.0], ['return_on_new_capital', 0.0], ['return_on_new_capital', -0.1]] as [$name, $value]) {
            try {
                $model->with($name, $value);
                $this->fail("{$name} of {$value} was taken.");
            } catch (InvalidAssumption $error) {
                $this->assertStringContainsString('more than zero', $error->getMessage());
            }
        }
        foreach ([0, 31] as $years) {
            try {
                $model->copy(years: $years);
                $this->fail("{$years} years were taken.");
            } catch (InvalidAssumption $error) {
                $this->assertStringContainsString('between 1 and 30', $error->getMessage());
            }
        }
        $this->assertSame([1, 30], [$model->copy(years: 1)->years, $model->copy(years: 30)->years]);
        $this->assertGreaterThan(
            0,
            $model
                ->with('discount_rate', -0.5)
                ->copy(terminal: TerminalMethod::ExitMultiple)
                ->value()->perShare,
        );
        $this->expectExceptionMessage('above −99 %');
        $model
            ->with('discount_rate', -0.99)
            ->copy(terminal: TerminalMethod::ExitMultiple)
            ->value();
    }

    public function test_every_part_of_the_working_adds_up_to_the_one_above(): void
    {
        $model = $this->model()
            ->with('minority_interest', 12.0)
            ->with('preferred', 7.0)
            ->with('pension_deficit', 5.0)
            ->with('non_operating_assets', 9.0);
        $value = $model->value();
        $working = (new CashFlowWorking($model, $value))->perShare();
        $part = static fn (string $key): float => $working->part($key)?->figure->value() ?? self::fail("There is no part {$key}.");
        $this->assertSame($value->equityValue / 50, $working->figure->value());
        $this->assertSame(
            ['enterprise_value', 'cash', 'non_operating_assets', 'debt', 'pension_deficit', 'minority_interest', 'preferred'],
            array_column($working->part('equity_value')->children, 'key'),
        );
        $this->assertEqualsWithDelta($part('equity_value'), $part('enterprise_value') + 30 + 9 - 200 - 5 - 12 - 7, 1e-9);
        $this->assertEqualsWithDelta(
            $part('enterprise_value'),
            $part('present_value_of_forecast') + $part('present_terminal_value'),
            1e-9,
        );
        $this->assertSame($model->discountRate(), $part('discount_rate'));
        $sum = 0.0;
        foreach (range(0, $model->years - 1) as $i) {
            $year = 2026 + $i;
            $present = $working->part("present_value@{$year}");
            $this->assertSame("FY {$year}", $present->period);
            $this->assertEqualsWithDelta(
                $present->figure->value(),
                $part("free_cash_flow@{$year}") * $part("discount_factor@{$year}") * ($i === 0 ? $model->stub : 1),
                1e-9,
            );
            $this->assertSame(
                $i === 0 ? 'free cash flow × part of the year still ahead × discount factor' : 'free cash flow × discount factor',
                $present->formula,
            );
            $this->assertEqualsWithDelta(
                $part("free_cash_flow@{$year}"),
                $part("operating_profit@{$year}") -
                    $part("taxes@{$year}") +
                    $part("depreciation@{$year}") -
                    $part("capital_expenditure@{$year}") -
                    $part("working_capital_increase@{$year}"),
                1e-9,
            );
            $profit = $part("revenue@{$year}") * $part("operating_margin@{$year}");
            $this->assertEqualsWithDelta($part("operating_profit@{$year}"), $profit, 1e-9);
            $sum += $present->figure->value();
        }
        $this->assertEqualsWithDelta($part('present_value_of_forecast'), $sum, 1e-9);
        $this->assertSame([50.0, 'Shares outstanding'], [$part('shares'), $working->part('shares')->label]);
        $this->assertNull($working->part('nothing'));
        $this->assertSame([], (new CashFlowWorking($model->with('discount_rate', 0.1), $value))->rate()->children);
        $this->assertEqualsWithDelta(
            $part('discount_rate'),
            $part('share_of_equity') * $part('cost_of_equity') + $part('share_of_debt') * $part('cost_of_debt_after_tax'),
            1e-12,
        );
    }

    public function test_every_part_of_a_working_has_a_key_of_its_own(): void
    {
        $model = $this->model();
        $keys = [];
        $collect = static function (\Logion\Figure\Working $working) use (&$collect, &$keys): void {
            $keys[] = $working->key;
            array_map($collect, $working->children);
        };
        $collect((new CashFlowWorking($model, $model->value()))->perShare());
        $this->assertNotContains(null, $keys);
        // Only assumptions stand in several places: debt in the bridge and in the weights.
        $twice = array_keys(array_filter(array_count_values($keys), static fn (int $count): bool => $count > 1));
        $this->assertSame(['debt'], $twice);
    }

    public function test_the_history_of_a_driver_stands_under_its_years(): void
    {
        $books = [];
        foreach ([2023 => 100.0, 2024 => 110.0, 2025 => 132.0] as $year => $revenue) {
            $books[$year] = ['revenue' => $revenue, 'operating_income' => 0.1 * $revenue, 'shares_outstanding_period_end' => 5.0];
        }
        $growth = DiscountedCashFlowDefaults::for(Books::scope($books))->history['revenue_growth'];
        $this->assertSame(2025, array_key_last($growth));
        $this->assertSame([null, 0.1, 0.2], [$growth[2023], round($growth[2024], 12), round($growth[2025], 12)]);
    }

    public function test_without_a_history_of_multiples_the_exit_multiple_is_an_own_figure(): void
    {
        $exit = $this->model()->figures['exit_multiple'];
        $this->assertSame(
            [8.0, 'own', ['today']],
            [$exit->value, $exit->source, array_keys($exit->alternatives)],
            'its prices do not reach back',
        );
        $years = array_fill_keys([2024, 2025], ['revenue' => 100.0, 'operating_income' => 10.0, 'shares_outstanding_period_end' => 5.0]);
        $bare = DiscountedCashFlowDefaults::for(Books::scope($years));
        $this->assertSame(
            [8.0, 'own', []],
            [
                $bare->figures['exit_multiple']->value,
                $bare->figures['exit_multiple']->source,
                $bare->figures['exit_multiple']->alternatives,
            ],
        );
        $this->assertSame([1.0, 'market average'], [$bare->figures['beta']->value, $bare->figures['beta']->source]);
        $this->assertSame([0.03, 'own'], [$bare->figures['risk_free_rate']->value, $bare->figures['risk_free_rate']->source]);
        $this->assertSame([0.0, 'not reported'], [$bare->figures['debt']->value, $bare->figures['debt']->source]);
        $this->assertSame(
            [0.04, 0.05, 0.1, 0.25],
            array_map(static fn (string $driver): float => $bare->paths()[$driver][0], [
                'depreciation_to_revenue',
                'capital_expenditure_to_revenue',
                'working_capital_to_revenue_change',
                'tax_rate',
            ]),
        );
        foreach ([[2025 => ['revenue' => 0.0]], [2025 => ['operating_income' => 5.0]], [2025 => ['revenue' => 5.0]], []] as $books) {
            try {
                DiscountedCashFlowDefaults::for(Books::scope($books));
                $this->fail('Nothing was valued.');
            } catch (MisfitMethod $error) {
                $this->assertMatchesRegularExpression(
                    '/revenue of 2025 is not known|number of shares is not known|no annual report/',
                    $error->getMessage(),
                );
            }
        }
    }

    public function test_drivers_are_searched_within_sensible_ranges_and_growth_starts_within_them(): void
    {
        $this->assertSame(
            [
                'revenue_growth' => [-0.5, 1.0],
                'operating_margin' => [-0.5, 0.9],
                'tax_rate' => [0.0, 0.8],
                'depreciation_to_revenue' => [0.0, 0.6],
                'capital_expenditure_to_revenue' => [0.0, 0.8],
                'working_capital_to_revenue_change' => [-1.0, 2.0],
            ],
            array_map(static fn (array $driver): array => [$driver[1], $driver[2]], DiscountedCashFlow::DRIVERS),
        );
        foreach ([[1.6, 0.4], [1.3, 0.3], [0.9, -0.1], [0.7, -0.2]] as [$times, $start]) {
            $years = [];
            foreach (range(2020, 2025) as $i => $year) {
                $years[$year] = ['revenue' => 100.0 * $times ** $i, 'operating_income' => 10.0, 'shares_outstanding_period_end' => 5.0];
            }
            $rule = DiscountedCashFlowDefaults::for(Books::scope($years))->drivers['revenue_growth'];
            $this->assertEqualsWithDelta($start, $rule->values[0], 1e-12);
            $this->assertSame([2, 'history'], [$rule->holdYears, $rule->source]);
        }
    }

    public function test_rules_of_drivers_are_read_told_and_refused(): void
    {
        foreach (
            [
                ['rule' => 'own', 'values' => [0.1, 0.2], 'source' => 'mine'],
                ['rule' => 'fade', 'from' => 0.1, 'to' => 0.02, 'hold_years' => 3, 'source' => 'own'],
                ['rule' => 'historical_median', 'exclude' => [2020], 'source' => 'history'],
            ] as $data
        ) {
            $this->assertSame($data, DriverRule::fromArray('x', $data)->toArray());
        }
        $told = static fn (array $data): string => DriverRule::fromArray('x', $data)->describe();
        $this->assertSame('the same figure every year', $told(['rule' => 'own', 'values' => [0.1]]));
        $this->assertSame('own figures per year', $told(['rule' => 'own', 'values' => [0.1, 0.2]]));
        $this->assertSame(
            'held 1 year(s), then fading on a straight line to the last year',
            $told(['rule' => 'fade', 'from' => 1, 'to' => 2, 'hold_years' => 0]),
        );
        $this->assertSame(
            ['mean of its own history', 'mean of its own history without 2020, 2021'],
            [$told(['rule' => 'historical_mean']), $told(['rule' => 'historical_mean', 'exclude' => [2020, 2021]])],
        );
        $this->assertSame(
            ['median of its own history', 'median of its own history without 2020'],
            [$told(['rule' => 'historical_median']), $told(['rule' => 'historical_median', 'exclude' => [2020]])],
        );
        foreach (
            [
                [],
                ['rule' => 'guess'],
                ['rule' => 'own', 'values' => []],
                ['rule' => 'own', 'values' => ['x']],
                ['rule' => 'own', 'values' => [1e6]],
                ['rule' => 'fade', 'from' => 0.1],
            ] as $data
        ) {
            try {
                DriverRule::fromArray('revenue_growth', $data);
                $this->fail(json_encode($data).' was taken.');
            } catch (InvalidAssumption $error) {
                $this->assertNotSame('', $error->getMessage());
            }
        }
        $this->assertSame([999999.0], DriverRule::fromArray('x', ['rule' => 'own', 'values' => [999999]])->values);
        $this->assertCount(50, DriverRule::fromArray('x', ['rule' => 'own', 'values' => array_fill(0, 80, 0.1)])->values);
        $this->assertCount(60, DriverRule::fromArray('x', ['rule' => 'historical_mean', 'exclude' => range(1900, 1980)])->excluded);
        $this->assertSame([1.0, 1.0], DriverRule::fade(1.0, 0.0, 5)->path('x', 2), 'held longer than there are years');
    }

    public function test_a_bank_is_refused_with_a_reason(): void
    {
        $this->expectException(MisfitMethod::class);
        $this->expectExceptionMessage('does not fit a bank');
        DiscountedCashFlowDefaults::for(Books::scope([2025 => ['revenue' => 1]], template: ReportingModel::Bank));
    }

    private function terminalOverProfit(DiscountedCashFlow $model): float
    {
        $forecast = $model->forecast();
        $growth = $model->figures['terminal_growth']->value;

        return $model->value()->terminalValue / ($forecast->ebit[$model->years - 1] * (1 + $growth) * 0.75);
    }

    public function test_nothing_is_solved_for_beyond_what_can_be_meant(): void
    {
        $model = $this->model()->with('risk_free_rate', 0.03)->with('beta', 1.0)->with('equity_risk_premium', 0.05);
        foreach (['risk_free_rate' => 0.4, 'beta' => 6.0, 'equity_risk_premium' => 0.3, 'discount_rate' => 0.6] as $name => $most) {
            $solved = fn (float $part): ?float => $model->solve($name, $model->with($name, $part * $most)->value()->perShare);
            $this->assertEqualsWithDelta(0.9 * $most, $solved(0.9), 1e-4 * $most, $name);
            $this->assertNull($solved(1.1), $name);
        }
    }

    private function model(float $scale = 1.0): DiscountedCashFlow
    {
        $years = [];
        foreach ([2021 => 800, 2022 => 850, 2023 => 910, 2024 => 960, 2025 => 1000] as $year => $revenue) {
            $years[$year] = array_map(static fn (float|int $x): float => $x * $scale, [
                'revenue' => $revenue,
                'cost_of_revenue' => 0.6 * $revenue,
                'selling_general_administrative' => 0.25 * $revenue,
                'interest_expense' => 8,
                'income_tax' => 0.03 * $revenue,
                'depreciation_amortization' => 0.04 * $revenue,
                'capital_expenditure' => 0.05 * $revenue,
                'operating_cash_flow' => 0.13 * $revenue,
                'cash_and_equivalents' => 30,
                'receivables' => 0.15 * $revenue,
                'accounts_payable' => 0.08 * $revenue,
                'property_plant_equipment_net' => 400,
                'total_assets' => 900,
                'long_term_debt' => 200,
                'total_equity' => 500,
            ]) + ['shares_outstanding_period_end' => 50, 'diluted_shares_average' => 51];
        }
        $days = [20260629, 20260630];

        return DiscountedCashFlowDefaults::for(Books::scope($years, prices: new PriceSeries($days, [18.0 * $scale, 18.0 * $scale])));
    }

    public function test_an_assumption_nobody_knows_is_named_in_short(): void
    {
        $error = InvalidAssumption::unknown(str_repeat('x', 61), 'beta', 'tax_rate');
        $this->assertStringContainsString('"'.str_repeat('x', 60).'". Known are beta, tax_rate.', $error->getMessage());
    }

    public function test_diluted_shares_are_at_hand_beside_those_outstanding(): void
    {
        $book = ['revenue' => 100.0, 'operating_income' => 10.0, 'shares_outstanding_period_end' => 5.0];
        $alternatives = static fn (array $more): array => DiscountedCashFlowDefaults::for(
            Books::scope(array_fill_keys([2024, 2025], [...$book, ...$more])),
        )->figures['shares']->alternatives;
        $this->assertSame(['diluted average' => 5.5], $alternatives(['diluted_shares_average' => 5.5]));
        $this->assertSame([], $alternatives([]));
    }

    public function test_a_company_sold_at_a_multiple_is_worth_that_many_times_its_ebitda(): void
    {
        $model = $this->model()->copy(terminal: TerminalMethod::ExitMultiple)->with('exit_multiple', 7.0);
        $working = (new CashFlowWorking($model, $model->value()))->perShare();
        $last = 2025 + $model->years;
        $ebitda = $working->part("operating_profit@{$last}")->figure->value() + $working->part("depreciation@{$last}")->figure->value();
        $this->assertEqualsWithDelta(7.0 * $ebitda, $working->part('terminal_value')->figure->value(), 1e-9);
    }

    public function test_drivers_show_eleven_years_of_history(): void
    {
        $history = $this->model()->history['operating_margin'];
        $this->assertSame([11, 2015, 2025], [count($history), array_key_first($history), array_key_last($history)]);
    }

    public function test_where_an_own_driver_comes_from_is_kept_in_forty_letters(): void
    {
        $rule = DriverRule::fromArray('tax_rate', ['rule' => 'own', 'values' => [0.25], 'source' => str_repeat('s', 41)]);
        $this->assertSame(str_repeat('s', 40), $rule->source);
    }
}
