<?php

declare(strict_types=1);

namespace App\Http\OpenApi;

use Illuminate\Routing\Route;
use Illuminate\Routing\Router;
use OpenApi\Annotations as OA;
use OpenApi\Generator;

/** Names the errors each operation can answer with, as its route and what it takes say. */
final readonly class ErrorAnswers
{
    /** Name and description by status. */
    private const ANSWERS = [
        401 => ['NotSignedIn', 'Nobody is signed in, or the token is not known'],
        403 => ['NotAllowed', 'The role, or the token, does not allow it'],
        404 => ['NotFound', 'There is nothing at this address, or it belongs to somebody else'],
        409 => ['NotDecided', 'A ticker means several companies, or what is asked for is not computed yet'],
        419 => ['SessionEnded', 'The session has ended, or its forgery protection is missing'],
        422 => ['NotFitting', 'The request does not fit; nothing was changed'],
        429 => ['TooOften', 'Asked too often; wait a minute'],
        500 => ['Failed', 'Something went wrong; the error was logged'],
        503 => ['NotStored', 'Nothing can be stored now: another process is writing, or the disk is full'],
    ];

    public function __construct(private Router $router)
    {
    }

    public function addTo(OA\OpenApi $description): void
    {
        foreach ($description->paths as $item) {
            foreach (array_filter(get_object_vars($item), static fn (mixed $of): bool => $of instanceof OA\Operation) as $operation) {
                $route = $this->route($operation);
                if (! self::isGuarded($route)) {
                    $operation->security = [];
                }
                $named = array_map(static fn (OA\Response $response): int => (int) $response->response, $operation->responses);
                foreach (array_unique(array_diff($this->statuses($operation, $route), $named)) as $status) {
                    $operation->responses[] = new OA\Response([
                        'response' => $status,
                        'ref' => '#/components/responses/'.self::ANSWERS[$status][0],
                    ]);
                }
            }
        }
        $description->components->responses = array_values(array_map(self::response(...), self::ANSWERS));
    }

    /** @return list<int> */
    private function statuses(OA\Operation $operation, Route $route): array
    {
        $writes = $operation->method !== 'get';
        $takes = $operation->requestBody !== Generator::UNDEFINED || $operation->parameters !== Generator::UNDEFINED;

        return [
            ...self::isGuarded($route) ? [401, 403, 404] : [],
            // A body may name something that is not there, and nobody may do everything.
            ...$writes ? [403, 404, 419, 503] : [],
            ...$takes ? [404, 409, 422] : [],
            ...array_filter($route->gatherMiddleware(), static fn (mixed $of): bool => str_starts_with((string) $of, 'throttle')) === []
                ? []
                : [429],
            500,
        ];
    }

    private static function isGuarded(Route $route): bool
    {
        return in_array('auth:sanctum', $route->gatherMiddleware(), true);
    }

    private function route(OA\Operation $operation): Route
    {
        foreach ($this->router->getRoutes()->get(strtoupper($operation->method)) as $route) {
            // Parameters may be called otherwise in a route.
            if (self::shape($route->uri()) === self::shape("api/v1{$operation->path}")) {
                return $route;
            }
        }
        throw new \LogicException("No route answers {$operation->method} {$operation->path}.");
    }

    private static function shape(string $path): string
    {
        return (string) preg_replace('/\{[^}]+\}/', '{}', $path);
    }

    /** @param  array{string, string}  $answer */
    private static function response(array $answer): OA\Response
    {
        $schema = new OA\Schema(['ref' => '#/components/schemas/Problem']);

        return new OA\Response([
            'response' => $answer[0],
            'description' => $answer[1],
            'content' => ['application/problem+json' => new OA\MediaType(['mediaType' => 'application/problem+json', 'schema' => $schema])],
        ]);
    }
}
