<?php

declare(strict_types=1);

namespace App\Feature\Account;

use App\Models\Invitation;
use App\Models\Role;
use App\Models\User;
use App\Storage\Settings;
use Illuminate\Support\Facades\DB;
use Logion\Figure\Words;
use Symfony\Component\HttpKernel\Exception\AccessDeniedHttpException;

/**
 * Who may make an account: the first to come, who keeps the house; whoever is invited; and anybody, where the installation is open.
 */
final readonly class Accounts
{
    public function __construct(private Settings $settings)
    {
    }

    /** @return 'first'|'open'|'closed' closed but for those who are invited */
    public function state(): string
    {
        return match (true) {
            User::query()->doesntExist() => 'first',
            $this->settings->roleOfNewAccounts() !== null => 'open',
            default => 'closed',
        };
    }

    /**
     * @param  array{name: string, email: string, password: string}  $person
     *
     * @throws AccessDeniedHttpException if this person may not make one
     */
    public function make(array $person, ?string $invitation): User
    {
        return DB::transaction(function () use ($person, $invitation): User {
            $invited = $invitation === null ? null : $this->invited($invitation);
            $role = match ($this->state()) {
                'first' => Role::Administrator,
                default => $invited->role ?? $this->settings->roleOfNewAccounts(),
            };
            if ($role === null) {
                throw new AccessDeniedHttpException(Words::say('new_accounts_are_closed_here_ask'));
            }
            $invited?->update(['used_at' => now()]);

            return User::query()->create([...$person, 'role' => $role]);
        });
    }

    private function invited(string $token): Invitation
    {
        return Invitation::query()->open()->where('token', Invitation::digest($token))->first() ??
            throw new AccessDeniedHttpException(Words::say('the_invitation_was_used_already_or'));
    }
}
