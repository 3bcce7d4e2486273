<?php

declare(strict_types=1);

/* Metrics of the group "leverage and coverage": key => [label, unit, better, formula, not meaningful when, templates, basis, note]. */

return [
    'net_debt' => [
        'Net debt', 'money', 'lower',
        'total_debt - cash_and_short_term_investments',
        null, 'industrial|property', 'trailing',
        'Negative = net cash.',
    ],
    'debt_to_equity' => [
        'Debt to equity', 'ratio', 'lower',
        'total_debt / total_equity',
        'total_equity <= 0', 'industrial|insurer|property', 'trailing',
        '',
    ],
    'debt_to_capital' => [
        'Debt to capital', 'percent', 'lower',
        'total_debt / (total_debt + total_equity + temporary_equity)',
        'total_debt + total_equity + temporary_equity <= 0', 'industrial|insurer|property', 'trailing',
        'Above one when equity is negative.',
    ],
    'debt_to_ebitda' => [
        'Debt to EBITDA', 'times', 'lower',
        'total_debt / ebitda',
        'ebitda <= 0', 'industrial', 'trailing',
        '',
    ],
    'net_debt_to_ebitda' => [
        'Net debt to EBITDA', 'times', 'lower',
        'net_debt / ebitda',
        'ebitda <= 0', 'industrial', 'trailing',
        'Negative = net cash. Credit agreements define EBITDA more generously.',
    ],
    'lease_adjusted_net_debt_to_ebitdar' => [
        'Lease-adjusted net debt to EBITDA before lease cost', 'times', 'lower',
        '(net_debt + operating_lease_liabilities) / (ebitda + (operating_lease_liabilities > 0 ? operating_lease_cost : 0))',
        'ebitda + (operating_lease_liabilities > 0 ? operating_lease_cost : 0) <= 0', 'industrial', 'trailing',
        'Comparable between IFRS 16 and US GAAP issuers.',
    ],
    'net_debt_to_free_cash_flow' => [
        'Net debt to free cash flow', 'years', 'lower',
        'net_debt / free_cash_flow',
        'free_cash_flow <= 0', 'industrial', 'trailing',
        'Years to repay from free cash flow.',
    ],
    'interest_coverage' => [
        'Interest coverage', 'times', 'higher',
        'ebit / interest_expense',
        'interest_expense <= 0', 'industrial', 'trailing',
        'Operating result over gross interest expense; negative when operations lose money. Not meaningful without interest expense: a screen for a minimum should let debt-free companies pass.',
    ],
    'fixed_charge_coverage' => [
        'Fixed charge coverage', 'times', 'higher',
        '(ebit + (operating_lease_liabilities > 0 ? operating_lease_cost : 0)) / (interest_expense + (operating_lease_liabilities > 0 ? operating_lease_cost : 0) + preferred_dividends / (1 - operating_tax_rate))',
        'interest_expense + (operating_lease_liabilities > 0 ? operating_lease_cost : 0) + preferred_dividends <= 0', 'industrial', 'trailing',
        'Preferred dividends grossed up for tax. Whole operating lease cost counted; older practice took one third.',
    ],
    'operating_cash_flow_to_debt' => [
        'Operating cash flow to debt', 'percent', 'higher',
        'operating_cash_flow / average_balance(total_debt)',
        'average_balance(total_debt) <= 0', 'industrial', 'trailing',
        'After Beaver (1966), whose version is net income plus depreciation over total liabilities.',
    ],
    'cost_of_debt' => [
        'Average cost of debt', 'percent', 'lower',
        'interest_expense / average_balance(total_debt)',
        'average_balance(total_debt) <= 0', 'industrial|property', 'trailing',
        'Average balances miss intra-year swings; includes lease interest under IFRS 16.',
    ],
    'goodwill_and_intangibles_to_assets' => [
        'Goodwill and intangibles to assets', 'percent', 'lower',
        '(goodwill + intangible_assets) / total_assets',
        null, 'industrial|bank|insurer|property', 'latest',
        '',
    ],
    'liabilities_to_free_cash_flow_after_dividends_5y' => [
        'Non-current liabilities to 5-year mean free cash flow after dividends', 'times', 'lower',
        'total_non_current_liabilities / mean_of(free_cash_flow - dividends_paid, 5)',
        'mean_of(free_cash_flow - dividends_paid, 5) <= 0', 'industrial', 'annual',
        '',
    ],
];
