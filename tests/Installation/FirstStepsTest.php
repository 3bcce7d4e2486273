<?php

declare(strict_types=1);

namespace Tests\Installation;

use App\Models\User;
use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\DB;
use Tests\DemoTestCase;

/** From an empty database to a decision by commands and requests alone, on two invented companies from four files of different make. */
final class FirstStepsTest extends DemoTestCase
{
    use OwnDatabase;

    protected function setUp(): void
    {
        parent::setUp();
        $this->useOwnDatabase();
    }

    public function test_two_companies_from_four_files_to_a_decision(): void
    {
        $this->getJson('/api/v1/status')->assertOk()->assertJsonPath('latest_day', null)->assertJsonPath('currency', null);
        $this->command('logion:user', ['email' => 'ada@example.invalid', 'name' => 'Ada', '--password' => 'a long enough password']);
        $this->assertSame('administrator', User::query()->firstOrFail()->role->value, 'who comes first keeps the house');
        $this->command('logion:setting', ['name' => 'currency', 'value' => 'EUR']);
        $this->command('logion:exchange', ['code' => 'XQPX', 'name' => 'Quillport Exchange', 'country' => 'XA', 'currency' => 'EUR']);
        $this->command('logion:index', ['exchange' => 'XQPX', 'ticker' => 'QALL', 'name' => 'Quillport All']);
        $this->command('logion:rate', ['series' => 'risk_free_rate', 'points' => ['2024-01-02=2.4%', '2026-01-02=2.85%']]);
        $this->command('logion:company', ['ticker' => 'QSFR', 'name' => 'Quill Sound Ferries', 'exchange' => 'XQPX', '--sector' => '50']);
        $this->getJson('/api/v1/status')->assertJsonPath('latest_day', date('Y-m-d'));
        // A report may make its company.
        $new = [
            'new_company' => [
                'name' => 'Hollow Tarn Mills',
                'ticker' => 'HTML',
                'exchange' => 'XQPX',
                'template' => 'industrial',
                'currency' => 'EUR',
                'year_end' => 12,
            ],
        ];
        $this->import('Hollow Tarn Mills.xhtml', ['--mapping' => (string) json_encode($new), '--filed-on' => '2026-03-05']);
        $this->import('Quill Sound Ferries.csv', ['--filed-on' => '2026-03-12']);
        // Statements without prices can be read.
        $this->actingAs(User::query()->firstOrFail());
        $this->getJson('/api/v1/companies/QSFR/statements?statement=income&basis=annual')->assertOk();
        $this->import('prices.csv');
        $this->import('dividends.tsv');
        $this->getJson('/api/v1/status')->assertJsonPath('latest_day', '2026-11-20');
        $this->command('logion:refresh', []);
        $values = [];
        foreach (['QSFR', 'HTML'] as $ticker) {
            $answer = json_decode(
                $this->command('logion:metric', [
                    'ticker' => $ticker,
                    'keys' => ['market_cap', 'beta_raw', 'net_margin', 'price_to_earnings', 'dividend_yield'],
                    '--format' => 'json',
                ]),
                true,
            );
            $values[$ticker] = array_map(static fn (array $figure): mixed => $figure['value'] ?? $figure['reason'], $answer['figures']);
        }
        // 102.5 million shares at 86.54; 431.2 of 4,118.9 million; 86.54 over 4.15; 1.56 over 86.54.
        $this->assertEqualsWithDelta(102.5e6 * 86.54, $values['QSFR']['market_cap'], 1);
        $this->assertEqualsWithDelta(431.2 / 4118.9, $values['QSFR']['net_margin'], 1e-12);
        $this->assertEqualsWithDelta(86.54 / 4.15, $values['QSFR']['price_to_earnings'], 1e-9);
        $this->assertEqualsWithDelta(1.56 / 86.54, $values['QSFR']['dividend_yield'], 1e-9);
        $this->assertEqualsWithDelta(50e6 * 65.23, $values['HTML']['market_cap'], 1);
        $this->assertEqualsWithDelta(172.5 / 1980.4, $values['HTML']['net_margin'], 1e-12);
        // The prices were drawn with 1.2 and 0.7 times the moves of the index.
        $this->assertEqualsWithDelta(1.2, $values['QSFR']['beta_raw'], 0.3);
        $this->assertEqualsWithDelta(0.7, $values['HTML']['beta_raw'], 0.3);
        $screen = $this->command('logion:screen', ['--file' => base_path('samples/first steps/screen.json'), '--format' => 'csv']);
        $this->assertMatchesRegularExpression('/HTML.*\n.*QSFR/', $screen);
        $value = json_decode($this->command('logion:value', ['ticker' => 'QSFR', '--format' => 'json']), true);
        // Its own cost of equity: the yield, and the premium times the adjusted beta.
        $beta = 1 / 3 + (2 / 3) * $values['QSFR']['beta_raw'];
        $this->assertEqualsWithDelta(0.0285 + 0.05 * $beta, $value['cost_of_equity'], 1e-9);
        $this->assertGreaterThan(0, $value['per_share']);
        $this->postJson('/api/v1/decisions', [
            'ticker' => 'QSFR',
            'verdict' => 'watch',
            'thesis' => 'It earns its margin on ferries nobody else runs.',
            'disproof' => 'A margin under eight per cent.',
            'value_per_share' => round($value['per_share'], 2),
            'margin_of_safety' => 0.3,
        ])->assertCreated();
        $this->getJson('/api/v1/decisions')->assertJsonPath('0.verdict', 'watch');
    }

    public function test_commands_complain_beside_their_output_and_change_nothing(): void
    {
        foreach (
            [
                ['logion:exchange', ['code' => 'XQPX'], 'Name the exchange.'],
                ['logion:index', ['exchange' => 'NONE', 'ticker' => 'A', 'name' => 'B'], 'There is no exchange NONE'],
                ['logion:rate', ['series' => 'risk_free_rate', 'points' => ['soon=2%']], 'is no point'],
                ['logion:setting', ['name' => 'currency', 'value' => 'euros'], 'three letters'],
                ['logion:setting', ['name' => 'colour', 'value' => 'red'], 'There is no setting colour'],
                ['logion:user', ['email' => 'nobody', 'name' => 'N'], 'no e-mail address'],
                ['logion:user', ['email' => 'a@example.invalid', '--role' => 'king'], 'administrator, editor or reader'],
                ['logion:company', ['ticker' => 'A', 'name' => 'Abc', 'exchange' => 'NONE'], 'There is no exchange "NONE"'],
            ] as [$command, $arguments, $reason]
        ) {
            $this->assertSame(1, Artisan::call($command, $arguments), $command);
            $this->assertStringContainsString($reason, Artisan::output());
        }
        $this->assertSame(
            [0, 0, 0, 0],
            array_map(static fn (string $table): int => DB::table($table)->count(), ['exchanges', 'securities', 'settings', 'users']),
        );
    }

    /** @param  array<string, mixed>  $options */
    private function import(string $file, array $options = []): void
    {
        $this->command('logion:import', ['file' => base_path("samples/first steps/{$file}"), ...$options]);
    }

    /** @param  array<string, mixed>  $arguments */
    private function command(string $command, array $arguments): string
    {
        // Each command is a process of its own.
        $this->app->forgetScopedInstances();
        $code = Artisan::call($command, $arguments);
        $output = Artisan::output();
        $this->assertSame(0, $code, "{$command}: {$output}");

        return $output;
    }
}
