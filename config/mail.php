<?php

declare(strict_types=1);

// Mail is caught in files unless a real mailer is named: nothing leaves the machine by itself.
return [
    'default' => env('MAIL_MAILER', 'catcher'),
    'mailers' => [
        'catcher' => ['transport' => 'catcher'],
    ],
    'from' => [
        'address' => env('MAIL_FROM_ADDRESS', 'logion@logion.invalid'),
        'name' => env('MAIL_FROM_NAME', 'Logion'),
    ],
];
