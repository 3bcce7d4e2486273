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
            // A row that another replaces is noticed by triggers too: see App\Storage\PackedRows.
            'pragmas' => ['cache_size' => -65536, 'mmap_size' => 1073741824, 'recursive_triggers' => 'on'],
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
