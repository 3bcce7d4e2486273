<?php

declare(strict_types=1);

namespace App\Demo;

/** Books of an industrial company. */
final class IndustrialSimulator extends StatementSimulator
{
    private float $trend = 0.0;

    private float $drift = 0.0;

    /** @var array<string, int> */
    private array $b = [];

    protected function step(int $year, int $quarter, int $dividends): array
    {
        $p = $this->profile;
        $c = $this->chance;
        $this->trend = $this->trend === 0.0 ? $p->revenue / 4000 : $this->trend * (1 + $this->growthOf($year)) ** 0.25;
        $this->drift = 0.85 * $this->drift + 0.4 * $p->noise * $c->normal();
        $cycle = $this->macro->cycle($year, $quarter) * $p->cyclicality;
        $season = [0.97, 1.0, 0.98, 1.05][$quarter - 1];
        $acquired = $this->event('acquisition', $year, $quarter);
        if ($acquired > 0) {
            $this->trend *= 1 + 0.6 * $acquired;
        }
        $revenue = (int) round($this->trend * $season * exp(0.09 * $cycle + $this->drift));
        $target = $p->events['margin'][$year] ?? $p->operatingMargin;
        $margin = $target + 0.05 * $cycle * min(1.5, max(0.4, $p->operatingMargin / 0.12)) + 0.5 * $p->noise * $c->normal() * 0.3;
        $gross = min(0.92, $p->grossMargin + 0.5 * ($margin - $p->operatingMargin));
        $cost = (int) round($revenue * (1 - $gross));
        $research = (int) round($revenue * $p->research);
        $overhead = max(0, (int) round($revenue * ($gross - $margin)) - $research);
        $restructuring = (int) round($revenue * $this->event('restructuring', $year, $quarter));
        $impairment = (int) round(($this->b['goodwill'] ?? 0) * $this->event('impairment', $year, $quarter));

        if ($this->b === []) {
            $this->open($revenue, $cost, $overhead);
        }
        $b = $this->b;
        $debt = $b['short_term_debt'] + $b['long_term_debt'];
        $rate =
            ($this->macro->series['risk_free_rate'][
                (int) sprintf('%04d%02d01', min(2026, $year), min(3 * $quarter, $year >= 2026 ? 6 : 12))
            ] ??
                0.03) +
            0.018 +
            0.01 * min(1.5, $debt / max(1, 4 * $revenue));
        $interest = (int) round(($debt * $rate) / 4);
        $income = (int) round(($b['cash_and_equivalents'] * 0.012) / 4);
        $other = (int) round($revenue * $this->event('other_income', $year, $quarter));
        $operating = $revenue - $cost - $overhead - $research - $restructuring - $impairment;
        $pretax = $operating - $interest + $income + $other;
        $tax =
            (int) round(max(0, $pretax) * self::TAX * (1 + 0.05 * $c->normal())) +
            (int) round($revenue * $this->event('tax_charge', $year, $quarter));
        $net = $pretax - $tax;

        $depreciation = (int) round(($b['property_plant_equipment_net'] * 0.11) / 4);
        $amortization = (int) round(($b['intangible_assets'] * 0.08) / 4);
        $compensation = (int) round($revenue * $p->stockCompensation);
        $deferred = (int) round(0.06 * max(0, $tax));
        $slow = 1 + ($p->events['slow_receivables'][$year] ?? 0.0);
        $now = [
            'receivables' => (int) round($revenue * 0.58 * $slow),
            'inventories' => (int) round($cost * 0.62 * (1 - 0.06 * $cycle)),
            'prepaid_expenses' => (int) round($revenue * 0.06),
            'accounts_payable' => (int) round($cost * 0.45),
            'accrued_liabilities' => (int) round(($overhead + $research) * 0.5),
            'deferred_revenue_current' => (int) round($revenue * ($p->sector === '62' ? 0.5 : 0.0)),
            'income_taxes_payable' => (int) round(max(0, $tax) * 0.4),
        ];
        $dReceivables = $now['receivables'] - $b['receivables'];
        $dInventories = $now['inventories'] - $b['inventories'];
        $dPayables = $now['accounts_payable'] - $b['accounts_payable'];
        $dOther =
            $now['prepaid_expenses'] -
            $b['prepaid_expenses'] -
            ($now['accrued_liabilities'] - $b['accrued_liabilities']) -
            ($now['deferred_revenue_current'] - $b['deferred_revenue_current']) -
            ($now['income_taxes_payable'] - $b['income_taxes_payable']);
        $working = $dReceivables + $dInventories - $dPayables + $dOther;
        $operatingCash = $net + $depreciation + $amortization + $compensation + $deferred + $impairment - $working;
        $capital = (int) round($revenue * $p->capitalIntensity * (1 + 0.15 * $cycle + 0.1 * $c->normal()));
        $capital = max($capital, (int) round(0.3 * $depreciation));
        $acquisition = (int) round($acquired * 4 * $revenue);
        $free = $operatingCash - $capital;
        $minimum = (int) round($revenue * ($p->events['cash_pile'] ?? 0.35));
        $repurchase =
            $p->buyback > 0
                ? (int) round(max(0, $free - $dividends) * $p->buyback) +
                    (int) round(4 * $revenue * $this->event('leveraged_buyback', $year, $quarter))
                : 0;

        // Idle cash far beyond need goes back to shareholders.
        $repurchase += isset($p->events['cash_pile']) ? 0 : max(0, (int) round(0.35 * ($b['cash_and_equivalents'] - 2.5 * $minimum)));
        $before = $b['cash_and_equivalents'] + $free - $acquisition - $dividends - $repurchase;
        $issued = $repaid = $equity = 0;
        if ($acquisition > 0) {
            $equity = (int) round(0.25 * $acquisition);
        }
        $before += $equity;
        if ($before < $minimum) {
            $need = $minimum - $before;
            // Who earns nothing finds shareholders, not lenders.
            if (array_sum($this->incomes) < 0 && $debt > 0.5 * $revenue) {
                $raise = (int) round(1.6 * $need);
                $equity += $raise;
                $before += $raise;
            } else {
                $issued = $need;
                $before += $need;
            }
        } elseif ($debt > $p->debtToRevenue * 4 * $revenue && $before > 1.4 * $minimum) {
            $repaid = (int) min($debt - round($p->debtToRevenue * 4 * $revenue), $before - round(1.4 * $minimum));
            $before -= $repaid;
        } elseif ($debt < 0.85 * $p->debtToRevenue * 4 * $revenue) {
            $issued = (int) round(0.25 * ($p->debtToRevenue * 4 * $revenue - $debt));
            $before += $issued;
        }
        $fair = max(0.2, ($this->distributable() > 0 ? $this->distributable() * $p->multiple : 4 * $revenue * 1.5) / $this->shares);
        $this->shares +=
            (int) round($equity / $fair) +
            (int) round(($compensation / $fair) * 0.8) -
            (int) min(round($repurchase / $fair), 0.03 * $this->shares);

        $debt += $issued - $repaid;
        $short = (int) round(0.14 * $debt);
        $this->b = [
            ...$now,
            'cash_and_equivalents' => $before,
            'property_plant_equipment_net' => $b['property_plant_equipment_net'] + $capital - $depreciation,
            'goodwill' => $b['goodwill'] + (int) round(0.7 * $acquisition) - $impairment,
            'intangible_assets' => $b['intangible_assets'] + $acquisition - (int) round(0.7 * $acquisition) - $amortization,
            'short_term_debt' => $short,
            'long_term_debt' => $debt - $short,
            'deferred_tax_liabilities' => $b['deferred_tax_liabilities'] + $deferred,
            'share_capital_and_premium' => $b['share_capital_and_premium'] + $compensation + $equity,
            'retained_earnings' => $b['retained_earnings'] + $net - $dividends,
            'treasury_stock' => $b['treasury_stock'] + $repurchase,
        ];
        $b = $this->b;
        $current = $before + $now['receivables'] + $now['inventories'] + $now['prepaid_expenses'];
        $fixed = $b['property_plant_equipment_net'] + $b['goodwill'] + $b['intangible_assets'];
        $currentLiabilities =
            $short +
            $now['accounts_payable'] +
            $now['accrued_liabilities'] +
            $now['deferred_revenue_current'] +
            $now['income_taxes_payable'];
        $fixedLiabilities = $b['long_term_debt'] + $b['deferred_tax_liabilities'];
        $common = $b['share_capital_and_premium'] + $b['retained_earnings'] - $b['treasury_stock'];
        $investing = -$acquisition - $capital;
        $financing = $issued - $repaid + $equity - $repurchase - $dividends;

        return [
            'revenue' => $revenue,
            'cost_of_revenue' => $cost,
            'gross_profit' => $revenue - $cost,
            'selling_general_administrative' => $overhead,
            ...$research > 0 ? ['research_development' => $research] : [],
            ...$restructuring > 0 ? ['restructuring_charges' => $restructuring] : [],
            ...$impairment > 0 ? ['impairment_charges' => $impairment] : [],
            'operating_expenses' => $overhead + $research + $restructuring + $impairment,
            'operating_income' => $operating,
            'interest_expense' => $interest,
            'interest_income' => $income,
            ...$other !== 0 ? ['other_non_operating_income' => $other] : [],
            'income_before_tax' => $pretax,
            'income_tax' => $tax,
            'income_from_continuing_operations' => $net,
            'net_income' => $net,
            'net_income_parent' => $net,
            'net_income_common' => $net,
            'cash_and_equivalents' => $before,
            'cash_and_short_term_investments' => $before,
            'receivables' => $now['receivables'],
            'inventories' => $now['inventories'],
            'prepaid_expenses' => $now['prepaid_expenses'],
            'total_current_assets' => $current,
            'property_plant_equipment_net' => $b['property_plant_equipment_net'],
            'goodwill' => $b['goodwill'],
            'intangible_assets' => $b['intangible_assets'],
            'total_non_current_assets' => $fixed,
            'total_assets' => $current + $fixed,
            'short_term_debt' => $short,
            'accounts_payable' => $now['accounts_payable'],
            'accrued_liabilities' => $now['accrued_liabilities'],
            ...$now['deferred_revenue_current'] > 0 ? ['deferred_revenue_current' => $now['deferred_revenue_current']] : [],
            'income_taxes_payable' => $now['income_taxes_payable'],
            'total_current_liabilities' => $currentLiabilities,
            'long_term_debt' => $b['long_term_debt'],
            'deferred_tax_liabilities' => $b['deferred_tax_liabilities'],
            'total_non_current_liabilities' => $fixedLiabilities,
            'total_debt' => $debt,
            'total_liabilities' => $currentLiabilities + $fixedLiabilities,
            'share_capital_and_premium' => $b['share_capital_and_premium'],
            'retained_earnings' => $b['retained_earnings'],
            ...$b['treasury_stock'] > 0 ? ['treasury_stock' => $b['treasury_stock']] : [],
            'common_equity' => $common,
            'shareholders_equity' => $common,
            'total_equity' => $common,
            'depreciation' => $depreciation,
            'amortization_of_intangibles' => $amortization,
            'depreciation_amortization' => $depreciation + $amortization,
            'stock_based_compensation' => $compensation,
            'deferred_income_tax' => $deferred,
            ...$impairment > 0 ? ['other_non_cash_items' => $impairment] : [],
            'increase_in_receivables' => $dReceivables,
            'increase_in_inventories' => $dInventories,
            'increase_in_payables' => $dPayables,
            'increase_in_other_working_capital' => $dOther,
            'change_in_working_capital' => $working,
            'operating_cash_flow' => $operatingCash,
            'capital_expenditure' => $capital,
            ...$acquisition > 0 ? ['acquisitions' => $acquisition] : [],
            'investing_cash_flow' => $investing,
            'debt_issued' => $issued,
            'debt_repaid' => $repaid,
            ...$equity > 0 ? ['shares_issued' => $equity] : [],
            ...$repurchase > 0 ? ['shares_repurchased' => $repurchase] : [],
            'dividends_paid' => $dividends,
            'dividends_paid_common' => $dividends,
            'financing_cash_flow' => $financing,
            'net_change_in_cash' => $operatingCash + $investing + $financing,
            'interest_paid' => $interest,
            'income_taxes_paid' => $tax - $deferred,
            'employees' => (int) max(12, round(($revenue * 4) / 190)),
        ];
    }

    private function open(int $revenue, int $cost, int $overhead): void
    {
        $p = $this->profile;
        $debt = (int) round($p->debtToRevenue * 4 * $revenue);
        $b = [
            'cash_and_equivalents' => (int) round($revenue * ($p->events['cash_pile'] ?? 0.5)),
            'receivables' => (int) round($revenue * 0.58),
            'inventories' => (int) round($cost * 0.62),
            'prepaid_expenses' => (int) round($revenue * 0.06),
            'property_plant_equipment_net' => (int) round(4 * $revenue * $p->capitalIntensity * 6),
            'goodwill' => (int) round(4 * $revenue * 0.05),
            'intangible_assets' => (int) round(4 * $revenue * 0.03),
            'accounts_payable' => (int) round($cost * 0.45),
            'accrued_liabilities' => (int) round($overhead * 0.5),
            'deferred_revenue_current' => (int) round($revenue * ($p->sector === '62' ? 0.5 : 0.0)),
            'income_taxes_payable' => (int) round($revenue * 0.01),
            'deferred_tax_liabilities' => (int) round($revenue * 0.05),
            'short_term_debt' => (int) round(0.14 * $debt),
            'long_term_debt' => $debt - (int) round(0.14 * $debt),
            'treasury_stock' => 0,
        ];
        $net =
            $b['cash_and_equivalents'] +
            $b['receivables'] +
            $b['inventories'] +
            $b['prepaid_expenses'] +
            $b['property_plant_equipment_net'] +
            $b['goodwill'] +
            $b['intangible_assets'] -
            $b['accounts_payable'] -
            $b['accrued_liabilities'] -
            $b['deferred_revenue_current'] -
            $b['income_taxes_payable'] -
            $b['deferred_tax_liabilities'] -
            $debt;
        $b['share_capital_and_premium'] = (int) round(max(0.3 * abs($net), 0.1 * $revenue));
        $b['retained_earnings'] = $net - $b['share_capital_and_premium'];
        $this->b = $b;
    }
}
