<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Foundation\Auth\User as Authenticatable;
use Illuminate\Notifications\Notifiable;
use Laravel\Sanctum\HasApiTokens;

/** Someone who signs in. */
final class User extends Authenticatable
{
    /** @use HasApiTokens<AccessToken> */
    use HasApiTokens;

    use Notifiable;

    protected $table = 'users';

    protected $guarded = [];

    protected $hidden = ['password', 'remember_token', 'factor_secret', 'recovery_codes'];

    protected $attributes = ['role' => Role::Reader->value];

    /** @return array<string, string> */
    protected function casts(): array
    {
        return ['password' => 'hashed', 'role' => Role::class, 'factor_confirmed_at' => 'datetime', 'factor_step' => 'integer'];
    }
}
