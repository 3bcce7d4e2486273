<?php

declare(strict_types=1);

namespace Tests\Api;

use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;
use Logion\Time\Day;
use Tests\DemoTestCase;

/** Prices as they are drawn, what is laid beside them, what a sum became, and lines that are kept. */
final class MarketTest extends DemoTestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        $this->actingAs($this->someone());
    }

    public function test_bars_are_the_rows_that_are_kept(): void
    {
        $market = $this->market('BRSW', ['over' => '1y']);
        $listing = $this->listingId('BRSW');
        $last = DB::table('bars')->where('listing_id', $listing)->orderByDesc('day')->first();
        $at = count($market['labels']) - 1;
        $this->assertSame(Day::iso((int) $last->day), $market['labels'][$at]);
        foreach (['open', 'high', 'low', 'close'] as $of) {
            $this->assertCount($at + 1, $market[$of]);
            $this->assertEqualsWithDelta((float) $last->{$of}, $market[$of][$at], 1e-4, $of);
        }
        $this->assertEqualsWithDelta((float) $last->volume, $market['volume'][$at], 0.5);
        $this->assertGreaterThanOrEqual('2025-06-30', $market['labels'][0]);
        $this->assertLessThan('2025-07-05', $market['labels'][0]);
    }

    public function test_volumes_that_are_all_zero_are_drawn_and_say_that_nothing_traded(): void
    {
        $listing = $this->listingId('BRSW');
        DB::table('bars')
            ->where('listing_id', $listing)
            ->update(['volume' => 0]);
        DB::table('packed_rows')->where('source', 'bars')->where('owner', $listing)->delete();
        $market = $this->market('BRSW', ['over' => '1y', 'averages' => 's50', 'studies' => 'momentum,strength,range']);
        $this->assertSame([0], array_map(intval(...), array_values(array_unique($market['volume']))));
        $this->assertNotContains(null, array_slice($market['close'], -20));
        $figures = $this->getJson('/api/v1/companies/BRSW/metrics?keys=illiquidity,median_traded_value_3m,share_price')
            ->assertOk()
            ->json('figures');
        $this->assertNull($figures['illiquidity']['value'], 'no price moves for a sum that was never traded');
        $this->assertStringContainsString('trad', $figures['illiquidity']['reason']);
        $this->assertEquals(0, $figures['median_traded_value_3m']['value'], 'what was traded is told: nothing');
        $this->assertGreaterThan(0, $figures['share_price']['value']);
    }

    public function test_averages_and_studies_know_the_time_before_the_period(): void
    {
        $all = $this->market('BRSW', ['over' => 'all', 'averages' => 's200,e20', 'studies' => 'momentum,strength,bands']);
        $month = $this->market('BRSW', ['over' => '1m', 'averages' => 's200,e20', 'studies' => 'momentum,strength,bands']);
        $n = count($month['labels']);
        $this->assertLessThan(25, $n);
        foreach ([0, 1] as $i) {
            $this->assertSame(array_slice($all['averages'][$i]['values'], -$n), $month['averages'][$i]['values']);
            $this->assertNotContains(null, $month['averages'][$i]['values']);
        }
        foreach ([0, 1, 2] as $i) {
            foreach ($month['studies'][$i]['lines'] as $j => $line) {
                $this->assertSame(array_slice($all['studies'][$i]['lines'][$j]['values'], -$n), $line['values']);
            }
        }
        $this->assertEqualsWithDelta(array_sum(array_slice($all['close'], -200)) / 200, $month['averages'][0]['values'][$n - 1], 1e-3);
        $this->assertSame(['s200', 'e20'], array_column($all['averages'], 'key'));
        $this->assertNotSame([], $all['crosses']);
        foreach ($all['crosses'] as $cross) {
            $at = array_search($cross['label'], $all['labels'], true);
            $this->assertSame(['e20', 's200'], [$cross['shorter'], $cross['longer']]);
            [$long, $short] = [$all['averages'][0]['values'][$at], $all['averages'][1]['values'][$at]];
            $this->assertTrue($cross['up'] ? $short >= $long : $short <= $long);
        }
    }

    public function test_lines_are_told_to_eight_digits_and_shares_whole(): void
    {
        $before = ini_get('serialize_precision');
        $listing = $this->listingId('BRSW');
        $last = DB::table('bars')->where('listing_id', $listing)->max('day');
        DB::table('bars')
            ->where('listing_id', $listing)
            ->where('day', $last)
            ->update(['volume' => 12_345_678_901]);
        $market = $this->market('BRSW', ['over' => '1m', 'averages' => 's50']);
        $n = count($market['labels']) - 1;
        $this->assertSame(12_345_678_901, $market['volume'][$n]);
        $average = $market['averages'][0]['values'][$n];
        $this->assertSame(sprintf('%.8g', $average), sprintf('%.12g', $average));
        $this->assertSame($before, ini_get('serialize_precision'), 'all else is told to the last digit');
    }

    public function test_weeks_and_months_are_made_of_their_days(): void
    {
        $days = $this->market('GRME', ['over' => 'all']);
        foreach (['week', 'month'] as $span) {
            $bars = $this->market('GRME', ['over' => 'all', 'span' => $span]);
            $this->assertEqualsWithDelta(array_sum($days['volume']), array_sum($bars['volume']), 1.0);
            $this->assertSame(max($days['high']), max($bars['high']));
            $this->assertSame(min($days['low']), min($bars['low']));
            $this->assertSame($days['open'][0], $bars['open'][0]);
            $this->assertSame(end($days['close']), end($bars['close']));
            $this->assertSame([], array_diff($bars['labels'], $days['labels']));
        }
        $month = $this->market('GRME', ['over' => '1y', 'span' => 'month', 'as_of' => '2025-03-12']);
        $this->assertTrue($month['unfinished']);
        $this->assertSame('2025-03-12', end($month['labels']));
        $this->assertFalse($this->market('GRME', ['over' => '1y', 'span' => 'month', 'as_of' => '2025-03-31'])['unfinished']);
    }

    public function test_hours_end_where_their_days_do(): void
    {
        $hours = $this->market('BRSW', ['span' => 'hour', 'over' => '1m']);
        $days = $this->market('BRSW', ['over' => '1m']);
        $this->assertMatchesRegularExpression('/^\d{4}-\d\d-\d\d \d\d:00$/', $hours['labels'][0]);
        $closes = [];
        foreach ($hours['labels'] as $i => $label) {
            $closes[substr($label, 0, 10)] = $hours['close'][$i];
        }
        $this->assertSame(array_combine($days['labels'], $days['close']), $closes);
        $this->assertNull($hours['with_dividends']);
        $early = $this->market('BRSW', ['span' => 'hour', 'as_of' => '2020-06-30']);
        $this->assertSame([[], false], [$early['labels'], $early['has_hours']]);
        $this->assertSame('No bars are kept of this span.', $early['trends'][0]['sentence']);
    }

    public function test_a_split_changes_nothing_but_the_scale(): void
    {
        $query = ['over' => '3y', 'averages' => 's50', 'studies' => 'range,strength'];
        $before = $this->market('BRSW', $query);
        $line = $this->postJson('/api/v1/companies/BRSW/drawn-lines', ['name' => 'Floor', 'from_price' => 40])
            ->assertCreated()
            ->json();
        $this->assertSame('2026-06-30', $line['drawn_on']);
        $listing = $this->listingId('BRSW');
        $day = (int) DB::table('bars')->where('listing_id', $listing)->max('day');
        DB::table('drawn_lines')->update(['drawn_on' => Day::plus($day, -1)]);
        DB::table('corporate_actions')->insert([
            'security_id' => DB::table('listings')->where('id', $listing)->value('security_id'),
            'kind' => 'split',
            'ex_date' => $day,
            'ratio' => 4,
        ]);
        $ofDay = static fn (Builder $rows): Builder => $rows->where('listing_id', $listing)->where('day', $day);
        $ofDay(DB::table('bars'))->update([
            'open' => DB::raw('open / 4'),
            'high' => DB::raw('high / 4'),
            'low' => DB::raw('low / 4'),
            'close' => DB::raw('close / 4'),
        ]);
        $hours = array_map(
            static fn (array $bar): array => [$bar[0], $bar[1] / 4, $bar[2] / 4, $bar[3] / 4, $bar[4] / 4, $bar[5]],
            json_decode($ofDay(DB::table('bars_by_hour'))->value('hours')),
        );
        $this->assertCount(8, $hours);
        $ofDay(DB::table('bars_by_hour'))->update(['hours' => json_encode($hours)]);
        $after = $this->market('BRSW', $query);
        $quarter = static fn (array $line): array => array_map(static fn (?float $x): ?float => $x === null ? null : $x / 4, $line);
        foreach (['open', 'high', 'low', 'close'] as $of) {
            $this->assertEqualsWithDelta($quarter($before[$of]), $after[$of], 1e-3, $of);
        }
        $this->assertEqualsWithDelta($quarter($before['averages'][0]['values']), $after['averages'][0]['values'], 1e-3);
        $this->assertEqualsWithDelta($before['studies'][1]['lines'][0]['values'], $after['studies'][1]['lines'][0]['values'], 0.02);
        $this->assertSame(array_column($before['found']['levels'], 'touches'), array_column($after['found']['levels'], 'touches'));
        $this->assertSame(array_column($before['found']['levels'], 'last'), array_column($after['found']['levels'], 'last'));
        $this->assertSame(array_column($before['trends'], 'state'), array_column($after['trends'], 'state'));
        $this->assertEqualsWithDelta(10.0, $this->getJson('/api/v1/companies/BRSW/drawn-lines')->json('0.now'), 1e-9);
    }

    public function test_levels_tell_how_far_they_are_and_what_an_entry_needs(): void
    {
        $market = $this->market('BRSW', ['over' => '3y']);
        $found = $market['found'];
        $close = end($market['close']);
        $this->assertGreaterThan($close, $found['resistance']['price']);
        $this->assertLessThan($close, $found['support']['price']);
        foreach (['resistance', 'support'] as $of) {
            $gap = abs($found[$of]['price'] - $close);
            $this->assertEqualsWithDelta((100 * $gap) / $close, $found[$of]['percent'], 1e-3);
            $this->assertEqualsWithDelta($gap / $found['range'], $found[$of]['ranges'], 1e-3);
        }
        $this->assertStringContainsString(number_format($found['resistance']['price'], 2, '.', ' '), $found['entry']);
        $this->assertStringContainsString(number_format($found['support']['price'], 2, '.', ' '), $found['entry']);
        $this->assertSame(['hour', 'day', 'week'], array_column($market['trends'], 'span'));
        foreach ($market['trends'] as $trend) {
            $this->assertContains($trend['state'], ['up', 'down', 'sideways', null]);
            if ($trend['state'] === 'up') {
                $this->assertGreaterThan($trend['highs'][0], $trend['highs'][1]);
                $this->assertSame($trend['lows'][1], $trend['change']);
            }
        }
    }

    public function test_one_bar_none_gaps_equal_prices_and_no_volume_are_answered(): void
    {
        $listing = $this->listingId('BRSW');
        $bars = static fn () => DB::table('bars')->where('listing_id', $listing);
        $all = function (): array {
            $answers = [];
            foreach (
                [
                    'market?over=all&averages=s50,e20&studies=momentum,strength,stochastic,range,bands',
                    'market?span=week',
                    'market?span=hour',
                    'comparison?with=index,industry',
                    'earning-power',
                    'downturns',
                    'picture',
                ] as $address
            ) {
                $answers[] = $this->getJson("/api/v1/companies/BRSW/{$address}")
                    ->assertOk()
                    ->json();
            }

            return $answers[0];
        };
        $bars()->where('day', '>', 20240101)->where('day', '<', 20240601)->delete();
        $gap = $all();
        $this->assertSame([], array_filter($gap['labels'], static fn (string $day): bool => $day > '2024-01-01' && $day < '2024-06-01'));
        $bars()->update(['open' => 5, 'high' => 5, 'low' => 5, 'close' => 5, 'volume' => 0]);
        $equal = $all();
        $this->assertSame([], $equal['found']['levels'], 'nothing stands out');
        $this->assertNull($equal['trends'][1]['state']);
        $this->assertSame('No swing stands out, so there is no level.', $equal['found']['entry']);
        $bars()->where('day', '<', (int) $bars()->max('day'))->delete();
        $one = $all();
        $this->assertCount(1, $one['labels']);
        $this->assertNull($one['averages'][0]['values'][0]);
        $this->assertSame('Too few days with a high and a low for levels.', $one['found']['entry']);
        $bars()->delete();
        $none = $all();
        $this->assertSame([[], null], [$none['labels'], $none['found']['since']]);
        $this->getJson('/api/v1/companies/BRSW/invested-sum')->assertStatus(404);
        $this->postJson('/api/v1/companies/BRSW/cases')->assertOk()->assertJsonPath('price', null);
        $this->postJson('/api/v1/companies/BRSW/drawn-lines', ['name' => 'x', 'from_price' => 5])
            ->assertCreated()
            ->assertJsonPath('distance', null);
    }

    public function test_what_is_not_asked_well_is_refused_by_name(): void
    {
        $wrong = ['span=minute', 'over=2y', 'averages=s1', 'averages=x50', 'averages=s5,s6,s7,s8,s9,s10,s11,s12,s13', 'studies=luck'];
        foreach ($wrong as $query) {
            $this->getJson("/api/v1/companies/BRSW/market?{$query}")->assertStatus(422);
        }
        $this->assertStringContainsString(
            's200 or e20',
            (string) $this->getJson('/api/v1/companies/BRSW/market?averages=x50')->json('detail'),
        );
        $this->getJson('/api/v1/companies/NOWHERE/market')->assertStatus(404);
    }

    public function test_a_price_is_compared_in_one_currency_from_one_hundred(): void
    {
        $list = $this->postJson('/api/v1/lists', ['name' => 'Salt and ferries', 'tickers' => ['BRSW', 'ULVL']])->json('id');
        $of = fn (string $with, string $dividends): array => $this->getJson(
            "/api/v1/companies/GRME/comparison?over=3y&dividends={$dividends}&with={$with}",
        )
            ->assertOk()
            ->json();
        $compared = $of("index,industry,BRSW,list:{$list}", '1');
        $this->assertSame(['GRME', 'index', 'industry', 'BRSW', "list:{$list}"], array_column($compared['lines'], 'key'));
        foreach ($compared['lines'] as $line) {
            $this->assertCount(count($compared['days']), $line['values']);
            $this->assertEqualsWithDelta(100.0, $line['values'][0], 1e-9, $line['key']);
            $this->assertEqualsWithDelta(end($line['values']) / 100 - 1, $line['change'], 1e-4);
        }
        $alone = $of('ULVL', '1')['lines'][1]['values'];
        $this->assertEqualsWithDelta(
            array_map(static fn (float $a, float $b): float => ($a + $b) / 2, $compared['lines'][3]['values'], $alone),
            $compared['lines'][4]['values'],
            2e-3,
        );
        $this->assertSame(2, $compared['lines'][4]['members']);
        $market = $this->market('GRME', ['over' => '3y']);
        $price = $of('', '0')['lines'][0];
        $this->assertEqualsWithDelta(end($market['close']) / $market['close'][0] - 1, $price['change'], 1e-4);
        $this->assertEqualsWithDelta(
            end($market['with_dividends']) / $market['with_dividends'][0] - 1,
            $compared['lines'][0]['change'],
            1e-4,
        );
        $this->getJson('/api/v1/companies/GRME/comparison?with=NOWHERE')->assertStatus(404);
        $this->getJson('/api/v1/companies/GRME/comparison?with=a,b,c,d,e,f,g,h,i')->assertStatus(422);
        $this->actingAs($this->someone('Other'));
        $this->getJson("/api/v1/companies/GRME/comparison?with=list:{$list}")->assertStatus(404);
    }

    public function test_a_sum_becomes_what_its_dividends_and_the_index_say(): void
    {
        $sum = $this->getJson('/api/v1/companies/GRME/invested-sum?amount=1000&from=2021-01-04')->assertOk()->json();
        $market = $this->market('GRME', ['over' => 'all']);
        $from = array_search($sum['from'], $market['labels'], true);
        $of = array_column($sum['outcomes'], null, 'kind');
        $this->assertEqualsWithDelta(1000 * (end($market['close']) / $market['close'][$from]), $of['price_only']['value'], 0.05);
        $this->assertGreaterThan($of['price_only']['value'], $of['cash']['value']);
        $this->assertEqualsWithDelta(
            end($market['with_dividends']) / $market['with_dividends'][$from],
            $of['reinvested']['value'] / 1000,
            0.02,
            'to reinvest at the close of the ex-date is nearly what an adjusted close says',
        );
        $this->assertSame([2021, 2022, 2023, 2024, 2025, 2026], array_column($sum['years'], 'year'));
        $product = array_product(array_map(static fn (array $year): float => 1 + $year['return_reinvested'], $sum['years']));
        $this->assertEqualsWithDelta($of['reinvested']['total'], $product - 1, 1e-9);
        $index = array_product(array_map(static fn (array $year): float => 1 + $year['return_index'], $sum['years']));
        $this->assertEqualsWithDelta($of['index']['total'], $index - 1, 1e-9);
        $this->getJson('/api/v1/companies/GRME/invested-sum?from=2026-07-15')->assertStatus(404);
        foreach (['amount=0', 'amount=-5', 'amount=lots', 'from=yesterday', 'from=2026-02-30'] as $query) {
            $this->getJson("/api/v1/companies/GRME/invested-sum?{$query}")->assertStatus(422);
        }
    }

    public function test_a_line_is_drawn_moved_found_again_and_deleted(): void
    {
        $level = $this->postJson('/api/v1/companies/BRSW/drawn-lines', ['name' => 'Where I would look', 'from_price' => 30.5])
            ->assertCreated()
            ->json();
        $market = $this->market('BRSW', ['over' => '1m']);
        $this->assertEqualsWithDelta(30.5 / end($market['close']) - 1, $level['distance'], 1e-4);
        $line = $this->postJson('/api/v1/companies/BRSW/drawn-lines', [
            'name' => 'Rising lows',
            'from_day' => '2026-06-10',
            'from_price' => 20,
            'to_day' => '2026-06-20',
            'to_price' => 25,
        ])
            ->assertCreated()
            ->json();
        $this->assertEqualsWithDelta(20 + 0.5 * Day::between(20260610, Day::parse(end($market['labels']))), $line['now'], 1e-4);
        $this->putJson("/api/v1/drawn-lines/{$level['id']}", ['name' => 'Lower', 'from_price' => 28])->assertOk();
        $kept = $this->getJson('/api/v1/companies/BRSW/drawn-lines')->json();
        $this->assertSame(['Lower', 'Rising lows'], array_column($kept, 'name'));
        $this->assertEqualsWithDelta(28.0, $kept[0]['now'], 1e-9);
        $this->assertSame([], $this->getJson('/api/v1/companies/BRSW/drawn-lines?as_of=2026-05-29')->json(), 'drawn later');
        $this->assertSame([], $this->getJson('/api/v1/companies/GRME/drawn-lines')->json());
        $this->deleteJson("/api/v1/drawn-lines/{$level['id']}")->assertNoContent();
        $this->assertCount(1, $this->getJson('/api/v1/companies/BRSW/drawn-lines')->json());
        $refused = [
            ['name' => '', 'from_price' => 1],
            ['name' => 'x', 'from_price' => 0],
            ['name' => 'x', 'from_price' => 'high'],
            ['name' => 'x', 'from_price' => 1, 'from_day' => '2026-06-10'],
            ['name' => 'x', 'from_price' => 1, 'from_day' => '2026-06-10', 'to_day' => '2026-06-10', 'to_price' => 2],
        ];
        foreach ($refused as $body) {
            $this->postJson('/api/v1/companies/BRSW/drawn-lines', $body)->assertStatus(422);
        }
    }

    /** @param  array<string, string>  $query
     * @return array<string, mixed>
     */
    private function market(string $ticker, array $query): array
    {
        return $this->getJson("/api/v1/companies/{$ticker}/market?".http_build_query($query))
            ->assertOk()
            ->json();
    }

    private function listingId(string $ticker): int
    {
        return (int) DB::table('listings')->where('ticker', $ticker)->where('main', true)->orderByDesc('from_day')->value('id');
    }
}
