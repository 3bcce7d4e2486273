<?php

declare(strict_types=1);

namespace App\Feature\Account;

use App\Models\User;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Auth;
use Illuminate\Validation\ValidationException;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;

final class SessionController
{
    public function show(Request $request): JsonResponse
    {
        $user = $request->user();

        return new JsonResponse([
            'user' => $user === null ? null : ['name' => $user->name, 'email' => $user->email],
            'demo' => (bool) config('logion.demo'),
        ]);
    }

    public function store(SignInRequest $request): JsonResponse
    {
        if (! Auth::attempt($request->validated(), true)) {
            throw ValidationException::withMessages(['email' => 'No account has this address and password.']);
        }
        $request->session()->regenerate();

        return $this->show($request);
    }

    public function demo(Request $request): JsonResponse
    {
        if (! config('logion.demo')) {
            throw new NotFoundHttpException('This installation is not in demo mode, so there is no demo account.');
        }
        Auth::login(
            User::query()->firstOrCreate(['email' => 'demo@logion.invalid'], ['name' => 'Demo', 'password' => bin2hex(random_bytes(16))]),
            true,
        );
        $request->session()->regenerate();

        return $this->show($request);
    }

    public function register(RegistrationRequest $request): JsonResponse
    {
        Auth::login(User::query()->create($request->validated()), true);
        $request->session()->regenerate();

        return $this->show($request);
    }

    public function destroy(Request $request): JsonResponse
    {
        Auth::guard('web')->logout();
        $request->session()->invalidate();
        $request->session()->regenerateToken();

        return new JsonResponse(null, 204);
    }
}
