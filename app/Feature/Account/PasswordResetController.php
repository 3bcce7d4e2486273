<?php

declare(strict_types=1);

namespace App\Feature\Account;

use App\Models\User;
use App\Storage\AuditLog;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Password;
use Illuminate\Validation\ValidationException;
use Logion\Figure\Words;

/** A forgotten password: a link by mail, or from an administrator, lets one choose another. */
final class PasswordResetController
{
    /** The answer is the same whether the address is known or not. */
    public function ask(ResetAskRequest $request): JsonResponse
    {
        $email = $request->validated('email');
        AuditLog::record(null, 'reset_asked', address: $request->ip(), who: $email);
        // The mail is sent after the answer, so that its time tells nothing either.
        dispatch(
            static fn () => Password::sendResetLink(
                ['email' => $email],
                static fn (User $user, string $token) => $user->notify(new PasswordForgotten(self::address($token, $user->email))),
            ),
        )->afterResponse();

        return new JsonResponse(null, 202);
    }

    /** For who cannot be reached by mail. */
    public function link(Request $request, User $person): JsonResponse
    {
        $token = Password::createToken($person);
        AuditLog::record($request->user(), 'reset_asked', $person->email, $request->ip());

        return new JsonResponse(['link' => self::address($token, $person->email)], 201);
    }

    public function reset(ResetRequest $request): JsonResponse
    {
        $status = Password::reset($request->safe(['email', 'token', 'password']), static function (User $user, string $password): void {
            $user->update(['password' => $password]);
            // Who had the old password, or made a token with it, is out.
            $user->tokens()->delete();
            SignIns::endOf($user);
        });
        if ($status !== Password::PASSWORD_RESET) {
            throw ValidationException::withMessages(['token' => Words::say('reset_link_is_over')]);
        }
        AuditLog::record(null, 'password_reset', address: $request->ip(), who: $request->validated('email'));

        return new JsonResponse(null, 204);
    }

    public static function address(string $token, string $email): string
    {
        return url('/?'.http_build_query(['reset' => $token, 'email' => $email]));
    }
}
