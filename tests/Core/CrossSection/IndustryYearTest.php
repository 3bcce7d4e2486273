<?php

declare(strict_types=1);

namespace Tests\Core\CrossSection;

use Logion\CrossSection\IndustryYear;
use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;

/** An industry is what its companies are together. */
final class IndustryYearTest extends TestCase
{
    public function test_sums_and_ratios_are_of_those_that_tell_both(): void
    {
        $year = IndustryYear::ofMembers([
            1 => self::of(revenue: 100.0, operating_income: 10.0),
            2 => self::of(revenue: 300.0),
            3 => self::of(operating_income: 50.0),
            4 => self::of(revenue: 100.0, operating_income: -30.0),
        ]);
        $this->assertSame([500.0, 3, 30.0], [$year->sum('revenue'), $year->count('revenue'), $year->sum('operating_income')]);
        $this->assertEqualsWithDelta(-0.1, $year->ratio('operating_income', 'revenue'), 1e-12);
        $this->assertSame([null, null, 0], [$year->sum('equity'), $year->ratio('net_income', 'equity'), $year->count('equity')]);
        $this->assertSame([1 => 0.2, 2 => 0.6, 4 => 0.2], $year->shares('revenue'));
        $this->assertSame([], IndustryYear::ofMembers([1 => self::of(revenue: -1.0)])->shares('revenue'));
    }

    public function test_growth_is_of_those_that_tell_both_years(): void
    {
        $before = IndustryYear::ofMembers([1 => self::of(revenue: 100.0), 2 => self::of(revenue: 50.0)]);
        $now = IndustryYear::ofMembers([1 => self::of(revenue: 120.0), 3 => self::of(revenue: 900.0)]);
        $this->assertEqualsWithDelta(0.2, $now->growth($before, 'revenue'), 1e-12);
        $this->assertNull($now->growth(IndustryYear::ofMembers([]), 'revenue'));
    }

    public function test_a_multiple_needs_earnings_above_nothing_and_a_tiny_company_hardly_weighs(): void
    {
        $year = IndustryYear::ofMembers([
            1 => self::of(net_income: 10.0, market_cap: 200.0),
            2 => self::of(net_income: -5.0, market_cap: 500.0),
            3 => self::of(net_income: 0.01, market_cap: 1.0),
            4 => self::of(net_income: 40.0, market_cap: 400.0),
        ]);
        $spread = $year->spread('market_cap', 'net_income') ?? [];
        $this->assertSame([20.0, 3], [$spread['median'], $spread['count']]);
        $this->assertSame([15.0, 60.0], [$spread['low'], $spread['high']], 'quarters of 10, 20 and 100');
        $this->assertEqualsWithDelta((200 * 20 + 1 * 100 + 400 * 10) / 601, $year->weighted('market_cap', 'net_income'), 1e-12);
        $lost = IndustryYear::ofMembers([2 => self::of(net_income: -5.0, market_cap: 5.0)]);
        $this->assertNull($lost->weighted('market_cap', 'net_income'));
        $this->assertNull(IndustryYear::ofMembers([])->spread('market_cap', 'net_income'));
    }

    public function test_order_and_currency_change_nothing_and_shares_sum_to_one(): void
    {
        $chance = new Randomizer(new Mt19937(14));
        for ($round = 0; $round < 50; $round++) {
            $members = [];
            foreach (range(1, $chance->getInt(1, 30)) as $company) {
                $members[$company] = array_map(
                    static fn (): ?float => $chance->getInt(0, 4) === 0 ? null : $chance->getInt(-200, 900) / 7,
                    self::of(),
                );
            }
            $year = IndustryYear::ofMembers($members);
            $turned = IndustryYear::ofMembers(array_reverse($members, true));
            $scaled = IndustryYear::ofMembers(
                array_map(
                    static fn (array $of): array => array_map(static fn (?float $x): ?float => $x === null ? null : 3 * $x, $of),
                    $members,
                ),
            );
            foreach (IndustryYear::MULTIPLES as [$above, $below]) {
                $weighted = $year->weighted($above, $below);
                foreach ([$turned, $scaled] as $same) {
                    $this->assertEqualsWithDelta($year->spread($above, $below), $same->spread($above, $below), 1e-9);
                    $this->assertEqualsWithDelta($weighted ?? -1.0, $same->weighted($above, $below) ?? -1.0, 1e-6 * abs($weighted ?? 1.0));
                    $this->assertEqualsWithDelta($year->ratio($above, $below) ?? -1.0, $same->ratio($above, $below) ?? -1.0, 1e-6);
                }
            }
            $shares = $year->shares('revenue');
            $shares === [] || $this->assertEqualsWithDelta(1.0, array_sum($shares), 1e-9);
        }
    }

    /** @return array<string, float|null> */
    private static function of(
        ?float $revenue = null,
        ?float $operating_income = null,
        ?float $net_income = null,
        ?float $equity = null,
        ?float $ebitda = null,
        ?float $market_cap = null,
        ?float $enterprise_value = null,
    ): array {
        return get_defined_vars();
    }
}
