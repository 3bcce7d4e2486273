<?php

declare(strict_types=1);

namespace Tests\Api;

use Illuminate\Support\Facades\DB;
use Logion\Time\Day;
use Tests\DemoTestCase;

/** What is expected of a company is what was told by the day, on the shares of the day. */
final class ExpectationsTest extends DemoTestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        $this->actingAs($this->someone());
    }

    public function test_consensus_is_the_latest_told_and_growth_follows_from_it(): void
    {
        $id = $this->companyId('BRSW');
        $answer = $this->expectations('BRSW');
        $this->assertSame(range(2025, 2028), $answer['years']);
        foreach ($answer['lines'] as $line) {
            $this->assertNotNull($line['years'][0]['mean'], "{$line['key']} as reported");
            foreach (array_slice($line['years'], 1) as $i => $year) {
                $row = DB::table('estimates')
                    ->where(['company_id' => $id, 'line' => $line['key'], 'period' => 10 * $year['year']])
                    ->where('day', '<=', self::TODAY)
                    ->orderByDesc('day')
                    ->first();
                $this->assertEqualsWithDelta([$row->mean, $row->high, $row->low], [$year['mean'], $year['high'], $year['low']], 1e-9);
                $this->assertEqualsWithDelta($year['mean'] / $line['years'][$i]['mean'] - 1, $year['growth'], 1e-12);
            }
        }
        $earnings = array_column($answer['lines'], null, 'key')['earnings_per_share_diluted']['years'][1]['mean'];
        $this->assertEqualsWithDelta($earnings, $answer['paths'][1]['means'][count($answer['paths'][1]['means']) - 1], 1e-9);
        foreach ($answer['revisions'] as $row) {
            foreach ($row['windows'] as $window) {
                $this->assertEqualsWithDelta($row['now'] - $window['then'], $window['change'], 1e-9);
            }
        }
    }

    public function test_coming_quarters_stand_beside_the_same_quarter_a_year_before(): void
    {
        foreach (['BRSW', 'GRME', 'YCFI'] as $ticker) {
            // Houses tell of a quarter in the weeks before its report.
            $told = (int) DB::table('estimates')
                ->where('company_id', $this->companyId($ticker))
                ->whereRaw('period % 10 > 0')
                ->max('day');
            $day = Day::iso($told);
            $quarters = $this->expectations($ticker, $day)['quarters'];
            $this->assertNotSame([], $quarters, $ticker);
            $results = array_column(
                $this->getJson("/api/v1/companies/{$ticker}/results?as_of={$day}")->json('reports'),
                null,
                'quarter',
            );
            foreach ($quarters as $of) {
                $this->assertArrayNotHasKey($of['quarter'], $results, 'not told yet');
                $before = $results[substr($of['quarter'], 0, 3).((int) substr($of['quarter'], 3) - 1)];
                $line = array_column($before['lines'], 'actual', 'key')[$of['key']];
                $this->assertEqualsWithDelta($line, $of['year_before'], 1e-9);
                $this->assertEqualsWithDelta($of['mean'] / $line - 1, $of['growth'] ?? $of['mean'] / $line - 1, 1e-9);
                $this->assertTrue($of['low'] <= $of['mean'] && $of['mean'] <= $of['high'] && $of['as_of'] <= $day);
            }
        }
        $this->assertSame([], $this->expectations('EBLP')['quarters'], 'nobody follows it');
    }

    public function test_surprises_are_those_of_the_metric(): void
    {
        foreach (['BRSW', 'FNSB', 'YCFI'] as $ticker) {
            $surprises = $this->expectations($ticker)['surprises'];
            $this->assertGreaterThan(8, count($surprises));
            $metric = $this->getJson("/api/v1/companies/{$ticker}/metrics?keys=earnings_surprise")->json('figures.earnings_surprise.value');
            $this->assertEqualsWithDelta($metric, $surprises[0]['surprise'], 1e-9, $ticker);
            $days = array_column($surprises, 'told_on');
            $sorted = $days;
            rsort($sorted);
            $this->assertSame($sorted, $days);
        }
    }

    public function test_figures_a_share_are_on_the_shares_of_the_day(): void
    {
        $before = $this->expectations('ULVL', '2023-08-11');
        $after = $this->expectations('ULVL', '2023-08-17');
        foreach (['mean', 'high', 'low'] as $of) {
            $this->assertEqualsWithDelta($before['targets'][$of][0] / 10, $after['targets'][$of][0], 1e-6);
        }
        $this->assertSame($before['paths'][0]['year'], $after['paths'][0]['year']);
        $this->assertEqualsWithDelta($before['paths'][0]['means'][0] / 10, $after['paths'][0]['means'][0], 1e-9);
        $lines = static fn (array $answer): array => array_column($answer['lines'], null, 'key');
        $first = static fn (array $answer): float => $lines($answer)['earnings_per_share_diluted']['years'][1]['mean'];
        $this->assertEqualsWithDelta($first($before) / 10, $first($after), 1e-6);
        $this->assertSame($before['record']['reached'], $after['record']['reached']);
    }

    public function test_houses_are_counted_as_they_advise_and_nothing_later_is_known(): void
    {
        $answer = $this->expectations('BRSW');
        $advised = array_count_values(array_column($answer['houses'], 'rating'));
        foreach (['buy', 'hold', 'sell'] as $rating) {
            $this->assertSame((float) end($answer['ratings'][$rating]), (float) ($advised[$rating] ?? 0), $rating);
        }
        $mean = array_sum(array_column($answer['houses'], 'target')) / count($answer['houses']);
        $this->assertEqualsWithDelta(end($answer['targets']['mean']), $mean, 0.01 * $mean);
        $this->assertNotSame([], $answer['notes']);
        $past = $this->expectations('BRSW', '2024-03-28');
        foreach ([$past['targets']['days'], $past['ratings']['days'], array_column($past['notes'], 'day')] as $days) {
            $this->assertLessThanOrEqual('2024-03-28', max($days));
        }
        foreach ($past['houses'] as $house) {
            $this->assertLessThanOrEqual('2024-03-28', max($house['rated_on'], $house['said_on'] ?? ''));
        }
        $nobody = $this->expectations('EBLP');
        $this->assertSame([[], [], [], 0], [$nobody['paths'], $nobody['houses'], $nobody['notes'], $nobody['record']['made']]);
        $this->assertNull($nobody['record']['error']);
    }

    /** @return array<string, mixed> */
    private function expectations(string $ticker, ?string $day = null): array
    {
        return $this->getJson("/api/v1/companies/{$ticker}/expectations".($day === null ? '' : "?as_of={$day}"))
            ->assertOk()
            ->json();
    }
}
