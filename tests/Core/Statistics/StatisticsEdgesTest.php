<?php

declare(strict_types=1);

namespace Tests\Core\Statistics;

use Logion\Market\Indicators;
use Logion\Market\Returns;
use Logion\Statistics\Descriptive;
use Logion\Statistics\Extent;
use Logion\Statistics\StudentDistribution;
use Logion\Valuation\Method\PropertyValue;
use Logion\Valuation\PresentValue;
use PHPUnit\Framework\TestCase;

/** Ends of ranges and defaults of the figures of statistics, market and valuation. */
final class StatisticsEdgesTest extends TestCase
{
    public function test_scores_need_a_centre_and_a_spread(): void
    {
        foreach ([[null, 1.0], [1.0, null], [1.0, 0.0], [null, null]] as [$centre, $scale]) {
            $this->assertSame([null, null], Descriptive::scores([1.0, 2.0], $centre, $scale));
        }
        $this->assertSame([-1.0, 1.0], Descriptive::scores([1.0, 5.0], 3.0, 2.0));
    }

    public function test_a_statistic_of_nothing_is_no_evidence(): void
    {
        $this->assertSame(1.0, StudentDistribution::twoSided(0.0, 7.0));
        $this->assertEqualsWithDelta(0.0, StudentDistribution::twoSided(1e200, 7.0), 1e-300);
        $this->assertEqualsWithDelta(0.05, StudentDistribution::twoSided(2.364624, 7.0), 1e-6);
    }

    public function test_relative_strength_is_over_fourteen_days_unless_others_are_named(): void
    {
        mt_srand(3);
        $closes = array_map(static fn (): float => 20.0 + mt_rand() / mt_getrandmax(), range(0, 60));
        $this->assertSame(Indicators::rsi($closes, 14), Indicators::rsi($closes));
        $this->assertNotSame(Indicators::rsi($closes, 15), Indicators::rsi($closes));
        $this->assertNull(Indicators::rsi($closes)[13]);
        $this->assertIsFloat(Indicators::rsi($closes)[14]);
    }

    public function test_money_paid_in_after_the_last_valuation_is_no_part_of_the_return(): void
    {
        $with = Returns::ofPortfolio([[20240101, 100.0, 0.0], [20240701, 110.0, 50.0], [20250101, 170.0, 0.0]]);
        $this->assertSame($with, Returns::ofPortfolio([[20240101, 100.0, 0.0], [20240701, 110.0, 50.0], [20250101, 170.0, 999.0]]));
        $this->assertEqualsWithDelta((1.1 * 170) / 160 - 1, $with['total'], 1e-12);
        // 366 days; the fifty were there for 184 of them.
        $this->assertEqualsWithDelta(20.0 / (100 + (50 * 184) / 366), $with['modified_dietz'], 1e-12);
    }

    public function test_internal_rates_are_looked_for_between_near_total_loss_and_a_thousandfold(): void
    {
        $this->assertEqualsWithDelta([999.0], PresentValue::internalRates([-1.0, 1000.0]), 1e-6);
        $this->assertSame([], PresentValue::internalRates([-1.0, 1200.0]));
        $this->assertEqualsWithDelta([-0.999], PresentValue::internalRates([-1000.0, 1.0]), 1e-9);
        $this->assertSame([], PresentValue::internalRates([-1200.0, 1.0]));
    }

    public function test_the_rate_a_price_implies_for_buildings_takes_every_claim_and_what_is_no_building(): void
    {
        // Equity 500, debt 300 and preferred 40 pay for buildings, 20 of cash and 10 of other assets.
        $this->assertEqualsWithDelta(60 / 810, PropertyValue::impliedCapitalisationRate(60.0, 10.0, 50.0, 300.0, 40.0, 20.0, 10.0), 1e-15);
        $this->assertNull(PropertyValue::impliedCapitalisationRate(60.0, 10.0, 50.0, 0.0, 0.0, 300.0, 200.0));
        // And back: at that rate the value is the price.
        $this->assertEqualsWithDelta(10.0, PropertyValue::netAssetValuePerUnit(60.0, 60 / 810, 10.0, 20.0, 300.0, 40.0, 50.0), 1e-12);
        $this->assertNull(PropertyValue::netAssetValuePerUnit(60.0, 0.0, 10.0, 20.0, 300.0, 40.0, 50.0));
        $this->assertNull(PropertyValue::netAssetValuePerUnit(60.0, 0.07, 10.0, 20.0, 300.0, 40.0, 0.0));
    }

    public function test_a_geometric_mean_needs_positive_values(): void
    {
        $this->assertEqualsWithDelta(6.0, Descriptive::geometricMean([4.0, 9.0]), 1e-12);
        $this->assertNull(Descriptive::geometricMean([4.0, 0.0]));
        $this->assertNull(Descriptive::geometricMean([4.0, -1.0]));
        $this->assertNull(Descriptive::geometricMean([]));
    }

    public function test_an_extent_goes_from_end_to_end_or_leaves_the_tails_out(): void
    {
        $whole = Extent::whole([4.0, -1.0, 9.0]);
        $this->assertSame([-1.0, 4.0, 9.0], [$whole?->low, $whole?->median, $whole?->high]);
        $this->assertNull(Extent::whole([]));
        $within = Extent::withoutTails(array_map(floatval(...), range(0, 10)));
        $this->assertSame([1.0, 5.0, 9.0], [$within?->low, $within?->median, $within?->high]);
        $this->assertNull(Extent::withoutTails([]));
    }
}
