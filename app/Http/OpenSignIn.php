<?php

declare(strict_types=1);

namespace App\Http;

use App\Models\SignIn;
use Closure;
use Illuminate\Auth\SessionGuard;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Auth;
use Illuminate\Support\Facades\Cache;
use Symfony\Component\HttpFoundation\Response;

/** A session whose sign-in was ended elsewhere is over. When one was last seen is kept beside the database, which nobody waits for. */
final class OpenSignIn
{
    public const KEY = 'sign_in';

    private const SEEN_EVERY_SECONDS = 300;

    private const SEEN_DAYS = 60;

    /** @param  Closure(Request): Response  $next */
    public function handle(Request $request, Closure $next): Response
    {
        $guard = Auth::guard('web');
        $isKept = $guard instanceof SessionGuard && $request->hasSession() && $request->session()->has($guard->getName());
        if ($isKept) {
            $id = (int) $request->session()->get(self::KEY);
            // A replica may not know yet of who has just come in.
            if (! SignIn::query()->useWritePdo()->open()->whereKey($id)->exists()) {
                $guard->logoutCurrentDevice();
                $request->session()->invalidate();
                $request->session()->regenerateToken();
            } elseif ((self::seen($id) ?? 0) < now()->timestamp - self::SEEN_EVERY_SECONDS) {
                Cache::put("sign-in-seen:{$id}", now()->timestamp, now()->addDays(self::SEEN_DAYS));
            }
        }

        return $next($request);
    }

    /** When a sign-in was last seen, as seconds since 1970. */
    public static function seen(int $id): ?int
    {
        $seen = Cache::get("sign-in-seen:{$id}");

        return $seen === null ? null : (int) $seen;
    }
}
