<?php

declare(strict_types=1);

namespace App\Feature\Account;

use App\Models\User;
use App\Storage\AuditLog;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Auth;
use Illuminate\Validation\ValidationException;
use Logion\Figure\Words;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;

final class SessionController
{
    public function show(Request $request, Accounts $accounts): JsonResponse
    {
        $user = $request->user('web');

        return new JsonResponse([
            'user' => $user === null ? null : ['name' => $user->name, 'email' => $user->email, 'role' => $user->role->value],
            'demo' => (bool) config('logion.demo'),
            'accounts' => $accounts->state(),
        ]);
    }

    public function store(SignInRequest $request, Accounts $accounts): JsonResponse
    {
        $credentials = $request->safe(['email', 'password']);
        if (! Auth::guard('web')->validate($credentials)) {
            AuditLog::record(null, 'refused', address: $request->ip(), who: $credentials['email']);
            throw ValidationException::withMessages(['email' => Words::say('no_account_has_this_address_and')]);
        }
        $user = User::query()->where('email', $credentials['email'])->firstOrFail();
        SecondFactor::check($user, (string) $request->validated('code'), $request);
        SignIns::open($user, $request);
        AuditLog::record($user, 'signed_in', address: $request->ip());

        return $this->show($request, $accounts);
    }

    public function demo(Request $request, Accounts $accounts): JsonResponse
    {
        if (! config('logion.demo')) {
            throw new NotFoundHttpException(Words::say('this_installation_is_not_in_demo'));
        }
        $user = DemoAccount::get();
        SignIns::open($user, $request);
        AuditLog::record($user, 'signed_in', address: $request->ip());

        return $this->show($request, $accounts);
    }

    public function register(RegistrationRequest $request, Accounts $accounts): JsonResponse
    {
        $user = $accounts->make($request->safe(['name', 'email', 'password']), $request->validated('invitation'));
        SignIns::open($user, $request);
        AuditLog::record($user, 'account_made', $user->role->value, $request->ip());

        return $this->show($request, $accounts);
    }

    public function destroy(Request $request): JsonResponse
    {
        AuditLog::record($request->user(), 'signed_out', address: $request->ip());
        SignIns::close($request);

        return new JsonResponse(null, 204);
    }
}
