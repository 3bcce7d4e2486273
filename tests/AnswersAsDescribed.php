<?php

declare(strict_types=1);

namespace Tests;

use Illuminate\Routing\Route;
use Illuminate\Testing\TestResponse;
use Opis\JsonSchema\Errors\ErrorFormatter;
use Opis\JsonSchema\Validator;

/** Whatever a test asks of the API, the answer is one that its description gives, to the last property. */
trait AnswersAsDescribed
{
    private const DESCRIPTION = 'https://api.invalid/openapi.json';

    private static ?Validator $validator = null;

    /** @var array<string, array<string, mixed>>|null */
    private static ?array $operations = null;

    /**
     * @param  \Illuminate\Http\Response  $response
     * @param  \Illuminate\Http\Request  $request
     */
    protected function createTestResponse($response, $request): TestResponse
    {
        $route = $request->route();
        $type = (string) $response->headers->get('Content-Type');
        if ($route instanceof Route && str_starts_with($route->uri(), 'api/v1/') && ! str_ends_with($route->uri(), 'openapi.json')) {
            $content = (string) $response->getContent();
            $this->mustBeDescribed($route, strtolower($request->method()), $response->getStatusCode(), $type, $content);
        }

        return parent::createTestResponse($response, $request);
    }

    private function mustBeDescribed(Route $route, string $method, int $status, string $type, string $content): void
    {
        $where = "{$method} {$route->uri()} {$status}";
        $shape = static fn (string $path): string => (string) preg_replace('/\{[^}]+\}/', '{}', $path);
        $path = null;
        foreach (array_keys(self::operations()) as $known) {
            $path ??= $shape("api/v1{$known}") === $shape($route->uri()) ? $known : null;
        }
        $answer = self::operations()[$path][$method]['responses'][(string) $status] ?? null;
        if ($path === null || $answer === null) {
            $this->fail("The description does not name {$where}: ".substr($content, 0, 300));
        }
        $pointer = isset($answer['$ref'])
            ? substr($answer['$ref'], 1)
            : '/paths/'.strtr($path, ['~' => '~0', '/' => '~1'])."/{$method}/responses/{$status}";
        $kind = strtok($type, ';');
        $described = isset($answer['$ref']) ? 'application/problem+json' : (string) (array_key_first($answer['content'] ?? []) ?? '');
        if (! str_contains((string) $kind, 'json')) {
            return;
        }
        if ($described === 'application/octet-stream') {
            return; // A file to keep, of whatever kind was asked for.
        }
        $this->assertSame($described, $kind === 'application/json' && $described === '' ? '' : $kind, "{$where} is of another kind");
        if ($described === '') {
            return;
        }
        $pointer .= '/content/'.strtr($described, ['~' => '~0', '/' => '~1']).'/schema';
        $result = self::validator()->validate(json_decode($content), self::DESCRIPTION.'#'.strtr($pointer, ['{' => '%7B', '}' => '%7D']));
        if (! $result->isValid()) {
            $errors = (new ErrorFormatter())->format($result->error(), false);
            $this->fail("{$where} does not fit its description: ".substr((string) json_encode($errors, JSON_UNESCAPED_SLASHES), 0, 1500));
        }
        $this->addToAssertionCount(1);
    }

    /** @return array<string, array<string, mixed>> */
    private static function operations(): array
    {
        return self::$operations ??= json_decode(self::description(), true)['paths'];
    }

    private static function validator(): Validator
    {
        if (self::$validator === null) {
            self::$validator = new Validator();
            self::$validator->resolver()->registerRaw(self::description(), self::DESCRIPTION);
        }

        return self::$validator;
    }

    private static function description(): string
    {
        return (string) file_get_contents(__DIR__.'/../resources/ts/api/openapi.json');
    }
}
