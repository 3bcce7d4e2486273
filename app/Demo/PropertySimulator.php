<?php

declare(strict_types=1);

namespace App\Demo;

/** Books of a property company at cost: buildings bought with debt and new shares, most of the cash earnings paid out. */
final class PropertySimulator extends StatementSimulator
{
    private float $rent = 0.0;

    /** @var array<string, int> */
    private array $b = [];

    /** @var list<int> adjusted funds from operations of the last four quarters */
    private array $funds = [];

    protected function distributable(): float
    {
        return array_sum($this->funds) * (count($this->funds) === 4 ? 1.0 : 4 / max(1, count($this->funds)));
    }

    protected function step(int $year, int $quarter, int $dividends): array
    {
        $p = $this->profile;
        $c = $this->chance;
        $growth = $this->growthOf($year);
        $this->rent = $this->rent === 0.0 ? $p->revenue / 4000 : $this->rent * (1 + $growth) ** 0.25;
        $rent = (int) round($this->rent * (1 + 0.008 * $c->normal() + 0.01 * $this->macro->cycle($year, $quarter)));
        if ($this->b === []) {
            $this->open($rent);
        }
        $b = $this->b;
        $costs = (int) round((1 - $p->grossMargin) * $rent);
        $overhead = (int) round(0.06 * $rent);
        $depreciation = (int) round(($b['investment_property'] * 0.024) / 4);
        $debt = $b['short_term_debt'] + $b['long_term_debt'];
        $interest = (int) round(($debt * 0.036) / 4);
        $operating = $rent - $costs;
        $pretax = $operating - $overhead - $depreciation - $interest;
        $tax = (int) round(max(0, $pretax) * 0.03);
        $net = $pretax - $tax;
        $compensation = (int) round(0.008 * $rent);
        $recurring = (int) round(0.05 * $rent);
        $straight = (int) round(0.012 * $rent);
        $acquired = (int) round(((max(0.0, $growth - 0.018) * $b['investment_property']) / 4) * 1.05);
        $receivables = (int) round(0.3 * $rent);
        $payables = (int) round(0.35 * $rent);
        $working = $receivables - $b['receivables'] - ($payables - $b['accounts_payable']);
        $operatingCash = $net + $depreciation + $compensation - $working;
        $cash = (int) round(0.5 * $rent);
        $need = $cash - ($b['cash_and_equivalents'] + $operatingCash - $recurring - $acquired - $dividends);
        $equity = $acquired > 0 ? (int) round(0.5 * max(0, $need)) : 0;
        $issued = max(0, $need - $equity);
        $repaid = max(0, -$need);
        $ffo = $net + $depreciation;
        $affo = $ffo - $straight + $compensation - $recurring;
        $this->funds = array_slice([...$this->funds, $affo], -4);
        $this->shares += (int) round(($equity + 0.5 * $compensation) / max(0.5, ($this->distributable() * $p->multiple) / $this->shares));
        $debt += $issued - $repaid;
        $short = (int) round(0.08 * $debt);
        $this->b = [
            'investment_property' => $b['investment_property'] + $acquired + $recurring - $depreciation,
            'cash_and_equivalents' => $cash,
            'receivables' => $receivables,
            'accounts_payable' => $payables,
            'short_term_debt' => $short,
            'long_term_debt' => $debt - $short,
            'share_capital_and_premium' => $b['share_capital_and_premium'] + $equity + $compensation,
            'retained_earnings' => $b['retained_earnings'] + $net - $dividends,
        ];
        $assets = $this->b['investment_property'] + $cash + $receivables;
        $liabilities = $debt + $payables;
        $common = $assets - $liabilities;
        $investing = -$acquired - $recurring;
        $financing = $issued - $repaid + $equity - $dividends;
        $area = (int) round(($this->rent * 4) / 0.16);

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
            'net_income_common' => $net,
            'funds_from_operations' => $ffo,
            'straight_line_rent_adjustment' => $straight,
            'recurring_capital_expenditure' => $recurring,
            'adjusted_funds_from_operations' => $affo,
            'cash_and_equivalents' => $cash,
            'cash_and_short_term_investments' => $cash,
            'receivables' => $receivables,
            'investment_property' => $this->b['investment_property'],
            'total_assets' => $assets,
            'short_term_debt' => $short,
            'long_term_debt' => $debt - $short,
            'total_debt' => $debt,
            'accounts_payable' => $payables,
            'total_liabilities' => $liabilities,
            'share_capital_and_premium' => $this->b['share_capital_and_premium'],
            'retained_earnings' => $this->b['retained_earnings'],
            'common_equity' => $common,
            'shareholders_equity' => $common,
            'total_equity' => $common,
            'depreciation_amortization' => $depreciation,
            'stock_based_compensation' => $compensation,
            'change_in_working_capital' => $working,
            'operating_cash_flow' => $operatingCash,
            'capital_expenditure' => $recurring,
            'property_acquisitions' => $acquired,
            'investing_cash_flow' => $investing,
            'debt_issued' => $issued,
            'debt_repaid' => $repaid,
            ...$equity > 0 ? ['shares_issued' => $equity] : [],
            'dividends_paid' => $dividends,
            'dividends_paid_common' => $dividends,
            'financing_cash_flow' => $financing,
            'net_change_in_cash' => $operatingCash + $investing + $financing,
            'lettable_area' => $area,
            'occupied_area' => (int) round($area * (0.95 + 0.01 * $this->macro->cycle($year, $quarter))),
            'annualized_rent' => 4 * $rent,
            'top_tenant_rent' => (int) round(0.42 * $rent),
            'rent_expiring_next_year' => (int) round(0.36 * $rent),
            'net_asset_value' => (int) round((4 * $operating) / 0.062) + $cash + $receivables - $liabilities,
            'employees' => (int) max(8, round($rent / 500)),
        ];
    }

    private function open(int $rent): void
    {
        $property = (int) round((4 * $rent * $this->profile->grossMargin) / 0.066);
        $b = [
            'investment_property' => $property,
            'cash_and_equivalents' => (int) round(0.5 * $rent),
            'receivables' => (int) round(0.3 * $rent),
            'accounts_payable' => (int) round(0.35 * $rent),
            'short_term_debt' => (int) round(0.08 * 0.42 * $property),
            'long_term_debt' => (int) round(0.92 * 0.42 * $property),
        ];
        $equity =
            $property +
            $b['cash_and_equivalents'] +
            $b['receivables'] -
            $b['accounts_payable'] -
            $b['short_term_debt'] -
            $b['long_term_debt'];
        $b['share_capital_and_premium'] = (int) round(0.9 * $equity);
        $b['retained_earnings'] = $equity - $b['share_capital_and_premium'];
        $this->b = $b;
    }
}
