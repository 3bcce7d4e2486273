<?php

declare(strict_types=1);

namespace App\Feature\Account;

use App\Http\OpenSignIn;
use App\Models\SignIn;
use App\Models\User;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Auth;

/** Where somebody is signed in. A session goes on as long as its sign-in is open, whatever keeps the sessions. */
final class SignIns
{
    private const LONGEST_AGENT = 250;

    public static function open(User $user, Request $request): void
    {
        Auth::guard('web')->login($user);
        $request->session()->regenerate();
        $of = SignIn::query()->create([
            'user_id' => $user->id,
            'address' => (string) $request->ip(),
            'agent' => mb_substr((string) $request->userAgent(), 0, self::LONGEST_AGENT),
        ]);
        $request->session()->put(OpenSignIn::KEY, $of->id);
    }

    public static function close(Request $request): void
    {
        self::end(SignIn::query()->whereKey($request->session()->get(OpenSignIn::KEY))->pluck('id')->all());
        Auth::guard('web')->logout();
        $request->session()->invalidate();
        $request->session()->regenerateToken();
    }

    /** Ends those of somebody, but the one of a session. @return int how many */
    public static function endOf(User $user, ?int $but = null): int
    {
        return self::end(SignIn::query()->of($user)->open()->when($but, static fn ($of) => $of->whereKeyNot($but))->pluck('id')->all());
    }

    /** @param  array<int, int>  $ids */
    public static function end(array $ids): int
    {
        return SignIn::query()
            ->whereKey($ids)
            ->update(['ended_at' => now()]);
    }
}
