<?php

declare(strict_types=1);

/* Metrics of the group "efficiency": key => [label, unit, better, formula, not meaningful when, templates, basis, note]. */

return [
    'asset_turnover' => [
        'Asset turnover', 'times', 'higher',
        'revenue / average_balance(total_assets)',
        null, 'industrial', 'trailing',
        '',
    ],
    'days_inventory' => [
        'Days of inventory', 'days', 'lower',
        '365 * average_balance(inventories) / cost_of_revenue',
        'cost_of_revenue <= 0', 'industrial', 'trailing',
        'Zero for companies without inventory.',
    ],
    'days_sales_outstanding' => [
        'Days of sales outstanding', 'days', 'lower',
        '365 * average_balance(receivables) / revenue',
        'revenue <= 0', 'industrial', 'trailing',
        'Overstated where other receivables or sales taxes are in the balance; sold receivables understate it.',
    ],
    'days_payables' => [
        'Days of payables', 'days', 'neutral',
        '365 * average_balance(accounts_payable) / cost_of_revenue',
        'cost_of_revenue <= 0', 'industrial', 'trailing',
        'Textbook denominator is purchases (cost of revenue plus inventory increase); cost of revenue is the common stand-in. Longer is cheaper funding, or stress.',
    ],
    'cash_conversion_cycle' => [
        'Cash conversion cycle', 'days', 'lower',
        'days_inventory + days_sales_outstanding - days_payables',
        null, 'industrial', 'trailing',
        'Richards and Laughlin (1980). Negative = suppliers finance the business.',
    ],
    'operating_working_capital' => [
        'Operating working capital', 'money', 'neutral',
        '(total_current_assets - cash_and_short_term_investments) - (total_current_liabilities - short_term_debt - lease_liabilities_current)',
        null, 'industrial', 'trailing',
        'Without cash and interest-bearing items.',
    ],
    'revenue_per_employee' => [
        'Revenue per employee', 'money', 'higher',
        'revenue / employees',
        'employees <= 0', 'industrial|bank|insurer|property', 'trailing',
        '',
    ],
    'research_development_to_revenue' => [
        'Research and development to revenue', 'percent', 'neutral',
        'research_development / revenue',
        'revenue <= 0', 'industrial', 'trailing',
        'Missing when not disclosed, never zero by default.',
    ],
    'selling_general_administrative_to_revenue' => [
        'Selling, general and administrative expense to revenue', 'percent', 'lower',
        'selling_general_administrative / revenue',
        'revenue <= 0', 'industrial', 'trailing',
        '',
    ],
    'stock_based_compensation_to_revenue' => [
        'Stock-based compensation to revenue', 'percent', 'lower',
        'stock_based_compensation / revenue',
        'revenue <= 0', 'industrial', 'trailing',
        '',
    ],
    'capital_expenditure_to_depreciation' => [
        'Capital expenditure to depreciation', 'times', 'neutral',
        'capital_expenditure / depreciation_amortization',
        null, 'industrial', 'trailing',
        '',
    ],
];
