<?php

declare(strict_types=1);

namespace Simulation\Books;

/**
 * Books of a bank: securities take up what deposits and profits leave over after lending and a reserve of cash. Its own figures are
 * what its loans earn, the part of the rate of the day it pays on deposits, fees to loans, losses to loans in a usual year, equity to
 * loans when it began, and deposits to loans.
 */
final class BankBooks extends Books
{
    private float $growth = 0.0;

    private float $yield = 0.0;

    private float $efficiency = 0.0;

    private int $costs = 0;

    protected function step(Quarter $quarter): array
    {
        $p = $this->charter;
        $c = $this->chance;
        $own = $p->own;
        $rates = $quarter->rates();
        $activity = $quarter->activity();
        if ($this->b === []) {
            $this->open();
            $this->growth = $p->growth;
            $this->yield = $own['asset_yield'];
            $this->efficiency = $p->margin;
        }
        $b = $this->b;
        $this->growth = $this->growth($quarter, $this->growth);
        // Loans are fixed for years: what they earn follows the rates of the day slowly.
        $this->yield += 0.07 * ($own['asset_yield'] + 0.55 * ($rates['policy'] - 0.02) - $this->yield) + 0.0002 * $c->normal();
        $gross = (int) round($b['gross_loans'] * (1 + $this->growth / 4 + 0.006 * $activity + 0.005 * $c->normal()));
        $deposits = (int) round($gross * $own['deposits'] * (1 + 0.008 * $c->normal()));
        $earning = $b['gross_loans'] + $b['securities'] + $b['interbank_placements'];
        $interest = (int) round(
            ($b['gross_loans'] * $this->yield +
                $b['securities'] * ($rates['long'] - 0.002) +
                $b['interbank_placements'] * $rates['policy']) /
                4,
        );
        $expense = (int) round(
            ($b['deposits'] * $own['deposit_cost'] * $rates['policy'] + $b['long_term_debt'] * ($rates['long'] + 0.8 * $rates['spread'])) /
                4,
        );
        $fees = (int) round((($gross * $own['fees']) / 4) * (1 + 0.06 * $activity + 0.04 * $c->normal()));
        $trading = (int) round((($gross * 0.0013) / 4) * (1 + 1.3 * $c->normal()));
        $losses = $own['loss_rate'] * exp(-0.75 * $quarter->activity(2) + 0.25 * $c->normal());
        $provision = (int) round(($gross * $losses) / 4);
        $charged = min(
            $b['allowance_for_credit_losses'],
            (int) round(0.22 * $b['allowance_for_credit_losses'] * (0.75 + 0.2 * $c->uniform())),
        );
        $revenue = $interest - $expense + $fees + $trading;
        $this->efficiency += 0.02 * (0.43 - $this->efficiency) + 0.006 * $c->normal();
        // Offices and people are there whatever is earned.
        $wanted = $revenue * (1 - $this->efficiency);
        $this->costs = (int) round($this->costs === 0 ? $wanted : 0.75 * $this->costs * (1 + $this->growth / 4) + 0.25 * $wanted);
        $costs = (int) round($this->costs * (1 + 0.012 * $c->normal()));
        $depreciation = (int) round(($b['property_plant_equipment_net'] * 0.08) / 4);
        $associates = (int) round($b['equity_method_investments'] * 0.018);
        $pretax = $revenue - $provision - $costs + $associates;
        $tax = (int) round(($pretax - $associates) * $p->taxRate * ($pretax > 0 ? 1 + 0.05 * $c->normal() : 0.6));
        $net = $pretax - $tax;
        $minority = (int) round(0.5 * $p->minority * $net);
        $preferred = (int) round($b['preferred_equity'] * 0.014);
        $interbank = (int) round(0.05 * $deposits);
        $other = (int) round(0.02 * $gross);
        $otherLiabilities = (int) round(0.03 * $gross);
        $debt = (int) round(0.08 * $gross);
        $issued = max(0, $debt - $b['long_term_debt']);
        $repaid = max(0, $b['long_term_debt'] - $debt);
        $working =
            $gross -
            $b['gross_loans'] +
            $charged +
            ($interbank - $b['interbank_placements']) +
            ($other - $b['other_assets']) -
            ($deposits - $b['deposits']) -
            ($otherLiabilities - $b['other_liabilities']);
        $fromAssociates = (int) round(0.5 * $associates);
        $nonCash = $provision - $associates + $fromAssociates;
        $operatingCash = $net + $depreciation + $nonCash - $working;
        $equity = $this->equity() + $net - $this->dividends;
        $enough = $equity > 1.04 * $own['capital'] * $gross;
        $repurchase = $enough ? $this->repurchase((int) round(max(0, $net - $this->dividends) * $p->buyback), 0.008, $quarter->price) : 0;
        if ($equity < 0.72 * $own['capital'] * $gross) {
            $this->needs = (int) round($own['capital'] * $gross - $equity);
        }
        $cash = (int) round(0.07 * $deposits);
        $paidOut = $this->dividends + $preferred;
        $financing = $issued - $repaid + $this->raised - $repurchase - $paidOut;
        $spent = $b['cash_and_equivalents'] + $operatingCash - $depreciation + $financing - $cash;
        $allowance = $b['allowance_for_credit_losses'] + $provision - $charged;
        $this->b = [
            'cash_and_equivalents' => $cash,
            'interbank_placements' => $interbank,
            'securities' => $b['securities'] + $spent,
            'gross_loans' => $gross,
            'allowance_for_credit_losses' => $allowance,
            'property_plant_equipment_net' => $b['property_plant_equipment_net'],
            'equity_method_investments' => $b['equity_method_investments'] + $associates - $fromAssociates,
            'other_assets' => $other,
            'deposits' => $deposits,
            'long_term_debt' => $debt,
            'other_liabilities' => $otherLiabilities,
            'share_capital_and_premium' => $b['share_capital_and_premium'] + $this->raised,
            'retained_earnings' => $b['retained_earnings'] + $net - $minority - $paidOut,
            'treasury_stock' => $b['treasury_stock'] + $repurchase,
            'preferred_equity' => $b['preferred_equity'],
            'minority_interest' => $b['minority_interest'] + $minority,
        ];
        $b = $this->b;
        $loans = $gross - $allowance;
        $assets =
            $cash + $interbank + $b['securities'] + $loans + $b['property_plant_equipment_net'] + $b['equity_method_investments'] + $other;
        $liabilities = $deposits + $debt + $otherLiabilities;
        $common = $this->equity();
        $risky = (0.45 + 0.3 * min(1.0, $own['asset_yield'] / 0.058)) * $gross;
        $optional = [
            'equity_method_income' => $associates,
            'minority_interest_income' => $minority,
            'preferred_dividends' => $preferred,
            'equity_method_investments' => $b['equity_method_investments'],
            'treasury_stock' => $b['treasury_stock'],
            'preferred_equity' => $b['preferred_equity'],
            'minority_interest' => $b['minority_interest'],
            'shares_issued' => $this->raised,
            'shares_repurchased' => $repurchase,
        ];

        return [
            'interest_and_dividend_income' => $interest,
            'interest_expense' => $expense,
            'net_interest_income' => $interest - $expense,
            'fee_income' => $fees,
            'trading_income' => $trading,
            'non_interest_income' => $fees + $trading,
            'revenue' => $revenue,
            'provision_for_credit_losses' => $provision,
            'non_interest_expense' => $costs,
            'income_before_tax' => $pretax,
            'income_tax' => $tax,
            'income_from_continuing_operations' => $net,
            'net_income' => $net,
            'net_income_parent' => $net - $minority,
            'net_income_common' => $net - $minority - $preferred,
            'net_charge_offs' => $charged,
            'cash_and_equivalents' => $cash,
            'interbank_placements' => $interbank,
            'securities' => $b['securities'],
            'gross_loans' => $gross,
            'allowance_for_credit_losses' => $allowance,
            'net_loans' => $loans,
            'property_plant_equipment_net' => $b['property_plant_equipment_net'],
            'other_assets' => $other,
            'total_assets' => $assets,
            'deposits' => $deposits,
            'non_interest_bearing_deposits' => (int) round(0.3 * (1.2 - $own['deposit_cost']) * $deposits),
            'long_term_debt' => $debt,
            'total_debt' => $debt,
            'other_liabilities' => $otherLiabilities,
            'total_liabilities' => $liabilities,
            'share_capital_and_premium' => $b['share_capital_and_premium'],
            'retained_earnings' => $b['retained_earnings'],
            'common_equity' => $common,
            'shareholders_equity' => $common + $b['preferred_equity'],
            'total_equity' => $common + $b['preferred_equity'] + $b['minority_interest'],
            'non_performing_loans' => (int) round($gross * $own['loss_rate'] * 4.5 * exp(-0.5 * $quarter->activity(3))),
            'risk_weighted_assets' => (int) round($risky),
            'common_equity_tier1_capital' => (int) round(0.96 * $common),
            'tier1_capital' => (int) round(0.96 * $common) + $b['preferred_equity'],
            'leverage_exposure' => (int) round(1.05 * $assets),
            'average_interest_earning_assets' => $earning,
            'depreciation_amortization' => $depreciation,
            'other_non_cash_items' => $nonCash,
            'change_in_working_capital' => $working,
            'operating_cash_flow' => $operatingCash,
            'capital_expenditure' => $depreciation,
            'purchases_of_investments' => max(0, $spent),
            'sales_of_investments' => max(0, -$spent),
            'investing_cash_flow' => -$spent - $depreciation,
            'debt_issued' => $issued,
            'debt_repaid' => $repaid,
            'dividends_paid' => $paidOut,
            'dividends_paid_common' => $this->dividends,
            'financing_cash_flow' => $financing,
            'net_change_in_cash' => $operatingCash - $spent - $depreciation + $financing,
            'employees' => (int) max(40, round($costs / 21)),
            ...array_filter($optional),
        ];
    }

    private function equity(): int
    {
        return $this->b['share_capital_and_premium'] + $this->b['retained_earnings'] - $this->b['treasury_stock'];
    }

    private function open(): void
    {
        $p = $this->charter;
        $own = $p->own;
        $gross = (int) round($p->revenue / 1000 / 0.042);
        $b = [
            'gross_loans' => $gross,
            'allowance_for_credit_losses' => (int) round(4.5 * $own['loss_rate'] * $gross),
            'deposits' => (int) round($own['deposits'] * $gross),
            'interbank_placements' => (int) round(0.05 * $own['deposits'] * $gross),
            'cash_and_equivalents' => (int) round(0.07 * $own['deposits'] * $gross),
            'property_plant_equipment_net' => (int) round(0.012 * $gross),
            'equity_method_investments' => (int) round(0.1 * $p->associates * $gross),
            'other_assets' => (int) round(0.02 * $gross),
            'long_term_debt' => (int) round(0.08 * $gross),
            'other_liabilities' => (int) round(0.03 * $gross),
            'treasury_stock' => 0,
        ];
        $equity = (int) round($own['capital'] * $gross);
        $b['preferred_equity'] = (int) round($p->preferred * $equity);
        $b['minority_interest'] = (int) round(0.5 * $p->minority * $equity);
        $b['securities'] =
            $equity +
            $b['preferred_equity'] +
            $b['minority_interest'] +
            $b['deposits'] +
            $b['long_term_debt'] +
            $b['other_liabilities'] -
            $b['cash_and_equivalents'] -
            $b['interbank_placements'] -
            ($gross - $b['allowance_for_credit_losses']) -
            $b['property_plant_equipment_net'] -
            $b['equity_method_investments'] -
            $b['other_assets'];
        $b['share_capital_and_premium'] = (int) round(0.4 * $equity);
        $b['retained_earnings'] = $equity - $b['share_capital_and_premium'];
        $this->b = $b;
    }
}
