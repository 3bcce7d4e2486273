<?php

declare(strict_types=1);

namespace Logion\Intake;

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
}
