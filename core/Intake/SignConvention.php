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

    /** Lines whose opposite has a name of its own: a loss, a deficit, a decrease. */
    private const RESULTS = [
        'operating_income',
        'income_before_tax',
        'equity_method_income',
        'income_from_continuing_operations',
        'discontinued_operations',
        'net_income',
        'net_income_parent',
        'net_income_common',
        'earnings_per_share_basic',
        'earnings_per_share_diluted',
        'retained_earnings',
        'accumulated_other_comprehensive_income',
        'total_equity',
        'shareholders_equity',
        'net_change_in_cash',
    ];

    /** Whether a label names the opposite of what its line is, so that a plain number under it is a negative one: "net loss 13.0". */
    public static function namesOpposite(string $label, string $line): bool
    {
        $label = (string) preg_replace('/\bincome tax(?:es)?\b|\btaxes on income\b/i', '', $label);

        return in_array($line, self::RESULTS, true) &&
            preg_match('/\b(?:loss(?:es)?|deficits?|deficiency|decrease)\b/i', $label) === 1 &&
            preg_match('/\b(?:profits?|income|earnings|gains?|surplus|increase)\b/i', $label) !== 1;
    }

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
