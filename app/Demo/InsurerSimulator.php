<?php

declare(strict_types=1);

namespace App\Demo;

/** Books of a non-life insurer: premiums are invested until claims are paid. */
final class InsurerSimulator extends StatementSimulator
{
    private float $premiums = 0.0;

    /** @var array<string, int> */
    private array $b = [];

    protected function step(int $year, int $quarter, int $dividends): array
    {
        $p = $this->profile;
        $c = $this->chance;
        $this->premiums = $this->premiums === 0.0 ? $p->revenue / 4000 : $this->premiums * (1 + $this->growthOf($year)) ** 0.25;
        $earned = (int) round($this->premiums * (1 + 0.01 * $c->normal()));
        if ($this->b === []) {
            $this->open($earned);
        }
        $b = $this->b;
        $claims = (int) round($earned * (1 - $p->operatingMargin - 0.29) * (1 + 0.06 * $c->normal() + max(0.0, 0.5 * $c->normal() - 0.8)));
        $acquisition = (int) round(0.2 * $earned);
        $expenses = (int) round(0.09 * $earned);
        $investment = (int) round(($b['invested_assets'] * 0.031) / 4);
        $gains = (int) round(($b['invested_assets'] * 0.006 * ($c->normal() + 0.5 * $this->macro->cycle($year, $quarter))) / 4);
        $interest = (int) round(($b['long_term_debt'] * 0.042) / 4);
        $underwriting = $earned - $claims - $acquisition - $expenses;
        $pretax = $underwriting + $investment + $gains - $interest;
        $tax = (int) round(max(0, $pretax) * self::TAX);
        $net = $pretax - $tax;
        $depreciation = (int) round(($b['property_plant_equipment_net'] * 0.1) / 4);
        $reserves = (int) round(0.93 * $b['claims_reserves'] + 0.07 * (5.2 * $earned) + 0.35 * ($claims - 0.68 * $earned));
        $unearned = (int) round(1.7 * $earned);
        $deferredCosts = (int) round(0.34 * $earned);
        $recoverable = (int) round(0.4 * $earned);
        $working =
            $deferredCosts -
            $b['deferred_acquisition_costs'] +
            $recoverable -
            $b['reinsurance_recoverables'] -
            ($reserves - $b['claims_reserves']) -
            ($unearned - $b['unearned_premiums']);
        $operatingCash = $net + $depreciation - $gains - $working;
        $repurchase = (int) round(max(0, $net - $dividends) * $p->buyback);
        $cash = (int) round(0.3 * $earned);
        $spent = $b['cash_and_equivalents'] + $operatingCash - $depreciation - $dividends - $repurchase - $cash;
        $this->shares -= (int) min(
            round(0.006 * $this->shares),
            round($repurchase / max(0.5, ($this->distributable() * $p->multiple) / $this->shares)),
        );
        $this->b = [
            'cash_and_equivalents' => $cash,
            'invested_assets' => $b['invested_assets'] + $spent + $gains,
            'reinsurance_recoverables' => $recoverable,
            'deferred_acquisition_costs' => $deferredCosts,
            'property_plant_equipment_net' => $b['property_plant_equipment_net'],
            'claims_reserves' => $reserves,
            'unearned_premiums' => $unearned,
            'long_term_debt' => $b['long_term_debt'],
            'share_capital_and_premium' => $b['share_capital_and_premium'],
            'retained_earnings' => $b['retained_earnings'] + $net - $dividends,
            'treasury_stock' => $b['treasury_stock'] + $repurchase,
        ];
        $b = $this->b;
        $assets = $cash + $b['invested_assets'] + $recoverable + $deferredCosts + $b['property_plant_equipment_net'];
        $liabilities = $reserves + $unearned + $b['long_term_debt'];
        $common = $assets - $liabilities;
        $bought = max(0, $spent);
        $sold = max(0, -$spent);
        $investing = $sold - $bought - $depreciation;
        $financing = -$repurchase - $dividends;
        $revenue = $earned + $investment + $gains;

        return [
            'gross_premiums_written' => (int) round(1.13 * $earned),
            'net_premiums_written' => $earned,
            'premiums_earned' => $earned,
            'claims_incurred' => $claims,
            'policy_acquisition_costs' => $acquisition,
            'underwriting_expenses' => $expenses,
            'underwriting_income' => $underwriting,
            'net_investment_income' => $investment,
            'investment_gains' => $gains,
            'revenue' => $revenue,
            'interest_expense' => $interest,
            'income_before_tax' => $pretax,
            'income_tax' => $tax,
            'income_from_continuing_operations' => $net,
            'net_income' => $net,
            'net_income_parent' => $net,
            'net_income_common' => $net,
            'prior_year_reserve_development' => (int) round(0.004 * $earned * $c->normal()),
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
            ...$b['treasury_stock'] > 0 ? ['treasury_stock' => $b['treasury_stock']] : [],
            'common_equity' => $common,
            'shareholders_equity' => $common,
            'total_equity' => $common,
            'solvency_own_funds' => $common,
            'solvency_capital_required' => (int) round(0.9 * $earned + 0.08 * $b['invested_assets']),
            'depreciation_amortization' => $depreciation,
            'other_non_cash_items' => -$gains,
            'change_in_working_capital' => $working,
            'operating_cash_flow' => $operatingCash,
            'capital_expenditure' => $depreciation,
            'purchases_of_investments' => $bought,
            'sales_of_investments' => $sold,
            'investing_cash_flow' => $investing,
            ...$repurchase > 0 ? ['shares_repurchased' => $repurchase] : [],
            'dividends_paid' => $dividends,
            'dividends_paid_common' => $dividends,
            'financing_cash_flow' => $financing,
            'net_change_in_cash' => $operatingCash + $investing + $financing,
            'employees' => (int) max(30, round($revenue / 110)),
        ];
    }

    private function open(int $earned): void
    {
        $b = [
            'cash_and_equivalents' => (int) round(0.3 * $earned),
            'reinsurance_recoverables' => (int) round(0.4 * $earned),
            'deferred_acquisition_costs' => (int) round(0.34 * $earned),
            'property_plant_equipment_net' => (int) round(0.2 * $earned),
            'claims_reserves' => (int) round(5.2 * $earned),
            'unearned_premiums' => (int) round(1.7 * $earned),
            'long_term_debt' => (int) round(0.8 * $earned),
            'treasury_stock' => 0,
        ];
        $equity = (int) round(3.4 * $earned);
        $b['invested_assets'] =
            $equity +
            $b['claims_reserves'] +
            $b['unearned_premiums'] +
            $b['long_term_debt'] -
            $b['cash_and_equivalents'] -
            $b['reinsurance_recoverables'] -
            $b['deferred_acquisition_costs'] -
            $b['property_plant_equipment_net'];
        $b['share_capital_and_premium'] = (int) round(0.4 * $equity);
        $b['retained_earnings'] = $equity - $b['share_capital_and_premium'];
        $this->b = $b;
    }
}
