<?php

declare(strict_types=1);

namespace App\Demo;

/** Books of a bank: securities take up what deposits and profits leave over after lending and a reserve of cash. */
final class BankSimulator extends StatementSimulator
{
    /** @var array<string, int> */
    private array $b = [];

    protected function step(int $year, int $quarter, int $dividends): array
    {
        $p = $this->profile;
        $c = $this->chance;
        $cycle = $this->macro->cycle($year, $quarter);
        if ($this->b === []) {
            $this->open();
        }
        $b = $this->b;
        $gross = (int) round($b['gross_loans'] * (1 + $this->growthOf($year) / 4 + 0.004 * $cycle + 0.004 * $c->normal()));
        $deposits = (int) round($gross * 1.12);
        $earning = $b['gross_loans'] + $b['securities'] + $b['interbank_placements'];
        $interest = (int) round(($earning * (0.041 + 0.002 * $cycle)) / 4);
        $expense = (int) round(($b['deposits'] * 0.011 + $b['long_term_debt'] * 0.03) / 4);
        $fees = (int) round(($gross * 0.0095) / 4);
        $trading = (int) round((($gross * 0.0015) / 4) * (1 + $c->normal()));
        $provision = max(0, (int) round(($gross * (0.004 - 0.0035 * $cycle * $p->cyclicality)) / 4));
        $charged = min($b['allowance_for_credit_losses'], (int) round(0.85 * $provision));
        $revenue = $interest - $expense + $fees + $trading;
        $costs = (int) round($revenue * (1 - $p->operatingMargin) * (1 + 0.01 * $c->normal()));
        $depreciation = (int) round(($b['property_plant_equipment_net'] * 0.08) / 4);
        $pretax = $revenue - $provision - $costs;
        $tax = (int) round(max(0, $pretax) * self::TAX);
        $net = $pretax - $tax;
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
        $operatingCash = $net + $depreciation + $provision - $working;
        $repurchase = (int) round(max(0, $net - $dividends) * $p->buyback);
        $cash = (int) round(0.07 * $deposits);
        $securities =
            $b['securities'] +
            $b['cash_and_equivalents'] +
            $operatingCash -
            $depreciation -
            $dividends -
            $repurchase +
            $issued -
            $repaid -
            $cash;
        $bought = max(0, $securities - $b['securities']);
        $sold = max(0, $b['securities'] - $securities);
        $this->shares -= (int) min(
            round(0.006 * $this->shares),
            round($repurchase / max(0.5, ($this->distributable() * $p->multiple) / $this->shares)),
        );
        $allowance = $b['allowance_for_credit_losses'] + $provision - $charged;
        $this->b = [
            'cash_and_equivalents' => $cash,
            'interbank_placements' => $interbank,
            'securities' => $securities,
            'gross_loans' => $gross,
            'allowance_for_credit_losses' => $allowance,
            'property_plant_equipment_net' => $b['property_plant_equipment_net'],
            'other_assets' => $other,
            'deposits' => $deposits,
            'long_term_debt' => $debt,
            'other_liabilities' => $otherLiabilities,
            'share_capital_and_premium' => $b['share_capital_and_premium'],
            'retained_earnings' => $b['retained_earnings'] + $net - $dividends,
            'treasury_stock' => $b['treasury_stock'] + $repurchase,
        ];
        $loans = $gross - $allowance;
        $assets = $cash + $interbank + $securities + $loans + $this->b['property_plant_equipment_net'] + $other;
        $liabilities = $deposits + $debt + $otherLiabilities;
        $common = $assets - $liabilities;
        $investing = $sold - $bought - $depreciation;
        $financing = $issued - $repaid - $repurchase - $dividends;

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
            'net_income_parent' => $net,
            'net_income_common' => $net,
            'net_charge_offs' => $charged,
            'cash_and_equivalents' => $cash,
            'interbank_placements' => $interbank,
            'securities' => $securities,
            'gross_loans' => $gross,
            'allowance_for_credit_losses' => $allowance,
            'net_loans' => $loans,
            'property_plant_equipment_net' => $this->b['property_plant_equipment_net'],
            'other_assets' => $other,
            'total_assets' => $assets,
            'deposits' => $deposits,
            'long_term_debt' => $debt,
            'total_debt' => $debt,
            'other_liabilities' => $otherLiabilities,
            'total_liabilities' => $liabilities,
            'share_capital_and_premium' => $this->b['share_capital_and_premium'],
            'retained_earnings' => $this->b['retained_earnings'],
            ...$this->b['treasury_stock'] > 0 ? ['treasury_stock' => $this->b['treasury_stock']] : [],
            'common_equity' => $common,
            'shareholders_equity' => $common,
            'total_equity' => $common,
            'non_performing_loans' => (int) round(1.5 * $allowance),
            'risk_weighted_assets' => (int) round(0.62 * $gross),
            'common_equity_tier1_capital' => $common,
            'tier1_capital' => $common,
            'leverage_exposure' => (int) round(1.05 * $assets),
            'depreciation_amortization' => $depreciation,
            'other_non_cash_items' => $provision,
            'change_in_working_capital' => $working,
            'operating_cash_flow' => $operatingCash,
            'capital_expenditure' => $depreciation,
            'purchases_of_investments' => $bought,
            'sales_of_investments' => $sold,
            'investing_cash_flow' => $investing,
            'debt_issued' => $issued,
            'debt_repaid' => $repaid,
            ...$repurchase > 0 ? ['shares_repurchased' => $repurchase] : [],
            'dividends_paid' => $dividends,
            'dividends_paid_common' => $dividends,
            'financing_cash_flow' => $financing,
            'net_change_in_cash' => $operatingCash + $investing + $financing,
            'employees' => (int) max(40, round($revenue / 60)),
        ];
    }

    private function open(): void
    {
        $gross = (int) round($this->profile->revenue / 1000 / 0.047);
        $b = [
            'gross_loans' => $gross,
            'allowance_for_credit_losses' => (int) round(0.014 * $gross),
            'deposits' => (int) round(1.12 * $gross),
            'interbank_placements' => (int) round(0.056 * $gross),
            'cash_and_equivalents' => (int) round(0.0784 * $gross),
            'property_plant_equipment_net' => (int) round(0.012 * $gross),
            'other_assets' => (int) round(0.02 * $gross),
            'long_term_debt' => (int) round(0.08 * $gross),
            'other_liabilities' => (int) round(0.03 * $gross),
            'treasury_stock' => 0,
        ];
        $equity = (int) round(0.092 * $gross);
        $b['securities'] =
            $equity +
            $b['deposits'] +
            $b['long_term_debt'] +
            $b['other_liabilities'] -
            $b['cash_and_equivalents'] -
            $b['interbank_placements'] -
            ($gross - $b['allowance_for_credit_losses']) -
            $b['property_plant_equipment_net'] -
            $b['other_assets'];
        $b['share_capital_and_premium'] = (int) round(0.4 * $equity);
        $b['retained_earnings'] = $equity - $b['share_capital_and_premium'];
        $this->b = $b;
    }
}
