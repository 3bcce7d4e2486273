<?php

declare(strict_types=1);

return [
    'default' => 'local',
    'disks' => [
        'local' => ['driver' => 'local', 'root' => storage_path('app')],
        // Files people have handed in; nobody is served them.
        'imports' => [
            'driver' => 'local',
            'root' => storage_path('app/imports'),
            'permissions' => ['dir' => ['public' => 0700, 'private' => 0700]],
            'throw' => false,
        ],
        // Papers people keep with a company; served to their owner only.
        'papers' => [
            'driver' => 'local',
            'root' => storage_path('app/papers'),
            'permissions' => ['dir' => ['public' => 0700, 'private' => 0700]],
            'throw' => true,
        ],
    ],
];
