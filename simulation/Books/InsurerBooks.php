<?php

declare(strict_types=1);

namespace Simulation\Books;

/**
 * Books of a non-life insurer: premiums are invested until claims are paid. Its own figures are costs of acquiring business and other
 * expenses to premiums, the combined ratio of a usual year, claims reserves to premiums of a quarter, how hard storms hit, and what its
 * investments earn above the long rate.
 */
final class InsurerBooks extends Books
{
    private float $premiums = 0.0;

    private float $growth = 0.0;

    private float $yield = 0.0;

    private float $combined = 0.0;

    protected function step(Quarter $quarter): array
    {
        $p = $this->charter;
        $c = $this->chance;
        $own = $p->own;
        $rates = $quarter->rates();
        $activity = $quarter->activity();
        $first = $this->b === [];
        if ($first) {
            $this->premiums = $p->revenue / 4000;
            $this->growth = $p->growth;
            $this->combined = $own['combined'];
            $this->yield = $rates['long'] + $own['yield_above'];
        } else {
            $this->growth = $this->growth($quarter, $this->growth);
            $this->premiums *= exp($this->growth / 4 + 0.006 * $c->normal());
        }
        $earned = (int) round($this->premiums * (1 + 0.008 * $c->normal()));
        if ($first) {
            $this->open($earned);
        }
        $b = $this->b;
        // Prices of cover harden after bad years and soften after good ones.
        $this->combined += 0.05 * ($own['combined'] - $this->combined) + 0.006 * $c->normal();
        $storm = $quarter->season() === 0 || $quarter->season() === 3 ? 1.4 : 0.6;
        $hit = $c->happens(0.16 * $storm) ? $own['storms'] * (0.5 - log($c->uniform())) * 0.7 : 0.0;
        $ratio = $this->combined - $own['acquisition'] - $own['expenses'] - 0.13 * $own['storms'] + $hit + 0.012 * $c->normal();
        $claims = max(0, (int) round($earned * $ratio));
        $acquisition = (int) round($own['acquisition'] * $earned * (1 + 0.02 * $c->normal()));
        $expenses = (int) round($own['expenses'] * $earned * (1 + 0.025 * $c->normal()));
        $this->yield += 0.05 * ($rates['long'] + $own['yield_above'] - $this->yield);
        $investment = (int) round(($b['invested_assets'] * $this->yield) / 4);
        $gains = (int) round($b['invested_assets'] * (0.0012 * $activity + 0.0028 * $c->normal()));
        $interest = (int) round(($b['long_term_debt'] * ($rates['long'] + 1.2 * $rates['spread'])) / 4);
        $underwriting = $earned - $claims - $acquisition - $expenses;
        $pretax = $underwriting + $investment + $gains - $interest;
        $tax = (int) round($pretax * $p->taxRate * ($pretax > 0 ? 1 + 0.04 * $c->normal() : 0.5));
        $net = $pretax - $tax;
        $minority = (int) round(0.5 * $p->minority * $net);
        $preferred = (int) round($b['preferred_equity'] * 0.014);
        $depreciation = (int) round(($b['property_plant_equipment_net'] * 0.1) / 4);
        $usual = $earned * max(0.2, $this->combined - $own['acquisition'] - $own['expenses']);
        $reserves = (int) round(0.93 * $b['claims_reserves'] + 0.07 * $own['tail'] * $usual * 1.45 + 0.55 * ($claims - $usual));
        $unearned = (int) round(1.7 * $earned);
        $deferredCosts = (int) round(1.7 * $own['acquisition'] * $earned);
        $recoverable = (int) round(0.4 * $earned + 0.25 * max(0, $claims - $usual));
        $working =
            $deferredCosts -
            $b['deferred_acquisition_costs'] +
            $recoverable -
            $b['reinsurance_recoverables'] -
            ($reserves - $b['claims_reserves']) -
            ($unearned - $b['unearned_premiums']);
        $operatingCash = $net + $depreciation - $gains - $working;
        $equity = $this->equity() + $net - $this->dividends;
        $required = 0.62 * $earned * 2.2 + 0.05 * $b['invested_assets'];
        $repurchase =
            $equity > 1.6 * $required
                ? $this->repurchase(
                    (int) round(max(0, $net - $this->dividends) * $p->buyback + 0.03 * ($equity - 1.6 * $required)),
                    0.01, $quarter->price,
                )
                : 0;
        if ($equity < 0.9 * $required) {
            $this->needs = (int) round(1.25 * $required - $equity);
        }
        $cash = (int) round(0.3 * $earned);
        $paidOut = $this->dividends + $preferred;
        $financing = $this->raised - $repurchase - $paidOut;
        $spent = $b['cash_and_equivalents'] + $operatingCash - $depreciation + $financing - $cash;
        $this->b = [
            'cash_and_equivalents' => $cash,
            'invested_assets' => $b['invested_assets'] + $spent + $gains,
            'reinsurance_recoverables' => $recoverable,
            'deferred_acquisition_costs' => $deferredCosts,
            'property_plant_equipment_net' => $b['property_plant_equipment_net'],
            'claims_reserves' => $reserves,
            'unearned_premiums' => $unearned,
            'long_term_debt' => $b['long_term_debt'],
            'share_capital_and_premium' => $b['share_capital_and_premium'] + $this->raised,
            'retained_earnings' => $b['retained_earnings'] + $net - $minority - $paidOut,
            'treasury_stock' => $b['treasury_stock'] + $repurchase,
            'preferred_equity' => $b['preferred_equity'],
            'minority_interest' => $b['minority_interest'] + $minority,
        ];
        $b = $this->b;
        $assets = $cash + $b['invested_assets'] + $recoverable + $deferredCosts + $b['property_plant_equipment_net'];
        $liabilities = $reserves + $unearned + $b['long_term_debt'];
        $common = $this->equity();
        $optional = [
            'minority_interest_income' => $minority,
            'preferred_dividends' => $preferred,
            'treasury_stock' => $b['treasury_stock'],
            'preferred_equity' => $b['preferred_equity'],
            'minority_interest' => $b['minority_interest'],
            'shares_issued' => $this->raised,
            'shares_repurchased' => $repurchase,
        ];

        return [
            'gross_premiums_written' => (int) round(1.13 * $earned),
            'net_premiums_written' => (int) round($earned * (1 + 0.3 * $this->growth)),
            'premiums_earned' => $earned,
            'claims_incurred' => $claims,
            'policy_acquisition_costs' => $acquisition,
            'underwriting_expenses' => $expenses,
            'underwriting_income' => $underwriting,
            'net_investment_income' => $investment,
            'investment_gains' => $gains,
            'revenue' => $earned + $investment + $gains,
            'interest_expense' => $interest,
            'income_before_tax' => $pretax,
            'income_tax' => $tax,
            'income_from_continuing_operations' => $net,
            'net_income' => $net,
            'net_income_parent' => $net - $minority,
            'net_income_common' => $net - $minority - $preferred,
            'prior_year_reserve_development' => (int) round(0.006 * $b['claims_reserves'] * $c->normal()),
            'cash_and_equivalents' => $cash,
            'invested_assets' => $b['invested_assets'],
            'reinsurance_recoverables' => $recoverable,
            'deferred_acquisition_costs' => $deferredCosts,
            'property_plant_equipment_net' => $b['property_plant_equipment_net'],
            'total_assets' => $assets,
            'claims_reserves' => $reserves,
            'unearned_premiums' => $unearned,
            'technical_reserves' => $reserves + $unearned,
            'long_term_debt' => $b['long_term_debt'],
            'total_debt' => $b['long_term_debt'],
            'total_liabilities' => $liabilities,
            'share_capital_and_premium' => $b['share_capital_and_premium'],
            'retained_earnings' => $b['retained_earnings'],
            'common_equity' => $common,
            'shareholders_equity' => $common + $b['preferred_equity'],
            'total_equity' => $common + $b['preferred_equity'] + $b['minority_interest'],
            'solvency_own_funds' => $common + $b['preferred_equity'],
            'solvency_capital_required' => (int) round($required),
            'depreciation_amortization' => $depreciation,
            'other_non_cash_items' => -$gains,
            'change_in_working_capital' => $working,
            'operating_cash_flow' => $operatingCash,
            'capital_expenditure' => $depreciation,
            'purchases_of_investments' => max(0, $spent),
            'sales_of_investments' => max(0, -$spent),
            'investing_cash_flow' => -$spent - $depreciation,
            'dividends_paid' => $paidOut,
            'dividends_paid_common' => $this->dividends,
            'financing_cash_flow' => $financing,
            'net_change_in_cash' => $operatingCash - $spent - $depreciation + $financing,
            'employees' => (int) max(20, round(($acquisition + $expenses) / 24)),
            ...array_filter($optional),
        ];
    }

    private function equity(): int
    {
        return $this->b['share_capital_and_premium'] + $this->b['retained_earnings'] - $this->b['treasury_stock'];
    }

    private function open(int $earned): void
    {
        $p = $this->charter;
        $own = $p->own;
        $usual = $earned * max(0.2, $own['combined'] - $own['acquisition'] - $own['expenses']);
        $b = [
            'cash_and_equivalents' => (int) round(0.3 * $earned),
            'reinsurance_recoverables' => (int) round(0.4 * $earned),
            'deferred_acquisition_costs' => (int) round(1.7 * $own['acquisition'] * $earned),
            'property_plant_equipment_net' => (int) round(0.12 * $earned),
            'claims_reserves' => (int) round($own['tail'] * $usual * 1.45),
            'unearned_premiums' => (int) round(1.7 * $earned),
            'long_term_debt' => (int) round(0.45 * $earned),
            'treasury_stock' => 0,
        ];
        $equity = (int) round(2.3 * $earned);
        $b['preferred_equity'] = (int) round($p->preferred * $equity);
        $b['minority_interest'] = (int) round(0.5 * $p->minority * $equity);
        $b['invested_assets'] =
            $equity +
            $b['preferred_equity'] +
            $b['minority_interest'] +
            $b['claims_reserves'] +
            $b['unearned_premiums'] +
            $b['long_term_debt'] -
            $b['cash_and_equivalents'] -
            $b['reinsurance_recoverables'] -
            $b['deferred_acquisition_costs'] -
            $b['property_plant_equipment_net'];
        $b['share_capital_and_premium'] = (int) round(0.35 * $equity);
        $b['retained_earnings'] = $equity - $b['share_capital_and_premium'];
        $this->b = $b;
    }
}
