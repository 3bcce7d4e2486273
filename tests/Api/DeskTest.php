<?php

declare(strict_types=1);

namespace Tests\Api;

use App\Following\ConditionRunner;
use App\Models\Bar;
use App\Models\ConditionCall;
use App\Models\Decision;
use App\Models\Estimate;
use App\Models\Filing;
use App\Models\InsiderTrade;
use App\Models\Listing;
use App\Models\Rating;
use App\Models\WatchedCondition;
use Illuminate\Testing\TestResponse;
use Logion\Time\Day;
use Tests\DemoTestCase;

/** Decisions with reasons that are checked, candidates in stages, and Desk, which says what is new of both. */
final class DeskTest extends DemoTestCase
{
    private const TICKER = 'BRSW';

    protected function setUp(): void
    {
        parent::setUp();
        $this->actingAs($this->someone());
    }

    /** @param  array<string, mixed>  $more */
    private function decide(array $more = [], ?int $id = null): TestResponse
    {
        $body = [
            'ticker' => self::TICKER,
            'verdict' => 'buy',
            'thesis' => 'Salt keeps.',
            'disproof' => 'Cheaper salt.',
            'value_per_share' => 80.0,
            'margin_of_safety' => 0.25,
            ...$more,
        ];

        return $id === null ? $this->postJson('/api/v1/decisions', $body) : $this->putJson("/api/v1/decisions/{$id}", $body);
    }

    private function close(): float
    {
        return (float) Bar::query()->where('listing_id', $this->listing(self::TICKER)->id)->orderByDesc('day')->value('close');
    }

    private function live(float $price): int
    {
        $day = Day::plus((int) Bar::query()->max('day'), 1);
        Bar::query()->insert([
            'listing_id' => $this->listing(self::TICKER)->id,
            'day' => $day,
            'high' => $price,
            'low' => $price,
            'close' => $price,
            'volume' => 1,
        ]);

        return $day;
    }

    /** @return array<string, mixed>|null */
    private function changed(string $query = ''): ?array
    {
        return collect(
            $this->getJson("/api/v1/desk{$query}")
                ->assertOk()
                ->json('companies'),
        )->firstWhere('ticker', self::TICKER);
    }

    public function test_a_decision_rests_on_reasons_that_are_checked_and_says_how_they_stand(): void
    {
        $close = $this->close();
        $told = $this->decide([
            'reasons' => [
                ['text' => 'People salt their food.'],
                ['text' => 'It earns.', 'check' => ['kind' => 'criterion', 'formula' => 'market_cap > 0']],
                ['text' => 'It is cheap.', 'check' => ['kind' => 'price_below', 'price' => 0.5 * $close]],
            ],
            'disproofs' => [['text' => 'It falls out of bed.', 'check' => ['kind' => 'price_below', 'price' => 0.7 * $close]]],
            'grades' => [['name' => 'Cash flow', 'grade' => 'good']],
            'cases' => [['name' => 'bear', 'value' => 40, 'probability' => 0.3], ['name' => 'bull', 'value' => 120, 'probability' => 0.7]],
            'horizon' => 3,
            'confidence' => 0.6,
            'invalidation' => 35,
            'review_on' => '2026-07-20',
            'checklist' => ['name' => 'Quality', 'passed' => 4, 'failed' => 1, 'undecidable' => 0],
            'summary' => [['method' => 'dcf', 'label' => 'Cash flow', 'low' => 60, 'centre' => 80, 'high' => 100, 'weight' => 1]],
            'size' => ['quantity' => 100, 'money' => 5000, 'weight' => 0.05, 'binding' => 'position'],
        ])
            ->assertCreated()
            ->json();
        $this->assertSame([null, true, false], array_column($told['reasons'], 'met'));
        $this->assertSame(false, $told['disproofs'][0]['met']);
        $this->assertSame('market_cap > 0', $told['reasons'][1]['words']);
        $this->assertSame([['name' => 'Cash flow', 'grade' => 'good']], $told['grades']);
        $this->assertSame([0.6, 35.0, '2026-07-20'], [$told['confidence'], (float) $told['invalidation'], $told['review_on']]);
        $this->assertSame(3, WatchedCondition::query()->where('role', '!=', 'buy_below')->count());
        $this->decide(['reasons' => array_fill(0, 11, ['text' => 'again'])])->assertUnprocessable();
        $this->decide(['reasons' => [['text' => 'x', 'check' => ['kind' => 'insider']]]])->assertUnprocessable();
        $this->decide(['reasons' => [['text' => 'x', 'check' => ['kind' => 'criterion', 'formula' => '1 +']]]])->assertUnprocessable();
        $this->assertSame(1, Decision::query()->count(), 'what is refused is not written');
    }

    public function test_a_revised_decision_stays_as_it_was_then(): void
    {
        $first = $this->decide(['as_of' => '2025-06-30', 'thesis' => 'First.'])->json();
        $second = $this->decide(['thesis' => 'Second.', 'value_per_share' => 90.0], $first['id'])
            ->assertOk()
            ->json();
        $this->assertNotSame($first['id'], $second['id']);
        $this->assertSame(['Second.'], array_column($this->getJson('/api/v1/decisions')->json(), 'thesis'));
        $this->assertSame(['First.'], array_column($this->getJson('/api/v1/decisions?as_of=2025-07-01')->json(), 'thesis'));
        $this->assertSame(
            ['Second.', 'First.'],
            array_column($this->getJson("/api/v1/decisions/{$second['id']}/history")->json(), 'thesis'),
        );
        $this->decide(['thesis' => 'Third.'], $first['id'])->assertStatus(409);
        $this->assertCount(2, $this->getJson('/api/v1/decisions/outcomes')->json('decisions'));
        $this->deleteJson("/api/v1/decisions/{$second['id']}")->assertNoContent();
        $this->assertSame([], $this->getJson('/api/v1/decisions')->json());
        $this->postJson("/api/v1/decisions/{$second['id']}/restore")->assertOk();
        $this->assertCount(2, $this->getJson("/api/v1/decisions/{$second['id']}/history")->json());
        $third = $this->decide(['thesis' => 'The same day.'], $second['id'])
            ->assertOk()
            ->json();
        $this->assertCount(
            2,
            $this->getJson('/api/v1/decisions/outcomes')->json('decisions'),
            'what was revised the same day was not held to',
        );
        $this->actingAs($this->someone('Ben'));
        $this->getJson("/api/v1/decisions/{$third['id']}/history")->assertNotFound();
        $this->decide([], $third['id'])->assertNotFound();
    }

    public function test_a_reason_that_breaks_and_a_price_that_comes_stand_on_desk_once(): void
    {
        $close = $this->close();
        $this->decide([
            'value_per_share' => $close,
            'margin_of_safety' => 0.2,
            'reasons' => [['text' => 'The floor holds.', 'check' => ['kind' => 'price_above', 'price' => 0.9 * $close]]],
        ])->assertCreated();
        $this->putJson('/api/v1/companies/'.self::TICKER.'/price-of-interest', ['price' => 0.85 * $close])->assertOk();
        $runner = $this->app->make(ConditionRunner::class);
        $runner->run($this->live(0.88 * $close));
        $this->assertSame(1, ConditionCall::query()->count(), 'the reason');
        $runner->run($this->live(0.75 * $close));
        $this->assertSame(3, ConditionCall::query()->count(), 'the price of interest and that to buy at');
        $runner->run($this->live(0.95 * $close));
        $last = $this->live(0.7 * $close);
        $runner->run($last);
        $told = $this->changed();
        $this->assertSame(['decided', 'interest', 'condition'], $told['why']);
        $this->assertSame('broken', $told['changes'][0]['kind']);
        $this->assertStringContainsString('The floor holds.', $told['changes'][0]['sentence']);
        $sentences = implode(' | ', array_column($told['changes'], 'sentence'));
        $this->assertStringContainsString('your price of interest is there', $sentences);
        $this->assertStringContainsString('your price to buy at is there', $sentences);
        $this->deleteJson('/api/v1/companies/'.self::TICKER.'/price-of-interest')->assertNoContent();
        $this->assertSame(0, WatchedCondition::query()->where('role', 'interest')->count());
    }

    public function test_what_is_new_is_told_with_its_figures_until_one_has_looked(): void
    {
        $this->postJson('/api/v1/lists', ['name' => 'Mine', 'tickers' => [self::TICKER]])->assertCreated();
        $company = $this->companyId(self::TICKER);
        Rating::query()->insert([
            ['company_id' => $company, 'house' => 'Gull', 'day' => 20260625, 'rating' => 'sell', 'before' => 'buy', 'target' => 30],
            ['company_id' => $company, 'house' => 'Tern', 'day' => 20260625, 'rating' => 'buy', 'before' => 'buy', 'target' => 90],
        ]);
        InsiderTrade::query()->insert([
            ['company_id' => $company, 'insider' => 'A', 'day' => 20260620, 'shares' => 100, 'price' => 50],
            ['company_id' => $company, 'insider' => 'B', 'day' => 20260621, 'shares' => 200, 'price' => 50],
        ]);
        Filing::query()->insert([
            'company_id' => $company,
            'kind' => 'restatement',
            'period' => 20241,
            'period_end' => 20240331,
            'filed_on' => 20260615,
            'title' => 'Quarter told anew',
        ]);
        $told = $this->changed();
        $sentences = array_column($told['changes'], 'sentence');
        $this->assertContains('Gull moved from buy to sell, target 30.00', $sentences);
        $this->assertContains('Bought by insiders: 300 shares, by 2', $sentences);
        $this->assertContains('Quarter told anew', $sentences);
        $this->assertStringNotContainsString('Tern', implode(' ', $sentences), 'a house that stays where it was is no news');
        $this->assertSame('restatement', $told['changes'][0]['kind'], 'the weightiest first');
        $before = $this->putJson('/api/v1/desk/looked', ['ticker' => self::TICKER, 'through' => '2026-06-22'])
            ->assertOk()
            ->json();
        $this->assertSame(['through' => null, 'snoozed_until' => null], $before);
        $this->assertSame(['rating'], array_values(array_unique(array_column($this->changed()['changes'] ?? [], 'kind'))));
        $this->putJson('/api/v1/desk/looked', ['ticker' => self::TICKER, ...$before])->assertOk();
        $this->assertCount(count($told['changes']), $this->changed()['changes']);
        $this->putJson('/api/v1/desk/looked', ['ticker' => self::TICKER, 'snoozed_until' => '2026-07-10'])->assertOk();
        $this->assertNull($this->changed());
        $this->putJson('/api/v1/desk/looked', ['ticker' => self::TICKER, 'snoozed_until' => null])->assertOk();
        $this->putJson('/api/v1/desk/looked', ['through' => '2026-06-30'])->assertOk();
        $this->assertSame([], $this->getJson('/api/v1/desk')->json('companies'));
        $this->assertNotNull($this->changed('?as_of=2026-06-16'), 'a past day has its own news');
        $this->assertStringNotContainsString('Gull', (string) json_encode($this->changed('?as_of=2026-06-16')));
    }

    public function test_what_is_expected_of_the_year_that_runs_is_told_when_it_moved(): void
    {
        $company = $this->companyId(self::TICKER);
        $this->putJson('/api/v1/companies/'.self::TICKER.'/candidate', ['stage' => 'idea'])->assertOk();
        $this->putJson('/api/v1/desk/looked', ['through' => '2026-06-28'])->assertOk();
        $this->assertNotContains('revision', array_column($this->changed()['changes'] ?? [], 'kind'));
        $line = ['company_id' => $company, 'line' => 'earnings_per_share_diluted'];
        $more = static fn (int $period, float $mean, string $name = 'earnings_per_share_diluted'): array => [
            'company_id' => $company,
            'line' => $name,
            'period' => $period,
            'day' => 20260629,
            'mean' => $mean,
            'deviation' => 0.1,
            'analysts' => 4,
            'high' => $mean,
            'low' => $mean,
        ];
        $year = 20260;
        $then = (float) Estimate::query()
            ->where($line)
            ->where('period', $year)
            ->where('day', '<=', 20260628)
            ->orderByDesc('day')
            ->value('mean');
        $this->assertNotSame(0.0, $then);
        Estimate::query()->insert([
            $more($year, $then * 1.25),
            $more($year + 10, $then * 3),
            $more($year + 3, $then * 5),
            $more($year, 7e9, 'revenue'),
        ]);
        $told = collect($this->changed()['changes'])->where('kind', 'revision')->values();
        $this->assertCount(1, $told, 'of the year that runs, not of the next, not of a quarter, not of sales');
        $this->assertEqualsWithDelta(0.25 * ($then <=> 0.0), $told[0]['size'], 1e-9);
        $this->assertStringContainsString('2026', $told[0]['sentence']);
        $this->assertStringContainsString('25.0', $told[0]['sentence']);
        Estimate::query()->insert(['day' => 20260630, 'mean' => $then * 1.02] + $more($year, 0.0));
        $this->assertNotContains('revision', array_column($this->changed()['changes'] ?? [], 'kind'), 'it came back: no news');
    }

    public function test_results_are_told_beside_what_was_expected(): void
    {
        $filing = Filing::query()->where('kind', 'quarterly')->where('filed_on', '<', self::TODAY)->orderByDesc('filed_on')->firstOrFail();
        $ticker = Listing::query()
            ->join('securities', 'securities.id', '=', 'security_id')
            ->where('company_id', $filing->company_id)
            ->where('listings.main', true)
            ->where('securities.main', true)
            ->value('ticker');
        $this->putJson("/api/v1/companies/{$ticker}/candidate", ['stage' => 'idea'])->assertOk();
        $this->putJson('/api/v1/desk/looked', ['through' => Day::iso(Day::plus((int) $filing->filed_on, -2))])->assertOk();
        $told = collect($this->getJson('/api/v1/desk')->json('companies'))->firstWhere('ticker', $ticker);
        $result = collect($told['changes'])->firstWhere('kind', 'result');
        $this->assertStringContainsString((string) $filing->title, $result['sentence']);
        $reported = collect($this->getJson("/api/v1/companies/{$ticker}/results")->json('reports'))->firstWhere('told_on', $result['day']);
        $line = collect($reported['lines'])->firstWhere('key', 'earnings_per_share_diluted');
        if ($line['surprise'] !== null) {
            $this->assertEqualsWithDelta($line['surprise'], $result['size'], 1e-9, 'as Results says');
        }
        $this->assertSame(['candidate'], $told['why']);
    }

    public function test_candidates_move_through_stages_and_say_what_lacks(): void
    {
        $told = $this->putJson('/api/v1/companies/'.self::TICKER.'/candidate', ['as_of' => '2026-06-10'])
            ->assertOk()
            ->json();
        $this->assertSame(['idea', 'first_reading', 'modelled', 'decided', 'held', 'closed'], array_column($told['stages'], 'key'));
        $this->assertSame(['idea', null], [$told['candidates'][0]['stage'], $told['candidates'][0]['lacks']]);
        $one = fn (): array => $this->getJson('/api/v1/candidates')->json('candidates.0');
        $this->assertSame(20, $one()['days']);
        $this->putJson('/api/v1/companies/'.self::TICKER.'/candidate', ['stage' => 'first_reading', 'note' => 'salty'])->assertOk();
        $this->assertSame(['first_reading', 0, 'a valuation', 'salty'], [$one()['stage'], $one()['days'], $one()['lacks'], $one()['note']]);
        $this->postJson('/api/v1/valuations', ['ticker' => self::TICKER, 'name' => 'Base'])->assertCreated();
        $this->assertNull($one()['lacks']);
        $this->putJson('/api/v1/companies/'.self::TICKER.'/candidate', ['stage' => 'modelled'])->assertOk();
        $this->assertSame(['a decision', 'salty'], [$one()['lacks'], $one()['note']]);
        $this->putJson('/api/v1/companies/'.self::TICKER.'/price-of-interest', ['price' => 2 * $this->close()])->assertOk();
        $this->assertEqualsWithDelta(-0.5, $one()['distance'], 1e-9);
        $this->putJson('/api/v1/companies/'.self::TICKER.'/candidate', ['stage' => 'nowhere'])->assertUnprocessable();
        $stages = [['key' => 'modelled', 'name' => 'Reckoned', 'need' => 'none'], ['name' => 'Bought', 'need' => 'position']];
        $told = $this->putJson('/api/v1/work-stages', ['stages' => $stages])
            ->assertOk()
            ->json();
        $this->assertSame(['Reckoned', 'Bought'], array_column($told['stages'], 'name'));
        $this->assertSame(['modelled', 'a position in a portfolio'], [$told['candidates'][0]['stage'], $told['candidates'][0]['lacks']]);
        $this->putJson('/api/v1/work-stages', ['stages' => [$stages[0]]])->assertUnprocessable();
        $this->actingAs($this->someone('Ben'));
        $this->assertSame([], $this->getJson('/api/v1/candidates')->json('candidates'));
        $this->actingAs($this->someone('Cid'));
        $this->deleteJson('/api/v1/companies/'.self::TICKER.'/candidate')->assertNoContent();
    }

    public function test_was_i_right_tells_values_cases_reasons_and_waiting(): void
    {
        $this->decide([
            'as_of' => '2024-06-28',
            'value_per_share' => 100.0,
            'margin_of_safety' => 0.9,
            'verdict' => 'watch',
            'cases' => [['name' => 'low', 'value' => 0.01, 'probability' => 0.2], ['name' => 'high', 'value' => 1e6, 'probability' => 0.8]],
            'reasons' => [['text' => 'It trades.', 'check' => ['kind' => 'criterion', 'formula' => 'market_cap > 0']]],
        ])->assertCreated();
        $told = $this->getJson('/api/v1/decisions/outcomes')->assertOk()->json();
        $of = $told['decisions'][0];
        $this->assertSame(['held' => 1, 'broken' => 0, 'unknown' => 0], $of['reasons']);
        $this->assertContains($of['case_came'], ['low', 'high']);
        $this->assertEqualsWithDelta($of['total_return'], $of['waiting'], 1e-12, 'the price waited for was never there');
        $this->assertSame(['count' => 1, 'mean' => $of['waiting']], $told['waiting']);
        $this->assertSame(1, $told['calibration']['decisions']);
        $this->assertNull($of['value_now']);
    }

    public function test_halves_in_two_companies_are_held_beside_one_whole(): void
    {
        $told = $this->getJson('/api/v1/position-split?ticker=BRSW&with=ORTN')->assertOk()->json();
        $this->assertLessThan(max($told['volatility'], $told['other_volatility']), $told['halves_volatility']);
        $this->getJson('/api/v1/position-split?ticker=BRSW&with=BRSW')->assertUnprocessable();
    }

    public function test_a_list_is_watched_with_figures_notes_and_distances(): void
    {
        $id = $this->postJson('/api/v1/lists', ['name' => 'Mine', 'tickers' => [self::TICKER, 'ORTN']])->json('id');
        $this->putJson('/api/v1/companies/'.self::TICKER.'/price-of-interest', ['price' => 2 * $this->close()])->assertOk();
        $this->postJson('/api/v1/companies/'.self::TICKER.'/drawn-lines', [
            'name' => 'floor',
            'from_price' => 0.5 * $this->close(),
        ])->assertCreated();
        $this->putJson("/api/v1/lists/{$id}/items/".self::TICKER, ['note' => 'ask about salt'])->assertOk();
        $told = $this->putJson("/api/v1/lists/{$id}", ['columns' => ['price_to_book', 'market_cap / revenue']])
            ->assertOk()
            ->json();
        $row = $told['rows'][0];
        $this->assertSame([self::TICKER, 'ask about salt', null], [$row['ticker'], $row['note'], $row['mark']]);
        $this->assertEqualsWithDelta(-0.5, $row['distance'], 1e-9);
        $this->assertEqualsWithDelta(1.0, $row['level']['distance'], 1e-6);
        $this->assertEqualsWithDelta($this->close(), $row['price'], 1e-9);
        $this->assertEqualsWithDelta($this->close(), end($row['spark']), 0.01 * $this->close());
        $this->assertSame(['price_to_book', 'market_cap / revenue'], array_column($told['columns'], 'formula'));
        $this->assertCount(2, $row['values']);
        $this->assertNotNull($row['values'][0]);
        $this->assertCount(
            3,
            $this->postJson("/api/v1/lists/{$id}/items/QSCW")
                ->assertOk()
                ->json('rows'),
        );
        $this->assertCount(
            3,
            $this->postJson("/api/v1/lists/{$id}/items/QSCW")
                ->assertOk()
                ->json('rows'),
            'once',
        );
        $this->deleteJson("/api/v1/lists/{$id}/items/ORTN")->assertNoContent();
        $this->assertSame([self::TICKER, 'QSCW'], array_column($this->getJson("/api/v1/lists/{$id}/watch")->json('rows'), 'ticker'));
        $this->putJson("/api/v1/lists/{$id}", ['columns' => ['price_to_luck']])->assertUnprocessable();
        $this->putJson("/api/v1/lists/{$id}/items/".self::TICKER, ['mark' => 'keep'])
            ->assertOk()
            ->assertJsonPath('items.0.mark', 'keep');
        $this->assertSame('ask about salt', $this->getJson("/api/v1/lists/{$id}/watch")->json('rows.0.note'));
        $this->actingAs($this->someone('Ben'));
        $this->getJson("/api/v1/lists/{$id}/watch")->assertNotFound();
        $this->postJson("/api/v1/lists/{$id}/items/ORTN")->assertNotFound();
    }

    public function test_an_example_shows_the_way_of_the_work_and_mixes_with_nobodys(): void
    {
        $this->postJson('/api/v1/example')->assertNoContent();
        $portfolio = $this->getJson('/api/v1/portfolios')->json(0);
        $held = $this->getJson("/api/v1/portfolios/{$portfolio['id']}")
            ->assertOk()
            ->json();
        $this->assertCount(7, $held['positions']);
        $this->assertGreaterThan(0, $held['total']);
        $this->assertSame([], $this->getJson("/api/v1/portfolios/{$portfolio['id']}/proposals")->json('proposals'));
        $decisions = $this->getJson('/api/v1/decisions')->json();
        $this->assertCount(5, $decisions);
        $this->assertNotNull($decisions[0]['reasons'][0]['met']);
        $this->assertCount(10, $this->getJson('/api/v1/candidates')->json('candidates'));
        $this->assertSame(10, $this->getJson('/api/v1/desk')->json('cared'));
        $this->postJson('/api/v1/example')->assertUnprocessable();
    }
}
