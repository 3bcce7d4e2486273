<?php

declare(strict_types=1);

namespace Simulation\Books;

/**
 * Books of a property company at cost: buildings bought with debt and new shares, most of the cash earnings paid out. Its own figures
 * are what rents yield on the price of buildings, the let part of them, debt to their book value, rent of the largest tenant and of
 * leases that end within a year, and the part by which it grows a year through purchases.
 */
final class PropertyBooks extends Books
{
    private float $rent = 0.0;

    private float $occupancy = 0.0;

    private float $rate = 0.0;

    protected function step(Quarter $quarter): array
    {
        $p = $this->charter;
        $c = $this->chance;
        $own = $p->own;
        $rates = $quarter->rates();
        $activity = $quarter->activity($p->industry()->lag);
        $first = $this->b === [];
        if ($first) {
            $this->rent = $p->revenue / 4000;
            $this->occupancy = $own['occupancy'];
            $this->rate = $rates['long'] + 1.1 * $rates['spread'];
        } else {
            $this->rent *= exp((0.7 * $quarter->inflation() - 0.003 + 0.006 * $activity + 0.006 * $c->normal()) / 4);
        }
        $this->occupancy = max(
            0.55,
            min(0.995, $this->occupancy + 0.12 * ($own['occupancy'] + 0.014 * $activity - $this->occupancy) + 0.004 * $c->normal()),
        );
        $rent = (int) round(($this->rent * $this->occupancy) / $own['occupancy']);
        if ($first) {
            $this->open($rent);
        }
        $b = $this->b;
        $costs = (int) round((1 - $p->grossMargin) * $this->rent * (1 + 0.015 * $c->normal()));
        $overhead = (int) round((0.05 + 0.02 * (1 - $p->grossMargin)) * $this->rent);
        $depreciation = (int) round(($b['investment_property'] * 0.024) / 4);
        $debt = $b['short_term_debt'] + $b['long_term_debt'];
        $this->rate +=
            0.05 *
            ($rates['long'] + (0.7 + 1.2 * max(0.0, $debt / max(1, $b['investment_property']) - 0.2)) * $rates['spread'] - $this->rate);
        $interest = (int) round(($debt * $this->rate) / 4);
        $operating = $rent - $costs;
        $pretax = $operating - $overhead - $depreciation - $interest;
        $tax = (int) round(max(0, $pretax) * 0.03);
        $net = $pretax - $tax;
        $preferred = (int) round($b['preferred_equity'] * 0.014);
        $compensation = (int) round(0.008 * $rent);
        $recurring = (int) round(0.055 * $rent * (1 + 0.2 * $c->normal()));
        $straight = (int) round(0.012 * $rent);

        // What shareholders gave, with as much borrowed as the company allows itself.
        $share = min(0.9, $own['loan_to_value'] / (1 - $own['loan_to_value']));
        $acquired = $this->raised > 0 ? (int) round($this->raised * (1 + $share)) : 0;
        $this->rent += ($acquired * $own['rent_yield']) / 4;
        $receivables = (int) round(0.25 * $rent);
        $payables = (int) round(0.35 * $rent);
        $working = $receivables - $b['receivables'] - ($payables - $b['accounts_payable']);
        $operatingCash = $net + $depreciation + $compensation - $working;
        $cash = (int) round(0.45 * $rent);
        $paidOut = $this->dividends + $preferred;
        $need = $cash - ($b['cash_and_equivalents'] + $operatingCash - $recurring - $acquired - $paidOut + $this->raised);
        $issued = max(0, $need);
        $repaid = min($debt, max(0, -$need));
        $cash = $cash - $need + $issued - $repaid;
        $ffo = $net - $preferred + $depreciation;
        $affo = $ffo - $straight + $compensation - $recurring;
        $debt += $issued - $repaid;
        $short = (int) round(0.08 * $debt);
        $this->b = [
            'investment_property' => $b['investment_property'] + $acquired + $recurring - $depreciation,
            'cash_and_equivalents' => $cash,
            'receivables' => $receivables,
            'accounts_payable' => $payables,
            'short_term_debt' => $short,
            'long_term_debt' => $debt - $short,
            'share_capital_and_premium' => $b['share_capital_and_premium'] + $this->raised + $compensation,
            'retained_earnings' => $b['retained_earnings'] + $net - $paidOut,
            'preferred_equity' => $b['preferred_equity'],
        ];
        $b = $this->b;
        if ($activity > -0.8 && ($own['growth_by_purchase'] > 0 || $debt > 0.68 * $b['investment_property'])) {
            $each = $p->dividendsPerYear === 12 || $c->happens(0.35);
            $size = ($own['growth_by_purchase'] / 4) * ($p->dividendsPerYear === 12 ? 1 : 2.5) * (1 - $own['loan_to_value']);
            $this->needs = $each
                ? (int) round(max($size, $debt > 0.68 * $b['investment_property'] ? 0.06 : 0.0) * $b['investment_property'])
                : 0;
        }
        $assets = $b['investment_property'] + $cash + $receivables;
        $liabilities = $debt + $payables;
        $common = $b['share_capital_and_premium'] + $b['retained_earnings'];
        $area = (int) round((4 * $this->rent) / $own['occupancy'] / 0.16);

        return [
            'rental_income' => $rent,
            'revenue' => $rent,
            'property_operating_costs' => $costs,
            'net_operating_income' => $operating,
            'general_administrative' => $overhead,
            'depreciation_amortization_expense' => $depreciation,
            'property_depreciation' => $depreciation,
            'interest_expense' => $interest,
            'income_before_tax' => $pretax,
            'income_tax' => $tax,
            'income_from_continuing_operations' => $net,
            'net_income' => $net,
            'net_income_parent' => $net,
            ...array_filter(['preferred_dividends' => $preferred, 'preferred_equity' => $b['preferred_equity']]),
            'net_income_common' => $net - $preferred,
            'funds_from_operations' => $ffo,
            'straight_line_rent_adjustment' => $straight,
            'recurring_capital_expenditure' => $recurring,
            'adjusted_funds_from_operations' => $affo,
            'cash_and_equivalents' => $cash,
            'cash_and_short_term_investments' => $cash,
            'receivables' => $receivables,
            'investment_property' => $b['investment_property'],
            'total_assets' => $assets,
            'short_term_debt' => $short,
            'long_term_debt' => $debt - $short,
            'total_debt' => $debt,
            'accounts_payable' => $payables,
            'total_liabilities' => $liabilities,
            'share_capital_and_premium' => $b['share_capital_and_premium'],
            'retained_earnings' => $b['retained_earnings'],
            'common_equity' => $common,
            'shareholders_equity' => $common + $b['preferred_equity'],
            'total_equity' => $common + $b['preferred_equity'],
            'depreciation_amortization' => $depreciation,
            'stock_based_compensation' => $compensation,
            'change_in_working_capital' => $working,
            'operating_cash_flow' => $operatingCash,
            'capital_expenditure' => $recurring,
            'property_acquisitions' => $acquired,
            'investing_cash_flow' => -$acquired - $recurring,
            'debt_issued' => $issued,
            'debt_repaid' => $repaid,
            ...array_filter(['shares_issued' => $this->raised]),
            'dividends_paid' => $paidOut,
            'dividends_paid_common' => $this->dividends,
            'financing_cash_flow' => $issued - $repaid + $this->raised - $paidOut,
            'net_change_in_cash' => $operatingCash - $acquired - $recurring + $issued - $repaid + $this->raised - $paidOut,
            'lettable_area' => $area,
            'occupied_area' => (int) round($area * $this->occupancy),
            'annualized_rent' => 4 * $rent,
            'top_tenant_rent' => (int) round(4 * $own['top_tenant'] * $rent),
            'rent_expiring_next_year' => (int) round(4 * $own['expiring'] * $rent * (1 + 0.2 * $c->normal())),
            'net_asset_value' => (int) round((4 * $operating) / $own['rent_yield'] / (1 + 9 * ($rates['long'] - 0.033))) +
                $cash +
                $receivables -
                $liabilities -
                $b['preferred_equity'],
            'employees' => (int) max(8, round($rent / 500)),
        ];
    }

    private function open(int $rent): void
    {
        $own = $this->charter->own;
        $property = (int) round((4 * $rent * $this->charter->grossMargin) / $own['rent_yield']);
        $debt = (int) round($own['loan_to_value'] * $property);
        $b = [
            'investment_property' => $property,
            'cash_and_equivalents' => (int) round(0.45 * $rent),
            'receivables' => (int) round(0.25 * $rent),
            'accounts_payable' => (int) round(0.35 * $rent),
            'short_term_debt' => (int) round(0.08 * $debt),
            'long_term_debt' => $debt - (int) round(0.08 * $debt),
        ];
        $equity = $property + $b['cash_and_equivalents'] + $b['receivables'] - $b['accounts_payable'] - $debt;
        $b['preferred_equity'] = (int) round($this->charter->preferred * $equity);
        $b['share_capital_and_premium'] = (int) round(0.9 * ($equity - $b['preferred_equity']));
        $b['retained_earnings'] = $equity - $b['preferred_equity'] - $b['share_capital_and_premium'];
        $this->b = $b;
    }
}
