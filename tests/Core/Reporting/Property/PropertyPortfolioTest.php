<?php

declare(strict_types=1);

namespace Tests\Core\Reporting\Property;

use Logion\Reporting\Property\Lease;
use Logion\Reporting\Property\LetProperty;
use Logion\Reporting\Property\PropertyPortfolio;
use PHPUnit\Framework\TestCase;

final class PropertyPortfolioTest extends TestCase
{
    public function test_terms_are_weighted_by_rent_and_ended_leases_count_with_none(): void
    {
        $portfolio = new PropertyPortfolio(
            [new Lease('a', 300.0, 20271231), new Lease('b', 100.0, 20251231), new Lease('b', 100.0, 20200101)],
            [],
        );
        $this->assertEqualsWithDelta((300 * 1095 + 100 * 365) / 365 / 500, $portfolio->weightedAverageLeaseTerm(20241231), 1e-12);
        $this->assertEqualsWithDelta(0.6, $portfolio->largestTenantShare(), 1e-12);
    }

    public function test_growth_looks_only_at_buildings_owned_in_both_years(): void
    {
        $portfolio = new PropertyPortfolio(
            [],
            [new LetProperty(100.0, 90.0, 50.0, 55.0), new LetProperty(300.0, 150.0, null, 80.0), new LetProperty(0.0, 0.0, 20.0, null)],
        );
        $this->assertEqualsWithDelta(0.1, $portfolio->samePropertyGrowth(), 1e-12);
        $this->assertCount(1, $portfolio->comparable());
        $this->assertEqualsWithDelta(0.6, $portfolio->occupancy(), 1e-12);
    }

    public function test_nothing_owned_has_no_figures(): void
    {
        $empty = new PropertyPortfolio([], []);
        $this->assertSame(
            [null, null, null, null],
            [$empty->weightedAverageLeaseTerm(20241231), $empty->occupancy(), $empty->samePropertyGrowth(), $empty->largestTenantShare()],
        );
    }

    public function test_leases_without_rent_have_no_largest_tenant(): void
    {
        $this->assertNull((new PropertyPortfolio([new Lease('a', 0.0, 20271231)], []))->largestTenantShare());
    }
}
