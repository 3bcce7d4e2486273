<?php

declare(strict_types=1);

/* Metrics of the group "bank": key => [label, unit, better, formula, not meaningful when, templates, basis, note]. */

return [
    'net_interest_margin' => [
        'Net interest margin', 'percent', 'higher',
        'net_interest_income / (average_interest_earning_assets ?? average_balance(interbank_placements + securities + gross_loans))',
        null, 'bank', 'trailing',
        'Disclosed daily average preferred. Some banks report on a tax-equivalent basis.',
    ],
    'cost_of_funds' => [
        'Cost of funds', 'percent', 'lower',
        'interest_expense / average_balance(deposits + interbank_liabilities + total_debt)',
        null, 'bank', 'trailing',
        'Non-interest-bearing deposits included in the base.',
    ],
    'efficiency_ratio' => [
        'Efficiency ratio (cost to income)', 'percent', 'lower',
        'non_interest_expense / revenue',
        'revenue <= 0', 'bank', 'trailing',
        '',
    ],
    'loan_to_deposit_ratio' => [
        'Loans to deposits', 'percent', 'neutral',
        'net_loans / deposits',
        'deposits <= 0', 'bank', 'trailing',
        '',
    ],
    'common_equity_tier1_ratio' => [
        'Common equity tier 1 ratio', 'percent', 'higher',
        'common_equity_tier1_capital / risk_weighted_assets',
        'risk_weighted_assets <= 0', 'bank', 'trailing',
        '',
    ],
    'regulatory_leverage_ratio' => [
        'Leverage ratio (tier 1 to exposure)', 'percent', 'higher',
        'tier1_capital / leverage_exposure',
        'leverage_exposure <= 0', 'bank', 'trailing',
        '',
    ],
    'tangible_common_equity_to_tangible_assets' => [
        'Tangible common equity to tangible assets', 'percent', 'higher',
        'tangible_common_equity / (total_assets - goodwill - intangible_assets)',
        null, 'bank', 'trailing',
        '',
    ],
    'non_performing_loan_ratio' => [
        'Non-performing loans ratio', 'percent', 'lower',
        'non_performing_loans / gross_loans',
        'gross_loans <= 0', 'bank', 'trailing',
        '',
    ],
    'non_performing_loan_coverage' => [
        'Coverage of non-performing loans', 'percent', 'higher',
        'allowance_for_credit_losses / non_performing_loans',
        'non_performing_loans <= 0', 'bank', 'trailing',
        'Collateral not counted.',
    ],
    'cost_of_risk' => [
        'Cost of risk', 'percent', 'lower',
        'provision_for_credit_losses / average_balance(gross_loans)',
        'average_balance(gross_loans) <= 0', 'bank', 'trailing',
        '',
    ],
    'net_charge_off_rate' => [
        'Net charge-off rate', 'percent', 'lower',
        'net_charge_offs / average_balance(gross_loans)',
        'average_balance(gross_loans) <= 0', 'bank', 'trailing',
        '',
    ],
    'pre_provision_profit' => [
        'Pre-provision profit', 'money', 'higher',
        'revenue - non_interest_expense',
        null, 'bank', 'trailing',
        '',
    ],
    'loan_growth_1y' => [
        'Loan growth, 1 year', 'percent', 'neutral',
        'growth(net_loans, 1)',
        null, 'bank', 'trailing',
        'Far above the market is a warning as often as a merit.',
    ],
    'deposit_growth_1y' => [
        'Deposit growth, 1 year', 'percent', 'higher',
        'growth(deposits, 1)',
        null, 'bank', 'trailing',
        '',
    ],
];
