<?php

declare(strict_types=1);

namespace Tests\BackTest;

use Illuminate\Support\Facades\DB;
use Tests\DemoTestCase;

/** Dividends, shares and owners through time, beside what the stored rows give when they are simply added up. */
final class ThroughTimeTest extends DemoTestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        $this->actingAs($this->someone());
    }

    public function test_the_yield_of_a_month_is_the_dividends_of_its_year_over_its_close(): void
    {
        foreach (['PGSP', 'MWPR', 'DMGR'] as $ticker) {
            $security = $this->listing($ticker)->security_id;
            $closes = DB::table('bars')->where('listing_id', $this->listing($ticker)->id)->pluck('close', 'day')->all();
            $dividends = DB::table('dividends')->where('security_id', $security)->pluck('amount', 'ex_date')->all();
            $splits = DB::table('corporate_actions')
                ->where('security_id', $security)
                ->where('kind', 'split')
                ->pluck('ratio', 'ex_date')
                ->all();
            // What an amount or a close of a day is on today's share basis.
            $today = static fn (int $day): float => (float) array_product(
                array_filter($splits, static fn (int $split): bool => $split > $day, ARRAY_FILTER_USE_KEY),
            ) ?:
            1.0;
            $points = $this->getJson("/api/v1/companies/{$ticker}/dividends")
                ->assertOk()
                ->json('yield_through_time');
            $this->assertGreaterThan(24, count($points), $ticker);
            foreach (array_slice($points, -30, null, true) as $i => $point) {
                $day = (int) str_replace('-', '', $point['day']);
                $sum = 0.0;
                foreach ($dividends as $exDate => $amount) {
                    $age = (int) ((strtotime($point['day'].' UTC') - strtotime($this->iso((int) $exDate).' UTC')) / 86400);
                    $sum += $age >= 0 && $age < 365 ? $amount / $today((int) $exDate) : 0.0;
                }
                $this->assertEqualsWithDelta($sum / ($closes[$day] / $today($day)), $point['yield'], 1e-9, "{$ticker} {$point['day']}");
                $window = array_column(array_slice($points, max(0, $i - 59), min($i + 1, 60)), 'yield');
                $point['mean'] === null
                    ? $this->assertLessThan(36, count($window))
                    : $this->assertEqualsWithDelta(array_sum($window) / count($window), $point['mean'], 1e-12);
            }
        }
    }

    public function test_calendar_years_payments_and_growth_tell_the_same(): void
    {
        $report = $this->getJson('/api/v1/companies/PGSP/dividends')->assertOk()->json();
        $years = array_column($report['years'], 'amount', 'year');
        foreach ($years as $year => $amount) {
            $this->assertEqualsWithDelta(
                array_sum(
                    array_column(
                        array_filter($report['payments'], static fn (array $p): bool => (int) substr($p['day'], 0, 4) === $year),
                        'amount',
                    ),
                ),
                $amount,
                1e-9,
            );
        }
        $last = max(array_keys($years));
        $growth = array_column($report['growth'], 'figure', 'years');
        $this->assertEqualsWithDelta($years[$last] / $years[$last - 1] - 1, $growth[1]['value'], 1e-12);
        $this->assertEqualsWithDelta(($years[$last] / $years[$last - 5]) ** 0.2 - 1, $growth[5]['value'], 1e-12);
        foreach ($report['endurance']['falls'] as $fall) {
            $this->assertEqualsWithDelta(1 - $fall['payout']['value'], $fall['withstands']['value'], 1e-9, $fall['key']);
        }
        $this->assertSame(
            array_column($report['payments'], 'day'),
            array_reverse(array_values(array_unique(array_column(array_reverse($report['payments']), 'day')))),
            'the latest payment first',
        );
    }

    public function test_on_an_earlier_day_nothing_later_is_known(): void
    {
        $then = $this->getJson('/api/v1/companies/PGSP/dividends?as_of=2022-03-31')->assertOk()->json();
        $this->assertLessThanOrEqual(
            '2022-03-31',
            max([...array_column($then['payments'], 'day'), ...array_column($then['yield_through_time'], 'day')]),
        );
        $this->assertSame(2021, max(array_column($then['years'], 'year')));
        $people = $this->getJson('/api/v1/companies/PGSP/people?as_of=2024-09-30')->assertOk()->json();
        $this->assertLessThanOrEqual(
            '2024-09-30',
            max([...array_column($people['holders'], 'day'), ...array_column($people['trades'], 'day'), '']),
        );
        $this->assertSame([], $this->getJson('/api/v1/companies/PGSP/people?as_of=2017-06-30')->assertOk()->json('trades'));
    }

    public function test_a_company_that_pays_nothing_says_so_and_has_its_shares(): void
    {
        $security = DB::table('listings')
            ->join('securities', 'securities.id', '=', 'security_id')
            ->where('kind', 'share')
            ->whereNotIn('security_id', DB::table('dividends')->select('security_id'))
            ->first();
        $report = $this->getJson("/api/v1/companies/{$security->ticker}/dividends")
            ->assertOk()
            ->json();
        $this->assertSame([[], 0, [], []], [$report['payments'], $report['frequency'], $report['years'], $report['yield_through_time']]);
        foreach ($report['endurance']['falls'] as $fall) {
            $this->assertContains($fall['withstands']['value'], [null, 1.0, 1], 'what pays nothing is covered by anything above nothing');
        }
        $this->assertContains('basic_shares_average', array_column($report['shares']['rows'], 'key'));
    }

    public function test_holders_change_by_what_they_held_before_and_their_shares_of_the_company_add_up(): void
    {
        foreach (['BRSW', 'GRME', 'FNSB'] as $ticker) {
            $company = $this->companyId($ticker);
            $report = $this->getJson("/api/v1/companies/{$ticker}/people")
                ->assertOk()
                ->json();
            $days = DB::table('holdings')->where('company_id', $company)->distinct()->orderByDesc('day')->limit(2)->pluck('day')->all();
            $shares = static fn (string $holder, int $day): ?float => ($found = DB::table('holdings')
                ->where('company_id', $company)
                ->where('holder', $holder)
                ->where('day', $day)
                ->value('shares')) === null
                ? null
                : (float) $found;
            $this->assertNotSame([], $report['holders']);
            foreach ($report['holders'] as $holder) {
                $this->assertSame($this->iso((int) $days[0]), $holder['day']);
                $this->assertEqualsWithDelta($shares($holder['holder'], (int) $days[0]), $holder['shares'], 1e-6, 'no split since');
                $this->assertEqualsWithDelta(
                    $shares($holder['holder'], (int) $days[0]) - $shares($holder['holder'], (int) $days[1]),
                    $holder['change'],
                    1e-6,
                );
                $this->assertEqualsWithDelta(
                    $holder['shares'] / $report['shares_outstanding']['value'],
                    $holder['share_of_company'],
                    1e-12,
                );
            }
            $this->assertSame($report['holders'], collect($report['holders'])->sortByDesc('shares')->values()->all());
        }
    }

    public function test_the_metric_of_insiders_is_the_net_of_six_months_and_follows_an_import(): void
    {
        $report = fn (): array => $this->getJson('/api/v1/companies/BRSW/people')->assertOk()->json();
        $net = static fn (array $people): float => array_column($people['netted'], 'net', 'months')[6];
        $metric = static fn (array $people): float => array_column($people['now'], 'figure', 'key')['insider_net_buying']['value'];
        $before = $report();
        $this->assertEqualsWithDelta($net($before) / $before['shares_outstanding']['value'], $metric($before), 1e-12);
        DB::table('insider_trades')->insert([
            'company_id' => $this->companyId('BRSW'),
            'insider' => 'M. Tarn',
            'role' => 'Chair',
            'day' => 20260615,
            'shares' => 77_000,
            'price' => 5,
        ]);
        $after = $report();
        $this->assertEqualsWithDelta($net($before) + 77_000, $net($after), 1e-6);
        $this->assertEqualsWithDelta($net($after) / $after['shares_outstanding']['value'], $metric($after), 1e-12);
    }

    private function iso(int $day): string
    {
        return substr((string) $day, 0, 4).'-'.substr((string) $day, 4, 2).'-'.substr((string) $day, 6, 2);
    }
}
