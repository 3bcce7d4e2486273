<?php

declare(strict_types=1);

namespace App\Feature\Account;

use App\Models\Role;
use App\Models\User;

/** The account that a demo opens without a password; it keeps the house. */
final class DemoAccount
{
    public const EMAIL = 'demo@logion.invalid';

    public static function get(): User
    {
        return User::query()->firstOrCreate(
            ['email' => self::EMAIL],
            ['name' => 'Demo', 'password' => bin2hex(random_bytes(16)), 'role' => Role::Administrator],
        );
    }
}
