<?php

declare(strict_types=1);

namespace App\Feature\Account;

use App\Models\Invitation;
use App\Models\Paper;
use App\Models\Role;
use App\Models\User;
use App\Storage\Settings;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Storage;
use Illuminate\Validation\ValidationException;
use Logion\Figure\Words;
use Symfony\Component\HttpKernel\Exception\AccessDeniedHttpException;
use Symfony\Component\HttpKernel\Exception\ConflictHttpException;

/**
 * Who may make an account: the first to come, who keeps the house; whoever is invited; and, where the installation is open, anybody by a
 * link to their address, so that nobody learns whether another's has an account. The demo needs no link: anybody enters it as its
 * administrator, who sees all addresses anyway.
 */
final readonly class Accounts
{
    public function __construct(private Settings $settings)
    {
    }

    /** @return 'first'|'open'|'by_mail'|'closed' closed but for those who are invited */
    public function state(): string
    {
        return match (true) {
            User::query()->doesntExist() => 'first',
            $this->settings->roleOfNewAccounts() !== null => config('logion.demo') ? 'open' : 'by_mail',
            default => 'closed',
        };
    }

    /**
     * @param  array{name: string, email: string, password: string}  $person
     *
     * @throws AccessDeniedHttpException if this person may not make one
     * @throws ValidationException if the address has one
     */
    public function make(array $person, ?string $invitation): User
    {
        return DB::transaction(function () use ($person, $invitation): User {
            $state = $this->state();
            $isSent = $state === 'by_mail' && $invitation !== null && AddressLink::address($invitation) === $person['email'];
            $invited = $invitation === null || $isSent ? null : $this->invited($invitation);
            $role = match (true) {
                $state === 'first' => Role::Administrator,
                $invited !== null => $invited->role,
                $state === 'by_mail' && ! $isSent => throw new AccessDeniedHttpException(Words::say('accounts_are_made_by_link')),
                default => $this->settings->roleOfNewAccounts() ??
                    throw new AccessDeniedHttpException(Words::say('new_accounts_are_closed_here_ask')),
            };
            // Whether an address is known is told to those only who may make an account.
            if (User::query()->where('email', $person['email'])->exists()) {
                throw ValidationException::withMessages(['email' => Words::say('address_has_an_account')]);
            }
            $invited?->update(['used_at' => now()]);

            return User::query()->create([...$person, 'role' => $role]);
        });
    }

    /**
     * With everything that is theirs; what they changed of what all share stays, without their name.
     *
     * @throws ConflictHttpException if nobody would be left who keeps the house
     */
    public function delete(User $user): void
    {
        $others = User::query()->whereKeyNot($user->id);
        if (
            $user->role === Role::Administrator &&
            $others->clone()->exists() &&
            $others->where('role', Role::Administrator)->doesntExist()
        ) {
            throw new ConflictHttpException(Words::say('this_is_the_only_administrator_make'));
        }
        $papers = DB::transaction(static function () use ($user): array {
            $papers = Paper::query()->withTrashed()->of($user)->pluck('kept_as')->all();
            $user->tokens()->delete();
            $user->delete();

            return $papers;
        });
        Storage::disk(Paper::DISK)->delete($papers);
    }

    private function invited(string $token): Invitation
    {
        return Invitation::query()->open()->where('token', Invitation::digest($token))->first() ??
            throw new AccessDeniedHttpException(Words::say('the_invitation_was_used_already_or'));
    }
}
