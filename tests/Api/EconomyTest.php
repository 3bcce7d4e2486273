<?php

declare(strict_types=1);

namespace Tests\Api;

use App\Storage\EconomyReader;
use Illuminate\Support\Facades\DB;
use Tests\DemoTestCase;

/** Statistics, rates and forecasts of the economy. */
final class EconomyTest extends DemoTestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        $this->actingAs($this->someone());
    }

    public function test_series_are_what_was_told_with_their_forecasts(): void
    {
        $told = $this->economy();
        $of = array_column($told['series'], null, 'key');
        $this->assertSame(
            ['output_growth', 'inflation_rate', 'unemployment_rate', 'policy_rate', 'bill_rate', 'risk_free_rate', 'credit_spread'],
            array_slice(array_keys($of), 0, 7),
        );
        $this->assertArrayHasKey('exchange_rate:XVN', $of);
        $rows = DB::table('economy_series')->where('name', 'inflation_rate')->orderBy('day')->get();
        $this->assertCount($rows->count(), $of['inflation_rate']['values']);
        $this->assertSame((float) $rows->last()->value, (float) end($of['inflation_rate']['values']));
        $this->assertEqualsWithDelta((float) $rows[$rows->count() - 13]->value, $of['inflation_rate']['year_before'], 1e-12);
        $forecast = DB::table('economy_forecasts')
            ->where('name', 'output_growth')
            ->where('year', 2026)
            ->orderByDesc('made_on')
            ->first();
        $this->assertSame([2026, 2027, 2028], array_column($of['output_growth']['forecasts'], 'year'));
        $this->assertEqualsWithDelta((float) $forecast->value, $of['output_growth']['forecasts'][0]['value'], 1e-12);
        $this->assertSame([], $of['exchange_rate:XVN']['forecasts']);
    }

    public function test_a_year_comes_to_the_mean_of_its_quarters_once_all_are_told(): void
    {
        $series = array_column($this->economy('2021-06-30')['series'], null, 'key');
        $paths = array_column($series['output_growth']['paths'], 'actual', 'year');
        $quarters = DB::table('economy_series')->where('name', 'output_growth')->whereBetween('day', [20200401, 20210331])->pluck('value');
        $this->assertCount(4, $quarters);
        $this->assertEqualsWithDelta($quarters->avg(), $paths[2020], 1e-12);
        $this->assertNull($paths[2021]);
    }

    public function test_nothing_later_is_known_on_a_day_in_the_past(): void
    {
        $then = $this->economy('2020-06-30');
        foreach ($then['series'] as $series) {
            $this->assertLessThanOrEqual('2020-06-30', end($series['days']));
            foreach ($series['paths'] as $path) {
                $this->assertLessThanOrEqual('2020-06-30', end($path['days']));
            }
        }
        $this->assertSame([], array_filter($then['recessions'], static fn (array $of): bool => $of['start'] >= '2020'));
        $now = $this->economy()['surprises'];
        $this->assertSame($then['surprises'], array_slice($now, 0, count($then['surprises'])), 'later figures change none');
        $sharp = array_filter($now, static fn (array $of): bool => $of['day'] > '2020-08-01' && $of['day'] < '2020-12-31');
        $this->assertLessThan(-0.5, min(array_column($sharp, 'value')), 'nobody had forecast the sharp downturn');
    }

    public function test_an_installation_without_statistics_says_so(): void
    {
        DB::table('economy_series')->delete();
        DB::table('economy_forecasts')->delete();
        resolve(EconomyReader::class)->forget();
        $none = $this->economy();
        $this->assertSame([[], [], []], [$none['series'], $none['surprises'], $none['recessions']]);
    }

    /** @return array<string, mixed> */
    private function economy(?string $day = null): array
    {
        return $this->getJson('/api/v1/economy'.($day === null ? '' : "?as_of={$day}"))->assertOk()->json();
    }
}
