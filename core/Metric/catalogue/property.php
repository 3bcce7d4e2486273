<?php

declare(strict_types=1);

/* Metrics of the group "property": key => [label, unit, better, formula, not meaningful when, templates, basis, note]. */

return [
    'funds_from_operations_per_share' => [
        'Funds from operations per share', 'money_per_share', 'higher',
        'funds_from_operations / diluted_shares_average',
        'diluted_shares_average <= 0', 'property', 'trailing',
        'Add operating-partnership units to the count when minorities are added back in the numerator.',
    ],
    'adjusted_funds_from_operations_per_share' => [
        'Adjusted funds from operations per share', 'money_per_share', 'higher',
        'adjusted_funds_from_operations / diluted_shares_average',
        'diluted_shares_average <= 0', 'property', 'trailing',
        '',
    ],
    'price_to_funds_from_operations' => [
        'Price to funds from operations', 'times', 'lower',
        'price / funds_from_operations_per_share',
        'funds_from_operations_per_share <= 0', 'property', 'trailing',
        '',
    ],
    'price_to_adjusted_funds_from_operations' => [
        'Price to adjusted funds from operations', 'times', 'lower',
        'price / adjusted_funds_from_operations_per_share',
        'adjusted_funds_from_operations_per_share <= 0', 'property', 'trailing',
        '',
    ],
    'funds_from_operations_payout' => [
        'Payout ratio on funds from operations', 'percent', 'lower',
        'dividends_per_share / funds_from_operations_per_share',
        'funds_from_operations_per_share <= 0', 'property', 'trailing',
        '',
    ],
    'adjusted_funds_from_operations_payout' => [
        'Payout ratio on adjusted funds from operations', 'percent', 'lower',
        'dividends_per_share / adjusted_funds_from_operations_per_share',
        'adjusted_funds_from_operations_per_share <= 0', 'property', 'trailing',
        '',
    ],
    'funds_from_operations_per_share_growth_1y' => [
        'Funds from operations per share growth, 1 year', 'percent', 'higher',
        'growth(funds_from_operations_per_share, 1)',
        null, 'property', 'trailing',
        '',
    ],
    'funds_from_operations_per_share_growth_5y' => [
        'Funds from operations per share growth, 5 years a year', 'percent', 'higher',
        'cagr(annual(funds_from_operations_per_share), 5)',
        null, 'property', 'annual',
        '',
    ],
    'net_operating_income_margin' => [
        'Net operating income margin', 'percent', 'higher',
        'net_operating_income / rental_income',
        'rental_income <= 0', 'property', 'trailing',
        '',
    ],
    'like_for_like_growth' => [
        'Like-for-like net operating income growth', 'percent', 'higher',
        'like_for_like_net_operating_income / like_for_like_net_operating_income_prior - 1',
        'like_for_like_net_operating_income_prior <= 0', 'property', 'annual',
        '',
    ],
    'implied_capitalization_rate' => [
        'Implied capitalization rate', 'percent', 'higher',
        'net_operating_income / (enterprise_value - equity_method_investments)',
        'enterprise_value - equity_method_investments <= 0', 'property', 'trailing',
        'Trailing income; development land and other assets should be deducted too when material.',
    ],
    'property_ebitda' => [
        'EBITDA of a property company', 'money', 'higher',
        'net_income + income_tax + interest_expense - zero_if_absent(interest_income) + depreciation_amortization + zero_if_absent(impairment_charges) - gain_on_property_sales - fair_value_change_of_property',
        null, 'property', 'trailing',
        'Close to the trade definition for real estate (NAREIT 2017), without the share of joint ventures.',
    ],
    'property_net_debt_to_ebitda' => [
        'Net debt to EBITDA, property', 'times', 'lower',
        'net_debt / property_ebitda',
        'property_ebitda <= 0', 'property', 'trailing',
        '',
    ],
    'property_interest_coverage' => [
        'Interest coverage, property', 'times', 'higher',
        'property_ebitda / interest_expense',
        'interest_expense <= 0', 'property', 'trailing',
        'Capitalised interest should be added to the denominator for developers.',
    ],
    'loan_to_value' => [
        'Loan to value', 'percent', 'lower',
        'net_debt / (investment_property_gross ?? investment_property)',
        '(investment_property_gross ?? investment_property) <= 0', 'property', 'trailing',
        'Fair value under IAS 40; gross cost under the cost model, which is not market value.',
    ],
    'occupancy' => [
        'Occupancy', 'percent', 'higher',
        'occupied_area / lettable_area',
        'lettable_area <= 0', 'property', 'latest',
        '',
    ],
    'top_tenant_share' => [
        'Rent share of the largest tenant', 'percent', 'lower',
        'top_tenant_rent / annualized_rent',
        'annualized_rent <= 0', 'property', 'latest',
        '',
    ],
    'lease_expiry_share_next_year' => [
        'Rent expiring within a year', 'percent', 'lower',
        'rent_expiring_next_year / annualized_rent',
        'annualized_rent <= 0', 'property', 'latest',
        '',
    ],
    'net_asset_value_per_share' => [
        'Net asset value per share', 'money_per_share', 'higher',
        'net_asset_value / shares_outstanding_period_end',
        'shares_outstanding_period_end <= 0', 'property', 'latest',
        '',
    ],
    'net_asset_value_discount' => [
        'Price against net asset value', 'percent', 'lower',
        'price / net_asset_value_per_share - 1',
        'net_asset_value_per_share <= 0', 'property', 'latest',
        'Negative = discount.',
    ],
];
