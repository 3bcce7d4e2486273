<?php

declare(strict_types=1);

return [
    'default' => env('DB_CONNECTION', 'sqlite'),
    'connections' => [
        'sqlite' => [
            'driver' => 'sqlite',
            // Commands work on one's own installation once there is one, on the demo before.
            'database' => env(
                'DB_DATABASE',
                is_file(database_path('logion.sqlite')) || ! is_file(database_path('demo.sqlite'))
                    ? database_path('logion.sqlite')
                    : database_path('demo.sqlite'),
            ),
            'prefix' => '',
            'foreign_key_constraints' => true,
            'busy_timeout' => (int) env('DB_BUSY_TIMEOUT', 10000),
            'journal_mode' => 'WAL',
            'synchronous' => 'NORMAL',
            'pragmas' => [
                'cache_size' => -65536,
                // The most SQLite takes: what is beyond is copied, which takes twice as long.
                'mmap_size' => 2147418112,
                // A row that another replaces is noticed by triggers too: see App\Storage\PackedRows.
                'recursive_triggers' => 'on',
                // Pages of 4 KiB: what is written day after day to the same pages goes into the main file once in 32 MiB, not once a day.
                'wal_autocheckpoint' => 8000,
            ],
        ],
        'pgsql' => [
            'driver' => 'pgsql',
            'host' => env('DB_HOST', '127.0.0.1'),
            'port' => env('DB_PORT', '5432'),
            'database' => env('DB_DATABASE', 'logion'),
            'username' => env('DB_USERNAME', 'logion'),
            'password' => env('DB_PASSWORD', ''),
            'charset' => 'utf8',
            'prefix' => '',
            'search_path' => 'public',
            'sslmode' => env('DB_SSLMODE', 'prefer'),
            // Replicas are read from where there are some, by who has written nothing in this request.
            ...env('DB_READ_HOST') === null
                ? []
                : [
                    'read' => ['host' => explode(',', (string) env('DB_READ_HOST'))],
                    'write' => ['host' => env('DB_HOST', '127.0.0.1')],
                    'sticky' => true,
                ],
        ],
    ],
];
