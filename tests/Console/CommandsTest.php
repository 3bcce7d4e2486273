<?php

declare(strict_types=1);

namespace Tests\Console;

use Illuminate\Support\Facades\Artisan;
use PHPUnit\Framework\Attributes\DataProvider;
use Tests\DemoTestCase;

final class CommandsTest extends DemoTestCase
{
    public function test_metric_prints_figures_with_their_state_and_working(): void
    {
        $json = $this->answer('logion:metric', [
            'ticker' => 'BRSW',
            'keys' => ['price_to_earnings', 'efficiency_ratio'],
            '--working' => true,
        ]);
        $this->assertSame(['BRSW', '2026-06-30'], [$json['ticker'], $json['as_of']]);
        $this->assertSame('value', $json['figures']['price_to_earnings']['state']);
        $this->assertSame(
            ['not_applicable', null],
            [$json['figures']['efficiency_ratio']['state'], $json['figures']['efficiency_ratio']['value']],
        );
        $this->assertSame('Price', $json['figures']['price_to_earnings']['working']['children'][0]['label']);
    }

    public function test_metric_as_of_a_past_day_differs(): void
    {
        $now = $this->answer('logion:metric', ['ticker' => 'ULVL', 'keys' => ['share_price']])['figures']['share_price']['value'];
        $then = $this->answer('logion:metric', ['ticker' => 'ULVL', 'keys' => ['share_price'], '--as-of' => '2023-06-30'])['figures'][
            'share_price'
        ]['value'];
        $this->assertGreaterThan(3 * $now, $then, 'Before the split, as it was known then.');
    }

    public function test_screen_reads_a_file(): void
    {
        $file = $this->file([
            'name' => 'Cheap',
            'belief' => 'b',
            'universe' => [],
            'criteria' => ['price_to_earnings < 15'],
            'columns' => ['price_to_earnings'],
            'sort' => [['column' => 'price_to_earnings', 'direction' => 'ascending']],
        ]);
        $json = $this->answer('logion:screen', ['--file' => $file]);
        $this->assertSame('price_to_earnings < 15', $json['steps'][0]['criterion']);
        $this->assertCount($json['steps'][0]['survivors'], $json['rows']);
        $values = array_column(array_column($json['rows'], 'values'), 'price_to_earnings');
        $this->assertLessThan(15, max($values));
        $this->assertSame(0, Artisan::call('logion:screen', ['--file' => $file, '--format' => 'csv']));
        $this->assertStringStartsWith("ticker,price_to_earnings\n", Artisan::output());
    }

    public function test_value_sets_and_solves(): void
    {
        $base = $this->answer('logion:value', ['ticker' => 'BRSW', '--method' => 'dcf']);
        foreach (['per_share', 'equity_value', 'enterprise_value', 'discount_rate', 'assumptions'] as $key) {
            $this->assertArrayHasKey($key, $base);
        }
        $set = $this->answer('logion:value', ['ticker' => 'BRSW', '--set' => ['discount_rate=12%', 'revenue_growth=0.02']]);
        $this->assertSame(0.12, $set['discount_rate']);
        $this->assertLessThan($base['per_share'], $set['per_share']);
        $solved = $this->answer('logion:value', ['ticker' => 'BRSW', '--solve' => ['discount_rate']])['solved']['discount_rate'];
        $this->assertEqualsWithDelta(
            $base['price'],
            $this->answer('logion:value', ['ticker' => 'BRSW', '--set' => ["discount_rate={$solved}"]])['per_share'],
            1e-4,
        );
    }

    public function test_every_method_values_is_solved_and_drawn(): void
    {
        $all = array_column($this->answer('logion:value', ['ticker' => 'BRSW', '--method' => 'all'])['methods'], null, 'key');
        $of = ['ticker' => 'BRSW', '--method' => 'earnings_path'];
        $plain = $this->answer('logion:value', $of);
        $this->assertEqualsWithDelta($all['earnings_path']['centre'], $plain['centre'], 1e-9);
        $solved = $this->answer('logion:value', [...$of, '--solve' => ['growth']])['solved']['growth'];
        $at = $this->answer('logion:value', [...$of, '--set' => ["growth={$solved}"]]);
        $this->assertEqualsWithDelta($plain['price'], $at['centre'], 1e-6 * $plain['price']);
        $drawn = fn (int $seed): array => $this->answer('logion:value', [
            ...$of,
            '--simulate' => ['growth=normal:0.05:0.01', 'exit_multiple=triangular:10:15:22'],
            '--draws' => '300',
            '--seed' => (string) $seed,
        ])['simulation'];
        $this->assertSame($drawn(4), $drawn(4));
        $this->assertSame(300, $drawn(4)['draws']);
        $this->assertNotSame($drawn(4)['mean'], $drawn(5)['mean']);
        $forced = $this->answer('logion:value', ['ticker' => 'BRSW', '--method' => 'excess_return', '--force' => true]);
        $this->assertTrue($forced['forced']);
        $ruled = fn (string ...$rules): array => $this->answer('logion:value', [
            'ticker' => 'BRSW',
            '--method' => 'driver_cash_flow',
            '--rule' => $rules,
        ]);
        $this->assertEqualsWithDelta(0.05, $ruled('growth_sales=own:0.06:0.04:0.05')['inputs']['growth_sales'], 1e-3);
        $this->assertEqualsWithDelta(0.055, $ruled('growth_sales=step:0.1:-0.01')['inputs']['growth_sales'], 1e-12);
        $tied = $ruled('growth_sales=fade:0.08:0.02:3', 'tax=tied:growth_sales:2:0.1')['inputs'];
        $this->assertEqualsWithDelta(2 * $tied['growth_sales'] + 0.1, $tied['tax'], 1e-12);
        $wide = fn (string ...$together): float => $this->answer('logion:value', [
            'ticker' => 'BRSW',
            '--method' => 'tangible_book',
            '--simulate' => ['tangible_book=normal:10:1', 'multiple=normal:1:0.1'],
            '--correlate' => $together,
            '--draws' => '2000',
        ])['simulation']['deviation'];
        $this->assertGreaterThan(1.15 * $wide(), $wide('tangible_book:multiple=0.9'), 'what rises together spreads wider');
    }

    public function test_refresh_reports_what_it_did(): void
    {
        $json = $this->answer('logion:refresh', ['--as-of' => '2022-03-31']);
        $this->assertSame('2022-03-31', $json['as_of']);
        $this->assertGreaterThan(40, $json['companies']);
    }

    /** @return iterable<string, array{string, array<string, mixed>, string}> */
    public static function mistakes(): iterable
    {
        yield 'unknown ticker' => ['logion:metric', ['ticker' => 'NOPE', 'keys' => ['share_price']], 'No company has the ticker "NOPE"'];
        yield 'a rule that is none' => [
            'logion:value',
            ['ticker' => 'BRSW', '--method' => 'driver_cash_flow', '--rule' => ['tax=magic:1']],
            'rule',
        ];
        yield 'a correlation that is none' => [
            'logion:value',
            ['ticker' => 'BRSW', '--method' => 'dividends', '--simulate' => ['growth=normal:0.05:0.01'], '--correlate' => ['growth']],
            'first:second=number',
        ];
        yield 'unknown metric' => [
            'logion:metric',
            ['ticker' => 'BRSW', 'keys' => ['price_to_earning']],
            'Did you mean "price_to_earnings"?',
        ];
        yield 'bad day' => [
            'logion:metric',
            ['ticker' => 'BRSW', 'keys' => ['share_price'], '--as-of' => '30.6.2026'],
            'not a calendar day',
        ];
        yield 'bad format' => [
            'logion:metric',
            ['ticker' => 'BRSW', 'keys' => ['share_price'], '--format' => 'yaml'],
            'table, json or csv',
        ];
        yield 'no file' => ['logion:screen', [], 'Name a screen file'];
        yield 'missing file' => ['logion:screen', ['--file' => '/nowhere.json'], 'cannot be read'];
        yield 'infinite value' => ['logion:value', ['ticker' => 'BRSW', '--set' => ['terminal_growth=20%']], 'not below the discount rate'];
        yield 'misfit' => ['logion:value', ['ticker' => 'FNSB'], 'does not fit a bank'];
        yield 'no such method' => ['logion:value', ['ticker' => 'BRSW', '--method' => 'tea-leaves'], 'no method'];
        yield 'method that does not fit' => ['logion:value', ['ticker' => 'FNSB', '--method' => 'cash_flow_to_equity'], 'excess return'];
        yield 'no distribution' => [
            'logion:value',
            ['ticker' => 'BRSW', '--method' => 'dividends', '--simulate' => ['growth=bell:1:2']],
            'name=kind:numbers',
        ];
        yield 'not a number' => ['logion:value', ['ticker' => 'BRSW', '--set' => ['beta=high']], 'name=number'];
    }

    /** @param  array<string, mixed>  $arguments */
    #[DataProvider('mistakes')]
    public function test_a_mistake_ends_with_one_sentence(string $command, array $arguments, string $sentence): void
    {
        $this->assertNotSame(0, Artisan::call($command, $arguments));
        $this->assertStringContainsString($sentence, Artisan::output());
    }

    public function test_screen_files_that_are_not_screens(): void
    {
        foreach (
            [
                ['{', 'does not hold JSON'],
                ['{"version": 9}', 'newer version'],
                ['{"criteria": ["gold_content > 3"]}', '"gold_content" is not a known name'],
            ] as [$text, $sentence]
        ) {
            $file = tempnam(sys_get_temp_dir(), 'screen');
            file_put_contents((string) $file, $text);
            $this->assertNotSame(0, Artisan::call('logion:screen', ['--file' => $file]));
            $this->assertStringContainsString($sentence, Artisan::output());
        }
    }

    /**
     * @param  array<string, mixed>  $arguments
     * @return array<string, mixed>
     */
    private function answer(string $command, array $arguments): array
    {
        $code = Artisan::call($command, [...$arguments, '--format' => 'json']);
        $output = Artisan::output();
        $this->assertSame(0, $code, $output);

        return json_decode($output, true, flags: JSON_THROW_ON_ERROR);
    }

    /** @param  array<string, mixed>  $screen */
    private function file(array $screen): string
    {
        $file = (string) tempnam(sys_get_temp_dir(), 'screen');
        file_put_contents($file, json_encode($screen));

        return $file;
    }
}
