<?php

declare(strict_types=1);

namespace Logion\Reporting\View;

use Logion\Figure\Words;
use Logion\Reporting\FactSheet;
use Logion\Reporting\LineItems;
use Logion\Reporting\ReportingModel;

/**
 * How one figure of a period becomes another, step by step: from revenue to net income, from net income to free cash flow,
 * and where cash came from and went. The steps always add up to the end: what no line explains is a step of its own.
 */
final readonly class Bridge
{
    /**
     * @param  list<array{line: ?string, label: string, amount: float, total: bool}>  $steps  totals stand on the ground, the others hang
     *     between
     */
    private function __construct(public string $title, public array $steps)
    {
    }

    /** From revenue down to net income for common shareholders; null if either is not known. */
    public static function income(FactSheet $facts, int $period): ?self
    {
        $template = $facts->template;
        $lines = match ($template) {
            ReportingModel::Bank => [
                'revenue' => 0,
                'non_interest_expense' => -1,
                'provision_for_credit_losses' => -1,
                'equity_method_income' => 1,
                'income_tax' => -1,
            ],
            ReportingModel::Insurer => [
                'revenue' => 0,
                'claims_incurred' => -1,
                'policy_acquisition_costs' => -1,
                'underwriting_expenses' => -1,
                'insurance_finance_result' => 1,
                'interest_expense' => -1,
                'other_insurance_expenses' => -1,
                'equity_method_income' => 1,
                'income_tax' => -1,
            ],
            ReportingModel::Property => [
                'revenue' => 0,
                'property_operating_costs' => -1,
                'general_administrative' => -1,
                'depreciation_amortization_expense' => -1,
                'impairment_charges' => -1,
                'fair_value_change_of_property' => 1,
                'gain_on_property_sales' => 1,
                'interest_income' => 1,
                'interest_expense' => -1,
                'equity_method_income' => 1,
                'other_non_operating_income' => 1,
                'income_tax' => -1,
            ],
            default => [
                'revenue' => 0,
                'cost_of_revenue' => -1,
                'selling_general_administrative' => -1,
                'research_development' => -1,
                'depreciation_amortization_expense' => -1,
                'restructuring_charges' => -1,
                'impairment_charges' => -1,
                'other_operating_expenses' => -1,
                'interest_income' => 1,
                'interest_expense' => -1,
                'equity_method_income' => 1,
                'other_non_operating_income' => 1,
                'income_tax' => -1,
            ],
        };

        return self::between(
            Words::say('from_revenue_to_net_income'),
            $facts,
            $period,
            [...$lines, 'discontinued_operations' => 1, 'minority_interest_income' => -1, 'preferred_dividends' => -1],
            'net_income_common',
        );
    }

    /** From net income to free cash flow: what was added back, tied up in working capital, and invested. */
    public static function freeCashFlow(FactSheet $facts, int $period): ?self
    {
        $operating = $facts->value('operating_cash_flow', $period);
        $investment = $facts->value('capital_expenditure', $period);
        if ($operating === null || $investment === null) {
            return null;
        }

        return self::between(
            Words::say('from_net_income_to_free_cash'),
            $facts,
            $period,
            [
                'net_income' => 0,
                'depreciation_amortization' => 1,
                'stock_based_compensation' => 1,
                'deferred_income_tax' => 1,
                'other_non_cash_items' => 1,
                'change_in_working_capital' => -1,
                'capital_expenditure' => -1,
            ],
            null,
            $operating - $investment,
            Words::say('free_cash_flow'),
        );
    }

    /**
     * Where the cash of some periods came from and what it was used for, larger first; what is left is the change of cash.
     *
     * @param  list<int>  $periods
     * @return array{sources: list<array{line: string, label: string, amount: float}>, uses: list<array{line: string, label: string,
     *     amount: float}>, change: ?float, unexplained: float}
     */
    public static function sourcesAndUses(FactSheet $facts, array $periods): array
    {
        $signs = [
            'operating_cash_flow' => 1,
            'proceeds_from_asset_sales' => 1,
            'divestitures' => 1,
            'sales_of_investments' => 1,
            'property_disposals' => 1,
            'debt_issued' => 1,
            'shares_issued' => 1,
            'capital_expenditure' => -1,
            'acquisitions' => -1,
            'property_acquisitions' => -1,
            'purchases_of_investments' => -1,
            'debt_repaid' => -1,
            'lease_principal_paid' => -1,
            'shares_repurchased' => -1,
            'dividends_paid' => -1,
            'other_investing_cash_flow' => 1,
            'other_financing_cash_flow' => 1,
            'exchange_rate_effect' => 1,
        ];
        $sources = $uses = [];
        $explained = 0.0;
        foreach ($signs as $line => $sign) {
            $sum = 0.0;
            foreach ($periods as $period) {
                $sum += $sign * ($facts->value($line, $period) ?? 0.0);
            }
            $explained += $sum;
            $entry = ['line' => $line, 'label' => LineItems::all()[$line]->label, 'amount' => abs($sum)];
            if ($sum > 0) {
                $sources[] = $entry;
            } elseif ($sum < 0) {
                $uses[] = $entry;
            }
        }
        $change = 0.0;
        foreach ($periods as $period) {
            $of = $facts->value('net_change_in_cash', $period);
            $change = $of === null || $change === null ? null : $change + $of;
        }
        $larger = static fn (array $a, array $b): int => $b['amount'] <=> $a['amount'];
        usort($sources, $larger);
        usort($uses, $larger);

        return [
            'sources' => $sources,
            'uses' => $uses,
            'change' => $change,
            'unexplained' => $change === null ? 0.0 : $change - $explained,
        ];
    }

    /** @param  array<string, int>  $lines  sign by line; 0 for the start */
    private static function between(
        string $title,
        FactSheet $facts,
        int $period,
        array $lines,
        ?string $end,
        ?float $endAmount = null,
        string $endLabel = '',
    ): ?self {
        $amount = $end === null ? $endAmount : $facts->value($end, $period);
        $steps = [];
        $sum = 0.0;
        foreach ($lines as $line => $sign) {
            $value = $facts->value($line, $period);
            if ($sign === 0) {
                if ($value === null) {
                    return null;
                }
                $steps[] = ['line' => $line, 'label' => LineItems::all()[$line]->label, 'amount' => $value, 'total' => true];
                $sum = $value;
            } elseif ($value !== null && $value != 0.0) {
                $steps[] = ['line' => $line, 'label' => LineItems::all()[$line]->label, 'amount' => $sign * $value, 'total' => false];
                $sum += $sign * $value;
            }
        }
        if ($amount === null) {
            return null;
        }
        // What the lines shown do not explain is told, not hidden.
        if (abs($amount - $sum) > max(0.5, 1e-9 * abs($amount))) {
            $steps[] = [
                'line' => null,
                'label' => Words::say('not_explained_by_the_lines_reported'),
                'amount' => $amount - $sum,
                'total' => false,
            ];
        }
        $steps[] = [
            'line' => $end,
            'label' => $end === null ? $endLabel : LineItems::all()[$end]->label,
            'amount' => $amount,
            'total' => true,
        ];

        return new self($title, $steps);
    }
}
