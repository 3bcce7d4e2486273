<?php

declare(strict_types=1);

/* Metrics of the group "technical": key => [label, unit, better, formula, not meaningful when, templates, basis, note]. */

return [
    'distance_to_average_50d' => [
        'Distance to 50-day average', 'percent', 'neutral',
        'price / sma(50) - 1',
        null, 'industrial|bank|insurer|property', 'daily',
        '',
    ],
    'distance_to_average_200d' => [
        'Distance to 200-day average', 'percent', 'neutral',
        'price / sma(200) - 1',
        null, 'industrial|bank|insurer|property', 'daily',
        '',
    ],
    'moving_average_cross_state' => [
        '50-day against 200-day average', 'score', 'higher',
        'sma(50) > sma(200) ? 1 : (0 - 1)',
        null, 'industrial|bank|insurer|property', 'daily',
        '1 = shorter average above.',
    ],
    'moving_average_cross_recent' => [
        'Moving-average cross in the last 20 days', 'score', 'higher',
        'moving_average_cross_state > days_ago(moving_average_cross_state, 20) ? 1 : (moving_average_cross_state < days_ago(moving_average_cross_state, 20) ? (0 - 1) : 0)',
        null, 'industrial|bank|insurer|property', 'daily',
        '1 = upward cross (golden), -1 = downward cross (death), 0 = none.',
    ],
    'relative_strength_index' => [
        'Relative strength index, 14 days', 'score', 'neutral',
        'rsi(14)',
        null, 'industrial|bank|insurer|property', 'daily',
        'Wilder (1978), 0-100; above 70 overbought, below 30 oversold by convention.',
    ],
    'macd_line' => [
        'MACD line (12, 26)', 'money_per_share', 'neutral',
        'ema(12) - ema(26)',
        null, 'industrial|bank|insurer|property', 'daily',
        'Moving average convergence divergence; in price units, so compare over time, not across shares.',
    ],
    'macd_signal' => [
        'MACD signal line (9)', 'money_per_share', 'neutral',
        'ema_of(macd_line, 9)',
        null, 'industrial|bank|insurer|property', 'daily',
        '',
    ],
    'macd_histogram' => [
        'MACD histogram to price', 'percent', 'higher',
        '(macd_line - macd_signal) / price',
        'price <= 0', 'industrial|bank|insurer|property', 'daily',
        'Scaled by price for comparison across shares.',
    ],
    'stochastic_k' => [
        'Stochastic oscillator %K, 14 days', 'score', 'neutral',
        '100 * (price - low(14)) / (high(14) - low(14))',
        'high(14) <= low(14)', 'industrial|bank|insurer|property', 'daily',
        '',
    ],
    'stochastic_d' => [
        'Stochastic oscillator %D', 'score', 'neutral',
        'sma_of(stochastic_k, 3)',
        null, 'industrial|bank|insurer|property', 'daily',
        '',
    ],
    'volume_ratio' => [
        'Volume against 3-month average', 'ratio', 'neutral',
        'volume / average_volume(\'3m\')',
        'average_volume(\'3m\') <= 0', 'industrial|bank|insurer|property', 'daily',
        '',
    ],
];
