<?php

declare(strict_types=1);

namespace App\Http;

use Closure;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Vite;
use Symfony\Component\HttpFoundation\Response;

/**
 * What a browser may do with an answer: run and load what comes from this installation only, show it in no other page's frame, and
 * take it for nothing but what it says it is.
 */
final class SecurityHeaders
{
    public function handle(Request $request, Closure $next): Response
    {
        $nonce = Vite::useCspNonce();
        $response = $next($request);
        $response->headers->add([
            'X-Content-Type-Options' => 'nosniff',
            'X-Frame-Options' => 'DENY',
            'Referrer-Policy' => 'same-origin',
            'Cross-Origin-Opener-Policy' => 'same-origin',
        ]);
        // While the front end is being worked on, Vite serves it from an address of its own.
        if (! Vite::isRunningHot()) {
            $response->headers->set('Content-Security-Policy', $request->is('api/*') ? self::forData() : self::forPage($nonce));
        }

        return $response;
    }

    private static function forData(): string
    {
        return "default-src 'none'; frame-ancestors 'none'";
    }

    /** The nonce is for the one style sheet that is written when the theme is chosen. */
    private static function forPage(string $nonce): string
    {
        return implode('; ', [
            "default-src 'self'",
            "script-src 'self'",
            "style-src 'self' 'nonce-{$nonce}'",
            "img-src 'self' data:",
            "object-src 'none'",
            "base-uri 'none'",
            "form-action 'self'",
            "frame-ancestors 'none'",
        ]);
    }
}
