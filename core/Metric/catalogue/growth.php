<?php

declare(strict_types=1);

/* Metrics of the group "growth": key => [label, unit, better, formula, not meaningful when, templates, basis, note]. */

return [
    'revenue_growth_1y' => [
        'Revenue growth, 1 year', 'percent', 'higher',
        'growth(revenue, 1)',
        null, 'industrial|bank|insurer|property', 'trailing',
        'Trailing twelve months against the same window a year earlier. Includes acquisitions and currency; organic growth needs disclosed data.',
    ],
    'revenue_growth_3y' => [
        'Revenue growth, 3 years a year', 'percent', 'higher',
        'cagr(revenue, 3)',
        null, 'industrial|bank|insurer|property', 'annual',
        'Compound annual rate between two fiscal years; end-point sensitive.',
    ],
    'revenue_growth_5y' => [
        'Revenue growth, 5 years a year', 'percent', 'higher',
        'cagr(revenue, 5)',
        null, 'industrial|bank|insurer|property', 'annual',
        'Compound annual rate between two fiscal years; end-point sensitive.',
    ],
    'revenue_growth_10y' => [
        'Revenue growth, 10 years a year', 'percent', 'higher',
        'cagr(revenue, 10)',
        null, 'industrial|bank|insurer|property', 'annual',
        'Compound annual rate between two fiscal years; end-point sensitive.',
    ],
    'ebitda_growth_1y' => [
        'EBITDA growth, 1 year', 'percent', 'higher',
        'growth(ebitda, 1)',
        null, 'industrial', 'trailing',
        'Trailing twelve months against the same window a year earlier.',
    ],
    'ebitda_growth_3y' => [
        'EBITDA growth, 3 years a year', 'percent', 'higher',
        'cagr(annual(ebitda), 3)',
        null, 'industrial', 'annual',
        'Not meaningful unless both end points are positive.',
    ],
    'ebitda_growth_5y' => [
        'EBITDA growth, 5 years a year', 'percent', 'higher',
        'cagr(annual(ebitda), 5)',
        null, 'industrial', 'annual',
        'Not meaningful unless both end points are positive.',
    ],
    'ebitda_growth_10y' => [
        'EBITDA growth, 10 years a year', 'percent', 'higher',
        'cagr(annual(ebitda), 10)',
        null, 'industrial', 'annual',
        'Not meaningful unless both end points are positive.',
    ],
    'earnings_per_share_growth_1y' => [
        'Diluted earnings per share growth, 1 year', 'percent', 'higher',
        'growth(earnings_per_share_diluted, 1)',
        null, 'industrial|bank|insurer|property', 'trailing',
        'Trailing twelve months against the same window a year earlier. Not meaningful from a loss or zero base.',
    ],
    'earnings_per_share_growth_3y' => [
        'Diluted earnings per share growth, 3 years a year', 'percent', 'higher',
        'cagr(earnings_per_share_diluted, 3)',
        null, 'industrial|bank|insurer|property', 'annual',
        'Not meaningful unless both end points are positive.',
    ],
    'earnings_per_share_growth_5y' => [
        'Diluted earnings per share growth, 5 years a year', 'percent', 'higher',
        'cagr(earnings_per_share_diluted, 5)',
        null, 'industrial|bank|insurer|property', 'annual',
        'Not meaningful unless both end points are positive.',
    ],
    'earnings_per_share_growth_10y' => [
        'Diluted earnings per share growth, 10 years a year', 'percent', 'higher',
        'cagr(earnings_per_share_diluted, 10)',
        null, 'industrial|bank|insurer|property', 'annual',
        'Not meaningful unless both end points are positive.',
    ],
    'free_cash_flow_growth_1y' => [
        'Free cash flow growth, 1 year', 'percent', 'higher',
        'growth(free_cash_flow, 1)',
        null, 'industrial', 'trailing',
        'Trailing twelve months against the same window a year earlier. Lumpy: prefer the multi-year rates.',
    ],
    'free_cash_flow_growth_3y' => [
        'Free cash flow growth, 3 years a year', 'percent', 'higher',
        'cagr(annual(free_cash_flow), 3)',
        null, 'industrial', 'annual',
        'Not meaningful unless both end points are positive.',
    ],
    'free_cash_flow_growth_5y' => [
        'Free cash flow growth, 5 years a year', 'percent', 'higher',
        'cagr(annual(free_cash_flow), 5)',
        null, 'industrial', 'annual',
        'Not meaningful unless both end points are positive.',
    ],
    'free_cash_flow_growth_10y' => [
        'Free cash flow growth, 10 years a year', 'percent', 'higher',
        'cagr(annual(free_cash_flow), 10)',
        null, 'industrial', 'annual',
        'Not meaningful unless both end points are positive.',
    ],
    'book_value_per_share_growth_1y' => [
        'Book value per share growth, 1 year', 'percent', 'higher',
        'growth(book_value_per_share, 1)',
        null, 'industrial|bank|insurer|property', 'trailing',
        'Trailing twelve months against the same window a year earlier. Understates value creation when shares are bought back above book value.',
    ],
    'book_value_per_share_growth_3y' => [
        'Book value per share growth, 3 years a year', 'percent', 'higher',
        'cagr(annual(book_value_per_share), 3)',
        null, 'industrial|bank|insurer|property', 'annual',
        '',
    ],
    'book_value_per_share_growth_5y' => [
        'Book value per share growth, 5 years a year', 'percent', 'higher',
        'cagr(annual(book_value_per_share), 5)',
        null, 'industrial|bank|insurer|property', 'annual',
        '',
    ],
    'book_value_per_share_growth_10y' => [
        'Book value per share growth, 10 years a year', 'percent', 'higher',
        'cagr(annual(book_value_per_share), 10)',
        null, 'industrial|bank|insurer|property', 'annual',
        '',
    ],
    'total_assets_growth_1y' => [
        'Total assets growth, 1 year', 'percent', 'neutral',
        'growth(total_assets, 1)',
        null, 'industrial|bank|insurer|property', 'trailing',
        'High asset growth has gone with lower later returns (Cooper, Gulen and Schill 2008).',
    ],
    'share_count_change_1y' => [
        'Diluted share count change, 1 year', 'percent', 'lower',
        'growth(diluted_shares_average, 1)',
        null, 'industrial|bank|insurer|property', 'trailing',
        'Negative = net buyback. Split-adjusted; watch mergers and the antidilution effect of loss years.',
    ],
    'share_count_change_5y' => [
        'Diluted share count change, 5 years a year', 'percent', 'lower',
        'cagr(diluted_shares_average, 5)',
        null, 'industrial|bank|insurer|property', 'annual',
        '',
    ],
    'revenue_growth_quarter' => [
        'Revenue growth, latest quarter against same quarter', 'percent', 'higher',
        'growth(revenue, 1)',
        null, 'industrial|bank|insurer|property', 'quarter',
        'Half-year for semi-annual reporters.',
    ],
    'earnings_per_share_growth_quarter' => [
        'Earnings per share growth, latest quarter against same quarter', 'percent', 'higher',
        'growth(earnings_per_share_diluted, 1)',
        null, 'industrial|bank|insurer|property', 'quarter',
        '',
    ],
    'sustainable_growth_rate' => [
        'Sustainable growth rate', 'percent', 'higher',
        'return_on_equity * (1 - dividends_paid_common / net_income_common)',
        'net_income_common <= 0', 'industrial|bank|insurer|property', 'trailing',
        'Return on equity times retention (Higgins 1977). Assumes constant leverage and no share issue.',
    ],
];
