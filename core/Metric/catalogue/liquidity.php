<?php

declare(strict_types=1);

/* Metrics of the group "liquidity": key => [label, unit, better, formula, not meaningful when, templates, basis, note]. */

return [
    'working_capital' => [
        'Working capital',
        'money',
        'higher',
        'total_current_assets - total_current_liabilities',
        null,
        'industrial',
        'trailing',
        '',
    ],
    'current_ratio' => [
        'Current ratio',
        'ratio',
        'higher',
        'total_current_assets / total_current_liabilities',
        'total_current_liabilities <= 0',
        'industrial',
        'trailing',
        '',
    ],
    'quick_ratio' => [
        'Quick ratio',
        'ratio',
        'higher',
        '(cash_and_short_term_investments + receivables) / total_current_liabilities',
        'total_current_liabilities <= 0',
        'industrial',
        'trailing',
        '',
    ],
    'cash_ratio' => [
        'Cash ratio',
        'ratio',
        'higher',
        'cash_and_short_term_investments / total_current_liabilities',
        'total_current_liabilities <= 0',
        'industrial',
        'trailing',
        '',
    ],
    'cash_runway' => [
        'Cash runway',
        'years',
        'higher',
        'cash_and_short_term_investments / (0 - free_cash_flow)',
        'free_cash_flow >= 0',
        'industrial',
        'trailing',
        'Only for companies that burn cash.',
    ],
];
