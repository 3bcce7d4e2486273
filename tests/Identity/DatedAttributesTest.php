<?php

declare(strict_types=1);

namespace Tests\Identity;

use App\Storage\ColumnStore;
use App\Storage\CompanyReader;
use App\Storage\Identity\Identities;
use App\Storage\UniverseMembers;
use Illuminate\Foundation\Testing\DatabaseTransactions;
use Illuminate\Support\Facades\DB;
use Logion\Metric\CompanyData;
use Logion\Reporting\ShareClass;
use Logion\Time\Day;
use Tests\DemoTestCase;

/** Name, sector, currencies, classes and membership of indices are those of the day that is asked about. */
final class DatedAttributesTest extends DemoTestCase
{
    use DatabaseTransactions;

    protected function setUp(): void
    {
        parent::setUp();
        $this->actingAs($this->someone());
    }

    public function test_name_and_sector_are_those_of_the_day_everywhere(): void
    {
        foreach (
            [
                '2018-05-31' => ['Skellanmoor Ropeworks', 'Textiles', '13'],
                '2018-06-01' => ['Skellanmoor Combined Trades', 'Wholesale', '46'],
            ] as $day => [$name, $sector, $code]
        ) {
            $company = $this->getJson("/api/v1/companies/SKCT?as_of={$day}")
                ->assertOk()
                ->json();
            $this->assertSame([$name, $sector], [$company['name'], $company['sector']]);
            $asOf = (int) str_replace('-', '', $day);
            $member = array_values(
                array_filter(
                    $this->app->make(UniverseMembers::class)->on($asOf),
                    fn (object $m): bool => $m->id === $this->companyId('SKCT'),
                ),
            )[0];
            $this->assertSame([$name, $code], [$member->name, $member->sector]);
            $this->assertSame($code, $this->app->make(CompanyReader::class)->read($member->id, on: $asOf)?->sector);
            $identity = $this->getJson("/api/v1/companies/SKCT/identity?as_of={$day}")
                ->assertOk()
                ->json();
            $this->assertSame($name, $identity['name']);
            $this->assertCount($day === '2018-06-01' ? 1 : 0, $identity['former_names'], 'a change still to come is not known');
        }
        $this->assertSame(
            [['value' => 'Skellanmoor Ropeworks', 'until' => '2018-06-01']],
            $this->getJson('/api/v1/companies/SKCT/identity')->json('former_names'),
        );
    }

    public function test_periods_are_counted_by_the_year_end_of_the_day(): void
    {
        $id = $this->companyId('UMBSA');
        $changed = (int) DB::table('former_attributes')->where('company_id', $id)->value('until_day');
        $before = Day::plus($changed, -1);
        $this->assertSame(
            ['value' => '12', 'until' => Day::iso($changed)],
            $this->getJson('/api/v1/companies/UMBSA/identity')->json('former_fiscal_year_ends.0'),
        );
        $read = fn (int $day): CompanyData => $this->app->make(CompanyReader::class)->read($id, on: $day) ?? $this->fail('nobody');
        $then = $read($before)->statements($before);
        $now = $read($changed)->statements($changed);
        $this->assertSame([20241231, 20250930], [$then->periodEnd(20240), $now->periodEnd(20250)]);
        $this->assertSame([20240, 20250], [10 * (int) $then->latestYear(), 10 * (int) $now->latestYear()]);
        // The third quarter of the old year is the second before the end of the new one, and so on back to the first years.
        foreach (range(2020, 2024) as $year) {
            $this->assertSame($then->value('revenue', 10 * $year + 1), $now->value('revenue', 10 * $year + 2), "first months of {$year}");
            $this->assertEqualsWithDelta(
                array_sum(array_map(static fn (int $q): ?float => $now->value('revenue', 10 * $year + $q), [1, 2, 3, 4])),
                $now->value('revenue', 10 * $year),
                1.0,
            );
        }
        $this->assertSame($now->value('revenue', 20250), $now->trailing('revenue', 20254), 'a year is a year');
        foreach ([$before => '12', $changed => '9'] as $day => $month) {
            $members = array_column($this->app->make(UniverseMembers::class)->on($day), 'year_end', 'id');
            $this->assertSame($month, $members[$id]);
        }
        $consensus = $read(self::TODAY)->expectations;
        $this->assertNull($consensus->consensus('revenue', 20260, $before), 'years that ended in December are expected no more');
        $this->assertNotNull($consensus->consensus('revenue', 20260, self::TODAY));
    }

    public function test_a_report_package_gives_each_filing_the_periods_it_was_filed_for(): void
    {
        $id = $this->companyId('UMBSA');
        $changed = (int) DB::table('former_attributes')->where('company_id', $id)->value('until_day');
        $identity = $this->app->make(Identities::class)->of($id) ?? $this->fail('nobody');
        $ends = [];
        foreach (DB::table('filings')->where('company_id', $id)->get(['period', 'period_end', 'filed_on']) as $filing) {
            $day = (int) $filing->filed_on;
            $this->assertSame((int) $filing->period_end, $identity->calendarOn($day)->end((int) $filing->period), "filed on {$day}");
            $ends[$day < $changed][] = $filing->period_end;
        }
        $this->assertCount(2, $ends);
    }

    public function test_a_screen_by_sector_and_a_back_test_find_it_in_the_sector_of_the_day(): void
    {
        $this->app->make(ColumnStore::class)->refresh(20171229);
        $tickers = fn (string $sector, string $day): array => array_column(
            $this->postJson('/api/v1/screens/run', [
                'screen' => [
                    'criteria' => ['share_price > 0'],
                    'columns' => ['share_price'],
                    'universe' => ['sectors' => [$sector]],
                    'limit' => 100,
                ],
                'as_of' => $day,
            ])
                ->assertOk()
                ->json('rows'),
            'name',
        );
        $this->assertContains('Skellanmoor Ropeworks', $tickers('13', '2017-12-29'));
        $this->assertNotContains('Skellanmoor Ropeworks', $tickers('46', '2017-12-29'));
        $this->assertContains('Skellanmoor Combined Trades', $tickers('46', '2026-06-30'));
        $this->assertNotContains('Skellanmoor Combined Trades', $tickers('13', '2026-06-30'));

        $id = $this->postJson('/api/v1/back-tests', [
            'screen' => ['criteria' => ['share_price > 0'], 'columns' => ['share_price'], 'universe' => ['sectors' => ['13']]],
            'frequency' => 'quarterly',
            'from' => '2017-06-01',
            'to' => '2019-06-28',
            'index' => 'ALLSH',
        ])
            ->assertSuccessful()
            ->json('id');
        $held = [];
        foreach (
            $this->getJson("/api/v1/back-tests/{$id}")
                ->assertOk()
                ->json('result.dates') as $date
        ) {
            $held[$date['signal']] = array_column($date['held'], 'ticker');
        }
        $this->assertNotSame([], $held);
        foreach ($held as $signal => $its) {
            $this->assertSame($signal < '2018-06-01', in_array('SKCT', $its, true), "{$signal}: ".implode(' ', $its));
        }
    }

    /** @return \Illuminate\Support\Collection<int, float> rates at the ends of the months of a year */
    private static function monthEnds(int $year): \Illuminate\Support\Collection
    {
        $ends = DB::table('economy_series')
            ->where('name', 'exchange_rate:XVN')
            ->whereBetween('day', [$year * 10000, $year * 10000 + 1231])
            ->orderBy('day')
            ->get()
            ->groupBy(static fn (object $rate): int => intdiv((int) $rate->day, 100))
            ->map(static fn ($month): float => (float) $month->last()->value)
            ->values();
        self::assertCount(12, $ends);

        return $ends;
    }

    public function test_figures_reported_in_a_former_currency_are_read_in_that_of_the_day(): void
    {
        $revenue = fn (string $asOf): array => [
            $this->getJson("/api/v1/companies/WRPK?as_of={$asOf}")->json('reporting_currency'),
            $this->getJson("/api/v1/companies/WRPK/working?line=revenue&period=20160&as_of={$asOf}")
                ->assertOk()
                ->json('working.value'),
        ];
        [$before, $inNobles] = $revenue('2019-04-12');
        [$after, $inCrowns] = $revenue('2019-04-15');
        $this->assertSame(['XVN', 'XCR'], [$before, $after]);
        $months = self::monthEnds(2016);
        $this->assertEqualsWithDelta((float) $months->avg(), $inCrowns / $inNobles, 1e-9);
        $assets = fn (string $asOf): float => $this->getJson("/api/v1/companies/WRPK/working?line=total_assets&period=20160&as_of={$asOf}")
            ->assertOk()
            ->json('working.value');
        $this->assertEqualsWithDelta((float) $months->last(), $assets('2019-04-15') / $assets('2019-04-12'), 1e-9);
        $text = (string) $this->getJson('/api/v1/companies/WRPK/working?line=revenue&period=20160')->getContent();
        $this->assertStringContainsString('reported in XVN', $text);
        $this->assertStringNotContainsString(
            'reported in XVN',
            (string) $this->getJson('/api/v1/companies/WRPK/working?line=revenue&period=20220')->getContent(),
        );
        // Counts are no amounts.
        $count = fn (string $asOf): float => $this->getJson(
            "/api/v1/companies/WRPK/working?line=shares_outstanding_period_end&period=20160&as_of={$asOf}",
        )->json('working.value');
        $this->assertSame($count('2019-04-12'), $count('2019-04-15'));
    }

    public function test_what_a_share_cost_does_not_depend_on_the_currency_reports_are_in(): void
    {
        $value = fn (string $asOf): float => (float) $this->getJson("/api/v1/companies/WRPK/working?metric=market_cap&as_of={$asOf}")->json(
            'working.value',
        );
        $price = fn (string $asOf): float => (float) $this->getJson("/api/v1/companies/WRPK?as_of={$asOf}")->json('price.close');
        $this->assertEqualsWithDelta($price('2019-04-12') / $price('2019-04-15'), $value('2019-04-12') / $value('2019-04-15'), 1e-9);
        // A ratio of a price and a year of reports differs by the rate of the day against the mean of the year alone.
        $ratio = fn (string $asOf): float => (float) $this->getJson(
            "/api/v1/companies/WRPK/working?metric=price_to_sales&as_of={$asOf}",
        )->json('working.value');
        $rates = DB::table('economy_series')
            ->where('name', 'exchange_rate:XVN')
            ->whereBetween('day', [20180101, 20190412])
            ->orderBy('day')
            ->pluck('value');
        $mean = (float) self::monthEnds(2018)->avg();
        $this->assertEqualsWithDelta(
            $price('2019-04-12') / $price('2019-04-15'),
            (($ratio('2019-04-12') / $ratio('2019-04-15')) * (float) $rates->last()) / $mean,
            1e-9,
        );
    }

    public function test_a_currency_a_share_no_longer_trades_in_is_brought_into_that_of_now(): void
    {
        $listing = $this->listing('OSKA');
        $before = $this->getJson('/api/v1/companies/OSKA/market?over=all')->json();
        $old = DB::table('listings')->insertGetId([
            'security_id' => $listing->security_id,
            'exchange_id' => $listing->exchange_id,
            'ticker' => 'OSKN',
            'currency' => 'XVN',
            'from_day' => 0,
            'to_day' => 20200102,
        ]);
        $listing->update(['from_day' => 20200102]);
        DB::table('bars')
            ->where('listing_id', $listing->id)
            ->where('day', '<', 20200102)
            ->update(['listing_id' => $old]);
        $after = $this->getJson('/api/v1/companies/OSKA/market?over=all')->json();
        $this->assertSame([$before['labels'], 'XCR'], [$after['labels'], $after['currency']]);
        foreach ([0, 500, 1200] as $i) {
            $day = (int) str_replace('-', '', $before['labels'][$i]);
            $rate =
                $day < 20200102
                    ? (float) DB::table('economy_series')
                        ->where('name', 'exchange_rate:XVN')
                        ->where('day', $day)
                        ->value('value')
                    : 1.0;
            $this->assertEqualsWithDelta($before['close'][$i] * $rate, $after['close'][$i], 1e-3, $before['labels'][$i]);
        }
        $then = $this->getJson('/api/v1/companies/OSKA?as_of=2019-06-28')->json();
        $this->assertSame(['XVN', 'OSKN'], [$then['currency'], $then['listed_as']]);
        $day = (int) DB::table('bars')->where('listing_id', $old)->where('day', '<=', 20190628)->max('day');
        $this->assertEqualsWithDelta(
            (float) DB::table('bars')->where('listing_id', $old)->where('day', $day)->value('close'),
            $then['price']['close'],
            1e-9,
            'in its currency of then',
        );
    }

    public function test_an_index_has_the_members_of_the_day(): void
    {
        $in = function (string $index, int $day): bool {
            $this->app->make(ColumnStore::class)->refresh($day);
            $rows = $this->postJson('/api/v1/screens/run', [
                'screen' => [
                    'criteria' => ['share_price > 0'],
                    'columns' => ['share_price'],
                    'limit' => 100,
                    'universe' => ['lists' => ['index' => $index]],
                ],
                'as_of' => substr_replace(substr_replace((string) $day, '-', 6, 0), '-', 4, 0),
            ])
                ->assertOk()
                ->json('rows');

            return in_array('OSKA', array_column($rows, 'ticker'), true);
        };
        $this->assertTrue($in('IXVE', 20220916));
        $this->assertFalse($in('IXVE', 20220919));
        $indices = $this->getJson('/api/v1/companies/OSKA/identity')->json('indices');
        $this->assertSame(['2022-09-19'], array_values(array_unique(array_column($indices, 'to'))));
        $this->assertSame(
            [null],
            array_values(
                array_unique(array_column($this->getJson('/api/v1/companies/OSKA/identity?as_of=2022-09-16')->json('indices'), 'to')),
            ),
        );
    }

    public function test_the_market_value_of_two_classes_from_the_stored_rows(): void
    {
        $a = $this->listing('MRSR');
        $b = $this->listing('MRSRB');
        $close = static fn (int $listing): float => (float) DB::table('bars')
            ->where('listing_id', $listing)
            ->where('day', self::TODAY)
            ->value('close');
        $counts = DB::table('breakdown_facts')
            ->join('filings', 'filings.id', '=', 'filing_id')
            ->where('breakdown_facts.company_id', $this->companyId('MRSR'))
            ->where('axis', 'class')
            ->where('line', ShareClass::COUNT)
            ->orderByDesc('filed_on')
            ->orderByDesc('filings.period')
            ->limit(2)
            ->pluck('value', 'member');
        $expected = $counts['Class A'] * $close($a->id) + $counts['Class B'] * $close($b->id);
        $this->assertEqualsWithDelta(
            $expected,
            $this->getJson('/api/v1/companies/MRSR/working?metric=market_cap')->json('working.value'),
            1.0,
        );
        $identity = $this->getJson('/api/v1/companies/MRSRB/identity')->assertOk()->json();
        $this->assertEqualsWithDelta($expected, $identity['market_value']['value'], 1.0);
        $this->assertSame(['Class A', 'Class B'], array_column($identity['securities'], 'name'));
        $this->assertEqualsWithDelta(
            [$counts['Class A'], $counts['Class B']],
            array_map(static fn (array $of): float => $of['shares']['value'], $identity['securities']),
            1e-6,
        );
        // A class is no segment.
        $this->assertNotContains('class', array_column($this->getJson('/api/v1/companies/MRSR/breakdowns')->json(), 'axis'));
    }

    public function test_a_company_is_read_the_same_whatever_happens_later(): void
    {
        $then = fn (): array => [
            $this->getJson('/api/v1/companies/BRSW?as_of=2022-06-30')->assertOk()->json(),
            $this->getJson('/api/v1/companies/BRSW/identity?as_of=2022-06-30')->assertOk()->json(),
            $this->getJson('/api/v1/companies/BRSW/statements?as_of=2022-06-30')->assertOk()->json(),
        ];
        $before = $then();
        $id = $this->companyId('BRSW');
        DB::table('former_attributes')->insert([
            ['company_id' => $id, 'attribute' => 'name', 'value' => 'Brannoch Saltworks', 'until_day' => 20240101],
            ['company_id' => $id, 'attribute' => 'reporting_currency', 'value' => 'XCR', 'until_day' => 20240101],
            [
                'company_id' => $id,
                'attribute' => 'sector',
                'value' => (string) DB::table('companies')->where('id', $id)->value('sector'),
                'until_day' => 20240101,
            ],
        ]);
        DB::table('companies')
            ->where('id', $id)
            ->update(['name' => 'Later Name', 'reporting_currency' => 'XVN', 'sector' => '62']);
        $listing = $this->listing('BRSW');
        $new = DB::table('listings')->insertGetId([
            'security_id' => $listing->security_id,
            'exchange_id' => 2,
            'ticker' => 'LATR',
            'currency' => 'XVN',
            'from_day' => 20240101,
        ]);
        $listing->update(['to_day' => 20240101]);
        DB::table('bars')
            ->where('listing_id', $listing->id)
            ->where('day', '>=', 20240101)
            ->update(['listing_id' => $new]);
        $this->assertSame('Later Name', $this->getJson('/api/v1/companies/BRSW')->json('name'));
        $after = $then();
        $this->assertSame('LATR', $after[0]['ticker'], 'it is referred to as now');
        unset($before[0]['ticker'], $after[0]['ticker'], $before[0]['isin'], $after[0]['isin']);
        $this->assertEquals($before, $after);
        $this->assertSame('LATR', $this->app->make(Identities::class)->references([$id])[$id]);
    }

    /** Universes of many days are found in one reading of the days on which listings traded; each is that of its day. */
    public function test_universes_of_several_days_are_those_of_each(): void
    {
        $universes = $this->app->make(UniverseMembers::class);
        $days = [20170331, 20190628, 20200630, 20221230, 20240331, self::TODAY];
        foreach ($universes->onDays($days) as $day => $members) {
            $on = array_map(static fn (object $of): array => array_diff_key((array) $of, ['reported' => 0]), $universes->on($day));
            $this->assertSame($on, array_map(static fn (object $of): array => (array) $of, $members), (string) $day);
            $this->assertNotSame([], $on);
            $some = array_slice(array_column($on, 'id'), 0, 7);
            $these = iterator_to_array($universes->onDays([$day], $some))[$day];
            $this->assertEqualsCanonicalizing($some, array_column($these, 'id'));
        }
    }
}
