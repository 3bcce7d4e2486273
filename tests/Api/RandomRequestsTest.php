<?php

declare(strict_types=1);

namespace Tests\Api;

use Illuminate\Testing\TestResponse;
use PHPUnit\Framework\Attributes\DataProvider;
use Tests\DemoTestCase;

/**
 * Requests drawn at random from the description of the API, a part of each none of what it should be: every one is answered as described,
 * none by an error of the server. What was made stays for the requests after it, so that they meet things of their own.
 */
final class RandomRequestsTest extends DemoTestCase
{
    private const REQUESTS = 500;

    private const ODD = [
        null,
        true,
        false,
        0,
        -1,
        1e308,
        1e-300,
        PHP_INT_MAX,
        PHP_INT_MIN,
        '',
        'x',
        'NaN',
        '1e999',
        '2024-02-30',
        '0001-01-01',
        '9999-12-31',
        '../../etc/passwd',
        "'; drop table users;--",
        [],
        [[]],
        [null],
        ['a' => ['b' => []]],
        '1,5',
        '−3',
        ' ',
        '%',
        '{{7*7}}',
        "\u{202E}",
    ];

    private const TEXTS = [
        'BRSW',
        'ORTN',
        'EIDL',
        '2024-03-05',
        '2026-01-01',
        'buy',
        'XCR',
        'market_cap > 0',
        'net_margin',
        'revenue',
        '12.5',
        '1',
        'a name',
        '',
    ];

    /** What ends the session, takes minutes, or writes what cannot be rolled back. */
    private const LEFT_OUT = '#session|account|advance|users|people|invit|import|simulation|password|papers|refresh#';

    /** @var array<string, mixed> */
    private array $description;

    #[DataProvider('seeds')]
    public function test_random_requests_are_answered_as_described(int $seed): void
    {
        $this->description = json_decode((string) file_get_contents(resource_path('ts/api/openapi.json')), true);
        $this->actingAs($this->someone());
        mt_srand($seed);
        $operations = $this->operationsAsked();
        $answers = [];
        for ($i = 0; $i < self::REQUESTS; $i++) {
            [$method, $path, $operation] = $operations[mt_rand(0, count($operations) - 1)];
            [$address, $body] = $this->request($path, $operation);
            $answer = $this->json($method, $address, is_array($body) ? $body : []);
            $this->assertAnswered($answer, "{$method} {$address} ".json_encode($body));
            $answers[intdiv($answer->getStatusCode(), 100)] = ($answers[intdiv($answer->getStatusCode(), 100)] ?? 0) + 1;
        }
        $this->assertGreaterThan(self::REQUESTS / 10, $answers[2] ?? 0, 'enough of them are understood for what is behind to be reached');
    }

    /** @return array<string, array{int}> */
    public static function seeds(): array
    {
        $first = (int) (getenv('LOGION_SEED') ?: 1);

        return array_combine(
            array_map(static fn (int $seed): string => "seed {$seed}", range($first, $first + 2)),
            array_map(static fn (int $seed): array => [$seed], range($first, $first + 2)),
        );
    }

    private function assertAnswered(TestResponse $answer, string $asked): void
    {
        $why = isset($answer->baseResponse->exception) ? "\n{$answer->baseResponse->exception}" : '';
        $this->assertLessThan(500, $answer->getStatusCode(), mb_substr("{$asked}{$why}", 0, 2000));
    }

    /** @return list<array{string, string, array<string, mixed>}> */
    private function operationsAsked(): array
    {
        $operations = [];
        foreach ($this->description['paths'] as $path => $methods) {
            foreach ($methods as $method => $operation) {
                if (is_array($operation) && isset($operation['responses']) && ($method === 'get' || ! preg_match(self::LEFT_OUT, $path))) {
                    $operations[] = [strtoupper($method), $path, $operation];
                }
            }
        }

        return $operations;
    }

    /**
     * @param  array<string, mixed>  $operation
     * @return array{string, mixed}
     */
    private function request(string $path, array $operation): array
    {
        $query = [];
        foreach ($operation['parameters'] ?? [] as $told) {
            $told = $this->resolved($told);
            if ($told['in'] === 'path') {
                $path = str_replace("{{$told['name']}}", rawurlencode(self::part($told)), $path);
            } elseif ($told['in'] === 'query' && mt_rand(0, 1) === 1) {
                $query[$told['name']] = $this->drawn($told['schema'] ?? [], 0);
            }
        }
        $schema = $this->resolved($operation['requestBody'] ?? [])['content']['application/json']['schema'] ?? null;

        return [
            "/api/v1{$path}".($query === [] ? '' : '?'.http_build_query($query)),
            $schema === null ? null : $this->drawn($schema, 0),
        ];
    }

    /** @param  array<string, mixed>  $told */
    private static function part(array $told): string
    {
        $some =
            $told['name'] === 'ticker'
                ? ['BRSW', 'BRSW', 'ORTN', 'MWPR', 'NOPE', 'THX:BRSW', ' ']
                : ['1', '1', '2', '3', '0', '-1', '99999999999999999999', 'x', 'revenue', 'net_margin', '2024', 'annual'];

        return $some[mt_rand(0, count($some) - 1)];
    }

    /**
     * Something a schema allows, one time in eight something odd in its place.
     *
     * @param  array<string, mixed>  $schema
     */
    private function drawn(array $schema, int $depth): mixed
    {
        $schema = $this->resolved($schema);
        if ($depth > 6 || mt_rand(0, 7) === 0) {
            return self::ODD[mt_rand(0, count(self::ODD) - 1)];
        }
        foreach (['oneOf', 'anyOf', 'allOf'] as $choice) {
            if (isset($schema[$choice])) {
                return $this->drawn($schema[$choice][mt_rand(0, count($schema[$choice]) - 1)], $depth + 1);
            }
        }
        if (isset($schema['enum'])) {
            return $schema['enum'][mt_rand(0, count($schema['enum']) - 1)];
        }
        $type = is_array($schema['type'] ?? null) ? $schema['type'][mt_rand(0, count($schema['type']) - 1)] : $schema['type'] ?? null;

        return match (true) {
            isset($schema['properties']) || $type === 'object' => $this->object($schema, $depth),
            $type === 'array' => array_map(
                fn (): mixed => $this->drawn($schema['items'] ?? [], $depth + 1),
                array_fill(0, mt_rand(0, 3), null),
            ),
            in_array($type, ['integer', 'number'], true) => [0, 1, 2, -1, 5, 1e9, 0.5, 20240105, 1e-9, -0.1][mt_rand(0, 9)],
            $type === 'boolean' => mt_rand(0, 1) === 1,
            default => self::TEXTS[mt_rand(0, count(self::TEXTS) - 1)],
        };
    }

    /**
     * @param  array<string, mixed>  $schema
     * @return array<string, mixed>
     */
    private function object(array $schema, int $depth): array
    {
        $object = [];
        foreach ($schema['properties'] ?? [] as $name => $of) {
            if (in_array($name, $schema['required'] ?? [], true) || mt_rand(0, 9) < 6) {
                $object[$name] = $this->drawn($of, $depth + 1);
            }
        }

        return $object;
    }

    /**
     * @param  array<string, mixed>  $schema
     * @return array<string, mixed>
     */
    private function resolved(array $schema): array
    {
        while (isset($schema['$ref'])) {
            $found = $this->description;
            foreach (explode('/', substr($schema['$ref'], 2)) as $step) {
                $found = $found[$step];
            }
            $schema = $found;
        }

        return $schema;
    }
}
