<?php

declare(strict_types=1);

/* Metrics of the group "ownership-and-sentiment": key => [label, unit, better, formula, not meaningful when, templates, basis, note]. */

return [
    'insider_net_buying' => [
        'Insider net purchases, 6 months, to shares outstanding',
        'percent',
        'higher',
        '(insider_shares_bought_6m - insider_shares_sold_6m) / shares_outstanding',
        'shares_outstanding <= 0',
        'industrial|bank|insurer|property',
        'latest',
        'Open-market trades only: grants, exercises and plan sales excluded where marked. Purchases inform more than sales (Lakonishok '
            .'and Lee 2001).',
    ],
    'institutional_share' => [
        'Share held by institutions',
        'percent',
        'neutral',
        'institutional_shares / shares_outstanding',
        'shares_outstanding <= 0',
        'industrial|bank|insurer|property',
        'latest',
        'Reported with delay; can exceed one through lent shares.',
    ],
    'short_interest_share' => [
        'Short interest to free float',
        'percent',
        'lower',
        'shares_short / float_shares',
        'float_shares <= 0',
        'industrial|bank|insurer|property',
        'latest',
        '',
    ],
    'days_to_cover' => [
        'Days to cover short interest',
        'days',
        'lower',
        'shares_short / average_volume(\'1m\')',
        'average_volume(\'1m\') <= 0',
        'industrial|bank|insurer|property',
        'latest',
        '',
    ],
    'free_float_share' => [
        'Free float',
        'percent',
        'neutral',
        'float_shares / shares_outstanding',
        null,
        'industrial|bank|insurer|property',
        'latest',
        '',
    ],
    'insider_share' => [
        'Held by insiders',
        'percent',
        'neutral',
        'insider_shares / shares_outstanding',
        null,
        'industrial|bank|insurer|property',
        'latest',
        '',
    ],
    'target_spread' => [
        'High to low target',
        'percent',
        'lower',
        '(target_price_high - target_price_low) / target_price_mean',
        null,
        'industrial|bank|insurer|property',
        'daily',
        '',
    ],
    'rating_count' => [
        'Number of analysts',
        'count',
        'neutral',
        'analysts_buy + analysts_hold + analysts_sell',
        null,
        'industrial|bank|insurer|property',
        'daily',
        '',
    ],
];
