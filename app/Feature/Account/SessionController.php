<?php

declare(strict_types=1);

namespace App\Feature\Account;

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
        if (! Auth::guard('web')->attempt($request->validated(), true)) {
            throw ValidationException::withMessages(['email' => Words::say('no_account_has_this_address_and')]);
        }
        $request->session()->regenerate();

        return $this->show($request, $accounts);
    }

    public function demo(Request $request, Accounts $accounts): JsonResponse
    {
        if (! config('logion.demo')) {
            throw new NotFoundHttpException(Words::say('this_installation_is_not_in_demo'));
        }
        Auth::guard('web')->login(DemoAccount::get(), true);
        $request->session()->regenerate();

        return $this->show($request, $accounts);
    }

    public function register(RegistrationRequest $request, Accounts $accounts): JsonResponse
    {
        Auth::guard('web')->login($accounts->make($request->safe(['name', 'email', 'password']), $request->validated('invitation')), true);
        $request->session()->regenerate();

        return $this->show($request, $accounts);
    }

    public function destroy(Request $request): JsonResponse
    {
        Auth::guard('web')->logout();
        $request->session()->invalidate();
        $request->session()->regenerateToken();

        return new JsonResponse(null, 204);
    }
}
