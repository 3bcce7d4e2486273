<?php

declare(strict_types=1);

return [
    // Demo mode offers a one-click demo account and marks the data as invented.
    'demo' => (bool) env('LOGION_DEMO', false),
    // Processes that share the computation of a universe; one a processor where none is given.
    'processes' => env('LOGION_PROCESSES') === null ? null : max(1, (int) env('LOGION_PROCESSES')),
    // Whether a simulated exchange lives through a day by itself after each working day, where the scheduler runs.
    'advances_daily' => (bool) env('LOGION_ADVANCES_DAILY', false),
    // Settings of a valuation until the installation chooses its own.
    'equity_risk_premium' => 0.05,
    'corporate_tax_rate' => 0.25,
];
