<?php

declare(strict_types=1);

namespace App\Http;

use App\Policies\OwnerPolicy;
use App\Storage\HistoryPending;
use App\Storage\StorageTrouble;
use Illuminate\Auth\AuthenticationException;
use Illuminate\Database\Eloquent\ModelNotFoundException;
use Illuminate\Http\JsonResponse;
use Illuminate\Validation\ValidationException;
use Logion\Figure\LogionException;
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
                'The request does not fit',
                implode(' ', array_merge(...array_values($error->errors()))),
                ['errors' => $error->errors()],
            ],
            $error instanceof FormulaError => [
                422,
                'The formula cannot be understood',
                $error->getMessage(),
                ['formula' => $error->formula, 'position' => $error->position, 'proposal' => $error->proposal],
            ],
            $error instanceof InvalidAssumption => [
                422,
                'The assumption cannot be valued with',
                $error->getMessage(),
                ['assumption' => $error->assumption],
            ],
            $error instanceof AmbiguousReference => [
                409,
                'Several companies are meant',
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
            $error instanceof LogionException => [422, 'The request cannot be answered', $error->getMessage(), []],
            $error instanceof HistoryPending => [409, 'Not computed yet', $error->getMessage(), ['formula' => $error->formula]],
            $error instanceof AuthenticationException => [401, 'Not signed in', 'Sign in to do this.', []],
            $error instanceof HttpExceptionInterface && $error->getPrevious() instanceof ModelNotFoundException => [
                404,
                'Not found',
                OwnerPolicy::NOT_FOUND,
                [],
            ],
            $error instanceof HttpExceptionInterface && $error->getStatusCode() === 419 => [
                419,
                'The session has ended',
                'Reload the page and sign in again; nothing was lost.',
                [],
            ],
            $error instanceof HttpExceptionInterface => [
                $error->getStatusCode(),
                JsonResponse::$statusTexts[$error->getStatusCode()] ?? 'Error',
                $error->getMessage() ?: 'There is nothing at this address.',
                [],
            ],
            ($trouble = StorageTrouble::of($error)) !== null => [503, 'Nothing can be stored now', $trouble, []],
            default => [
                500,
                'Something went wrong here',
                config('app.debug') ? $error->getMessage() : 'The error was logged. Try again; if it stays, restart the application.',
                [],
            ],
        };

        return new JsonResponse(['type' => 'about:blank', 'title' => $title, 'status' => $status, 'detail' => $detail, ...$more], $status, [
            'Content-Type' => 'application/problem+json',
        ]);
    }
}
