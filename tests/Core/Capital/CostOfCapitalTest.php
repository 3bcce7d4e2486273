<?php

declare(strict_types=1);

namespace Tests\Core\Capital;

use Logion\Capital\BottomUpBeta;
use Logion\Capital\BusinessBetas;
use Logion\Capital\CapitalClass;
use Logion\Capital\CostOfCapital;
use Logion\Capital\Leverage;
use Logion\Capital\WeightedAverageCost;
use PHPUnit\Framework\TestCase;

final class CostOfCapitalTest extends TestCase
{
    public function test_classes_weigh_by_value_and_interest_alone_has_a_tax_shield(): void
    {
        mt_srand(4);
        for ($i = 0; $i < 100; $i++) {
            [$equity, $debt, $preferred] = [mt_rand(1, 9000) / 10, mt_rand(0, 9000) / 10, mt_rand(0, 900) / 10];
            [$ke, $kd, $kp, $tax] = [mt_rand(50, 150) / 1000, mt_rand(20, 90) / 1000, mt_rand(40, 90) / 1000, mt_rand(0, 40) / 100];
            $cost = new CostOfCapital(
                [
                    new CapitalClass(CapitalClass::EQUITY, $equity, $ke),
                    new CapitalClass(CapitalClass::DEBT, $debt, $kd),
                    new CapitalClass(CapitalClass::PREFERRED, $preferred, $kp),
                ],
                $tax,
            );
            $this->assertEqualsWithDelta(1.0, array_sum($cost->weights), 1e-12);
            $this->assertEqualsWithDelta(
                WeightedAverageCost::of($equity, $debt, $ke, $kd, $tax, $preferred, $kp)->rate,
                $cost->rate,
                1e-12,
            );
            // Debt split into debt and leases on the same terms costs the same.
            $split = new CostOfCapital(
                [
                    new CapitalClass(CapitalClass::EQUITY, $equity, $ke),
                    new CapitalClass(CapitalClass::DEBT, 0.3 * $debt, $kd),
                    new CapitalClass(CapitalClass::LEASES, 0.7 * $debt, $kd),
                    new CapitalClass(CapitalClass::PREFERRED, $preferred, $kp),
                ],
                $tax,
            );
            $this->assertEqualsWithDelta($cost->rate, $split->rate, 1e-12);
        }
    }

    public function test_nothing_and_less_than_nothing_cannot_be_weighed(): void
    {
        foreach ([[0.0, 0.0], [-1.0, 5.0]] as [$equity, $debt]) {
            try {
                new CostOfCapital([new CapitalClass('equity', $equity, 0.1), new CapitalClass('debt', $debt, 0.05)], 0.25);
                $this->fail('That cannot be weighed.');
            } catch (\InvalidArgumentException $refusal) {
                $this->assertNotSame('', $refusal->getMessage());
            }
        }
    }

    public function test_unlevered_and_levered_again_at_the_own_structure_it_is_the_beta(): void
    {
        mt_srand(12);
        for ($i = 0; $i < 100; $i++) {
            $beta = mt_rand(20, 250) / 100;
            $tax = mt_rand(0, 40) / 100;
            $leverage = new Leverage(mt_rand(0, 900) / 10, mt_rand(0, 100) / 10, mt_rand(100, 900) / 10);
            $group = new BottomUpBeta([['name' => 'itself', 'beta' => $beta, 'leverage' => $leverage, 'tax' => $tax]]);
            $own = (float) $leverage->grossDebtToEquity();
            foreach ([$group->companiesFirst($own, $tax), $group->mediansFirst($own, $tax, true)] as $result) {
                $this->assertEqualsWithDelta($beta, Leverage::relever((float) $result['unlevered_gross'], $tax, $own), 1e-12);
            }
            $this->assertEqualsWithDelta(
                $group->companiesFirst($own, $tax)['relevered_cash_corrected'],
                $group->mediansFirst($own, $tax)['relevered_cash_corrected'],
                1e-12,
                'of one company both orders are one',
            );
        }
    }

    public function test_businesses_weigh_what_they_are_worth(): void
    {
        $together = BusinessBetas::together([['beta' => 0.6, 'weight' => 300.0], ['beta' => 1.2, 'weight' => 100.0]]);
        $this->assertSame([0.75, 0.25], $together['weights']);
        $this->assertEqualsWithDelta(0.75, $together['beta'], 1e-12);
        $this->assertNull(BusinessBetas::together([])['beta']);
        $this->assertNull(BusinessBetas::together([['beta' => 1.0, 'weight' => 0.0]])['beta']);
        $this->assertNull(BusinessBetas::together([['beta' => 1.0, 'weight' => -1.0], ['beta' => 1.0, 'weight' => 5.0]])['beta']);
    }
}
