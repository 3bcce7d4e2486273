<?php

declare(strict_types=1);

/* Metrics of the group "insurer": key => [label, unit, better, formula, not meaningful when, templates, basis, note]. */

return [
    'loss_ratio' => [
        'Loss ratio', 'percent', 'lower',
        'claims_incurred / premiums_earned',
        'premiums_earned <= 0', 'insurer', 'trailing',
        'Non-life measure. Includes claims handling.',
    ],
    'expense_ratio' => [
        'Expense ratio', 'percent', 'lower',
        '(policy_acquisition_costs + zero_if_absent(underwriting_expenses)) / premiums_earned',
        'premiums_earned <= 0', 'insurer', 'trailing',
        'On earned premiums, so that it adds to the combined ratio; the trade-basis variant divides by net premiums written.',
    ],
    'combined_ratio' => [
        'Combined ratio', 'percent', 'lower',
        'loss_ratio + expense_ratio',
        null, 'insurer', 'trailing',
        'Below one = underwriting profit. Undiscounted here; IFRS 17 combined ratios are discounted and lower.',
    ],
    'prior_year_development_ratio' => [
        'Prior-year reserve development to premiums', 'percent', 'lower',
        'prior_year_reserve_development / premiums_earned',
        'premiums_earned <= 0', 'insurer', 'trailing',
        'Positive = adverse.',
    ],
    'premium_growth_1y' => [
        'Premium growth, 1 year', 'percent', 'neutral',
        'growth(net_premiums_written, 1) ?? growth(premiums_earned, 1)',
        null, 'insurer', 'trailing',
        '',
    ],
    'investment_yield' => [
        'Investment yield', 'percent', 'higher',
        'net_investment_income / average_balance(invested_assets)',
        'average_balance(invested_assets) <= 0', 'insurer', 'trailing',
        'Before gains.',
    ],
    'premiums_to_equity' => [
        'Net premiums to equity', 'ratio', 'neutral',
        '(net_premiums_written ?? premiums_earned) / total_equity',
        'total_equity <= 0', 'insurer', 'trailing',
        'Underwriting leverage (Kenney 1949); above three is stretched in non-life.',
    ],
    'solvency_ratio' => [
        'Solvency ratio', 'percent', 'higher',
        'solvency_own_funds / solvency_capital_required',
        'solvency_capital_required <= 0', 'insurer', 'trailing',
        'Regimes are not comparable with each other.',
    ],
];
