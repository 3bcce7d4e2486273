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

    public function test_rent_is_told_by_tenant_trade_and_standing_over_all_leases(): void
    {
        $portfolio = new PropertyPortfolio(
            [
                new Lease('Tarn', 100.0, 20271231, 'Shops', 'sound', area: 10.0),
                new Lease('Ulvey', 250.0, 20300630, 'Offices', '', area: 20.0),
                new Lease('Tarn', 150.0, 20260331, 'Shops', 'sound'),
                new Lease('Orrick', 500.0, null, 'Offices', 'weak', area: 40.0),
            ],
            [],
        );
        $tenants = $portfolio->byTenant();
        $this->assertSame(['Orrick', 'Tarn', 'Ulvey'], array_column($tenants, 'name'));
        $this->assertSame([0.5, 0.25, 0.25], array_column($tenants, 'share'));
        $this->assertSame([1, 2, 1], array_column($tenants, 'leases'));
        $this->assertSame([null, 20260331, 20300630], array_column($tenants, 'end'));
        $this->assertSame([40.0, null, 20.0], array_column($tenants, 'area'), 'not all leases of Tarn tell an area');
        $this->assertSame(['Offices' => 750.0, 'Shops' => 250.0], array_column($portfolio->byTrade(), 'rent', 'name'));
        $this->assertSame(['weak' => 0.5, '' => 0.25, 'sound' => 0.25], array_column($portfolio->byStanding(), 'share', 'name'));
        $this->assertEqualsWithDelta(850 / 70, $portfolio->rentPerArea(), 1e-12);
        $this->assertEqualsWithDelta(1 / (0.25 + 0.0625 + 0.0625), $portfolio->effectiveTenants(), 1e-12);
        $this->assertSame([0.75, 1.0], [$portfolio->largestTenantsShare(2), $portfolio->largestTenantsShare(10)]);
    }

    public function test_leases_are_told_by_the_year_of_their_end_with_those_that_ran_out_and_those_without_one(): void
    {
        $portfolio = new PropertyPortfolio(
            [
                new Lease('a', 10.0, 20300101),
                new Lease('b', 20.0, null),
                new Lease('c', 30.0, 20251231),
                new Lease('d', 25.0, 20260101),
                new Lease('e', 15.0, 20301231),
            ],
            [],
        );
        $this->assertSame(
            [[0, 0.3, 1], [2026, 0.25, 1], [2030, 0.25, 2], [null, 0.2, 1]],
            array_map(static fn (array $of): array => [$of['year'], $of['share'], $of['leases']], $portfolio->endings(20251231)),
        );
    }

    public function test_equal_tenants_are_as_many_as_they_are_and_order_changes_nothing(): void
    {
        $leases = array_map(static fn (int $i): Lease => new Lease("tenant {$i}", 7.5, 20301231), range(1, 8));
        $this->assertEqualsWithDelta(8.0, (new PropertyPortfolio($leases, []))->effectiveTenants(), 1e-12);
        $mixed = array_map(static fn (int $i): Lease => new Lease('tenant '.($i % 5), 1.0 + (7 * $i) % 11, 20301231), range(1, 30));
        $this->assertSame(
            (new PropertyPortfolio($mixed, []))->byTenant(),
            (new PropertyPortfolio(array_reverse($mixed), []))->byTenant(),
        );
    }

    public function test_buildings_are_told_by_kind_with_sums_only_where_all_tell_it(): void
    {
        $portfolio = new PropertyPortfolio(
            [],
            [
                new LetProperty(100.0, 80.0, null, 5.0, 'Mews', 'Dwellings', 'Orrin Head', 60.0),
                new LetProperty(null, null, null, null, 'Depot', 'Warehouses', 'Ashkeel', 140.0),
                new LetProperty(300.0, 300.0, null, 9.0, 'Terraces', 'Dwellings', 'Ashkeel', 200.0),
            ],
        );
        $this->assertSame(
            [['Dwellings', 2, 400.0, 0.95, 260.0, 14.0, 0.65], ['Warehouses', 1, null, null, 140.0, null, 0.35]],
            array_map(array_values(...), $portfolio->byBuilding('sector')),
        );
        $this->assertSame(['Ashkeel' => 340.0, 'Orrin Head' => 60.0], array_column($portfolio->byBuilding('place'), 'value', 'name'));
    }
}
