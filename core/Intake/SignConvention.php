<?php

declare(strict_types=1);

namespace Logion\Intake;

use Logion\Reporting\LineItems;

/** Lines that some sources write as negatives because money goes out; here a value is positive in the sense of its name. */
final class SignConvention
{
    private const OUTFLOWS = [
        'cost_of_revenue',
        'selling_general_administrative',
        'general_administrative',
        'research_development',
        'depreciation_amortization_expense',
        'restructuring_charges',
        'impairment_charges',
        'operating_expenses',
        'interest_expense',
        'income_tax',
        'provision_for_credit_losses',
        'non_interest_expense',
        'claims_incurred',
        'policy_acquisition_costs',
        'underwriting_expenses',
        'property_operating_costs',
        'capital_expenditure',
        'acquisitions',
        'purchases_of_investments',
        'property_acquisitions',
        'debt_repaid',
        'lease_principal_paid',
        'shares_repurchased',
        'dividends_paid',
        'treasury_stock',
        'interest_paid',
        'income_taxes_paid',
    ];

    public static function isOutflow(string $line): bool
    {
        return in_array($line, self::OUTFLOWS, true);
    }

    /** @return list<string> a total and all lines it is made of, whatever the kind of business */
    public static function partsOf(string $total): array
    {
        $found = [$total => true];
        for ($next = [$total]; $next !== [];) {
            $rules = LineItems::all()[array_shift($next)]->rules;
            foreach (array_merge([], ...array_merge([], ...array_values($rules))) as [$sign, $line]) {
                if ($sign === 1 && ! isset($found[$line])) {
                    $found[$line] = true;
                    $next[] = $line;
                }
            }
        }

        return array_keys($found);
    }
}
