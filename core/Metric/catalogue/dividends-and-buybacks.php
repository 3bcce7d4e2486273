<?php

declare(strict_types=1);

/* Metrics of the group "dividends and buybacks": key => [label, unit, better, formula, not meaningful when, templates, basis, note]. */

return [
    'dividend_yield' => [
        'Dividend yield, trailing', 'percent', 'higher',
        'dividends(\'1y\') / price',
        'price <= 0', 'industrial|bank|insurer|property', 'daily',
        'Dividends with an ex-date in the last twelve months, specials included. Very high yields often precede a cut.',
    ],
    'indicated_dividend_yield' => [
        'Dividend yield, indicated', 'percent', 'higher',
        'indicated_annual_dividend / price',
        'price <= 0', 'industrial|bank|insurer|property', 'latest',
        'Latest regular dividend times yearly frequency.',
    ],
    'dividend_yield_to_own_5y_mean' => [
        'Dividend yield against own 5-year mean', 'ratio', 'higher',
        'dividend_yield / mean_of(dividend_yield, 5)',
        'mean_of(dividend_yield, 5) <= 0', 'industrial|bank|insurer|property', 'trailing',
        '',
    ],
    'payout_ratio' => [
        'Payout ratio on earnings', 'percent', 'neutral',
        'dividends_per_share / earnings_per_share_diluted',
        'earnings_per_share_diluted <= 0', 'industrial|bank|insurer|property', 'trailing',
        '',
    ],
    'free_cash_flow_payout_ratio' => [
        'Payout ratio on free cash flow', 'percent', 'lower',
        'dividends_paid / free_cash_flow',
        'free_cash_flow <= 0', 'industrial', 'trailing',
        '',
    ],
    'total_payout_ratio' => [
        'Dividends and buybacks to earnings', 'percent', 'neutral',
        '(dividends_paid_common + shares_repurchased) / net_income_common',
        'net_income_common <= 0', 'industrial|bank|insurer|property', 'trailing',
        '',
    ],
    'buyback_yield' => [
        'Net buyback yield', 'percent', 'higher',
        '(shares_repurchased - shares_issued) / market_cap',
        'market_cap <= 0', 'industrial|bank|insurer|property', 'trailing',
        'Net of share issue; negative = dilution for cash. Shares issued for pay or acquisitions are not seen here: compare share_count_change.',
    ],
    'shareholder_yield' => [
        'Shareholder yield', 'percent', 'higher',
        '(dividends_paid_common + shares_repurchased - shares_issued) / market_cap',
        'market_cap <= 0', 'industrial|bank|insurer|property', 'trailing',
        'Dividends plus net buybacks (Boudoukh, Michaely, Richardson and Roberts 2007).',
    ],
    'dividends_per_share_growth_1y' => [
        'Dividend growth, 1 year', 'percent', 'higher',
        'growth(dividends_per_share, 1)',
        null, 'industrial|bank|insurer|property', 'trailing',
        'Special dividends distort it.',
    ],
    'dividends_per_share_growth_3y' => [
        'Dividend growth, 3 years a year', 'percent', 'higher',
        'cagr(dividends_per_share, 3)',
        null, 'industrial|bank|insurer|property', 'annual',
        '',
    ],
    'dividends_per_share_growth_5y' => [
        'Dividend growth, 5 years a year', 'percent', 'higher',
        'cagr(dividends_per_share, 5)',
        null, 'industrial|bank|insurer|property', 'annual',
        '',
    ],
    'dividends_per_share_growth_10y' => [
        'Dividend growth, 10 years a year', 'percent', 'higher',
        'cagr(dividends_per_share, 10)',
        null, 'industrial|bank|insurer|property', 'annual',
        '',
    ],
    'dividend_years_rising' => [
        'Consecutive years of dividend increase', 'count', 'higher',
        'years_rising(dividends_per_share)',
        null, 'industrial|bank|insurer|property', 'annual',
        'In the reporting currency, split-adjusted, specials excluded.',
    ],
    'dividend_years_paid' => [
        'Years with a dividend among the last 10', 'count', 'higher',
        'years_positive(dividends_per_share, 10)',
        null, 'industrial|bank|insurer|property', 'annual',
        '',
    ],
    'next_ex_dividend' => [
        'Next or latest ex-dividend date', 'date', 'neutral',
        'ex_dividend_date',
        null, 'industrial|bank|insurer|property', 'latest',
        '',
    ],
    'yield_plus_growth' => [
        'Yield plus 5-year dividend growth', 'percent', 'higher',
        'dividend_yield + dividends_per_share_growth_5y',
        null, 'industrial|bank|insurer|property', 'daily',
        '',
    ],
    'dividend_cover' => [
        'Dividend cover', 'times', 'higher',
        'earnings_per_share_diluted / dividends_per_share',
        'dividends_per_share <= 0', 'industrial|bank|insurer', 'trailing',
        '',
    ],
];
