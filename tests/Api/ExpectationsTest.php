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

    public function test_price_is_set_against_earnings_and_their_growth_and_not_against_a_fall(): void
    {
        $keys = [
            'price_earnings_to_growth',
            'price_to_earnings',
            'earnings_per_share_growth_5y',
            'forward_price_earnings_to_growth',
            'forward_price_to_earnings',
        ];
        $known = $falling = 0;
        foreach (['BRSW', 'GRME', 'TVRM', 'ULVL', 'MWPR', 'CWGW', 'ORTN', 'QSCW'] as $ticker) {
            $figures = $this->getJson("/api/v1/companies/{$ticker}/metrics?keys=".implode(',', $keys))
                ->assertOk()
                ->json('figures');
            [$peg, $multiple, $growth, $forward, $ahead] = array_map(static fn (string $key): ?float => $figures[$key]['value'], $keys);
            if ($growth !== null && $growth <= 0) {
                $this->assertSame('not_meaningful', $figures['price_earnings_to_growth']['state'], $ticker);
                $falling++;
            } elseif ($multiple !== null && $growth !== null) {
                $this->assertEqualsWithDelta($multiple / (100 * $growth), $peg, 1e-9, $ticker);
                $known++;
            }
            $expected = DB::table('observations')
                ->where(['company_id' => $this->companyId($ticker), 'name' => 'expected_long_term_growth'])
                ->where('day', '<=', self::TODAY)
                ->orderByDesc('day')
                ->value('value');
            if ($ahead !== null && $expected > 0) {
                $this->assertEqualsWithDelta($ahead / (100 * $expected), $forward, 1e-9, $ticker);
            }
        }
        $this->assertGreaterThan(0, $known);
        $this->assertGreaterThan(0, $falling);
    }

    public function test_an_own_estimate_stands_beside_consensus_and_is_carried_into_valuations(): void
    {
        $keep = fn (string $line, int $year, float $value, string $note = ''): int => $this->putJson(
            '/api/v1/companies/GRME/own-estimates',
            ['line' => $line, 'year' => $year, 'value' => $value, 'note' => $note],
        )
            ->assertOk()
            ->json('id');
        $first = $keep('revenue', 2026, 2.0e9, 'Prices hold');
        $this->assertSame($first, $keep('revenue', 2026, 2.1e9, 'Prices hold'), 'one estimate of a line and a year');
        $keep('ebitda', 2026, 3.0e8);
        $keep('earnings_per_share_diluted', 2027, 4.25);
        $lines = array_column($this->expectations('GRME')['lines'], null, 'key');
        $own = $lines['revenue']['years'][1]['own'];
        $this->assertSame([$first, 'Prices hold', '2026-06-30'], [$own['id'], $own['note'], $own['on_day']]);
        $this->assertEqualsWithDelta(2.1e9 / $lines['revenue']['years'][1]['mean'] - 1, $own['beside'], 1e-12);
        $this->assertNull($lines['revenue']['years'][2]['own']);

        $drivers = $this->postJson('/api/v1/companies/GRME/cash-flow-value/own-estimates')->assertOk()->json('drivers');
        $sheet = $this->postJson('/api/v1/companies/GRME/cash-flow-value', ['changes' => ['drivers' => $drivers]])
            ->assertOk()
            ->json('sheet');
        $this->assertEqualsWithDelta(2.1e9, $sheet['revenue'][0], 1.0);
        $this->assertEqualsWithDelta(3.0e8, $sheet['operating_profit'][0] + $sheet['depreciation'][0], 1.0);
        $this->assertEqualsWithDelta(4.25, $this->postJson('/api/v1/companies/GRME/cases', ['year' => 2])->json('own'), 1e-9);
        $this->assertNull($this->postJson('/api/v1/companies/GRME/cases', ['year' => 1])->json('own'));

        $this->assertNull(
            array_column($this->expectations('GRME', '2026-06-29')['lines'], null, 'key')['revenue']['years'][1]['own'],
            'it was not written down yet',
        );
        $this->deleteJson("/api/v1/own-estimates/{$first}")->assertNoContent();
        $this->assertNull(array_column($this->expectations('GRME')['lines'], null, 'key')['revenue']['years'][1]['own']);
    }

    public function test_a_share_that_is_split_halves_what_was_expected_of_it(): void
    {
        $this->putJson('/api/v1/companies/GRME/own-estimates', [
            'line' => 'earnings_per_share_diluted',
            'year' => 2026,
            'value' => 4.0,
            'as_of' => '2026-06-01',
        ])->assertOk();
        DB::table('corporate_actions')->insert([
            'security_id' => DB::table('securities')->where('company_id', $this->companyId('GRME'))->where('main', true)->value('id'),
            'kind' => 'split',
            'ex_date' => 20260615,
            'ratio' => 2.0,
        ]);
        $earnings = array_column($this->expectations('GRME')['lines'], null, 'key')['earnings_per_share_diluted']['years'][1];
        $this->assertEqualsWithDelta(2.0, $earnings['own']['value'], 1e-12);
    }

    public function test_a_year_that_is_reported_is_neither_estimated_nor_told_as_expected(): void
    {
        $answer = $this->putJson('/api/v1/companies/GRME/own-estimates', ['line' => 'revenue', 'year' => 2025, 'value' => 1.0]);
        $this->assertSame('FY 2025 is already reported. Estimate FY 2026 or a later one.', $answer->assertUnprocessable()->json('detail'));
        $before = $this->expectations('GRME');
        DB::table('estimates')->insert([
            'company_id' => $this->companyId('GRME'),
            'line' => 'revenue',
            'period' => 20250,
            'day' => 20260629,
            'mean' => 7.0e12,
            'deviation' => 0.0,
            'analysts' => 3,
            'high' => 7.0e12,
            'low' => 7.0e12,
        ]);
        DB::table('packed_rows')->where('source', 'estimates')->delete();
        $after = $this->expectations('GRME');
        $this->assertSame([$before['years'], $before['lines']], [$after['years'], $after['lines']]);
        $this->assertSame(
            $before['lines'][0]['years'][0]['mean'],
            $after['lines'][0]['years'][0]['mean'],
            'what was reported, not what somebody still expects of it',
        );
    }

    public function test_notes_that_are_brought_in_are_read_counted_and_averaged(): void
    {
        $company = $this->companyId('GRME');
        DB::table('observations')->where('company_id', $company)->where('name', 'like', 'analysts_%')->delete();
        DB::table('observations')->where('company_id', $company)->where('name', 'like', 'target_price_%')->delete();
        DB::table('packed_rows')->where('source', 'observations')->delete();
        DB::table('ratings')->where('company_id', $company)->delete();
        foreach ([['Quill', 20260310, 'buy', 40.0], ['Tarn', 20260415, 'sell', 20.0], ['Quill', 20260520, 'hold', 30.0]] as $row) {
            [$house, $day, $rating, $target] = $row;
            DB::table('ratings')->insert([
                'company_id' => $company,
                'house' => $house,
                'day' => $day,
                'rating' => $rating,
                'target' => $target,
                'text' => "{$house} says so.",
            ]);
        }
        $told = $this->expectations('GRME');
        $this->assertSame(['2026-03-31', '2026-04-30', '2026-05-31', '2026-06-30'], $told['ratings']['days']);
        $this->assertEquals(
            [[1, 1, 0, 0], [0, 0, 1, 1], [0, 1, 1, 1]],
            [$told['ratings']['buy'], $told['ratings']['hold'], $told['ratings']['sell']],
        );
        $this->assertEquals(
            [[40, 30, 25, 25], [40, 40, 30, 30], [40, 20, 20, 20]],
            [$told['targets']['mean'], $told['targets']['high'], $told['targets']['low']],
        );
        $this->assertContains('Quill: hold, target 30.00', array_column($told['notes'], 'title'));
        $titles = array_column($this->getJson('/api/v1/companies/GRME/timeline?kinds=broker')->json('items'), 'title');
        $this->assertContains('Tarn: sell, target 20.00', $titles);
    }

    public function test_figures_that_follow_from_expectations_agree_with_each_other(): void
    {
        $told = $this->expectations('GRME');
        $figures = [];
        foreach ($told['figures'] as ['key' => $key, 'figure' => $figure]) {
            $figures[$key] = $figure['value'];
        }
        $growth = DB::table('observations')
            ->where('company_id', $this->companyId('GRME'))
            ->where('name', 'expected_long_term_growth')
            ->orderByDesc('day')
            ->value('value');
        $this->assertEqualsWithDelta(
            $figures['forward_price_to_earnings'] / (100 * $growth),
            $figures['forward_price_earnings_to_growth'],
            1e-9,
        );
        $mean = end($told['targets']['mean']);
        $price = $this->getJson('/api/v1/companies/GRME')->json('price.close');
        $this->assertEqualsWithDelta($mean / $price - 1, $figures['target_price_upside'], 1e-4);
    }

    public function test_coming_quarters_stand_beside_the_same_quarter_a_year_before(): void
    {
        foreach (['BRSW', 'GRME', 'YCFI'] as $ticker) {
            // Houses tell of a quarter in the weeks before its report.
            $told = (int) DB::table('estimates')->where('company_id', $this->companyId($ticker))->whereRaw('period % 10 > 0')->max('day');
            $day = Day::iso($told);
            $quarters = $this->expectations($ticker, $day)['quarters'];
            $this->assertNotSame([], $quarters, $ticker);
            $results = array_column($this->getJson("/api/v1/companies/{$ticker}/results?as_of={$day}")->json('reports'), null, 'quarter');
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
