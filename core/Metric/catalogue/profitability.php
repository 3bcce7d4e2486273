<?php

declare(strict_types=1);

/* Metrics of the group "profitability": key => [label, unit, better, formula, not meaningful when, templates, basis, note]. */

return [
    'gross_margin' => [
        'Gross margin', 'percent', 'higher',
        'gross_profit / revenue',
        'revenue <= 0', 'industrial', 'trailing',
        '',
    ],
    'ebit' => [
        'EBIT', 'money', 'higher',
        'operating_income ?? (income_before_tax + interest_expense - zero_if_absent(interest_income))',
        null, 'industrial|property', 'trailing',
        'Operating income; when no operating line is reported, pre-tax income before financing. The fallback contains associates and other non-operating items.',
    ],
    'ebitda' => [
        'EBITDA', 'money', 'higher',
        'ebit + depreciation_amortization',
        null, 'industrial', 'trailing',
        'Before impairments only if the issuer puts them outside operating income. IFRS 16 figures are before nearly all rent, US GAAP figures after operating lease cost: not comparable across the two without lease_adjusted measures.',
    ],
    'ebitda_margin' => [
        'EBITDA margin', 'percent', 'higher',
        'ebitda / revenue',
        'revenue <= 0', 'industrial', 'trailing',
        '',
    ],
    'operating_margin' => [
        'Operating margin', 'percent', 'higher',
        'ebit / revenue',
        'revenue <= 0', 'industrial', 'trailing',
        '',
    ],
    'net_margin' => [
        'Net margin', 'percent', 'higher',
        'net_income_common / revenue',
        'revenue <= 0', 'industrial|bank|insurer|property', 'trailing',
        'Common shareholders, so that the return-on-equity split below multiplies out.',
    ],
    'effective_tax_rate' => [
        'Effective tax rate', 'percent', 'neutral',
        'income_tax / income_before_tax',
        'income_before_tax <= 0', 'industrial|bank|insurer|property', 'trailing',
        'Shown as it comes; one-off tax effects can push it below zero or above one.',
    ],
    'operating_tax_rate' => [
        'Tax rate applied to operating profit', 'percent', 'neutral',
        'income_before_tax > 0 ? min(max(income_tax / income_before_tax, 0), 0.5) : corporate_tax_rate',
        null, 'industrial|bank|insurer|property', 'trailing',
        'Effective rate limited to 0-50 percent; statutory rate in loss years. Input of NOPAT.',
    ],
    'nopat' => [
        'Net operating profit after tax (NOPAT)', 'money', 'higher',
        'ebit * (1 - operating_tax_rate)',
        null, 'industrial|property', 'trailing',
        '',
    ],
    'invested_capital' => [
        'Invested capital', 'money', 'neutral',
        'total_equity + temporary_equity + total_debt - cash_and_short_term_investments - equity_method_investments - long_term_investments',
        null, 'industrial', 'trailing',
        'Financing view: equity and debt less financial assets, matching NOPAT which excludes their income. All cash is treated as excess. Goodwill included.',
    ],
    'tangible_common_equity' => [
        'Tangible common equity', 'money', 'higher',
        'common_equity - goodwill - intangible_assets',
        null, 'industrial|bank|insurer|property', 'trailing',
        'Regulators and many banks add back deferred tax on intangibles: small difference.',
    ],
    'gross_profitability' => [
        'Gross profitability', 'percent', 'higher',
        'gross_profit / average_balance(total_assets)',
        null, 'industrial', 'trailing',
        'Novy-Marx (2013) uses period-end assets; average balance here.',
    ],
    'return_on_assets' => [
        'Return on assets', 'percent', 'higher',
        'net_income / average_balance(total_assets)',
        null, 'industrial|bank|insurer|property', 'trailing',
        'Textbooks also use net income plus after-tax interest in the numerator. About 1 percent is good for a bank.',
    ],
    'return_on_equity' => [
        'Return on equity', 'percent', 'higher',
        'net_income_common / average_balance(common_equity)',
        'min(common_equity, ago(common_equity, 1)) <= 0', 'industrial|bank|insurer|property', 'trailing',
        'Common shareholders over average common equity. Equity shrunk by buybacks inflates it.',
    ],
    'return_on_tangible_equity' => [
        'Return on tangible common equity', 'percent', 'higher',
        'net_income_common / average_balance(tangible_common_equity)',
        'min(tangible_common_equity, ago(tangible_common_equity, 1)) <= 0', 'industrial|bank|insurer', 'trailing',
        'Some banks add back after-tax amortization of intangibles to the numerator.',
    ],
    'return_on_invested_capital' => [
        'Return on invested capital', 'percent', 'higher',
        'nopat / average_balance(invested_capital)',
        'min(invested_capital, ago(invested_capital, 1)) <= 0', 'industrial', 'trailing',
        'After tax, including goodwill. Not meaningful when capital is negative (customer-funded businesses): use margins there.',
    ],
    'return_on_invested_capital_excluding_goodwill' => [
        'Return on invested capital excluding goodwill and acquired intangibles', 'percent', 'higher',
        'nopat / average_balance(invested_capital - goodwill - intangible_assets)',
        'min(invested_capital - goodwill - intangible_assets, ago(invested_capital - goodwill - intangible_assets, 1)) <= 0', 'industrial', 'trailing',
        'Quality of the underlying business; the version with goodwill judges the acquisitions. All intangibles are removed, purchased software included.',
    ],
    'return_on_capital_employed' => [
        'Return on capital employed', 'percent', 'higher',
        'ebit / average_balance(total_assets - total_current_liabilities)',
        'min(total_assets - total_current_liabilities, ago(total_assets - total_current_liabilities, 1)) <= 0', 'industrial', 'trailing',
        'Before tax; capital employed = total assets less current liabilities.',
    ],
    'return_on_tangible_capital' => [
        'Return on tangible capital', 'percent', 'higher',
        'ebit / (operating_working_capital + property_plant_equipment_net)',
        'operating_working_capital + property_plant_equipment_net <= 0', 'industrial', 'trailing',
        'Greenblatt (2005): EBIT over net working capital plus net fixed assets, before tax, period end. He sets negative working capital to zero; not done here.',
    ],
    'incremental_return_on_invested_capital_5y' => [
        'Incremental return on invested capital, 5 years', 'percent', 'higher',
        '(annual(nopat) - ago(annual(nopat), 5)) / (ago(annual(invested_capital), 1) - ago(annual(invested_capital), 6))',
        'ago(annual(invested_capital), 1) - ago(annual(invested_capital), 6) <= 0', 'industrial', 'annual',
        '',
    ],
    'roic_wacc_spread' => [
        'Return on invested capital less cost of capital', 'percent', 'higher',
        'return_on_invested_capital - wacc',
        null, 'industrial', 'trailing',
        'Value is created when positive. Book return against market-based cost: compare the sign and the trend, not the decimals.',
    ],
    'economic_profit' => [
        'Economic profit', 'money', 'higher',
        'nopat - wacc * ago(invested_capital, 1)',
        'ago(invested_capital, 1) <= 0', 'industrial', 'trailing',
        'Capital charge on opening capital, at the current cost of capital.',
    ],
    'residual_income' => [
        'Residual income', 'money', 'higher',
        'net_income_common - cost_of_equity * ago(common_equity, 1)',
        'ago(common_equity, 1) <= 0', 'industrial|bank|insurer|property', 'trailing',
        'Charge on opening common equity (Ohlson 1995).',
    ],
    'dupont_tax_burden' => [
        'DuPont: tax burden', 'ratio', 'higher',
        'net_income_common / income_before_tax',
        'income_before_tax <= 0', 'industrial', 'trailing',
        'Return on equity = tax burden x interest burden x operating_margin x asset_turnover x equity multiplier. Minority interest, preferred dividends and discontinued operations sit in this factor.',
    ],
    'dupont_interest_burden' => [
        'DuPont: interest burden', 'ratio', 'higher',
        'income_before_tax / ebit',
        'ebit <= 0', 'industrial', 'trailing',
        'Below one = financing cost; above one = net financial income.',
    ],
    'equity_multiplier' => [
        'DuPont: equity multiplier', 'ratio', 'neutral',
        'average_balance(total_assets) / average_balance(common_equity)',
        'min(common_equity, ago(common_equity, 1)) <= 0', 'industrial|bank|insurer|property', 'trailing',
        '',
    ],
    'cash_return_on_invested_capital' => [
        'Free cash flow to invested capital', 'percent', 'higher',
        'free_cash_flow / average_balance(invested_capital)',
        'average_balance(invested_capital) <= 0', 'industrial', 'trailing',
        '',
    ],
    'pretax_margin' => [
        'Pre-tax margin', 'percent', 'higher',
        'income_before_tax / revenue',
        'revenue <= 0', 'industrial|bank|insurer|property', 'trailing',
        '',
    ],
];
