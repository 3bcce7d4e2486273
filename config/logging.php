<?php

declare(strict_types=1);

// What cannot be logged, since the disk is full, is not logged: who asked is answered all the same.
return [
    'default' => 'kept',
    'channels' => [
        'kept' => ['driver' => 'stack', 'channels' => [env('LOG_CHANNEL', 'single')], 'ignore_exceptions' => true],
    ],
];
