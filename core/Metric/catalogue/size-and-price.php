<?php

declare(strict_types=1);

/* Metrics of the group "size and price": key => [label, unit, better, formula, not meaningful when, templates, basis, note]. */

return [
    'share_price' => [
        'Share price', 'money_per_share', 'neutral',
        'price',
        null, 'industrial|bank|insurer|property', 'daily',
        'Latest close in the trading currency, split-adjusted.',
    ],
    'market_cap' => [
        'Market capitalization', 'money', 'neutral',
        'price * (shares_outstanding - shares_of_other_classes) + value_of_other_classes',
        null, 'industrial|bank|insurer|property', 'daily',
        'The sum over the classes of shares, each at its own price; classes that are not listed count at the price of the main one. '
            .'Shares outstanding net of treasury shares, all classes in equivalents of the main one; undiluted.',
    ],
    'enterprise_value' => [
        'Enterprise value', 'money', 'neutral',
        'market_cap + total_debt + preferred_equity + minority_interest + temporary_equity - cash_and_short_term_investments',
        null, 'industrial|property', 'trailing',
        'Claims of all providers of capital less liquid funds. Not used for banks and insurers, whose debt and cash are operating. Finance leases (IFRS: all leases) are in total_debt, consistent with EBITDA before their cost. Market data latest, balances latest.',
    ],
    'book_value_per_share' => [
        'Book value per share', 'money_per_share', 'higher',
        'common_equity / shares_outstanding_period_end',
        'shares_outstanding_period_end <= 0', 'industrial|bank|insurer|property', 'trailing',
        '',
    ],
    'tangible_book_value_per_share' => [
        'Tangible book value per share', 'money_per_share', 'higher',
        'tangible_common_equity / shares_outstanding_period_end',
        'shares_outstanding_period_end <= 0', 'industrial|bank|insurer|property', 'trailing',
        'Excludes goodwill and all other intangibles.',
    ],
    'net_cash_per_share' => [
        'Net cash per share', 'money_per_share', 'higher',
        '(0 - net_debt) / shares_outstanding_period_end',
        'shares_outstanding_period_end <= 0', 'industrial|property', 'trailing',
        'Negative when there is net debt.',
    ],
    'net_current_asset_value_per_share' => [
        'Net current asset value per share', 'money_per_share', 'higher',
        '(total_current_assets - total_liabilities - preferred_equity - minority_interest - temporary_equity) / shares_outstanding_period_end',
        'shares_outstanding_period_end <= 0', 'industrial', 'trailing',
        'Graham and Dodd (1934): current assets less all claims ahead of the common share. Negative for most companies.',
    ],
    'free_cash_flow_per_share' => [
        'Free cash flow per share', 'money_per_share', 'higher',
        'free_cash_flow / diluted_shares_average',
        'diluted_shares_average <= 0', 'industrial|property', 'trailing',
        '',
    ],
    'days_to_trade_one_percent' => [
        'Days to trade 1 % of the company at a fifth of volume', 'days', 'lower',
        '0.01 * shares_outstanding / (0.2 * average_volume(60))',
        null, 'industrial|bank|insurer|property', 'daily',
        '',
    ],
    'turnover_ratio_of_float' => [
        'Yearly turnover of the free float', 'percent', 'neutral',
        'traded_volume(\'1y\') / float_shares',
        null, 'industrial|bank|insurer|property', 'daily',
        '',
    ],
    'equity_share_of_enterprise_value' => [
        'Equity share of enterprise value', 'percent', 'neutral',
        'market_cap / enterprise_value',
        'enterprise_value <= 0', 'industrial|property', 'daily',
        '',
    ],
];
