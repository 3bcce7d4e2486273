<?php

declare(strict_types=1);

/* Metrics of the group "market performance": key => [label, unit, better, formula, not meaningful when, templates, basis, note]. */

return [
    'price_change_1_day' => [
        'Price change, 1 day', 'percent', 'higher',
        'price_return(1)',
        null, 'industrial|bank|insurer|property', 'daily',
        '',
    ],
    'price_change_1_month' => [
        'Price change, 1 month', 'percent', 'higher',
        'price_return(\'1m\')',
        null, 'industrial|bank|insurer|property', 'daily',
        '',
    ],
    'price_change_3_months' => [
        'Price change, 3 months', 'percent', 'higher',
        'price_return(\'3m\')',
        null, 'industrial|bank|insurer|property', 'daily',
        '',
    ],
    'price_change_6_months' => [
        'Price change, 6 months', 'percent', 'higher',
        'price_return(\'6m\')',
        null, 'industrial|bank|insurer|property', 'daily',
        '',
    ],
    'price_change_1_year' => [
        'Price change, 1 year', 'percent', 'higher',
        'price_return(\'1y\')',
        null, 'industrial|bank|insurer|property', 'daily',
        '',
    ],
    'price_change_year_to_date' => [
        'Price change, year to date', 'percent', 'higher',
        'price_return(\'ytd\')',
        null, 'industrial|bank|insurer|property', 'daily',
        '',
    ],
    'total_return_1y' => [
        'Total return, 1 year', 'percent', 'higher',
        'total_return(\'1y\')',
        null, 'industrial|bank|insurer|property', 'daily',
        'Dividends reinvested on the ex-date, before tax.',
    ],
    'total_return_3y' => [
        'Total return, 3 years a year', 'percent', 'higher',
        '(1 + total_return(\'3y\')) ** (1 / 3) - 1',
        null, 'industrial|bank|insurer|property', 'daily',
        '',
    ],
    'excess_return_1y' => [
        'Total return above index, 1 year', 'percent', 'higher',
        'total_return(\'1y\') - index_total_return(\'1y\')',
        null, 'industrial|bank|insurer|property', 'daily',
        '',
    ],
    'momentum_12_1' => [
        'Momentum, 12 months without the last', 'percent', 'higher',
        '(1 + total_return(\'1y\')) / (1 + total_return(\'1m\')) - 1',
        null, 'industrial|bank|insurer|property', 'daily',
        'Jegadeesh and Titman (1993); last month skipped because of short-term reversal (Jegadeesh 1990).',
    ],
    'momentum_percentile' => [
        'Momentum percentile in universe', 'percent', 'higher',
        'universe_percentile(momentum_12_1)',
        null, 'industrial|bank|insurer|property', 'daily',
        '',
    ],
    'range_position_52_weeks' => [
        'Position in 52-week range', 'percent', 'neutral',
        '(price - low(\'52w\')) / (high(\'52w\') - low(\'52w\'))',
        'high(\'52w\') <= low(\'52w\')', 'industrial|bank|insurer|property', 'daily',
        '0 = low, 1 = high.',
    ],
    'distance_from_52_week_high' => [
        'Distance from 52-week high', 'percent', 'neutral',
        'price / high(\'52w\') - 1',
        null, 'industrial|bank|insurer|property', 'daily',
        'Zero or negative. Nearness to the high (George and Hwang 2004).',
    ],
    'total_return_5_years' => [
        'Total return, 5 years a year', 'percent', 'higher',
        '(1 + total_return(\'5y\')) ** (1 / 5) - 1',
        null, 'industrial|bank|insurer|property', 'daily',
        '',
    ],
    'total_return_10_years' => [
        'Total return, 10 years a year', 'percent', 'higher',
        '(1 + total_return(\'10y\')) ** (1 / 10) - 1',
        null, 'industrial|bank|insurer|property', 'daily',
        '',
    ],
];
