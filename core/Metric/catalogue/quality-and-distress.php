<?php

declare(strict_types=1);

/* Metrics of the group "quality and distress": key => [label, unit, better, formula, not meaningful when, templates, basis, note]. */

return [
    'accruals_balance_sheet' => [
        'Accruals, balance-sheet method',
        'percent',
        'lower',
        '((total_current_assets - ago(total_current_assets, 1)) - (cash_and_short_term_investments - '
            .'ago(cash_and_short_term_investments, 1)) - (total_current_liabilities - ago(total_current_liabilities, 1)) + '
            .'(short_term_debt - ago(short_term_debt, 1)) + (income_taxes_payable - ago(income_taxes_payable, 1)) - '
            .'depreciation_amortization) / average_balance(total_assets)',
        null,
        'industrial',
        'annual',
        'Sloan (1996). Distorted by acquisitions and disposals: prefer the cash-flow method then.',
    ],
    'accruals_cash_flow' => [
        'Accruals, cash-flow method',
        'percent',
        'lower',
        '(income_from_continuing_operations - operating_cash_flow) / average_balance(total_assets)',
        null,
        'industrial',
        'trailing',
        'Hribar and Collins (2002).',
    ],
    'piotroski_profitability' => [
        'Piotroski: profitability points (0-4)',
        'score',
        'higher',
        '(income_from_continuing_operations > 0 ? 1 : 0) + (operating_cash_flow > 0 ? 1 : 0) + (income_from_continuing_operations / '
            .'ago(total_assets, 1) > ago(income_from_continuing_operations / ago(total_assets, 1), 1) ? 1 : 0) + (operating_cash_flow > '
            .'income_from_continuing_operations ? 1 : 0)',
        null,
        'industrial',
        'annual',
        'Positive return, positive cash flow, rising return on opening assets, cash flow above income (Piotroski 2000).',
    ],
    'piotroski_funding' => [
        'Piotroski: leverage, liquidity and funding points (0-3)',
        'score',
        'higher',
        '(long_term_debt / average_balance(total_assets) < ago(long_term_debt / average_balance(total_assets), 1) ? 1 : (long_term_debt '
            .'<= 0 ? 1 : 0)) + (annual(current_ratio) > ago(annual(current_ratio), 1) ? 1 : 0) + (shares_outstanding_period_end <= '
            .'ago(shares_outstanding_period_end, 1) ? 1 : 0)',
        null,
        'industrial',
        'annual',
        'Original third test: no common equity issued in the year; replaced by share count not risen, because option exercises show as '
            .'issue nearly always. A company without long-term debt gets the leverage point.',
    ],
    'piotroski_efficiency' => [
        'Piotroski: efficiency points (0-2)',
        'score',
        'higher',
        '(annual(gross_margin) > ago(annual(gross_margin), 1) ? 1 : 0) + (revenue / ago(total_assets, 1) > ago(revenue / '
            .'ago(total_assets, 1), 1) ? 1 : 0)',
        null,
        'industrial',
        'annual',
        '',
    ],
    'piotroski_score' => [
        'Piotroski F-score (0-9)',
        'score',
        'higher',
        'piotroski_profitability + piotroski_funding + piotroski_efficiency',
        null,
        'industrial',
        'annual',
        'Piotroski (2000), designed for low price-to-book shares. 8-9 strong, 0-2 weak.',
    ],
    'altman_z' => [
        'Altman Z',
        'score',
        'higher',
        '1.2 * working_capital / total_assets + 1.4 * retained_earnings / total_assets + 3.3 * ebit / total_assets + 0.6 * (market_cap + '
            .'preferred_equity) / total_liabilities + 0.999 * revenue / total_assets',
        'min(total_assets, total_liabilities) <= 0',
        'industrial',
        'trailing',
        'Altman (1968), listed manufacturers. Below 1.81 distress, above 2.99 safe. Market value of common and preferred equity.',
    ],
    'altman_z_double_prime' => [
        'Altman Z double prime',
        'score',
        'higher',
        '6.56 * working_capital / total_assets + 3.26 * retained_earnings / total_assets + 6.72 * ebit / total_assets + 1.05 * '
            .'total_equity / total_liabilities',
        'min(total_assets, total_liabilities) <= 0',
        'industrial',
        'trailing',
        'Altman, Hartzell and Peck (1995), non-manufacturers: no turnover term, book equity. Below 1.1 distress, above 2.6 safe. The '
            .'emerging-market version adds 3.25.',
    ],
    'beneish_receivables_index' => [
        'Beneish: days sales in receivables index',
        'ratio',
        'lower',
        '(receivables / revenue) / ago(receivables / revenue, 1)',
        'ago(receivables, 1) <= 0',
        'industrial',
        'annual',
        '',
    ],
    'beneish_gross_margin_index' => [
        'Beneish: gross margin index',
        'ratio',
        'lower',
        'ago(annual(gross_margin), 1) / annual(gross_margin)',
        'min(annual(gross_margin), ago(annual(gross_margin), 1)) <= 0',
        'industrial',
        'annual',
        '',
    ],
    'beneish_asset_quality_index' => [
        'Beneish: asset quality index',
        'ratio',
        'lower',
        '(1 - (total_current_assets + property_plant_equipment_net) / total_assets) / ago(1 - (total_current_assets + '
            .'property_plant_equipment_net) / total_assets, 1)',
        'ago(1 - (total_current_assets + property_plant_equipment_net) / total_assets, 1) <= 0',
        'industrial',
        'annual',
        '',
    ],
    'beneish_sales_growth_index' => [
        'Beneish: sales growth index',
        'ratio',
        'neutral',
        'revenue / ago(revenue, 1)',
        'ago(revenue, 1) <= 0',
        'industrial',
        'annual',
        '',
    ],
    'beneish_depreciation_index' => [
        'Beneish: depreciation index',
        'ratio',
        'lower',
        'ago((depreciation ?? depreciation_amortization) / ((depreciation ?? depreciation_amortization) + property_plant_equipment_net), '
            .'1) / ((depreciation ?? depreciation_amortization) / ((depreciation ?? depreciation_amortization) + '
            .'property_plant_equipment_net))',
        'min(depreciation ?? depreciation_amortization, property_plant_equipment_net) <= 0',
        'industrial',
        'annual',
        'Depreciation without amortization of intangibles where split.',
    ],
    'beneish_overhead_index' => [
        'Beneish: selling and administrative expense index',
        'ratio',
        'lower',
        '(selling_general_administrative / revenue) / ago(selling_general_administrative / revenue, 1)',
        'ago(selling_general_administrative, 1) <= 0',
        'industrial',
        'annual',
        '',
    ],
    'beneish_leverage_index' => [
        'Beneish: leverage index',
        'ratio',
        'lower',
        '((long_term_debt + total_current_liabilities) / total_assets) / ago((long_term_debt + total_current_liabilities) / '
            .'total_assets, 1)',
        'ago(long_term_debt + total_current_liabilities, 1) <= 0',
        'industrial',
        'annual',
        '',
    ],
    'beneish_m' => [
        'Beneish M',
        'score',
        'lower',
        '0.92 * beneish_receivables_index + 0.528 * beneish_gross_margin_index + 0.404 * beneish_asset_quality_index + 0.892 * '
            .'beneish_sales_growth_index + 0.115 * (beneish_depreciation_index ?? 1) - 0.172 * (beneish_overhead_index ?? 1) - 0.327 * '
            .'beneish_leverage_index + 4.679 * (income_from_continuing_operations - operating_cash_flow) / total_assets - 4.84',
        null,
        'industrial',
        'annual',
        'Beneish (1999), eight variables. Above -1.78 = likely manipulator. Accruals by the cash-flow method of Beneish, Lee and Nichols '
            .'(2013); the 1999 paper used balance-sheet changes. Missing overhead and depreciation indices are set to the neutral 1.',
    ],
    'goodwill_and_intangibles_to_equity' => [
        'Goodwill and intangibles to equity',
        'percent',
        'lower',
        '(goodwill + intangible_assets) / total_equity',
        'total_equity <= 0',
        'industrial',
        'trailing',
        '',
    ],
    'receivables_growth_gap' => [
        'Receivables growth less revenue growth',
        'percent',
        'lower',
        'growth(receivables, 1) - growth(revenue, 1)',
        null,
        'industrial',
        'trailing',
        'Persistent excess hints at aggressive revenue recognition.',
    ],
    'inventory_growth_gap' => [
        'Inventory growth less revenue growth',
        'percent',
        'lower',
        'growth(inventories, 1) - growth(revenue, 1)',
        null,
        'industrial',
        'trailing',
        '',
    ],
    'special_items_5y' => [
        'One-off charges to operating income, 5 years',
        'percent',
        'lower',
        '(mean_of(zero_if_absent(restructuring_charges), 5) + mean_of(zero_if_absent(impairment_charges), 5)) / '
            .'mean_of(operating_income, 5)',
        'mean_of(operating_income, 5) <= 0',
        'industrial',
        'annual',
        '',
    ],
];
