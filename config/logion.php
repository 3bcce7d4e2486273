<?php

declare(strict_types=1);

return [
    // Demo mode offers a one-click demo account and marks the data as invented.
    'demo' => (bool) env('LOGION_DEMO', false),
    // Processes that share the computation of a universe; one a processor where none is given.
    'processes' => env('LOGION_PROCESSES') === null ? null : max(1, (int) env('LOGION_PROCESSES')),
    // Where is kept what must be seen while a transaction is still open: beside the database.
    'seen_at_once' => env('CACHE_STORE') === 'redis' ? 'redis' : 'file',
    // Companies of a part of long work at most, which is what a worker that dies costs.
    'companies_of_a_part' => ['columns' => 100, 'back_test' => 200],
    // The same of a value that is drawn: half a second to two.
    'draws_of_a_part' => 5000,
    // A file with more prices is written while it is read, some at a time, so that others can write; one with fewer at the end, at once.
    'prices_at_once' => (int) env('LOGION_PRICES_AT_ONCE', 50_000),
    // Whether a simulated exchange lives through a day by itself after each working day, where the scheduler runs.
    'advances_daily' => (bool) env('LOGION_ADVANCES_DAILY', false),
    // Where back-ups are kept, and whether one is made each night.
    'backups' => env('LOGION_BACKUPS', storage_path('backups')),
    'backs_up_nightly' => (bool) env('LOGION_BACKS_UP_NIGHTLY', true),
    // Whether conditions may call addresses of the inside (this machine, its network): only where everybody who has an account may.
    'internal_webhooks' => (bool) env('LOGION_INTERNAL_WEBHOOKS', false),
    // Proxies in front whose word on the caller's address and on HTTPS is taken; addresses or networks, with commas between.
    'trusted_proxies' => array_values(array_filter(array_map(trim(...), explode(',', (string) env('LOGION_TRUSTED_PROXIES', ''))))),
    // Requests of an account in a minute, beyond which it is told to wait.
    'requests_a_minute' => max(1, (int) env('LOGION_REQUESTS_A_MINUTE', 6000)),
    // Settings of a valuation until the installation chooses its own.
    'equity_risk_premium' => 0.05,
    'corporate_tax_rate' => 0.25,
];
