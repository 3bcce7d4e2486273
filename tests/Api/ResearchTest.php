<?php

declare(strict_types=1);

namespace Tests\Api;

use App\Storage\CompanyYears;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Queue;
use Illuminate\Testing\TestResponse;
use Tests\DemoTestCase;

/** Screening, reading, valuing and deciding through the API. */
final class ResearchTest extends DemoTestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        $this->actingAs($this->someone());
    }

    public function test_history_in_a_criterion_is_computed_in_the_background_with_progress(): void
    {
        $screen = ['criteria' => ['operating_margin > lowest(operating_margin, 4)']];
        $this->postJson('/api/v1/screens/run', ['screen' => $screen])
            ->assertStatus(409)
            ->assertJsonPath('formula', 'lowest(operating_margin, 4)');
        $this->postJson('/api/v1/refreshes', ['formula' => 'nonsense('])->assertStatus(422);
        $task = $this->computed('lowest(operating_margin, 4)');
        $this->assertSame([$task['total'], 'done'], [$task['done'], $task['state']]);
        $this->assertGreaterThan(40, $task['total']);
        $this->postJson('/api/v1/screens/run', ['screen' => $screen])->assertOk();
    }

    public function test_one_person_has_so_much_work_waiting_and_nobody_else_is_held_up_by_it(): void
    {
        Queue::fake();
        $ask = fn (int $n): TestResponse => $this->postJson('/api/v1/refreshes', [
            'formula' => "mean_of(ema_of(macd_line, 9), 20) * {$n}",
        ]);
        $first = $ask(1)->assertStatus(202)->json('id');
        $ask(2)->assertStatus(202);
        $ask(2)->assertStatus(202);
        $ask(3)
            ->assertStatus(422)
            ->assertJsonPath(
                'detail',
                'Your formulas at work take 83 284 steps for each company, this one would take 41 642, and one person may have '.
                    '120 000 at work. Wait until one is done, or cancel one',
            );
        $this->postJson('/api/v1/refreshes', ['as_of' => '2021-02-15'])->assertStatus(202);
        $ada = auth()->user();
        $this->actingAs($this->someone('Berta'));
        $ask(3)->assertStatus(202);
        $this->assertNotNull($ada);
        $this->actingAs($ada);
        $this->deleteJson("/api/v1/tasks/{$first}")->assertNoContent();
        $ask(4)->assertStatus(202);
    }

    /** @return array<string, mixed> the finished task */
    public function test_the_smallest_limit_says_how_much(): void
    {
        $ask = fn (string $query): TestResponse => $this->getJson("/api/v1/position-size?{$query}");
        $size = $ask(
            'portfolio=100000&price=25&position_cap=0.08&sector_cap=0.2&in_sector=15500&loss_limit=0.01&invalidation=20&cash=30000',
        );
        $size->assertOk()->assertJson(['binding' => 'sector', 'money' => 4500, 'quantity' => 180, 'loss_at_invalidation' => 0.009]);
        $this->assertSame(['position' => 8000, 'sector' => 4500, 'loss' => 5000, 'cash' => 30000], $size->json('limits'));
        $this->assertNull($ask('portfolio=100000&price=25')->assertOk()->json('binding'));
        foreach (['price=25', 'portfolio=0&price=25', 'portfolio=1&price=25&position_cap=2', 'portfolio=x&price=1'] as $wrong) {
            $ask($wrong)->assertUnprocessable();
        }
    }

    public function test_decisions_are_held_against_what_came_of_them(): void
    {
        $decide = fn (string $ticker, string $verdict, string $day): int => $this->postJson('/api/v1/decisions', [
            'ticker' => $ticker,
            'verdict' => $verdict,
            'thesis' => 'It keeps its price.',
            'disproof' => 'A price war.',
            'value_per_share' => 1000,
            'margin_of_safety' => 0.2,
            'as_of' => $day,
        ])
            ->assertCreated()
            ->json('id');
        $first = $decide('BRSW', 'buy', '2023-06-30');
        $decide('ULVL', 'pass', '2023-03-31');
        $told = $this->getJson('/api/v1/decisions/outcomes')->assertOk()->json();
        $this->assertCount(2, $told['decisions']);
        $of = array_column($told['decisions'], null, 'id')[$first];
        $this->assertSame(['2023-06-30', '2026-06-30', 'own'], [$of['decided_on'], $of['last'], $of['method']]);
        $this->assertEqualsWithDelta($of['total_return'] - $of['index_return'], $of['excess'], 1e-12);
        $this->assertGreaterThan($of['price_return'], $of['total_return'], 'it pays dividends');
        $this->assertSame($of['excess'] > 0, $of['right']);
        $this->assertSame('2023-06-30', $of['reached_on'], 'so high a value is reached at once');
        $listed = array_column($this->getJson('/api/v1/decisions')->json(), null, 'id')[$first];
        $this->assertEqualsWithDelta($listed['since'], $of['price_return'], 1e-9, 'the list and the outcome say the same');
        $records = array_column($told['by_verdict'], null, 'key');
        $this->assertSame([1, 1], [$records['buy']['count'], $records['pass']['judged']]);
        $then = $this->getJson('/api/v1/decisions/outcomes?as_of=2023-04-28')->json();
        $this->assertSame(['ULVL'], array_column($then['decisions'], 'ticker'), 'what was decided later is not known');
        $this->assertSame('2023-04-28', $then['decisions'][0]['last']);
        $this->actingAs($this->someone('Ben'));
        $this->assertSame([], $this->getJson('/api/v1/decisions/outcomes')->json('decisions'));
    }

    private function computed(string $formula): array
    {
        $id = $this->postJson('/api/v1/refreshes', ['formula' => $formula])
            ->assertStatus(202)
            ->json('id');

        return $this->getJson("/api/v1/tasks/{$id}")
            ->assertOk()
            ->json();
    }

    public function test_a_screen_answers_with_survivors_after_each_step_and_values(): void
    {
        $this->computed('mean_of(price_to_earnings, 5)');
        $screen = [
            'name' => 'x',
            'criteria' => [
                'price_to_earnings < 20',
                'universe_percentile(return_on_equity) > 0.3',
                'price_to_earnings < mean_of(price_to_earnings, 5)',
            ],
            'columns' => ['price_to_earnings', 'market_cap'],
            'sort' => ['-market_cap'],
        ];
        $result = $this->postJson('/api/v1/screens/run', ['screen' => $screen, 'alone' => true])
            ->assertOk()
            ->json();
        $this->assertSame('2026-06-30', $result['as_of']);
        $this->assertCount(3, $result['steps']);
        $this->assertSame($result['total'], $result['steps'][2]['survivors']);
        $caps = array_column(array_column($result['rows'], 'values'), 'market_cap');
        $sorted = $caps;
        rsort($sorted);
        $this->assertSame($sorted, $caps);
        $row = $result['rows'][0];
        $figures = $this->getJson("/api/v1/companies/{$row['ticker']}/metrics?keys=price_to_earnings,market_cap")
            ->assertOk()
            ->json('figures');
        $this->assertEqualsWithDelta($figures['price_to_earnings']['value'], $row['values']['price_to_earnings'], 1e-12);
        $this->assertLessThan(20, $row['values']['price_to_earnings']);
    }

    public function test_a_formula_mistake_says_where_and_what_is_near(): void
    {
        $this->postJson('/api/v1/screens/run', ['screen' => ['criteria' => ['price_to_earning < 9']]])
            ->assertStatus(422)
            ->assertJsonPath('position', 1)
            ->assertJsonPath('proposal', 'price_to_earnings')
            ->assertHeader('Content-Type', 'application/problem+json');
        $this->postJson('/api/v1/screens', ['name' => 'Bad', 'criteria' => ['revenue + gross_margin > 1']])->assertStatus(422);
        $this->getJson('/api/v1/screens')->assertExactJson([]);
    }

    public function test_an_own_ratio_of_lines_screens_and_zero_survivors_is_an_answer(): void
    {
        array_map($this->computed(...), ['ago(revenue, 3)', 'revenue']);
        $result = $this->postJson('/api/v1/screens/run', [
            'screen' => ['criteria' => ['ago(revenue, 3) / revenue > 99'], 'columns' => ['revenue / 2']],
        ])
            ->assertOk()
            ->json();
        $this->assertSame([0, []], [$result['total'], $result['rows']]);
    }

    public function test_a_past_day_needs_its_columns_and_then_answers_from_what_was_known(): void
    {
        $screen = ['criteria' => ['market_cap > 0'], 'columns' => ['price_to_earnings', 'revenue_growth_1y']];
        $this->postJson('/api/v1/screens/run', ['screen' => $screen, 'as_of' => '2021-02-15'])->assertStatus(409);
        $years = static fn (): string => (string) DB::table('company_years')->orderBy('company_id')->orderBy('year')->get();
        $kept = $years();
        DB::table('company_years')->delete();
        $two = array_map(fn (string $of): int => (int) $this->listing($of)->security?->company_id, ['BRSW', 'FNSB']);
        $part = app(CompanyYears::class)->compute($two);
        $this->assertEqualsCanonicalizing($two, array_keys(array_count_values(array_column($part, 'company_id'))));
        $this->assertSame(0, DB::table('company_years')->count(), 'to be kept later');
        $task = $this->postJson('/api/v1/refreshes', ['as_of' => '2021-02-15'])
            ->assertStatus(202)
            ->json();
        $this->getJson("/api/v1/tasks/{$task['id']}")
            ->assertOk()
            ->assertJsonPath('state', 'done');
        $this->assertSame($kept, $years(), 'Years of companies come with the columns.');
        $result = $this->postJson('/api/v1/screens/run', ['screen' => $screen, 'as_of' => '2021-02-15', 'limit' => 1000])
            ->assertOk()
            ->json();
        $this->assertContains('LNTE', array_column($result['rows'], 'ticker'), 'A company that failed later was still there.');
        $this->assertNotContains(
            'LNTE',
            array_column($this->postJson('/api/v1/screens/run', ['screen' => $screen, 'limit' => 1000])->json('rows'), 'ticker'),
        );
        $row = $result['rows'][0];
        $figure = $this->getJson("/api/v1/companies/{$row['ticker']}/metrics?keys=price_to_earnings&as_of=2021-02-15")->json(
            'figures.price_to_earnings',
        );
        $this->assertSame($row['values']['price_to_earnings'] === null, $figure['state'] !== 'value');
    }

    public function test_the_first_reading_and_the_statements_of_each_kind_of_business(): void
    {
        foreach (['BRSW' => 'industrial', 'FNSB' => 'bank', 'HMAS' => 'insurer', 'MWPR' => 'property'] as $ticker => $template) {
            $company = $this->getJson("/api/v1/companies/{$ticker}")
                ->assertOk()
                ->assertJsonPath('template', $template)
                ->json();
            $this->assertCount(10, $company['history']['years']);
            foreach (['income', 'balance', 'cash_flow', 'per_share_and_counts'] as $statement) {
                foreach (['annual', 'quarterly', 'trailing'] as $basis) {
                    $answer = $this->getJson(
                        "/api/v1/companies/{$ticker}/statements?statement={$statement}&basis={$basis}&view=common_size",
                    )
                        ->assertOk()
                        ->json();
                    $this->assertNotEmpty($answer['rows'], "{$ticker} {$statement} {$basis}");
                    $this->assertCount(count($answer['periods']), $answer['rows'][0]['figures']);
                }
            }
        }
        $this->getJson('/api/v1/companies/BRSW/statements?statement=gossip')->assertStatus(422);
    }

    public function test_any_figure_opens_its_working_down_to_a_filing(): void
    {
        $working = $this->getJson('/api/v1/companies/BRSW/working?metric=return_on_invested_capital')->assertOk()->json();
        $leaves = static function (array $node) use (&$leaves): array {
            return isset($node['children']) ? array_merge(...array_map($leaves, $node['children'])) : [$node];
        };
        $kinds = array_unique(
            array_filter(array_map(static fn (array $leaf): ?string => $leaf['source']['kind'] ?? null, $leaves($working['working']))),
        );
        $this->assertContains('filing', $kinds);
        $this->assertNotEmpty($working['history']['values']);
        $this->assertGreaterThanOrEqual(0, $working['standing']['universe']);
        $line = $this->getJson('/api/v1/companies/TLVY/working?line=revenue&period=20230')->assertOk()->json();
        $this->assertCount(2, $line['filings'], 'First reported and restated.');
        $this->assertStringContainsString('Restated', $line['working']['source']['text']);
        $before = $this->getJson('/api/v1/companies/TLVY/working?line=revenue&period=20230&as_of=2025-06-01')->json('working');
        $this->assertStringNotContainsString('Restated', $before['source']['text']);
        $this->assertGreaterThan($line['working']['value'], $before['value']);
    }

    public function test_a_cell_of_the_ten_years_opens_the_working_of_that_very_figure(): void
    {
        foreach (['BRSW', 'ULVL', 'YCFI', 'FNSB', 'MWPR'] as $ticker) {
            $history = $this->getJson("/api/v1/companies/{$ticker}")
                ->assertOk()
                ->json('history');
            foreach ($history['rows'] as $row) {
                foreach ([0, 4, 9] as $i) {
                    $year = $history['years'][$i];
                    $isLine = \Logion\Reporting\LineItems::find($row['key']) !== null;
                    $working = $this->getJson(
                        "/api/v1/companies/{$ticker}/working?".
                            ($isLine ? "line={$row['key']}&period={$year}0" : "metric={$row['key']}&year={$year}"),
                    )
                        ->assertOk()
                        ->json('working');
                    $this->assertSame($row['figures'][$i]['value'], $working['value'], "{$ticker} {$row['key']} {$year}");
                    $this->assertSame($row['figures'][$i]['state'], $working['state'], "{$ticker} {$row['key']} {$year}");
                }
            }
        }
    }

    public function test_an_unknown_ticker_names_the_nearest(): void
    {
        $this->getJson('/api/v1/companies/BRSQ')
            ->assertStatus(404)
            ->assertJsonFragment(['detail' => $this->getJson('/api/v1/companies/BRSQ')->json('detail')]);
        $this->assertStringContainsString('BRSW', $this->getJson('/api/v1/companies/BRSQ')->json('detail'));
        $this->getJson('/api/v1/companies/BRSW?as_of=yesterday')->assertStatus(422);
    }

    public function test_the_sheet_revalues_solves_and_refuses(): void
    {
        $url = '/api/v1/companies/GRME/cash-flow-value';
        $base = $this->postJson($url, [])->assertOk()->json();
        $this->assertEqualsWithDelta(
            array_sum($base['sheet']['present_value']) + $base['present_value_of_terminal'],
            $base['enterprise_value'],
            1.0,
        );
        $higher = $this->postJson($url, ['changes' => ['drivers' => ['operating_margin' => ['rule' => 'own', 'values' => [0.2]]]]])
            ->assertOk()
            ->json();
        $this->assertGreaterThan($base['per_share'], $higher['per_share']);
        $solved = $this->postJson("{$url}/solve", ['names' => ['operating_margin', 'discount_rate']])
            ->assertOk()
            ->json('solutions');
        $again = $this->postJson($url, ['changes' => ['figures' => ['discount_rate' => $solved['discount_rate']]]])->json();
        $this->assertEqualsWithDelta($base['price'], $again['per_share'], 1e-4);
        $this->postJson($url, ['changes' => ['figures' => ['terminal_growth' => 0.5]]])
            ->assertStatus(422)
            ->assertJsonPath('assumption', 'terminal_growth');
        $this->postJson($url, ['changes' => ['figures' => ['mood' => 1]]])->assertStatus(422);
        $this->postJson($url, ['changes' => ['years' => 400]])->assertStatus(422);
        $this->postJson($url, ['changes' => ['drivers' => ['operating_margin' => ['rule' => 'wish']]]])->assertStatus(422);
        $this->postJson('/api/v1/companies/FNSB/cash-flow-value', [])
            ->assertStatus(422)
            ->assertJsonPath('title', 'The request cannot be answered');
        $grid = $this->postJson("{$url}/sensitivity", ['row' => 'discount_rate', 'column' => 'terminal_growth'])
            ->assertOk()
            ->json();
        $this->assertEqualsWithDelta($base['per_share'], $grid['values'][3][3], 1e-6);
    }

    public function test_a_company_that_reports_in_another_currency_is_valued_in_that_of_its_shares(): void
    {
        $sheet = $this->postJson('/api/v1/companies/YCFI/cash-flow-value', [])->assertOk()->json();
        $this->assertSame(['XCR', 'XVN'], [$sheet['currency'], $sheet['reporting_currency']]);
        $this->assertEqualsWithDelta(
            ($sheet['equity_value'] / $sheet['assumptions']['figures']['shares']['value']) * $sheet['exchange_rate'],
            $sheet['per_share'],
            1e-6,
        );
        $close = (float) DB::table('bars')
            ->where('listing_id', \App\Models\Listing::query()->where('ticker', 'YCFI')->where('main', true)->value('id'))
            ->orderByDesc('day')
            ->value('close');
        $this->assertEqualsWithDelta($close, $sheet['price'], 1e-6);
    }

    public function test_a_decision_keeps_its_buy_below_price_and_is_found_again(): void
    {
        $body = [
            'ticker' => 'ULVL',
            'verdict' => 'watch',
            'thesis' => 'Lenses everywhere.',
            'disproof' => 'Growth below 8 %.',
            'value_per_share' => 120.0,
            'margin_of_safety' => 0.25,
        ];
        $made = $this->postJson('/api/v1/decisions', $body)->assertCreated()->json();
        $this->assertSame(90.0, (float) $made['buy_below']);
        $this->assertEqualsWithDelta($made['price_now'] / 90 - 1, $made['distance'], 1e-12);
        $this->assertSame('Lenses everywhere.', $this->getJson('/api/v1/decisions')->json('0.thesis'));
        $this->putJson("/api/v1/decisions/{$made['id']}", [...$body, 'margin_of_safety' => 0.5])
            ->assertOk()
            ->assertJsonPath('buy_below', 60);
        $this->deleteJson("/api/v1/decisions/{$made['id']}")->assertNoContent();
        $this->postJson("/api/v1/decisions/{$made['id']}/restore")->assertOk();
        $this->postJson('/api/v1/decisions', [...$body, 'thesis' => ''])
            ->assertStatus(422)
            ->assertJsonPath(
                'errors.thesis.0',
                'Write the thesis in a sentence or two: a verdict without reasons cannot be checked later.',
            );
        $this->postJson('/api/v1/decisions', [...$body, 'margin_of_safety' => 1.5])->assertStatus(422);
    }

    public function test_a_decision_of_before_a_split_counts_on_the_new_share_basis(): void
    {
        $old = $this->postJson('/api/v1/decisions', [
            'ticker' => 'ULVL',
            'verdict' => 'buy',
            'thesis' => 'a',
            'disproof' => 'b',
            'value_per_share' => 1000.0,
            'margin_of_safety' => 0.2,
            'as_of' => '2023-06-30',
        ])
            ->assertCreated()
            ->json();
        $this->assertSame(800.0, (float) $old['buy_below']);
        $now = $this->getJson('/api/v1/decisions')->json('0');
        $this->assertSame(80.0, (float) $now['buy_below']);
        $this->assertEqualsWithDelta($old['price_then'] / 10, $now['price_then'], 1e-9);
        $this->assertEqualsWithDelta($now['price_now'] / $now['price_then'] - 1, $now['since'], 1e-12);
        $revised = $this->putJson("/api/v1/decisions/{$old['id']}", [
            'ticker' => 'ULVL',
            'verdict' => 'buy',
            'thesis' => 'a',
            'disproof' => 'b',
            'value_per_share' => 110.0,
            'margin_of_safety' => 0.2,
        ])
            ->assertOk()
            ->json();
        $this->assertEqualsWithDelta(110.0, $revised['value_per_share'], 1e-9, 'What is written today is in the share terms of today.');
        $this->assertEqualsWithDelta(88.0, $this->getJson('/api/v1/decisions')->json('0.buy_below'), 1e-9);
        $this->assertEqualsWithDelta(
            1000.0,
            $this->getJson('/api/v1/decisions?as_of=2023-06-30')->json('0.value_per_share'),
            1e-9,
            'what was decided then is what stands then',
        );
    }

    public function test_the_price_to_stay_below_is_computed_while_one_types(): void
    {
        $this->getJson('/api/v1/margin-of-safety?value=120&margin=0.25&price=135')
            ->assertOk()
            ->assertExactJson(['buy_below' => 90, 'distance' => 0.5]);
        $this->getJson('/api/v1/margin-of-safety?value=-3&margin=0.25&price=99')
            ->assertOk()
            ->assertExactJson(['buy_below' => null, 'distance' => null]);
        $this->getJson('/api/v1/margin-of-safety?value=120&margin=1.2')
            ->assertStatus(422)
            ->assertJsonPath('assumption', 'margin_of_safety');
        $this->getJson('/api/v1/margin-of-safety?value=dear&margin=0.2')->assertStatus(422);
    }

    public function test_a_valuation_waits_until_there_is_a_decision_on_its_company(): void
    {
        $this->postJson('/api/v1/valuations', ['ticker' => 'BRSW', 'name' => 'Base'])->assertCreated();
        $this->postJson('/api/v1/valuations', ['ticker' => 'GRME', 'name' => 'Base'])->assertCreated();
        $this->postJson('/api/v1/decisions', [
            'ticker' => 'BRSW',
            'verdict' => 'pass',
            'thesis' => 'a',
            'disproof' => 'b',
            'value_per_share' => 10.0,
            'margin_of_safety' => 0.2,
        ])->assertCreated();
        $this->assertSame(
            ['GRME' => false, 'BRSW' => true],
            array_column($this->getJson('/api/v1/valuations')->json(), 'decided', 'ticker'),
        );
    }

    public function test_a_company_that_reports_in_another_currency_stands_among_the_others_in_one_currency(): void
    {
        $all = $this->postJson('/api/v1/screens/run', ['screen' => ['columns' => ['revenue_per_employee', 'market_cap']], 'limit' => 1000])
            ->assertOk()
            ->json('rows');
        $company = $this->getJson('/api/v1/companies/YCFI')->json();
        $this->assertNotSame($company['currency'], $company['reporting_currency']);
        foreach (['market_cap', 'revenue_per_employee'] as $metric) {
            $values = array_filter(array_column(array_column($all, 'values'), $metric), static fn (int|float|null $x): bool => $x !== null);
            $own = array_column($all, 'values', 'ticker')['YCFI'][$metric];
            $below = count(array_filter($values, static fn (float $value): bool => $value < $own));
            $standing = $this->getJson("/api/v1/companies/YCFI/working?metric={$metric}")->json('standing');
            $this->assertEqualsWithDelta(($below + 0.5) / count($values), $standing['universe'], 1e-9, $metric);
        }
        $formula = $this->getJson('/api/v1/companies/YCFI/working?metric='.urlencode('universe_percentile(market_cap)'))
            ->assertOk()
            ->json('working.value');
        $this->assertEqualsWithDelta(
            $this->getJson('/api/v1/companies/YCFI/working?metric=market_cap')->json('standing.universe'),
            $formula,
            1e-12,
        );
    }

    public function test_a_formula_asked_of_a_company_answers_in_its_unit_and_the_currency_of_the_installation(): void
    {
        $answer = $this->getJson('/api/v1/companies/YCFI/working?metric='.urlencode('revenue * 2'))
            ->assertOk()
            ->json();
        $this->assertSame(['money', 'XCR'], [$answer['working']['unit'], $answer['currency']]);
        $revenue = $answer['working']['children'][0];
        $this->assertSame($answer['working']['value'], 2 * $revenue['value']);
        $this->assertSame(
            $revenue['value'],
            $revenue['children'][0]['value'] * $revenue['children'][1]['value'],
            'The amount reported, and the exchange rate.',
        );
        $this->assertSame('Exchange rate', $revenue['children'][1]['label']);
        $this->getJson('/api/v1/companies/YCFI/working?metric='.urlencode('revenue + employees'))->assertStatus(422);
    }

    public function test_marks_of_the_first_reading_follow_the_direction_that_is_better(): void
    {
        foreach (['BRSW', 'ULVL', 'GRME', 'FNSB', 'HMAS', 'MWPR', 'YCFI'] as $ticker) {
            foreach (
                $this->getJson("/api/v1/companies/{$ticker}")
                    ->assertOk()
                    ->json('sections') as $section
            ) {
                foreach ($section['figures'] as $figure) {
                    $metric = \Logion\Metric\Catalogue::builtIn()->get($figure['key']);
                    [$value, $median] = [$figure['figure']['value'], $figure['sector_median']];
                    if ($value === null || $median === null || $metric->better === 'neutral' || $metric->unit->value === 'money') {
                        $this->assertNull($figure['standing'], "{$ticker} {$figure['key']}");
                    } elseif ($value !== $median) {
                        $better = $metric->better === 'higher' ? $value > $median : $value < $median;
                        $this->assertSame($better ? 'better' : 'worse', $figure['standing'], "{$ticker} {$figure['key']}");
                    }
                }
            }
        }
    }

    public function test_a_saved_valuation_can_be_reopened(): void
    {
        $changes = [
            'figures' => ['terminal_growth' => 0.01],
            'drivers' => ['operating_margin' => ['rule' => 'own', 'values' => [0.2, 0.21]]],
        ];
        $saved = $this->postJson('/api/v1/valuations', ['ticker' => 'BRSW', 'name' => 'Careful', 'changes' => $changes])
            ->assertCreated()
            ->json();
        $found = $this->getJson('/api/v1/valuations?ticker=BRSW')->json('0');
        $this->assertEquals($changes, $found['changes']);
        $this->assertEqualsWithDelta(
            $saved['per_share'],
            $this->postJson('/api/v1/companies/BRSW/cash-flow-value', ['changes' => $found['changes']])->json('per_share'),
            1e-9,
        );
    }

    public function test_a_list_is_walked_and_marked(): void
    {
        $list = $this->postJson('/api/v1/lists', ['name' => 'Two', 'tickers' => ['BRSW', 'ULVL', 'BRSW']])
            ->assertCreated()
            ->json();
        $this->assertSame(['BRSW', 'ULVL'], array_column($list['items'], 'ticker'));
        $marked = $this->putJson("/api/v1/lists/{$list['id']}/items/ULVL", ['mark' => 'drop', 'reason' => 'dear'])
            ->assertOk()
            ->json();
        $this->assertSame(['drop', 'dear'], [$marked['items'][1]['mark'], $marked['items'][1]['reason']]);
        $this->putJson("/api/v1/lists/{$list['id']}/items/ULVL", ['mark' => 'burn'])->assertStatus(422);
        $this->postJson('/api/v1/lists', ['name' => 'None', 'tickers' => []])->assertStatus(422);
    }

    public function test_the_finder_forgives_word_order_and_a_wrong_letter(): void
    {
        $first = fn (string $q): ?array => $this->getJson('/api/v1/finder?q='.urlencode($q))
            ->assertOk()
            ->json('results.0');
        $this->assertSame('BRSW', $first('saltworks brannoch')['key']);
        $this->assertSame('ULVL', $first('ulvl')['key']);
        $this->assertSame('BRSW', $first('saltworcs')['key'] ?? null);
        $this->assertSame('metric', $first('yield dividend trailing')['kind']);
        $this->assertSame([], $this->getJson('/api/v1/finder?q=zzzzqqq')->json('results'));
        $this->assertSame([], $this->getJson('/api/v1/finder?q=')->json('results'));
    }

    public function test_the_description_of_the_api_is_current(): void
    {
        $this->assertSame(0, \Illuminate\Support\Facades\Artisan::call('logion:api-description', ['--check' => true]));
    }
}
