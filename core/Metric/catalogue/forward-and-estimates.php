<?php

declare(strict_types=1);

/* Metrics of the group "forward and estimates": key => [label, unit, better, formula, not meaningful when, templates, basis, note]. */

return [
    'forward_price_to_earnings' => [
        'Price to earnings, current fiscal year estimate', 'times', 'lower',
        'price / estimate(earnings_per_share_diluted, 1)',
        'estimate(earnings_per_share_diluted, 1) <= 0', 'industrial|bank|insurer|property', 'latest',
        'k = 1 is the first fiscal year not yet reported. Estimates are often adjusted earnings: do not chain with reported figures unchecked.',
    ],
    'forward_price_to_earnings_twelve_months' => [
        'Price to earnings, next twelve months estimate', 'times', 'lower',
        'price / ((1 - fiscal_year_elapsed) * estimate(earnings_per_share_diluted, 1) + fiscal_year_elapsed * estimate(earnings_per_share_diluted, 2))',
        '(1 - fiscal_year_elapsed) * estimate(earnings_per_share_diluted, 1) + fiscal_year_elapsed * estimate(earnings_per_share_diluted, 2) <= 0', 'industrial|bank|insurer|property', 'latest',
        'Time-weighted blend of the two coming years: comparable across fiscal calendars.',
    ],
    'forward_ev_to_ebitda' => [
        'EV to EBITDA, current fiscal year estimate', 'times', 'lower',
        'enterprise_value / estimate(ebitda, 1)',
        'min(enterprise_value, estimate(ebitda, 1)) <= 0', 'industrial', 'latest',
        '',
    ],
    'forward_dividend_yield' => [
        'Dividend yield, current fiscal year estimate', 'percent', 'higher',
        'estimate(dividends_per_share, 1) / price',
        'price <= 0', 'industrial|bank|insurer|property', 'latest',
        '',
    ],
    'estimated_revenue_growth_1y' => [
        'Estimated revenue growth, current fiscal year', 'percent', 'higher',
        'estimate(revenue, 1) / revenue - 1',
        'revenue <= 0', 'industrial|bank|insurer|property', 'annual',
        'Against the last reported fiscal year, not the trailing window.',
    ],
    'estimated_earnings_growth_1y' => [
        'Estimated earnings per share growth, current fiscal year', 'percent', 'higher',
        'estimate(earnings_per_share_diluted, 1) / earnings_per_share_diluted - 1',
        'earnings_per_share_diluted <= 0', 'industrial|bank|insurer|property', 'annual',
        'Reported base against adjusted estimate: compare the definitions.',
    ],
    'estimated_earnings_growth_next_year' => [
        'Estimated earnings per share growth, next fiscal year', 'percent', 'higher',
        'estimate(earnings_per_share_diluted, 2) / estimate(earnings_per_share_diluted, 1) - 1',
        'estimate(earnings_per_share_diluted, 1) <= 0', 'industrial|bank|insurer|property', 'latest',
        '',
    ],
    'earnings_revision_30d' => [
        'Earnings estimate revision, 30 days', 'percent', 'higher',
        'estimate(earnings_per_share_diluted, 1) / estimate_ago(earnings_per_share_diluted, 1, 30) - 1',
        'estimate_ago(earnings_per_share_diluted, 1, 30) <= 0', 'industrial|bank|insurer|property', 'latest',
        'Same target fiscal year on both dates. From a loss or tiny base use the revision scaled by price.',
    ],
    'earnings_revision_90d' => [
        'Earnings estimate revision, 90 days', 'percent', 'higher',
        'estimate(earnings_per_share_diluted, 1) / estimate_ago(earnings_per_share_diluted, 1, 90) - 1',
        'estimate_ago(earnings_per_share_diluted, 1, 90) <= 0', 'industrial|bank|insurer|property', 'latest',
        '',
    ],
    'earnings_revision_180d' => [
        'Earnings estimate revision, 180 days', 'percent', 'higher',
        'estimate(earnings_per_share_diluted, 1) / estimate_ago(earnings_per_share_diluted, 1, 180) - 1',
        'estimate_ago(earnings_per_share_diluted, 1, 180) <= 0', 'industrial|bank|insurer|property', 'latest',
        '',
    ],
    'earnings_revision_to_price_90d' => [
        'Earnings estimate revision to price, 90 days', 'percent', 'higher',
        '(estimate(earnings_per_share_diluted, 1) - estimate_ago(earnings_per_share_diluted, 1, 90)) / price',
        'price <= 0', 'industrial|bank|insurer|property', 'latest',
        'Works with losses.',
    ],
    'revenue_revision_90d' => [
        'Revenue estimate revision, 90 days', 'percent', 'higher',
        'estimate(revenue, 1) / estimate_ago(revenue, 1, 90) - 1',
        'estimate_ago(revenue, 1, 90) <= 0', 'industrial|bank|insurer|property', 'latest',
        '',
    ],
    'estimate_dispersion' => [
        'Estimate dispersion', 'percent', 'lower',
        'estimate_stdev(earnings_per_share_diluted, 1) / abs(estimate(earnings_per_share_diluted, 1))',
        'estimate_count(earnings_per_share_diluted, 1) < 3', 'industrial|bank|insurer|property', 'latest',
        'Diether, Malloy and Scherbina (2002).',
    ],
    'earnings_surprise' => [
        'Earnings surprise, last report', 'percent', 'higher',
        'surprise(earnings_per_share_diluted)',
        null, 'industrial|bank|insurer|property', 'quarter',
        'Actual on the basis of the estimate over the last consensus before the report.',
    ],
    'revenue_surprise' => [
        'Revenue surprise, last report', 'percent', 'higher',
        'surprise(revenue)',
        null, 'industrial|bank|insurer|property', 'quarter',
        '',
    ],
    'earnings_beats_8_quarters' => [
        'Earnings above consensus in the last 8 reports', 'count', 'higher',
        'count_quarters_if(surprise(earnings_per_share_diluted) > 0, 8)',
        null, 'industrial|bank|insurer|property', 'quarter',
        '',
    ],
    'forward_price_earnings_to_growth' => [
        'Forward PEG', 'ratio', 'lower',
        'forward_price_to_earnings / (100 * expected_long_term_growth)',
        'expected_long_term_growth <= 0', 'industrial|bank|insurer|property', 'latest',
        '',
    ],
    'revision_breadth_30d' => [
        'Revision breadth, 30 days', 'percent', 'higher',
        '(estimates_raised_30d - estimates_lowered_30d) / estimate_count(earnings_per_share_diluted, 1)',
        'estimate_count(earnings_per_share_diluted, 1) <= 0', 'industrial|bank|insurer|property', 'latest',
        'From -1 (all cut) to +1 (all raised).',
    ],
    'analyst_buy_share' => [
        'Share of buy ratings', 'percent', 'higher',
        'analysts_buy / (analysts_buy + analysts_hold + analysts_sell)',
        'analysts_buy + analysts_hold + analysts_sell <= 0', 'industrial|bank|insurer|property', 'latest',
        'Ratings are skewed to buy: changes say more than levels.',
    ],
    'analyst_hold_share' => [
        'Share of hold ratings', 'percent', 'neutral',
        'analysts_hold / (analysts_buy + analysts_hold + analysts_sell)',
        'analysts_buy + analysts_hold + analysts_sell <= 0', 'industrial|bank|insurer|property', 'latest',
        '',
    ],
    'analyst_sell_share' => [
        'Share of sell ratings', 'percent', 'lower',
        'analysts_sell / (analysts_buy + analysts_hold + analysts_sell)',
        'analysts_buy + analysts_hold + analysts_sell <= 0', 'industrial|bank|insurer|property', 'latest',
        '',
    ],
    'target_price_upside' => [
        'Mean target price against price', 'percent', 'higher',
        'target_price_mean / price - 1',
        'price <= 0', 'industrial|bank|insurer|property', 'latest',
        'Targets are twelve-month ahead and follow the price.',
    ],
    'next_report' => [
        'Next report date', 'date', 'neutral',
        'next_report_date',
        null, 'industrial|bank|insurer|property', 'latest',
        '',
    ],
    'price_to_earnings_forward_vs_own_10y' => [
        'Forward price/earnings against 10-year mean price/earnings', 'times', 'lower',
        'forward_price_to_earnings / mean_of(price_to_earnings, 10)',
        null, 'industrial|bank|insurer|property', 'daily',
        '',
    ],
    'price_to_earnings_forward_vs_own_forward_5y' => [
        'Forward price/earnings against its own 5-year mean', 'times', 'lower',
        'forward_price_to_earnings / mean_of(forward_price_to_earnings, 5)',
        null, 'industrial|bank|insurer|property', 'daily',
        '',
    ],
    'forward_price_to_sales' => [
        'Price/sales, forward', 'times', 'lower',
        'market_cap / estimate(revenue, 1)',
        'estimate(revenue, 1) <= 0', 'industrial|bank|insurer|property', 'daily',
        '',
    ],
    'forward_price_to_earnings_2' => [
        'Price/earnings, two years forward', 'times', 'lower',
        'price / estimate(earnings_per_share_diluted, 2)',
        'estimate(earnings_per_share_diluted, 2) <= 0', 'industrial|bank|insurer|property', 'daily',
        '',
    ],
    'peg_forward_vs_sector' => [
        'Forward price/earnings to growth against sector median', 'times', 'lower',
        'forward_price_earnings_to_growth / sector_median(forward_price_earnings_to_growth)',
        null, 'industrial|bank|insurer|property', 'daily',
        '',
    ],
];
