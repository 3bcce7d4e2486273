<?php

declare(strict_types=1);

namespace Tests\Simulation;

use Logion\Time\Day;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Simulation\Chance;
use Simulation\Company\Charter;
use Simulation\Company\Roster;
use Simulation\Disclosure\Borrowings;
use Simulation\Disclosure\Exposures;
use Simulation\Disclosure\LetBuildings;

/** What annual reports tell of parts adds up to what they tell of the whole. */
final class DisclosureTest extends TestCase
{
    /** @return iterable<string, array{int}> */
    public static function seeds(): iterable
    {
        foreach ([20260630, 7, 99] as $seed) {
            yield "seed {$seed}" => [$seed];
        }
    }

    #[DataProvider('seeds')]
    public function test_buildings_and_leases_add_up_to_the_report(int $seed): void
    {
        foreach ($this->charters($seed, 'property') as $charter) {
            $let = new LetBuildings($charter);
            $chance = new Chance($seed, "test {$charter->id}");
            foreach (range(2014, 2026) as $year) {
                $rent = $chance->integer(9_000, 400_000);
                $area = $chance->integer(50_000, 2_000_000);
                $lines = [
                    'annualized_rent' => $rent,
                    'top_tenant_rent' => (int) round($rent * $chance->between(0.05, 0.4)),
                    'rent_expiring_next_year' => (int) round($rent * $chance->between(0.03, 0.2)),
                    'lettable_area' => $area,
                    'occupied_area' => (int) round($area * $chance->between(0.55, 0.99)),
                    'net_operating_income' => (int) round(0.7 * $rent),
                    'investment_property' => 12 * $rent,
                    'property_acquisitions' => $chance->happens(0.5) ? 2 * $rent : 0,
                ];
                $end = $year * 10000 + 1231;
                ['buildings' => $buildings, 'leases' => $leases] = $let->year($end, $lines) ?? self::fail('Nothing is told.');
                $this->assertSame(
                    [$rent, $rent, $area, $lines['occupied_area'], $lines['net_operating_income'], $lines['investment_property']],
                    [
                        array_sum(array_column($leases, 'rent')),
                        array_sum(array_column($buildings, 'rent')),
                        array_sum(array_column($buildings, 'area')),
                        array_sum(array_column($buildings, 'let_area')),
                        array_sum(array_column($buildings, 'net_operating_income')),
                        array_sum(array_column($buildings, 'value')),
                    ],
                );
                $coming = array_filter($leases, static fn (array $of): bool => $of['ends'] <= Day::monthsEarlier($end, -12));
                $this->assertSame($lines['rent_expiring_next_year'], array_sum(array_column($coming, 'rent')));
                $this->assertGreaterThan($end, min(array_column($leases, 'ends')), 'what has ended was renewed or let anew');
                $byTenant = [];
                foreach ($leases as $lease) {
                    $byTenant[$lease['tenant']] = ($byTenant[$lease['tenant']] ?? 0) + $lease['rent'];
                }
                $this->assertContains($lines['top_tenant_rent'], $byTenant);
                foreach ($buildings as $building) {
                    $this->assertLessThanOrEqual($building['area'], $building['let_area']);
                    $this->assertGreaterThanOrEqual(0, $building['let_area']);
                }
                $this->assertCount(count($buildings), array_unique(array_column($buildings, 'name')));
            }
        }
    }

    #[DataProvider('seeds')]
    public function test_borrowings_add_up_to_the_debt_and_pay_what_they_were_issued_at(int $seed): void
    {
        foreach ([...$this->charters($seed, 'industrial'), ...$this->charters($seed, 'property')] as $charter) {
            $coupons = [];
            foreach ([2015, 2019, 2020, 2025] as $year) {
                $rows = (new Borrowings($charter))->year($year, ['long_term_debt' => 1_234_567]);
                $amounts = array_filter($rows, static fn (array $row): bool => $row[2] === 'long_term_debt');
                $this->assertEqualsWithDelta(1_234_567_000.0, array_sum(array_column($amounts, 4)), 1e-3);
                foreach (array_diff_key($rows, $amounts) as [, $name, , , $coupon]) {
                    $this->assertSame($coupons[$name] ??= $coupon, $coupon, 'a coupon stays as it was issued');
                    $this->assertGreaterThan(0.0, $coupon);
                    $this->assertLessThan(0.2, $coupon);
                    preg_match('/^Notes of (\d+), due (\d+)$/', $name, $years);
                    $this->assertLessThanOrEqual($year, (int) $years[1]);
                    $this->assertGreaterThan($year, (int) $years[2], 'what is due was paid back');
                }
            }
            $this->assertSame([], (new Borrowings($charter))->year(2020, ['long_term_debt' => 0]));
        }
        foreach ($this->charters($seed, 'bank') as $charter) {
            $this->assertSame([], (new Borrowings($charter))->year(2020, ['long_term_debt' => 1000]));
        }
    }

    #[DataProvider('seeds')]
    public function test_classes_add_up_to_the_report(int $seed): void
    {
        $axes = [
            'bank' => ['gross_loans', 'non_performing_loans', 'allowance_for_credit_losses', 'securities'],
            'insurer' => ['premiums_earned', 'claims_incurred', 'policy_acquisition_costs', 'underwriting_expenses', 'claims_reserves'],
        ];
        foreach ($axes as $kind => $lines) {
            foreach ($this->charters($seed, $kind) as $charter) {
                $exposures = new Exposures($charter);
                foreach ([2014, 2020, 2026] as $year) {
                    $told = array_combine($lines, array_map(static fn (int $i): int => 1_234_567 * ($i + 1), array_keys($lines)));
                    $sums = $classes = [];
                    foreach ($exposures->year($year, $told) as [, $class, $line, $unit, $value]) {
                        $sums[$line] = ($sums[$line] ?? 0) + $value;
                        $classes[$line][] = $class;
                        $this->assertSame('money', $unit);
                        $this->assertGreaterThan(0.0, $value);
                    }
                    $this->assertSame(array_map(static fn (int $of): float => 1000.0 * $of, $told), $sums);
                    $this->assertSame($classes[$lines[0]], $classes[$lines[1]], 'a class that is told is told of in all lines');
                }
            }
        }
    }

    public function test_others_tell_of_neither(): void
    {
        $charter = $this->charters(7, 'industrial')[0];
        $this->assertNull((new LetBuildings($charter))->year(20241231, ['annualized_rent' => 5]));
        $this->assertSame([], (new Exposures($charter))->year(2024, ['securities' => 5]));
    }

    /** @return non-empty-list<Charter> */
    private function charters(int $seed, string $kind): array
    {
        $of = array_values(array_filter(Roster::of(400, $seed), static fn (Charter $of): bool => $of->kind() === $kind));

        return $of === [] ? self::fail("There is no {$kind}.") : $of;
    }
}
