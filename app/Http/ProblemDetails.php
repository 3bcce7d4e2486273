<?php

declare(strict_types=1);

namespace App\Http;

use App\Policies\OwnerPolicy;
use App\Storage\HistoryPending;
use App\Storage\StorageTrouble;
use Illuminate\Auth\AuthenticationException;
use Illuminate\Database\Eloquent\ModelNotFoundException;
use Illuminate\Http\Exceptions\ThrottleRequestsException;
use Illuminate\Http\JsonResponse;
use Illuminate\Validation\ValidationException;
use Logion\Figure\LogionException;
use Logion\Figure\Words;
use Logion\Formula\FormulaError;
use Logion\Identity\AmbiguousReference;
use Logion\Valuation\InvalidAssumption;
use Symfony\Component\HttpKernel\Exception\HttpExceptionInterface;
use Throwable;

/** Errors as RFC 9457 problem details, with a sentence a person can act on. */
final class ProblemDetails
{
    public static function from(Throwable $error): JsonResponse
    {
        [$status, $title, $detail, $more] = match (true) {
            $error instanceof ValidationException => [
                422,
                Words::say('the_request_does_not_fit'),
                implode(' ', array_merge(...array_values($error->errors()))),
                ['errors' => $error->errors()],
            ],
            $error instanceof FormulaError => [
                422,
                Words::say('the_formula_cannot_be_understood'),
                $error->getMessage(),
                ['formula' => $error->formula, 'position' => $error->position, 'proposal' => $error->proposal],
            ],
            $error instanceof InvalidAssumption => [
                422,
                Words::say('the_assumption_cannot_be_valued_with'),
                $error->getMessage(),
                ['assumption' => $error->assumption],
            ],
            $error instanceof AmbiguousReference => [
                409,
                Words::say('several_companies_are_meant'),
                $error->getMessage(),
                [
                    'choices' => array_map(
                        static fn (string $reference, int $company): array => [
                            'reference' => $reference,
                            'name' => $error->names[$company] ?? '',
                        ],
                        array_keys($error->choices),
                        array_values($error->choices),
                    ),
                ],
            ],
            $error instanceof LogionException => [422, Words::say('the_request_cannot_be_answered'), $error->getMessage(), []],
            $error instanceof HistoryPending => [409, Words::say('not_computed_yet'), $error->getMessage(), ['formula' => $error->formula]],
            $error instanceof AuthenticationException => [401, Words::say('not_signed_in'), Words::say('sign_in_to_do_this'), []],
            $error instanceof HttpExceptionInterface && $error->getPrevious() instanceof ModelNotFoundException => [
                404,
                Words::say('not_found'),
                OwnerPolicy::notFound(),
                [],
            ],
            $error instanceof HttpExceptionInterface && $error->getStatusCode() === 419 => [
                419,
                Words::say('the_session_has_ended'),
                Words::say('reload_the_page_and_sign_in'),
                [],
            ],
            $error instanceof ThrottleRequestsException => [
                429,
                Words::say('asked_too_often'),
                Words::say('asked_too_often_wait', seconds: (int) ($error->getHeaders()['Retry-After'] ?? 60)),
                [],
            ],
            $error instanceof HttpExceptionInterface => [
                $error->getStatusCode(),
                JsonResponse::$statusTexts[$error->getStatusCode()] ?? Words::say('error'),
                $error->getMessage() ?: Words::say('there_is_nothing_at_this_address'),
                [],
            ],
            ($trouble = StorageTrouble::of($error)) !== null => [503, Words::say('nothing_can_be_stored_now'), $trouble, []],
            default => [
                500,
                Words::say('something_went_wrong_here'),
                config('app.debug') ? $error->getMessage() : Words::say('the_error_was_logged_try_again'),
                [],
            ],
        };

        return new JsonResponse(['type' => 'about:blank', 'title' => $title, 'status' => $status, 'detail' => $detail, ...$more], $status, [
            'Content-Type' => 'application/problem+json',
            ...$error instanceof ThrottleRequestsException ? $error->getHeaders() : [],
        ]);
    }
}
