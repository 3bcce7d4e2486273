<?php

declare(strict_types=1);

namespace Tests\Api;

use Illuminate\Cache\RateLimiter;
use Illuminate\Http\UploadedFile;
use PHPUnit\Framework\Attributes\DataProvider;
use Tests\DemoTestCase;

/** Whatever is sent, the answer is a figure, a sentence or a refusal, never a server error. */
final class HostileRequestsTest extends DemoTestCase
{
    private const MUTATIONS = 40;

    private const VALUES = [
        null,
        '',
        ' ',
        'BRSW',
        "\0",
        'é́🦑',
        '=1+1',
        "' or 1=1 --",
        '../../etc/passwd',
        0,
        -1,
        1.5,
        20240,
        20245,
        99991231,
        9223372036854775807,
        1e308,
        -1e308,
        true,
        false,
        [],
        [[]],
        ['a' => ['b' => []]],
        [null],
        '2026-02-30',
        '2024-12-31',
        '20241',
        'net_income',
        'revenue@20240',
    ];

    /** @return iterable<string, array{string, string, array<string, mixed>}> */
    public static function requests(): iterable
    {
        $company = '/api/v1/companies/BRSW';
        yield 'corrections' => [
            'POST',
            "{$company}/corrections",
            [
                'figures' => [
                    ['line' => 'revenue', 'period' => 20240, 'value' => 5.0],
                    ['line' => 'net_income', 'period' => 20241, 'value' => null],
                ],
                'note' => 'n',
                'source' => 's',
                'public_on' => '2025-03-01',
            ],
        ];
        yield 'one-offs' => [
            'POST',
            "{$company}/one-offs",
            [
                'line' => 'operating_income',
                'period' => 20240,
                'amount' => 5.0,
                'before_tax' => true,
                'note' => 'n',
                'break_key' => 'tax 20240',
            ],
        ];
        yield 'judgements' => ['POST', "{$company}/judgements", ['subject' => 'break:tax 20240', 'note' => 'n']];
        yield 'findings' => ['POST', "{$company}/findings/mend", ['key' => 'balance 20240 total_assets', 'remedy' => 0]];
        yield 'template' => ['PUT', "{$company}/template", ['template' => 'bank', 'reason' => 'r']];
        yield 'notes' => ['POST', "{$company}/notes", ['figure' => 'revenue@20240', 'body' => 'text']];
        yield 'statements' => [
            'GET',
            "{$company}/statements",
            [
                'statement' => 'income',
                'basis' => 'half_year',
                'view' => 'index',
                'version' => 'first',
                'most' => 12,
                'as_of' => '2025-06-30',
            ],
        ];
        yield 'bridges' => ['GET', "{$company}/bridges", ['period' => 20240, 'as_of' => '2025-06-30']];
        yield 'dividends' => ['GET', "{$company}/dividends", ['as_of' => '2025-06-30']];
        yield 'people' => ['GET', "{$company}/people", ['as_of' => '2025-06-30']];
        yield 'breakdowns' => ['GET', "{$company}/breakdowns", ['as_of' => '2025-06-30']];
        yield 'breaks' => ['GET', "{$company}/breaks", ['as_of' => '2025-06-30']];
        yield 'working' => [
            'GET',
            "{$company}/working",
            ['line' => 'revenue', 'period' => 20242, 'basis' => 'half_year', 'as_of' => '2025-06-30'],
        ];
        yield 'history of a figure' => ['GET', "{$company}/figure-history", ['line' => 'revenue', 'period' => 20240]];
        yield 'entry sheet' => ['GET', "{$company}/entry-sheet", ['statement' => 'balance', 'periods' => '20240,20230']];
        yield 'notes of a figure' => ['GET', "{$company}/notes", ['figure' => 'revenue@20240,revenue']];
        yield 'export' => ['GET', "{$company}/export", ['what' => 'statements', 'format' => 'csv', 'as_of' => '2025-06-30']];
        yield 'list of findings' => [
            'GET',
            '/api/v1/findings',
            ['ticker' => 'BRSW', 'check' => 'balance', 'accepted' => 'true', 'offset' => 0, 'limit' => 10],
        ];
    }

    /** @return iterable<string, array{string, string, array<string, mixed>}> */
    public static function questionsToTheUniverse(): iterable
    {
        $screen = [
            'name' => 'n',
            'belief' => 'b',
            'universe' => [
                'sectors' => ['10'],
                'market_cap' => ['least' => 1e6],
                'lists' => ['either' => [['tickers' => ['BRSW']], ['list' => 1]]],
            ],
            'criteria' => ['price_to_earnings < 25', ['label' => 'both', 'at_least' => 1, 'of' => ['net_margin > 0.05', 'roe > 0']]],
            'columns' => ['price_to_earnings', 'net_margin'],
            'sort' => [['column' => 'net_margin', 'direction' => 'descending']],
            'set_aside' => [['ticker' => 'BRSW', 'reason' => 'r']],
        ];
        $asked = ['screen' => $screen, 'as_of' => '2026-06-30'];
        $ranking = [
            'components' => [['formula' => 'net_margin', 'weight' => 2, 'better' => 'higher']],
            'method' => 'place',
            'missing' => 'worst',
        ];
        $regression = [
            'dependent' => ['formula' => 'price_to_book', 'log' => true],
            'regressors' => [['formula' => 'net_margin'], ['formula' => 'revenue_growth_5y']],
            'weight' => null,
        ];
        yield 'screen' => [
            'POST',
            '/api/v1/screens/run',
            [...$asked, 'offset' => 0, 'limit' => 20, 'reference' => 'survivors', 'shaded' => true],
        ];
        yield 'closer look' => ['POST', '/api/v1/screens/closer-look', $asked];
        yield 'group lines' => ['POST', '/api/v1/screens/group-lines', $asked];
        yield 'proposals' => ['POST', '/api/v1/screens/proposals', [...$asked, 'wished' => 10]];
        yield 'score' => ['POST', '/api/v1/screens/score', [...$asked, 'limit' => 10]];
        yield 'cleaning' => ['POST', '/api/v1/screens/cleaning', [...$asked, 'columns' => ['net_margin']]];
        yield 'distribution' => ['POST', '/api/v1/screens/distribution', [...$asked, 'formula' => 'net_margin', 'criterion' => 0]];
        yield 'written out' => ['POST', '/api/v1/screens/written-out', $asked];
        yield 'screen as a file' => ['POST', '/api/v1/screens/export', [...$asked, 'format' => 'csv']];
        yield 'saved screen' => ['POST', '/api/v1/screens', ['screen' => $screen]];
        yield 'ranking' => ['POST', '/api/v1/rankings/run', [...$asked, 'ranking' => $ranking, 'other_rules' => true, 'limit' => 10]];
        yield 'regression' => ['POST', '/api/v1/regressions/run', [...$asked, 'regression' => $regression]];
        $settings = ['rebalance' => 'quarterly', 'weights' => 'equal', 'months' => 36, 'cost' => 0.002, 'index' => 'ALLSH', 'years' => 3];
        yield 'basket' => ['POST', '/api/v1/baskets/run', [...$asked, ...$settings]];
        yield 'checklist' => ['POST', '/api/v1/companies/BRSW/checklist', [...$asked, 'years' => 5]];
        yield 'own metric' => [
            'POST',
            '/api/v1/own-metrics',
            [
                'key' => 'mine',
                'label' => 'Mine',
                'kind' => 'formula',
                'definition' => 'net_margin * 2',
                'unit' => 'percent',
                'better' => 'higher',
            ],
        ];
        yield 'own ranking' => [
            'POST',
            '/api/v1/own-metrics',
            ['key' => 'mine_too', 'label' => 'Mine', 'kind' => 'ranking', 'definition' => $ranking, 'unit' => 'count', 'better' => 'lower'],
        ];
        yield 'formula' => [
            'POST',
            '/api/v1/own-metrics/preview',
            ['formula' => 'net_margin > 0.1', 'tickers' => ['BRSW'], 'as_of' => '2026-06-30'],
        ];
        yield 'columns' => ['POST', '/api/v1/column-views', ['name' => 'n', 'columns' => ['net_margin', 'price']]];
        yield 'list' => ['POST', '/api/v1/lists', ['name' => 'n', 'tickers' => ['BRSW', 'FNSB'], 'kind' => 'watchlist']];
        yield 'metric' => ['GET', '/api/v1/metrics/net_margin', ['as_of' => '2026-06-30']];
        yield 'finder' => ['GET', '/api/v1/finder', ['q' => 'salt']];
        yield 'refresh' => ['POST', '/api/v1/refreshes', ['as_of' => '2026-06-30', 'formula' => 'mean_of(net_margin, 3)']];
        $changes = ['revenue_growth' => 0.05, 'discount_rate' => 0.09, 'terminal_growth' => 0.02];
        $value = '/api/v1/companies/GRME/cash-flow-value';
        yield 'valuation' => ['POST', $value, ['changes' => $changes, 'as_of' => '2026-06-30']];
        yield 'working of a valuation' => ['POST', "{$value}/working", ['changes' => $changes, 'line' => 'per_share']];
        yield 'valuation backwards' => [
            'POST',
            "{$value}/solve",
            ['changes' => $changes, 'assumption' => 'terminal_growth', 'price' => 50],
        ];
        yield 'sensitivity' => [
            'POST',
            "{$value}/sensitivity",
            ['changes' => $changes, 'row' => 'discount_rate', 'column' => 'terminal_growth'],
        ];
        yield 'saved valuation' => [
            'POST',
            '/api/v1/valuations',
            ['ticker' => 'BRSW', 'name' => 'n', 'method' => 'cash_flow', 'changes' => $changes, 'note' => 'n', 'as_of' => '2026-06-30'],
        ];
        yield 'decision' => [
            'POST',
            '/api/v1/decisions',
            ['ticker' => 'BRSW', 'verdict' => 'buy', 'reasons' => ['r'], 'thesis' => 't', 'buy_below' => 40, 'review_on' => '2027-01-01'],
        ];
        yield 'margin of safety' => ['GET', '/api/v1/margin-of-safety', ['value' => 50, 'margin' => 0.25, 'price' => 40]];
        yield 'metrics of a company' => ['GET', '/api/v1/companies/BRSW/metrics', ['keys' => 'net_margin', 'as_of' => '2026-06-30']];
        yield 'prices' => [
            'GET',
            '/api/v1/companies/BRSW/market',
            ['over' => '3y', 'span' => 'week', 'averages' => 's50,e20', 'studies' => 'momentum', 'as_of' => '2026-06-30'],
        ];
        yield 'company' => ['GET', '/api/v1/companies/BRSW', ['as_of' => '2026-06-30', 'adjusted' => '1']];
        yield 'account' => [
            'POST',
            '/api/v1/users',
            ['name' => 'n', 'email' => 'e@example.invalid', 'password' => 'a long enough password'],
        ];
    }

    /** @param  array<string, mixed>  $body */
    #[DataProvider('requests')]
    #[DataProvider('questionsToTheUniverse')]
    public function test_a_mutilated_request_is_answered(string $method, string $path, array $body): void
    {
        $this->actingAs($this->someone());
        mt_srand(crc32($path.$method));
        for ($i = 0; $i < self::MUTATIONS; $i++) {
            $this->answers($method, $path, $i === 0 ? $body : self::mutilated($body));
        }
    }

    public function test_a_mutilated_mapping_of_an_import_is_answered(): void
    {
        $this->actingAs($this->someone());
        foreach (
            [
                'BRSW.csv' => "Date,Open,Close\n2026-05-04,9,10\n",
                'BRSW statement.csv' => "In thousands,2026,2027\nRevenue,5,6\nNet income,1,2\n",
                'figures.csv' => "Company,Line,Period,Value\nBRSW,Revenue,2027,5\n",
            ] as $name => $content
        ) {
            $import = $this->post(
                '/api/v1/imports',
                ['file' => UploadedFile::fake()->createWithContent($name, $content)],
                ['Accept' => 'application/json'],
            )
                ->assertCreated()
                ->json();
            mt_srand(7);
            $body = array_diff_key($import['mapping'], ['lines' => 1]) + ['lines' => ['Revenue' => 'revenue']];
            for ($i = 0; $i < self::MUTATIONS; $i++) {
                $this->answers('PUT', "/api/v1/imports/{$import['id']}", self::mutilated($body));
                $this->putJson("/api/v1/imports/{$import['id']}", $body)->assertOk();
            }
            $this->answers('POST', "/api/v1/imports/{$import['id']}/profile", ['name' => []]);
        }
    }

    public function test_addresses_of_nothing_are_not_found_and_say_so(): void
    {
        $this->actingAs($this->someone());
        foreach (
            [
                '/api/v1/companies/NOBODY/statements',
                '/api/v1/companies/%00/dividends',
                '/api/v1/imports/999999',
                '/api/v1/companies/'.str_repeat('X', 500).'/people',
            ] as $path
        ) {
            $answer = $this->getJson($path);
            $this->assertSame(404, $answer->getStatusCode(), $path);
            $this->assertNotSame('', (string) $answer->json('detail'));
        }
        foreach (
            [
                '/api/v1/one-offs/999999',
                '/api/v1/judgements/999999',
                '/api/v1/notes/999999',
                '/api/v1/import-profiles/999999',
                '/api/v1/imports/999999',
            ] as $path
        ) {
            $this->deleteJson($path)->assertStatus(404);
        }
    }

    public function test_an_account_that_asks_without_end_waits_and_nobody_else_does(): void
    {
        config(['logion.requests_a_minute' => 3]);
        $this->actingAs($ada = $this->someone());
        foreach (['203.0.113.1', '203.0.113.2', '203.0.113.3'] as $address) {
            $this->withServerVariables(['REMOTE_ADDR' => $address])->getJson('/api/v1/lists')->assertOk();
        }
        $refused = $this->withServerVariables(['REMOTE_ADDR' => '203.0.113.4'])->getJson('/api/v1/lists')->assertStatus(429);
        $this->assertMatchesRegularExpression('/^That was asked too often\. Wait \d+ seconds, then go on\.$/', $refused->json('detail'));
        $this->assertGreaterThan(0, (int) $refused->headers->get('Retry-After'));
        $this->actingAs($this->someone('Bea'));
        $this->getJson('/api/v1/lists')->assertOk();
        $this->actingAs($ada);
        $this->getJson('/api/v1/lists')->assertStatus(429);
    }

    public function test_where_nothing_can_be_counted_everything_is_read(): void
    {
        $this->actingAs($this->someone());
        $limiter = $this->createStub(RateLimiter::class);
        $limiter
            ->method('tooManyAttempts')
            ->willThrowException(new \ErrorException('fwrite(): Write of 12 bytes failed with errno=28 No space left on device'));
        $this->app->instance(RateLimiter::class, $limiter);
        $this->getJson('/api/v1/lists')->assertOk();
    }

    /** @param  array<string, mixed>  $body */
    private function answers(string $method, string $path, array $body): void
    {
        $answer = $method === 'GET' ? $this->getJson($path.'?'.http_build_query($body)) : $this->json($method, $path, $body);
        $status = $answer->getStatusCode();
        $this->assertLessThan(
            500,
            $status,
            "{$method} {$path} ".
                json_encode($body, JSON_PARTIAL_OUTPUT_ON_ERROR).
                ' answered '.
                substr((string) $answer->getContent(), 0, 300),
        );
        if ($status >= 400) {
            $this->assertNotSame('', (string) $answer->json('detail'), 'a refusal says why');
        }
    }

    /**
     * @param  array<array-key, mixed>  $body
     * @return array<array-key, mixed> with one leaf or branch replaced or left out
     */
    private static function mutilated(array $body): array
    {
        $key = array_rand($body);
        if (is_array($body[$key]) && $body[$key] !== [] && mt_rand(0, 3) > 0) {
            $body[$key] = self::mutilated($body[$key]);
        } elseif (mt_rand(0, 9) === 0) {
            unset($body[$key]);
        } else {
            $body[$key] = mt_rand(0, 14) === 0 ? str_repeat('long ', 5000) : self::VALUES[array_rand(self::VALUES)];
        }

        return $body;
    }
}
