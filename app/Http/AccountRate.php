<?php

declare(strict_types=1);

namespace App\Http;

use Closure;
use ErrorException;
use Illuminate\Cache\RateLimiter;
use Illuminate\Http\Exceptions\ThrottleRequestsException;
use Illuminate\Http\Request;
use Symfony\Component\HttpFoundation\Response;

/**
 * Of all that somebody asks in a minute, from wherever, so much is answered: more than many people at one account, less than a program
 * that has run wild.
 */
final readonly class AccountRate
{
    private const SECONDS = 60;

    public function __construct(private RateLimiter $limiter)
    {
    }

    /** @param  Closure(Request): Response  $next */
    public function handle(Request $request, Closure $next): Response
    {
        $account = "asks:{$request->user()?->id}";
        try {
            $isTooOften = $this->limiter->tooManyAttempts($account, config('logion.requests_a_minute'));
            $isTooOften || $this->limiter->hit($account, self::SECONDS);
        } catch (ErrorException) {
            // A disk that is full keeps nobody from reading.
            return $next($request);
        }
        if ($isTooOften) {
            throw new ThrottleRequestsException(headers: ['Retry-After' => $this->limiter->availableIn($account)]);
        }

        return $next($request);
    }
}
