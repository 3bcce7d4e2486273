<?php

declare(strict_types=1);

/* Metrics of the group "stability and history": key => [label, unit, better, formula, not meaningful when, templates, basis, note]. */

return [
    'operating_margin_mean_5y' => [
        'Operating margin, 5-year mean', 'percent', 'higher',
        'mean_of(operating_margin, 5)',
        null, 'industrial', 'annual',
        '',
    ],
    'operating_margin_mean_10y' => [
        'Operating margin, 10-year mean', 'percent', 'higher',
        'mean_of(operating_margin, 10)',
        null, 'industrial', 'annual',
        '',
    ],
    'operating_margin_variability_10y' => [
        'Operating margin, 10-year standard deviation', 'percent', 'lower',
        'stdev_of(operating_margin, 10)',
        null, 'industrial', 'annual',
        '',
    ],
    'operating_margin_to_own_10y_mean' => [
        'Operating margin less own 10-year mean', 'percent', 'neutral',
        'operating_margin - mean_of(operating_margin, 10)',
        null, 'industrial', 'trailing',
        'Above zero near a cyclical peak: a low multiple may then be dear.',
    ],
    'operating_margin_range_position_10y' => [
        'Operating margin in own 10-year range', 'percent', 'neutral',
        '(operating_margin - lowest(operating_margin, 10)) / (highest(operating_margin, 10) - lowest(operating_margin, 10))',
        'highest(operating_margin, 10) <= lowest(operating_margin, 10)', 'industrial', 'trailing',
        '0 = trough, 1 = peak of ten fiscal years; the trailing value may lie outside.',
    ],
    'gross_margin_trend_5y' => [
        'Gross margin trend, 5 years', 'percent', 'higher',
        'trend(gross_margin, 5)',
        null, 'industrial', 'annual',
        'Slope a year relative to the mean.',
    ],
    'return_on_equity_mean_5y' => [
        'Return on equity, 5-year mean', 'percent', 'higher',
        'mean_of(return_on_equity, 5)',
        null, 'industrial|bank|insurer|property', 'annual',
        '',
    ],
    'return_on_invested_capital_mean_10y' => [
        'Return on invested capital, 10-year mean', 'percent', 'higher',
        'mean_of(return_on_invested_capital, 10)',
        null, 'industrial', 'annual',
        '',
    ],
    'revenue_growth_variability_10y' => [
        'Revenue growth, 10-year standard deviation', 'percent', 'lower',
        'stdev_of(growth(revenue, 1), 10)',
        null, 'industrial|bank|insurer|property', 'annual',
        '',
    ],
    'revenue_declines_10y' => [
        'Years of falling revenue among 10', 'count', 'lower',
        'count_if(revenue < ago(revenue, 1), 10)',
        null, 'industrial|bank|insurer|property', 'annual',
        '',
    ],
    'earnings_years_positive_10y' => [
        'Years of profit among 10', 'count', 'higher',
        'years_positive(net_income_common, 10)',
        null, 'industrial|bank|insurer|property', 'annual',
        '',
    ],
    'earnings_per_share_years_rising' => [
        'Consecutive years of rising earnings per share', 'count', 'higher',
        'years_rising(earnings_per_share_diluted)',
        null, 'industrial|bank|insurer|property', 'annual',
        '',
    ],
    'free_cash_flow_years_positive_10y' => [
        'Years of positive free cash flow among 10', 'count', 'higher',
        'years_positive(free_cash_flow, 10)',
        null, 'industrial', 'annual',
        '',
    ],
    'price_to_earnings_5y' => [
        'Price/earnings, 5-year mean', 'times', 'lower',
        'mean_of(price_to_earnings, 5)',
        null, 'industrial|bank|insurer|property', 'annual',
        '',
    ],
    'price_free_cash_flow_mean_5y' => [
        'Price/free cash flow, 5-year mean', 'times', 'lower',
        'mean_of(price_to_free_cash_flow, 5)',
        null, 'industrial|property', 'annual',
        '',
    ],
    'worst_revenue_year_10y' => [
        'Worst revenue year in 10', 'percent', 'higher',
        'lowest(growth(revenue, 1), 10)',
        null, 'industrial|bank|insurer|property', 'annual',
        '',
    ],
    'net_margin_5y' => [
        'Net margin, 5-year mean', 'percent', 'higher',
        'mean_of(net_margin, 5)',
        null, 'industrial|bank|insurer|property', 'annual',
        '',
    ],
    'gross_margin_5y' => [
        'Gross margin, 5-year mean', 'percent', 'higher',
        'mean_of(gross_margin, 5)',
        null, 'industrial', 'annual',
        '',
    ],
];
