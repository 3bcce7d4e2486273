<?php

declare(strict_types=1);

namespace App\Http;

use App\Models\AccessToken;
use Closure;
use Illuminate\Http\Request;
use Logion\Figure\Words;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Exception\AccessDeniedHttpException;

/** A token for reading asks and never changes anything. Questions that need a body are asked with POST too. */
final class TokenRights
{
    /** What is asked with POST and keeps nothing. */
    private const QUESTIONS = [
        'api/v1/screens/run',
        'api/v1/screens/closer-look',
        'api/v1/screens/group-lines',
        'api/v1/screens/proposals',
        'api/v1/screens/score',
        'api/v1/screens/cleaning',
        'api/v1/screens/export',
        'api/v1/screens/written-out',
        'api/v1/screens/distribution',
        'api/v1/rankings/run',
        'api/v1/regressions/run',
        'api/v1/baskets/run',
        'api/v1/own-metrics/preview',
        'api/v1/conditions/try',
        'api/v1/portfolios/*/through',
        'api/v1/portfolios/*/what-if',
        'api/v1/companies/*/checklist',
        'api/v1/companies/*/cash-flow-value',
        'api/v1/companies/*/cash-flow-value/*',
    ];

    /** @param  Closure(Request): Response  $next */
    public function handle(Request $request, Closure $next): Response
    {
        $token = $request->user()?->currentAccessToken();
        if (
            $token instanceof AccessToken &&
            ! $token->canWrite() &&
            ! $request->isMethodSafe() &&
            ! ($request->isMethod('POST') && $request->is(...self::QUESTIONS))
        ) {
            throw new AccessDeniedHttpException(Words::say('this_token_is_for_reading_only'));
        }

        return $next($request);
    }
}
