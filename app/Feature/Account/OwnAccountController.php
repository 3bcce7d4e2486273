<?php

declare(strict_types=1);

namespace App\Feature\Account;

use App\Http\OpenSignIn;
use App\Models\AccessToken;
use App\Models\SignIn;
use App\Models\User;
use App\Storage\AuditLog;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Logion\Figure\Words;
use Symfony\Component\HttpKernel\Exception\AccessDeniedHttpException;

/** One's own account: password, second factor, where one is signed in, and its end. What changes it asks for the password again. */
final class OwnAccountController
{
    public function show(Request $request): JsonResponse
    {
        $user = $request->user();
        $current = $request->hasSession() ? $request->session()->get(OpenSignIn::KEY) : null;

        return new JsonResponse([
            'name' => $user->name,
            'email' => $user->email,
            'role' => $user->role->value,
            'second_factor' => SecondFactor::isOn($user),
            'recovery_codes' => count(json_decode((string) $user->recovery_codes, true) ?: []),
            'sign_ins' => SignIn::query()
                ->of($user)
                ->open()
                ->latest('id')
                ->get()
                ->map(
                    static fn (SignIn $of): array => [
                        'id' => $of->id,
                        'address' => $of->address,
                        'agent' => $of->agent,
                        'since' => $of->created_at->toIso8601String(),
                        'seen' => date(DATE_ATOM, OpenSignIn::seen($of->id) ?? $of->created_at->timestamp),
                        'current' => $of->id === $current,
                    ],
                )
                ->all(),
        ]);
    }

    /** Everybody else who is signed in to the account is signed out. */
    public function changePassword(PasswordRequest $request): JsonResponse
    {
        $user = self::present($request);
        $user->update(['password' => $request->validated('password')]);
        SignIns::endOf($user, $request->session()->get(OpenSignIn::KEY));
        AuditLog::record($user, 'password_changed', address: $request->ip());

        return new JsonResponse(null, 204);
    }

    public function signOut(Request $request, int $id): JsonResponse
    {
        $of = SignIn::query()->of(self::present($request))->open()->findOrFail($id);
        SignIns::end([$of->id]);
        AuditLog::record($request->user(), 'signed_out_elsewhere', $of->agent, $request->ip());

        return new JsonResponse(null, 204);
    }

    public function signOutElsewhere(Request $request): JsonResponse
    {
        $ended = SignIns::endOf(self::present($request), $request->session()->get(OpenSignIn::KEY));
        AuditLog::record($request->user(), 'signed_out_elsewhere', (string) $ended, $request->ip());

        return new JsonResponse(['ended' => $ended]);
    }

    public function beginSecondFactor(ConfirmedRequest $request): JsonResponse
    {
        $user = self::present($request);
        if (SecondFactor::isOn($user)) {
            throw new AccessDeniedHttpException(Words::say('second_factor_is_on'));
        }
        $secret = SecondFactor::begin($user);

        return new JsonResponse(['secret' => $secret, 'address' => TimeCode::address($secret, (string) config('app.name'), $user->email)]);
    }

    public function confirmSecondFactor(CodeRequest $request): JsonResponse
    {
        $user = self::present($request);
        $codes = SecondFactor::confirm($user, $request->code());
        AuditLog::record($user, 'second_factor_set', address: $request->ip());

        return new JsonResponse(['recovery_codes' => $codes]);
    }

    public function removeSecondFactor(ConfirmedRequest $request): JsonResponse
    {
        $user = self::present($request);
        SecondFactor::remove($user);
        AuditLog::record($user, 'second_factor_removed', address: $request->ip());

        return new JsonResponse(null, 204);
    }

    public function destroy(ConfirmedRequest $request, Accounts $accounts): JsonResponse
    {
        $user = self::present($request);
        $accounts->delete($user);
        AuditLog::record(null, 'account_deleted', address: $request->ip(), who: $user->email);
        SignIns::close($request);

        return new JsonResponse(null, 204);
    }

    /** A token acts for somebody, and changes nothing of who they are; the account of a demo is everybody's. */
    private static function present(Request $request): User
    {
        $user = $request->user();
        if ($user->currentAccessToken() instanceof AccessToken) {
            throw new AccessDeniedHttpException(Words::say('account_is_changed_by_its_person'));
        }
        if (config('logion.demo') && $user->email === DemoAccount::EMAIL) {
            throw new AccessDeniedHttpException(Words::say('demo_account_is_everybodys'));
        }

        return $user;
    }
}
