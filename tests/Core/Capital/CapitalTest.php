<?php

declare(strict_types=1);

namespace Tests\Core\Capital;

use Logion\Capital\BottomUpBeta;
use Logion\Capital\CostOfDebt;
use Logion\Capital\CostOfEquity;
use Logion\Capital\Leverage;
use Logion\Capital\WeightedAverageCost;
use Logion\Market\Risk\Beta;
use Logion\Market\Risk\MaximumDrawdown;
use Logion\Market\Risk\ReturnVolatility;
use PHPUnit\Framework\TestCase;

final class CapitalTest extends TestCase
{
    public function test_relevering_at_the_same_structure_gives_the_beta_back(): void
    {
        foreach ([0.0, 0.3, 1.4, -0.2] as $debtToEquity) {
            foreach ([0.0, 0.15] as $debtBeta) {
                $unlevered = Leverage::unlever(1.2, 0.25, $debtToEquity, $debtBeta);
                $this->assertEqualsWithDelta(1.2, Leverage::relever((float) $unlevered, 0.25, $debtToEquity, $debtBeta), 1e-12);
            }
        }
        $this->assertNull(Leverage::unlever(1.0, 0.0, -1.0), 'Net cash as large as equity leaves nothing to unlever.');
    }

    public function test_both_orders_of_a_bottom_up_beta_agree_on_equal_companies(): void
    {
        $company = ['name' => 'A', 'beta' => 1.1, 'leverage' => new Leverage(30, 10, 100), 'tax' => 0.25];
        $group = new BottomUpBeta([$company, [...$company, 'name' => 'B'], [...$company, 'name' => 'C']]);
        $first = $group->companiesFirst(0.5, 0.25);
        $second = $group->mediansFirst(0.5, 0.25);
        foreach (array_keys($first) as $key) {
            $this->assertEqualsWithDelta($first[$key], $second[$key], 1e-12, $key);
        }
        $this->assertEqualsWithDelta($first['unlevered_gross'], $group->companiesFirst(0.5, 0.25, true)['unlevered_gross'], 1e-12);
    }

    public function test_an_outlier_is_named_and_left_out(): void
    {
        $companies = array_map(
            static fn (float $beta): array => [
                'name' => "β {$beta}",
                'beta' => $beta,
                'leverage' => new Leverage(10, 0, 100),
                'tax' => 0.25,
            ],
            [0.9, 0.95, 1.0, 1.05, 1.1, 4.0],
        );
        $screen = (new BottomUpBeta($companies))->screened(1.5);
        $this->assertSame(['β 4'], $screen['excluded']);
        $this->assertCount(5, $screen['kept']->perCompany());
    }

    public function test_the_weighted_average_lies_between_its_parts(): void
    {
        $cost = WeightedAverageCost::of(70, 30, 0.1, 0.05, 0.2);
        $this->assertEqualsWithDelta(0.7 * 0.1 + 0.3 * 0.04, $cost->rate, 1e-12);
        $this->assertGreaterThan($cost->afterTaxCostOfDebt, $cost->rate);
        $this->assertLessThan(0.1, $cost->rate);
        $this->assertGreaterThan($cost->rate, $cost->rateWithoutTaxShield);
        $this->expectException(\InvalidArgumentException::class);
        WeightedAverageCost::of(10, -20, 0.1, 0.05, 0.2);
    }

    public function test_better_cover_never_costs_more(): void
    {
        $previous = INF;
        foreach ([-2.0, 0.5, 1.0, 2.5, 6.0, 40.0] as $cover) {
            $cost = CostOfDebt::byInterestCover(0.03, $cover * 10, 10, 0.25, CostOfDebt::defaultSpreads())->preTax;
            $this->assertLessThanOrEqual($previous, $cost);
            $previous = $cost;
        }
        $this->assertSame(
            0.036,
            CostOfDebt::byInterestCover(0.03, 5, 0, 0.25, CostOfDebt::defaultSpreads())->preTax,
            'No interest: best row.',
        );
        $this->assertSame(
            0.0,
            CostOfDebt::byInterestCover(0.03, -5, 10, 0.25, CostOfDebt::defaultSpreads())->limitedShieldTaxRate,
            'A loss shields nothing.',
        );
    }

    public function test_the_rate_read_out_of_a_price_gives_the_price(): void
    {
        $rate = CostOfEquity::impliedByTwoStages(50, 2, 5, 0.06, 0.02);
        $value = 0.0;
        for ($t = 1; $t <= 5; $t++) {
            $value += (2 * 1.06 ** $t) / (1 + $rate) ** $t;
        }
        $value += (2 * 1.06 ** 5 * 1.02) / ($rate - 0.02) / (1 + $rate) ** 5;
        $this->assertEqualsWithDelta(50, $value, 1e-6);
        $this->assertNull(CostOfEquity::impliedBeta(0.1, 0.03, 0.0));
        $this->assertNull(CostOfEquity::impliedByConstantGrowth(0.0, 1.0, 0.02));
    }

    public function test_beta_of_the_index_itself_is_one_and_of_a_doubled_one_two(): void
    {
        mt_srand(5);
        $index = array_map(static fn (): float => (mt_rand() / mt_getrandmax() - 0.45) / 10, range(1, 60));
        $this->assertEqualsWithDelta(1.0, Beta::ofReturns($index, $index)->beta, 1e-12);
        $double = Beta::ofReturns(array_map(static fn (float $r): float => 2 * $r + 0.01, $index), $index);
        $this->assertEqualsWithDelta([2.0, 0.01], [$double->beta, $double->alpha], 1e-12);
        $this->assertEqualsWithDelta(5 / 3, $double->blume(), 1e-12);
        $this->assertNull(Beta::ofReturns([0.1, 0.2], [0.1, 0.2]));
        $this->assertNull(Beta::ofReturns([0.1, 0.2, 0.3], [0.0, 0.0, 0.0]), 'An index that does not move.');
    }

    public function test_risk_of_series_that_only_rise_or_do_not_move(): void
    {
        $this->assertSame(0.0, MaximumDrawdown::of([1.0, 2.0, 3.0])->depth);
        $this->assertNull(MaximumDrawdown::of([1.0, 2.0])->peak);
        $fall = MaximumDrawdown::of([10.0, 8.0, 12.0, 6.0, 11.0]);
        $this->assertSame([-0.5, 2, 3, null], [$fall->depth, $fall->peak, $fall->trough, $fall->recovery]);
        $this->assertSame(0.0, ReturnVolatility::annual([0.01, 0.01, 0.01]));
        $this->assertSame(0.0, ReturnVolatility::downside([0.01, 0.02]));
        $this->assertNull(ReturnVolatility::tail([], 0.95));
        $this->assertNull(ReturnVolatility::downside([]));
    }

    public function test_betas_on_the_fences_stay_and_a_group_with_something_unknown_has_no_median_of_it(): void
    {
        // Quartiles 1.0 and 2.0: fences at -0.5 and 3.5.
        $of = static fn (float $beta, float $equity = 100): array => [
            'name' => "β {$beta}",
            'beta' => $beta,
            'leverage' => new Leverage(30, 10, $equity),
            'tax' => 0.25,
        ];
        $screened = (new BottomUpBeta(array_map($of, [-0.5, 1.0, 1.5, 2.0, 3.5])))->screened(1.5);
        $this->assertSame([-0.5, 3.5, []], [$screened['lower'], $screened['upper'], $screened['excluded']]);
        $this->assertSame(['β -0.6', 'β 3.6'], (new BottomUpBeta(array_map($of, [-0.6, 1.0, 1.5, 2.0, 3.6])))->screened(1.5)['excluded']);
        $worthless = new BottomUpBeta([$of(1.0, 0.0)]);
        $this->assertNull($worthless->mediansFirst(0.5, 0.25)['unlevered_net']);
        $this->assertNull($worthless->mediansFirst(0.5, 0.25)['unlevered_gross']);
        $this->assertNull($worthless->companiesFirst(0.5, 0.25)['relevered_net']);
        $this->expectExceptionMessage('needs at least one company');
        (new BottomUpBeta([]))->screened(1.5);
    }

    public function test_shares_of_capital_at_their_edges(): void
    {
        $levered = new Leverage(40, 10, 100);
        $this->assertSame(
            [0.4, 0.3, 40 / 140, 30 / 130, 10 / 140],
            [
                $levered->grossDebtToEquity(),
                $levered->netDebtToEquity(),
                $levered->debtShare(),
                $levered->netDebtShare(),
                $levered->cashShare(),
            ],
        );
        $worthless = new Leverage(40, 10, 0);
        $this->assertSame(
            [null, null, null, null, null],
            [
                $worthless->grossDebtToEquity(),
                $worthless->netDebtToEquity(),
                $worthless->debtShare(),
                $worthless->netDebtShare(),
                $worthless->cashShare(),
            ],
        );
        $this->assertNull((new Leverage(0, 100, 100))->netDebtShare(), 'cash as large as equity leaves no enterprise');
        $this->assertSame(-100.0, (new Leverage(0, 50.0, 50.5))->netDebtShare());
        $this->assertSame(
            [null, null, null, 1.0 / 0.75],
            [
                Leverage::withoutCash(1.0, 1.0),
                Leverage::withoutCash(null, 0.2),
                Leverage::withoutCash(1.0, null),
                Leverage::withoutCash(1.0, 0.25),
            ],
        );
        // 1.2 at debt to equity of 0.5, tax of a quarter, debt beta 0.2: (1.2 + 0.2 × 0.375) / 1.375.
        $this->assertEqualsWithDelta(1.275 / 1.375, Leverage::unlever(1.2, 0.25, 0.5, 0.2), 1e-12);
        $this->assertEqualsWithDelta(0.8 + 0.6 * 0.375, Leverage::relever(0.8, 0.25, 0.5, 0.2), 1e-12);
    }

    public function test_each_cover_has_the_spread_of_its_row(): void
    {
        $spread = static fn (float $cover): float => round(
            CostOfDebt::byInterestCover(0.03, $cover * 10, 10, 0.25, CostOfDebt::defaultSpreads())->preTax - 0.03,
            6,
        );
        foreach (
            [[12.0, 0.006], [11.9, 0.009], [8.0, 0.009], [5.5, 0.013], [4.0, 0.018], [3.0, 0.025], [2.0, 0.038], [1.99, 0.06], [1.25, 0.06],
                [1.2, 0.09], [0.75, 0.09], [0.7, 0.14]] as [$cover, $expected]
        ) {
            $this->assertSame($expected, $spread($cover), "cover {$cover}");
        }
    }
}
