<?php

declare(strict_types=1);

namespace Tests\Api;

use App\Models\Filing;
use Illuminate\Support\Facades\DB;
use Tests\DemoTestCase;

/** Reports beside what was expected of them, and how the price answered. */
final class ResultsTest extends DemoTestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        $this->actingAs($this->someone());
    }

    public function test_the_answer_begins_on_the_day_that_could_give_it(): void
    {
        $sides = [];
        $late = DB::table('filings')->where('minute', '>=', 17 * 60)->where('filed_on', '>', 20260101)->pluck('company_id');
        $evening = DB::table('listings')
            ->whereIn('security_id', $late)
            ->whereNotIn('ticker', DB::table('listings')->groupBy('ticker')->havingRaw('count(*) > 1')->pluck('ticker'))
            ->orderBy('id')
            ->value('ticker');
        foreach (['BRSW', 'GRME', 'FNSB', 'HMAS', $evening] as $ticker) {
            $listing = $this->listing($ticker)->id;
            foreach (array_slice($this->results($ticker)['reports'], 0, 8) as $report) {
                $told = (int) str_replace('-', '', $report['told_on']);
                $answered = (int) str_replace('-', '', $report['answered_on']);
                $isLate = $report['minute'] >= 17 * 60;
                $sides[$isLate ? 'evening' : 'morning'] = true;
                $bars = DB::table('bars')->where('listing_id', $listing);
                $this->assertSame(
                    (int) (clone $bars)->where('day', $isLate ? '>' : '>=', $told)->min('day'),
                    $answered,
                    "{$ticker} {$report['quarter']}",
                );
                $paid = DB::table('dividends')->where('security_id', $this->listing($ticker)->security_id)->where('ex_date', $answered);
                if (! $paid->exists()) {
                    $before = (clone $bars)->where('day', '<', $answered)->orderByDesc('day')->value('close');
                    $close = (clone $bars)->where('day', $answered)->value('close');
                    $this->assertEqualsWithDelta($close / $before - 1, $report['reactions'][0]['return'], 1e-6);
                }
            }
        }
        $this->assertCount(2, $sides, 'some report before the opening, some after the close');
    }

    public function test_lines_are_told_beside_what_was_expected_and_the_year_before(): void
    {
        foreach (['BRSW', 'YCFI', 'FNSB'] as $ticker) {
            $answer = $this->results($ticker);
            $surprises = $this->getJson("/api/v1/companies/{$ticker}/expectations")->json('surprises');
            $this->assertSame(
                array_map(
                    static fn (array $of): ?float => $of['surprise'] === null ? null : (float) $of['surprise'],
                    $surprises,
                ),
                array_map(
                    static fn (array $of): ?float => $of['lines'][1]['surprise'],
                    array_slice($answer['reports'], 0, count($surprises)),
                ),
            );
            $byQuarter = array_column($answer['reports'], null, 'quarter');
            foreach ($answer['reports'] as $report) {
                $year = (int) substr($report['quarter'], 3);
                $before = $byQuarter[substr($report['quarter'], 0, 3).($year - 1)] ?? null;
                if ($before !== null) {
                    $this->assertSame($before['lines'][0]['actual'], $report['lines'][0]['year_before']);
                    $this->assertSame(array_column($before['margins'], 'actual'), array_column($report['margins'], 'year_before'));
                }
            }
        }
        $margins = array_column($this->results('FNSB')['reports'][0]['margins'], 'actual', 'key');
        $this->assertNull($margins['operating_margin'], 'a bank has no operating income');
        $this->assertNotNull($margins['net_margin']);
    }

    public function test_two_results_of_one_day_are_two_reports_answered_by_the_same_price(): void
    {
        $before = $this->results('BRSW')['reports'];
        [$late, $early] = $before;
        $company = $this->companyId('BRSW');
        $filing = static fn (array $of): int => (int) DB::table('filings')
            ->where('company_id', $company)
            ->where('filed_on', (int) str_replace('-', '', $of['told_on']))
            ->orderBy('id')
            ->value('id');
        // The earlier quarter was told late, together with the later one.
        DB::table('filings')
            ->where('id', $filing($early))
            ->update(['filed_on' => (int) str_replace('-', '', $late['told_on']), 'minute' => 480]);
        DB::table('filings')->where('id', $filing($late))->update(['minute' => 485]);
        $after = $this->results('BRSW')['reports'];
        $this->assertSame(array_column($before, 'quarter'), array_column($after, 'quarter'));
        $this->assertSame([$late['told_on'], $late['told_on']], array_column(array_slice($after, 0, 2), 'told_on'));
        $this->assertSame($after[0]['reactions'], $after[1]['reactions'], 'one answer to both');
        foreach ([0, 1] as $i) {
            $this->assertSame($before[$i]['lines'][0]['actual'], $after[$i]['lines'][0]['actual']);
            $this->assertSame(array_column($before[$i]['margins'], 'actual'), array_column($after[$i]['margins'], 'actual'));
        }
    }

    public function test_a_report_stands_beside_the_quarter_before_and_tells_what_cash_is_left(): void
    {
        $burning = 0;
        foreach (['BRSW', 'GRME', 'ORTN'] as $ticker) {
            $reports = $this->results($ticker)['reports'];
            foreach (array_slice($reports, 0, -1) as $i => $report) {
                $this->assertSame($reports[$i + 1]['lines'][0]['actual'], $report['lines'][0]['quarter_before']);
            }
            $cash = array_column($reports, 'cash');
            $year = array_sum(array_column(array_slice($cash, 0, 4), 'free'));
            $this->assertEqualsWithDelta($year, $cash[0]['year'], 1.0, $ticker);
            $burning += (int) ($cash[0]['lasts'] !== null);
            if ($cash[0]['year'] < 0) {
                $this->assertEqualsWithDelta($cash[0]['cash'] / -$cash[0]['year'], $cash[0]['lasts'], 1e-9);
            } else {
                $this->assertNull($cash[0]['lasts']);
            }
        }
        $this->assertNull($this->results('FNSB')['reports'][0]['cash'], 'a bank does not burn cash');
        $this->assertLessThan(3, $burning);
    }

    public function test_what_was_marked_as_one_off_stands_between_reported_and_adjusted(): void
    {
        $report = $this->results('BRSW')['reports'][0];
        $this->assertNull($report['lines'][1]['adjusted']);
        $this->assertSame([], $report['items']);
        preg_match('/Q(\d) (\d{4})/', $report['quarter'], $of) || $this->fail($report['quarter']);
        $this->postJson('/api/v1/companies/BRSW/one-offs', [
            'line' => 'other_operating_expenses',
            'period' => 10 * (int) $of[2] + (int) $of[1],
            'amount' => 2_000_000,
            'before_tax' => true,
            'note' => 'A flood',
        ])->assertCreated();
        $adjusted = $this->results('BRSW')['reports'][0];
        $this->assertSame($report['lines'][1]['actual'], $adjusted['lines'][1]['actual']);
        $this->assertNotNull($adjusted['lines'][1]['adjusted']);
        $this->assertSame([[2_000_000, 'A flood']], array_map(
            static fn (array $item): array => [(int) abs($item['amount']), $item['note']],
            $adjusted['items'],
        ));
    }

    public function test_dates_to_come_are_those_announced_and_nothing_later_is_known(): void
    {
        $now = $this->results('BRSW');
        $this->assertNotSame([], $now['next']);
        foreach ($now['next'] as $date) {
            $this->assertTrue($date['announced'] <= '2026-06-30' && $date['on'] > '2026-06-30');
        }
        $this->assertContains('results', array_column($now['next'], 'kind'));
        $past = $this->results('BRSW', '2024-03-10');
        $this->assertLessThanOrEqual('2024-03-10', $past['reports'][0]['told_on']);
        $this->assertNotSame([], $past['reports'][0]['guidance'], 'guidance comes with the year');
        $this->assertNull($past['reports'][0]['reactions'][1]['return'], 'five days have not passed');
        foreach ($past['next'] as $date) {
            $this->assertLessThanOrEqual('2024-03-10', $date['announced']);
        }
        $this->assertSame(['next' => [], 'reports' => []], array_diff_key($this->results('FALLS'), ['currency' => 0]));
    }

    public function test_a_day_announced_for_results_is_past_once_they_were_told_before_it(): void
    {
        $company = $this->companyId('BRSW');
        $date = static fn (string $kind, int $on, int $announced): array => [
            'company_id' => $company,
            'kind' => $kind,
            'on_day' => $on,
            'announced_on' => $announced,
        ];
        DB::table('calendar_dates')->where('company_id', $company)->delete();
        DB::table('calendar_dates')->insert([
            $date('results', 20260702, 20260401),
            $date('ex_dividend', 20260702, 20260401),
            $date('results', 20260703, 20260629),
            $date('results', 20261007, 20260401),
        ]);
        $next = fn (): array => array_map(
            static fn (array $of): string => "{$of['kind']} {$of['on']}",
            $this->results('BRSW')['next'],
        );
        $all = ['results 2026-07-02', 'ex_dividend 2026-07-02', 'results 2026-07-03', 'results 2026-10-07'];
        $this->assertSame($all, $next());
        $filing = ['company_id' => $company, 'period' => 20262, 'period_end' => 20260531, 'filed_on' => 20260628, 'title' => 'Q'];
        Filing::query()->insert(['kind' => 'restatement', ...$filing]);
        $this->assertSame($all, $next(), 'what is told anew is no result');
        Filing::query()->insert(['kind' => 'quarterly', ...$filing]);
        $this->assertSame(array_values(array_diff($all, ['results 2026-07-02'])), $next(), 'what was announced since still comes');
        $this->putJson('/api/v1/companies/BRSW/candidate', ['stage' => 'idea'])->assertOk();
        $desk = collect($this->getJson('/api/v1/desk')->json('next'))->where('ticker', 'BRSW');
        $this->assertSame(['2026-07-02', '2026-07-03'], $desk->pluck('day')->all());
    }

    /** @return array<string, mixed> */
    private function results(string $ticker, ?string $day = null): array
    {
        return $this->getJson("/api/v1/companies/{$ticker}/results".($day === null ? '' : "?as_of={$day}"))
            ->assertOk()
            ->json();
    }
}
