<?php

declare(strict_types=1);

namespace App\Storage;

use App\Models\AuditEntry;
use App\Models\User;

/** Keeps what somebody did, in words that stay true when the account has gone. */
final readonly class AuditLog
{
    public const ACTIONS = [
        'signed_in', 'refused', 'second_factor_refused', 'signed_out', 'signed_out_elsewhere', 'account_made', 'account_deleted',
        'password_changed', 'password_reset', 'reset_asked', 'account_asked', 'second_factor_set', 'second_factor_removed',
        'recovery_code_used', 'invited', 'role_changed',
        'token_made', 'token_revoked', 'data_changed', 'change_undone', 'imported', 'import_undone', 'exchange_advanced',
    ];

    private const LONGEST = 250;

    /**
     * @param  value-of<self::ACTIONS>  $action
     * @param  string|null  $who  the address that was tried, where nobody is known
     */
    public static function record(?User $by, string $action, string $subject = '', ?string $address = null, ?string $who = null): void
    {
        AuditEntry::query()->create([
            'at' => now(),
            'user_id' => $by?->id,
            'who' => mb_substr($by->email ?? ($who ?? ''), 0, 190),
            'action' => $action,
            'subject' => mb_substr($subject, 0, self::LONGEST),
            'address' => $address,
        ]);
    }
}
