<?php

declare(strict_types=1);

namespace App\Feature\Account;

use App\Models\User;
use App\Storage\AuditLog;
use Illuminate\Http\JsonResponse;
use Illuminate\Support\Facades\Notification;
use Illuminate\Support\Facades\Password;

/** Where anybody may make an account, it is made by a link that is sent to their address. */
final class AccountLinkController
{
    /** The answer is the same whether the address has an account, has none, or may have none. */
    public function ask(ResetAskRequest $request, Accounts $accounts): JsonResponse
    {
        $email = $request->validated('email');
        AuditLog::record(null, 'account_asked', address: $request->ip(), who: $email);
        // After the answer, so that its time tells nothing either.
        dispatch(static function () use ($accounts, $email): void {
            if ($accounts->state() !== 'by_mail') {
                return;
            }
            $user = User::query()->where('email', $email)->first();
            $link = $user === null
                ? url('/?'.http_build_query(['invitation' => AddressLink::token($email), 'email' => $email]))
                : PasswordResetController::address(Password::createToken($user), $email);
            Notification::route('mail', $email)->notify(new AccountLink($link, $user === null));
        })->afterResponse();

        return new JsonResponse(null, 202);
    }
}
