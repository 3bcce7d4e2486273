<?php

declare(strict_types=1);

/* Metrics of the group "cash flow": key => [label, unit, better, formula, not meaningful when, templates, basis, note]. */

return [
    'free_cash_flow' => [
        'Free cash flow', 'money', 'higher',
        'operating_cash_flow - capital_expenditure',
        null, 'industrial|property', 'trailing',
        'Before lease principal: under IFRS 16 deduct lease_principal_paid to compare with US GAAP. For property companies use adjusted funds from operations.',
    ],
    'free_cash_flow_after_leases_and_stock_compensation' => [
        'Free cash flow after leases and stock compensation', 'money', 'higher',
        'free_cash_flow - lease_principal_paid - stock_based_compensation',
        null, 'industrial', 'trailing',
        'Comparable across accounting standards; treats share pay as if paid in cash.',
    ],
    'free_cash_flow_to_firm' => [
        'Free cash flow to the firm', 'money', 'higher',
        'operating_cash_flow + (interest_paid ?? interest_expense) * (1 - operating_tax_rate) - capital_expenditure',
        null, 'industrial', 'trailing',
        'Assumes interest paid is inside operating cash flow. When an IFRS issuer shows it in financing, do not add it back.',
    ],
    'free_cash_flow_to_equity' => [
        'Free cash flow to equity', 'money', 'higher',
        'operating_cash_flow - capital_expenditure + debt_issued - debt_repaid - lease_principal_paid - preferred_dividends',
        null, 'industrial', 'trailing',
        'Net borrowing makes single years erratic; net short-term borrowing reported as one net line is not included.',
    ],
    'owner_earnings' => [
        'Owner earnings', 'money', 'higher',
        'net_income_common + depreciation_amortization + zero_if_absent(impairment_charges) - maintenance_capital_expenditure',
        null, 'industrial', 'trailing',
        'Owner earnings, after the shareholder-letter literature, see maintenance_capital_expenditure. Working capital not deducted.',
    ],
    'maintenance_capital_expenditure' => [
        'Maintenance capital expenditure, estimated', 'money', 'neutral',
        'revenue > ago(revenue, 1) ? max(capital_expenditure - mean_of(property_plant_equipment_net / revenue, 5) * (revenue - ago(revenue, 1)), 0) : capital_expenditure',
        null, 'industrial', 'trailing',
        'Greenwald and others (2001): spending less the fixed-asset need of sales growth (mean plant to sales; the book uses gross plant, here net plant over 5 years).',
    ],
    'free_cash_flow_margin' => [
        'Free cash flow margin', 'percent', 'higher',
        'free_cash_flow / revenue',
        'revenue <= 0', 'industrial', 'trailing',
        '',
    ],
    'cash_conversion' => [
        'Operating cash flow to net income', 'ratio', 'higher',
        'operating_cash_flow / net_income',
        'net_income <= 0', 'industrial', 'trailing',
        '',
    ],
    'free_cash_flow_conversion' => [
        'Free cash flow to net income', 'ratio', 'higher',
        'free_cash_flow / net_income',
        'net_income <= 0', 'industrial', 'trailing',
        '',
    ],
    'capital_expenditure_to_revenue' => [
        'Capital expenditure to revenue', 'percent', 'neutral',
        'capital_expenditure / revenue',
        'revenue <= 0', 'industrial', 'trailing',
        '',
    ],
    'reinvestment_rate' => [
        'Reinvestment rate', 'percent', 'neutral',
        '(capital_expenditure - depreciation_amortization + change_in_working_capital + acquisitions) / nopat',
        'nopat <= 0', 'industrial', 'trailing',
        'Net investment over NOPAT; times return on capital = growth.',
    ],
];
