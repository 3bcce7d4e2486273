<?php

declare(strict_types=1);

namespace Tests\Api;

use App\Storage\ColumnStore;
use Illuminate\Testing\TestResponse;
use Logion\Comparison\CrossSectionalFit;
use Logion\Metric\Catalogue;
use PhpOffice\PhpSpreadsheet\IOFactory;
use PHPUnit\Framework\Attributes\DataProvider;
use Tests\DemoTestCase;

/** Everything one can ask of a screen over the API, on the demo economy. */
final class FindTest extends DemoTestCase
{
    private const SCREEN = [
        'name' => 'Test',
        'criteria' => ['return_on_equity > 0.05', 'price_to_earnings < 25'],
        'columns' => ['market_cap', 'price_to_earnings', 'return_on_equity'],
        'sort' => ['-market_cap'],
    ];

    protected function setUp(): void
    {
        parent::setUp();
        $this->actingAs($this->someone());
    }

    /** @param  array<string, mixed>  $more */
    private function ask(string $path, array $more = [], ?array $screen = null): TestResponse
    {
        return $this->postJson("/api/v1/{$path}", ['screen' => $screen ?? self::SCREEN, ...$more]);
    }

    public function test_steps_tell_who_is_left_alone_decisive_and_what_members_of_groups_do(): void
    {
        $screen = [
            'criteria' => ['return_on_equity > 0.05', ['group' => 'any', 'criteria' => ['price_to_book < 2', 'dividend_yield > 0.03']]],
        ];
        $steps = $this->ask('screens/run', [], $screen)->assertOk()->json('steps');
        $this->assertSame('any of (price_to_book < 2; dividend_yield > 0.03)', $steps[1]['criterion']);
        $this->assertCount(2, $steps[1]['members']);
        $this->assertSame($steps[0]['survivors'] - $steps[1]['survivors'], $steps[1]['decisive']);
        $without = $this->ask('screens/run', [], ['criteria' => [$screen['criteria'][1]]])->json('total');
        $this->assertSame($without - $steps[1]['survivors'], $steps[0]['decisive']);
    }

    public function test_funds_are_left_out_unless_asked_for(): void
    {
        $shares = $this->ask('screens/run', [], [])->json('universe.size');
        $funds = $this->ask(
            'screens/run',
            [],
            ['universe' => ['kinds' => ['fund']], 'columns' => ['total_return_1y', 'price_to_earnings']],
        )->json();
        $this->assertSame(['FALLS', 'FOSTR'], array_column($funds['rows'], 'ticker'));
        $this->assertIsFloat($funds['rows'][0]['values']['total_return_1y']);
        $this->assertSame('not_applicable', $funds['rows'][0]['states']['price_to_earnings']);
        $this->assertSame(
            $shares + 2,
            $this->ask('screens/run', [], ['universe' => ['kinds' => ['share', 'fund']]])->json('universe.size'),
        );
        $this->getJson('/api/v1/companies/FALLS')
            ->assertOk()
            ->assertJsonPath('template', 'fund')
            ->assertJsonPath('sector', 'Funds')
            ->assertJsonPath('sections.*.title', ['Size', 'Where the price stands', 'Risk']);
    }

    public function test_a_universe_is_made_of_lists_decisions_indices_and_other_screens(): void
    {
        $size = fn (array $lists): int => $this->ask('screens/run', [], ['universe' => ['lists' => $lists]])
            ->assertOk()
            ->json('universe.size');
        $list = $this->postJson('/api/v1/lists', ['name' => 'Three', 'tickers' => ['BRSW', 'FNSB', 'ULVL']])->json('id');
        $all = $this->ask('screens/run', [], [])->json('total');
        $this->assertSame(3, $size(['list' => $list]));
        // One company left its indices.
        $this->assertSame($all - 1, $size(['index' => 'ALLSH']));
        $this->assertSame(
            $all - 1,
            array_sum(array_map(static fn (string $index): int => $size(['index' => $index]), ['IXTH', 'IXOS', 'IXVE'])),
        );
        $this->assertSame($all - 4, $size(['without' => [['index' => 'ALLSH'], ['list' => $list]]]));
        $this->assertSame(2, $size(['tickers' => ['BRSW', 'TLVY', 'NONE']]));
        foreach ([['BRSW', 'buy'], ['FNSB', 'watch'], ['ULVL', 'watch']] as [$ticker, $verdict]) {
            $this->postJson('/api/v1/decisions', [
                'ticker' => $ticker,
                'verdict' => $verdict,
                'thesis' => 'x',
                'disproof' => 'y',
                'value_per_share' => 10,
                'margin_of_safety' => 0.3,
            ])->assertCreated();
        }
        $this->assertSame([1, 2], [$size(['portfolio' => true]), $size(['watchlist' => true])]);
        $saved = $this->postJson('/api/v1/screens', self::SCREEN)->json('id');
        $this->assertSame($this->ask('screens/run')->json('total'), $size(['screen' => $saved]));
    }

    public function test_screens_that_start_from_each_other_and_lost_lists_say_so(): void
    {
        $id = $this->postJson('/api/v1/screens', self::SCREEN)->json('id');
        $this->putJson("/api/v1/screens/{$id}", ['universe' => ['lists' => ['screen' => $id]]])->assertOk();
        $this->ask('screens/run', [], ['universe' => ['lists' => ['screen' => $id]]])
            ->assertStatus(422)
            ->assertJsonPath('detail', static fn (string $detail): bool => str_contains($detail, 'circle'));
        $this->ask('screens/run', [], ['universe' => ['lists' => ['list' => 99999]]])
            ->assertStatus(422)
            ->assertJsonPath('detail', static fn (string $detail): bool => str_contains($detail, 'does not exist'));
        $this->ask('screens/run', [], ['universe' => ['lists' => ['index' => 'NOPE']]])
            ->assertStatus(422)
            ->assertJsonPath('detail', static fn (string $detail): bool => str_contains($detail, 'ALLSH'));
        $list = $this->postJson('/api/v1/lists', ['name' => 'Mine', 'tickers' => ['BRSW']])->json('id');
        $this->actingAs($this->someone('Bob'));
        $this->ask('screens/run', [], ['universe' => ['lists' => ['list' => $list]]])->assertStatus(422);
    }

    public function test_set_aside_companies_are_counted_with_and_without(): void
    {
        $plain = $this->ask('screens/run')->json();
        $first = $plain['rows'][0]['ticker'];
        $cleaned = $this->ask('screens/run', [], [...self::SCREEN, 'set_aside' => [['ticker' => $first, 'reason' => 'odd']]])->json();
        $this->assertSame([$plain['total'] - 1, $plain['total']], [$cleaned['total'], $cleaned['total_with_set_aside']]);
        $this->assertNull($plain['total_with_set_aside']);
    }

    public function test_group_lines_shades_and_proposals_agree_with_the_rows(): void
    {
        $rows = $this->ask('screens/run', ['limit' => 1000, 'shaded' => true])->json('rows');
        $caps = array_map(static fn (array $row): float => $row['values']['market_cap'], $rows);
        $line = $this->ask('screens/group-lines')->assertOk()->json('lines.market_cap');
        $this->assertEqualsWithDelta(array_sum($caps) / count($caps), $line['mean'], 1e-6 * $line['mean']);
        $this->assertEqualsWithDelta(
            array_sum(array_map(static fn (float $x): float => $x * $x, $caps)) / array_sum($caps),
            $line['weighted_mean'],
            1e-6 * $line['weighted_mean'],
        );
        $this->assertEqualsWithDelta(1 - 0.5 / count($rows), $rows[0]['percentiles']['market_cap'], 1e-9, 'The largest is first.');
        $proposal = $this->ask('screens/proposals', ['wished' => 10])
            ->assertOk()
            ->json('proposals.0');
        $criteria = self::SCREEN['criteria'];
        $criteria[$proposal['criterion']] = $proposal['to'];
        $this->assertSame($proposal['survivors'], $this->ask('screens/run', [], ['criteria' => $criteria])->json('total'));
        $this->ask('screens/proposals', ['wished' => 0])->assertStatus(422);
    }

    public function test_scores_checklists_and_screens_say_the_same_of_each_company(): void
    {
        $screen = [
            'criteria' => [
                'return_on_equity > 0.05',
                'price_to_earnings < 25',
                'net_debt_to_ebitda < 3',
                'market_cap > 500m',
                'sector_percentile(return_on_equity) > 0.3',
                'dividend_yield > mean_of(dividend_yield, 3)',
                [
                    'group' => 'at_least',
                    'count' => 2,
                    'criteria' => ['operating_margin > 0.1', 'gross_margin > 0.3', 'revenue_growth_5y > 0'],
                ],
            ],
        ];
        $this->app->make(ColumnStore::class)->derive(self::TODAY, Catalogue::builtIn()->parse('mean_of(dividend_yield, 3)'));
        $score = $this->ask('screens/score', ['limit' => 1000], $screen)
            ->assertOk()
            ->json();
        $this->assertCount(7, $score['criteria']);
        $checked = 0;
        foreach ($score['rows'] as $row) {
            $this->assertSame(7, $row['passed'] + $row['failed'] + $row['undecidable']);
            // Companies that report in another currency are among these.
            $items = $this->postJson("/api/v1/companies/{$row['ticker']}/checklist", ['screen' => $screen])
                ->assertOk()
                ->json('items');
            $this->assertSame(
                array_column($row['marks'], 'state'),
                array_column(array_filter($items, static fn (array $item): bool => $item['depth'] === 0), 'state'),
                $row['ticker'],
            );
            $checked++;
        }
        $this->assertSame(
            $this->ask('screens/run', [], $screen)->json('total'),
            count(array_filter($score['rows'], static fn (array $row): bool => $row['passed'] === 7)),
        );
        $this->assertGreaterThan(40, $checked);
    }

    public function test_a_checklist_knows_metrics_that_compare_companies(): void
    {
        // No criterion compares by itself: the metric does, which is to be noticed.
        $screen = ['criteria' => ['momentum_percentile > 0.5']];
        $score = $this->ask('screens/score', ['limit' => 1000], $screen)
            ->assertOk()
            ->json();
        $states = [];
        foreach (array_slice($score['rows'], 0, 12) as $row) {
            $item = $this->postJson("/api/v1/companies/{$row['ticker']}/checklist", ['screen' => $screen])
                ->assertOk()
                ->json('items.0');
            $this->assertSame($row['marks'][0]['state'], $item['state'], $row['ticker']);
            $states[] = $item['state'];
        }
        $this->assertContains('pass', $states);
    }

    public function test_cleaning_proposes_and_a_closer_look_warns(): void
    {
        $cleaning = $this->ask('screens/cleaning', ['columns' => ['price_to_earnings', 'net_debt_to_ebitda']])
            ->assertOk()
            ->json();
        $this->assertSame(count($cleaning['proposals']), $cleaning['total']);
        $kinds = array_count_values(array_column($cleaning['proposals'], 'kind'));
        $this->assertGreaterThan(0, $kinds['missing']);
        $this->ask('screens/cleaning', ['columns' => []])->assertStatus(422);
        $closer = $this->ask('screens/closer-look', [], ['criteria' => ['price_to_earnings < 25', 'earnings_yield > 0.04']])
            ->assertOk()
            ->json('warnings');
        $this->assertContains('duplicate', array_column($closer, 'kind'));
    }

    public function test_a_ranking_shows_values_contributions_and_what_another_rule_would_do(): void
    {
        $ranking = [
            'components' => [
                ['formula' => 'return_on_invested_capital', 'weight' => 3, 'better' => 'higher'],
                ['formula' => 'ev_to_ebitda', 'weight' => 1, 'better' => 'lower'],
            ],
            'missing' => 'mean',
        ];
        $result = $this->ask('rankings/run', ['ranking' => $ranking, 'other_rules' => true, 'limit' => 1000], ['columns' => []])
            ->assertOk()
            ->json();
        $this->assertSame([0.75, 0.25], $result['shares']);
        $this->assertSame(range(1, 3), array_slice(array_column($result['rows'], 'place'), 0, 3));
        foreach ($result['rows'] as $row) {
            $this->assertEqualsWithDelta($row['score'], array_sum($row['contributions']), 1e-9);
        }
        $this->assertContains(
            null,
            array_merge(...array_column($result['rows'], 'values')),
            'Banks have no such figure and stand there by the rule.',
        );
        $this->assertSame(['worst', 'best', 'zero', 'leave_out'], array_keys($result['other_rules']));
        $this->ask('rankings/run', ['ranking' => ['components' => []]])->assertStatus(422);
        $this->ask('rankings/run', ['ranking' => ['components' => [['formula' => 'return_on_eqity']]]])
            ->assertStatus(422)
            ->assertJsonPath('proposal', 'return_on_equity');
    }

    public function test_a_regression_shows_coefficients_and_every_company(): void
    {
        $result = $this->ask(
            'regressions/run',
            [
                'regression' => [
                    'dependent' => ['formula' => 'price_to_book', 'log' => true],
                    'regressors' => [['formula' => 'return_on_equity'], ['formula' => 'revenue_growth_5y']],
                ],
            ],
            ['columns' => []],
        )
            ->assertOk()
            ->json();
        $this->assertSame(['intercept', 'return_on_equity', 'revenue_growth_5y'], array_column($result['terms'], 'name'));
        $this->assertCount($result['used'], $result['rows']);
        $this->assertTrue($result['r_squared'] > 0 && $result['r_squared'] < 1 && $result['adjusted_r_squared'] < $result['r_squared']);
        foreach ($result['terms'] as $term) {
            $this->assertSame(CrossSectionalFit::evidence($term['p']), $term['evidence']);
        }
        $this->assertEqualsWithDelta(
            $result['terms'][1]['coefficient'] / $result['terms'][1]['standard_error'],
            $result['terms'][1]['t'],
            1e-9,
        );
        $this->ask('regressions/run', [
            'regression' => ['dependent' => ['formula' => 'price_to_book'], 'regressors' => [['formula' => '1 + 1']]],
        ])->assertStatus(422);
        $this->ask(
            'regressions/run',
            ['regression' => ['dependent' => ['formula' => 'price_to_book'], 'regressors' => [['formula' => 'return_on_equity']]]],
            ['criteria' => ['price_to_book > 1e9']],
        )->assertStatus(422);
    }

    public function test_a_basket_of_one_is_its_share_and_weights_do_not_matter_to_it(): void
    {
        $one = ['universe' => ['lists' => ['tickers' => ['BRSW']]]];
        $settings = ['weights' => 'equal', 'rebalance' => 'never', 'index' => 'ALLSH', 'from' => '2023-06-30'];
        $basket = $this->ask('baskets/run', $settings, $one)->assertOk()->json();
        $series = $this->app->make(\App\Storage\CompanyReader::class)->read(1)->prices;
        $start = \Logion\Time\TradingDays::lastUntil($series->days, 20230630);
        $this->assertEqualsWithDelta(
            $series->adjusted[$series->last()] / $series->adjusted[$start] - 1,
            $basket['performance']['total'],
            1e-9,
        );
        foreach (['daily', 'monthly', 'quarterly', 'yearly'] as $rebalance) {
            $other = $this->ask('baskets/run', [...$settings, 'rebalance' => $rebalance, 'weights' => 'market_value'], $one)->json(
                'performance.total',
            );
            $this->assertEqualsWithDelta($basket['performance']['total'], $other, 1e-9);
        }
        $this->assertSame(1, $basket['members']);
        $this->ask('baskets/run', $settings, ['criteria' => ['price_to_book > 1e9']])->assertStatus(422);
        $this->ask('baskets/run', [...$settings, 'index' => 'NOPE'], $one)->assertNotFound();
        $this->ask('baskets/run', [...$settings, 'from' => 'yesterday'], $one)->assertStatus(422);
        $this->ask('baskets/run', [...$settings, 'from' => '2030-01-01'], $one)->assertStatus(422);
    }

    /** @return iterable<string, array{string}> */
    public static function formats(): iterable
    {
        yield 'csv' => ['csv'];
        yield 'json' => ['json'];
        yield 'xlsx' => ['xlsx'];
        yield 'ods' => ['ods'];
    }

    #[DataProvider('formats')]
    public function test_an_export_holds_every_survivor_with_the_day_and_the_definitions(string $format): void
    {
        $screen = [...self::SCREEN, 'name' => '=cmd()', 'set_aside' => [['ticker' => 'FNSB', 'reason' => 'a bank']]];
        $rows = $this->ask('screens/run', ['limit' => 1000], $screen)->json('rows');
        $content = $this->ask('screens/export', ['format' => $format], $screen)
            ->assertOk()
            ->streamedContent();
        if ($format === 'csv') {
            $lines = array_map(static fn (string $line): array => str_getcsv($line, ',', '"', ''), explode("\r\n", trim($content)));
        } elseif ($format === 'json') {
            $data = json_decode($content, true, flags: JSON_THROW_ON_ERROR);
            $lines = [$data['columns'], ...$data['rows']];
            $this->assertContains(['name' => 'As of', 'text' => '2026-06-30'], $data['definitions']);
        } else {
            $path = tempnam(sys_get_temp_dir(), 'book');
            file_put_contents($path, $content);
            $book = IOFactory::createReader(ucfirst($format))->load($path);
            unlink($path);
            $this->assertSame(['Figures', 'Definitions'], $book->getSheetNames());
            $definitions = array_column($book->getSheet(1)->toArray(formatData: false), 1, 0);
            $this->assertSame(
                ['2026-06-30', '=cmd()', 'FNSB: a bank'],
                [$definitions['As of'], $definitions['Screen'], $definitions['Set aside']],
            );
            $this->assertStringContainsString('price / earnings_per_share_diluted', $definitions['Price to earnings']);
            $lines = $book->getSheet(0)->toArray(formatData: false);
        }
        $this->assertSame(['Ticker', 'Company', 'Sector', 'Market capitalization', 'Price to earnings', 'Return on equity'], $lines[0]);
        $this->assertCount(count($rows) + 1, $lines);
        foreach ($rows as $i => $row) {
            $this->assertSame($row['ticker'], $lines[$i + 1][0]);
            $this->assertEqualsWithDelta($row['values']['market_cap'], (float) $lines[$i + 1][3], 1e-6 * $row['values']['market_cap']);
        }
    }

    public function test_an_unknown_format_and_a_bad_screen_are_refused(): void
    {
        $this->ask('screens/export', ['format' => 'exe'])->assertStatus(422);
        foreach (
            [
                [['version' => 9], 'newer version'],
                [['criteria' => array_fill(0, 4000, '1 > 0')], 'at most'],
                [['criteria' => ['no_such_metric > 1']], 'not a known name'],
                [
                    [
                        'criteria' => [
                            [
                                'group' => 'any',
                                'criteria' => [
                                    [
                                        'group' => 'any',
                                        'criteria' => [
                                            [
                                                'group' => 'any',
                                                'criteria' => [['group' => 'any', 'criteria' => [['group' => 'any', 'criteria' => []]]]],
                                            ],
                                        ],
                                    ],
                                ],
                            ],
                        ],
                    ],
                    'deep',
                ],
                [['set_aside' => ['BRSW']], 'set aside'],
                [['criteria' => ['price_to_book <']], 'Unexpected'],
                [['columns' => ['__import__']], ''],
                [['sort' => ['nonsense_column']], 'not a known name'],
            ] as [$screen, $part]
        ) {
            $detail = $this->ask('screens/run', [], $screen)->assertStatus(422)->json('detail');
            $this->assertStringContainsString($part, $detail);
        }
    }

    public function test_texts_where_a_screen_belongs_and_columns_not_computed_yet_are_no_faults_of_the_server(): void
    {
        $addresses = ['screens/run', 'screens/score', 'screens/export', 'rankings/run', 'baskets/run', 'back-tests'];
        foreach ([...$addresses, 'companies/BRSW/checklist'] as $path) {
            foreach (['', "\0", 'screen', null, 7] as $screen) {
                $this->postJson("/api/v1/{$path}", [
                    'screen' => $screen,
                    'format' => 'csv',
                    'ranking' => ['components' => [['formula' => 'price_to_book']]],
                    'weights' => 'equal',
                    'rebalance' => 'daily',
                    'index' => 'ALLSH',
                    'from' => '2025-01-02',
                    'frequency' => 'yearly',
                ])->assertStatus(422);
            }
        }
        $this->postJson('/api/v1/screens/distribution', ['formula' => "'text'"])->assertStatus(422);
        $this->postJson('/api/v1/screens/distribution', ['formula' => 'price_to_book', 'universe' => ''])->assertOk();
        $this->ask('screens/run', [], ['criteria' => ["'a' > 1"]])->assertStatus(422);
        $this->ask('screens/export', ['format' => 'csv'], ['columns' => ['stdev_of(gross_margin, 7)']])
            ->assertStatus(409)
            ->assertJsonPath('formula', 'stdev_of(gross_margin, 7)');
    }

    public function test_an_own_metric_is_previewed_saved_used_and_kept_while_used(): void
    {
        $metric = [
            'key' => 'yield_gap',
            'label' => 'Yield gap',
            'kind' => 'formula',
            'definition' => 'free_cash_flow_yield - earnings_yield',
            'unit' => 'percent',
            'better' => 'higher',
        ];
        $preview = $this->postJson('/api/v1/own-metrics/preview', [
            'formula' => $metric['definition'],
            'tickers' => ['BRSW', 'FNSB', 'MWPR'],
        ])
            ->assertOk()
            ->json();
        $this->assertSame(['BRSW', 'FNSB', 'MWPR'], array_column($preview['companies'], 'ticker'));
        $this->assertFalse($preview['is_condition']);
        $this->postJson('/api/v1/own-metrics/preview', ['formula' => 'free_cash_flow_yeld', 'tickers' => ['BRSW']])
            ->assertStatus(422)
            ->assertJsonPath('position', 1)
            ->assertJsonPath('proposal', 'free_cash_flow_yield');
        $id = $this->postJson('/api/v1/own-metrics', $metric)->assertCreated()->json('id');
        $this->postJson('/api/v1/own-metrics', $metric)->assertStatus(409);
        $run = $this->ask(
            'screens/run',
            ['limit' => 1000],
            [
                'criteria' => ['yield_gap > 0'],
                'columns' => ['yield_gap', 'free_cash_flow_yield', 'earnings_yield'],
                'sort' => ['-yield_gap'],
            ],
        )
            ->assertOk()
            ->json();
        $this->assertGreaterThan(0, $run['total']);
        foreach ($run['rows'] as $row) {
            $this->assertEqualsWithDelta(
                $row['values']['free_cash_flow_yield'] - $row['values']['earnings_yield'],
                $row['values']['yield_gap'],
                1e-12,
            );
        }
        $ticker = $run['rows'][0]['ticker'];
        $this->assertEqualsWithDelta(
            $run['rows'][0]['values']['yield_gap'],
            $this->getJson("/api/v1/companies/{$ticker}/working?metric=yield_gap")
                ->assertOk()
                ->json('working.value'),
            1e-9,
        );
        $this->assertContains('yield_gap', array_column($this->getJson('/api/v1/finder?q=yield+gap')->json('results'), 'key'));
        $this->getJson('/api/v1/metrics/yield_gap')->assertOk();

        $this->postJson('/api/v1/own-metrics', [
            'key' => 'double_gap',
            'label' => 'Double gap',
            'kind' => 'formula',
            'definition' => '2 * yield_gap',
        ])->assertCreated();
        $this->postJson('/api/v1/screens', ['name' => 'By gap', 'criteria' => ['yield_gap > 0.01']])->assertCreated();
        $this->postJson('/api/v1/column-views', ['name' => 'Gaps', 'columns' => ['double_gap']])->assertCreated();
        $detail = $this->deleteJson("/api/v1/own-metrics/{$id}")
            ->assertStatus(409)
            ->json('detail');
        foreach (['metric "Double gap"', 'screen "By gap"'] as $use) {
            $this->assertStringContainsString($use, $detail);
        }
        $listed = array_column($this->getJson('/api/v1/own-metrics')->json(), null, 'key');
        $this->assertSame([['yield_gap'], ['column set "Gaps"']], [$listed['double_gap']['depends_on'], $listed['double_gap']['used_by']]);
        $this->putJson("/api/v1/own-metrics/{$id}", [...$metric, 'key' => 'renamed'])->assertStatus(409);
        $this->putJson("/api/v1/own-metrics/{$id}", [...$metric, 'definition' => 'double_gap + 1'])->assertStatus(422);
        $this->putJson("/api/v1/own-metrics/{$id}", [...$metric, 'definition' => 'free_cash_flow_yield'])->assertOk();
        $this->assertEqualsWithDelta(
            2.0,
            $this->ask(
                'screens/run',
                [],
                ['columns' => ['double_gap / free_cash_flow_yield'], 'criteria' => ['free_cash_flow_yield > 0']],
            )->json('rows.0.values')['double_gap / free_cash_flow_yield'],
            1e-12,
        );
    }

    public function test_an_own_metric_over_history_waits_for_its_column_like_any_other(): void
    {
        $this->postJson('/api/v1/own-metrics', [
            'key' => 'steady_margin',
            'label' => 'Steady margin',
            'kind' => 'formula',
            'definition' => 'mean_of(net_margin, 4) - stdev_of(net_margin, 4)',
        ])->assertCreated();
        $pending = $this->ask('screens/run', [], ['criteria' => ['steady_margin > 0.05']])
            ->assertStatus(409)
            ->json();
        $this->assertSame('mean_of(net_margin, 4)', $pending['formula']);
        foreach (['mean_of(net_margin, 4)', 'stdev_of(net_margin, 4)'] as $formula) {
            $this->postJson('/api/v1/refreshes', ['formula' => $formula])
                ->assertStatus(202)
                ->assertJsonPath('state', 'done');
        }
        $this->ask('screens/run', [], ['criteria' => ['steady_margin > 0.05']])->assertOk();
    }

    public function test_a_ranking_saved_as_a_metric_is_a_column_a_criterion_and_explained(): void
    {
        $definition = [
            'components' => [
                ['formula' => 'return_on_equity', 'weight' => 1, 'better' => 'higher'],
                ['formula' => 'price_to_book', 'weight' => 1, 'better' => 'lower'],
            ],
            'combination' => 'rank',
            'within' => 'universe',
            'missing' => 'leave_out',
        ];
        $this->postJson('/api/v1/own-metrics', [
            'key' => 'good_and_cheap',
            'label' => 'Good and cheap',
            'kind' => 'ranking',
            'definition' => $definition,
        ])->assertCreated();
        $rows = $this->ask(
            'screens/run',
            ['limit' => 1000],
            ['criteria' => ['good_and_cheap <= 10'], 'columns' => ['good_and_cheap', 'good_and_cheap_score'], 'sort' => ['good_and_cheap']],
        )
            ->assertOk()
            ->json('rows');
        $places = array_map(static fn (array $row): float => $row['values']['good_and_cheap'], $rows);
        $scores = array_map(static fn (array $row): float => $row['values']['good_and_cheap_score'], $rows);
        foreach ($places as $i => $place) {
            $this->assertEquals(
                1 + count(array_filter($scores, static fn (float $score): bool => $score > $scores[$i])),
                $place,
                'One more than are better; equals share a place.',
            );
        }
        $working = $this->getJson("/api/v1/companies/{$rows[0]['ticker']}/working?metric=good_and_cheap")
            ->assertOk()
            ->json('working');
        $this->assertEquals(1, $working['value']);
        $this->assertSame(['Return on equity', 'Price to book'], array_column($working['children'], 'label'));
        $this->postJson('/api/v1/own-metrics', [
            'key' => 'unexplained_book',
            'label' => 'Unexplained',
            'kind' => 'regression',
            'definition' => [
                'dependent' => ['formula' => 'price_to_book', 'log' => true],
                'regressors' => [['formula' => 'return_on_equity']],
            ],
        ])->assertCreated();
        $cheap = $this->ask(
            'screens/run',
            ['limit' => 1],
            ['columns' => ['unexplained_book', 'unexplained_book_fitted'], 'sort' => ['unexplained_book']],
        )
            ->assertOk()
            ->json('rows.0.values');
        $this->assertLessThan(0, $cheap['unexplained_book']);
        foreach (
            [
                ['kind' => 'ranking', 'definition' => 'x'],
                ['kind' => 'regression', 'definition' => []],
                ['kind' => 'spell', 'definition' => 'x'],
            ] as $bad
        ) {
            $this->postJson('/api/v1/own-metrics', ['key' => 'bad_one', 'label' => 'Bad', ...$bad])->assertStatus(422);
        }
    }

    public function test_a_screen_written_out_says_the_same_to_somebody_without_the_metrics(): void
    {
        $this->postJson('/api/v1/own-metrics', [
            'key' => 'yield_gap',
            'label' => 'Yield gap',
            'kind' => 'formula',
            'definition' => 'earnings_yield - free_cash_flow_yield',
        ])->assertCreated();
        $this->postJson('/api/v1/own-metrics', [
            'key' => 'double_gap',
            'label' => 'Double gap',
            'kind' => 'formula',
            'definition' => '2 * yield_gap',
        ])->assertCreated();
        $screen = [
            'criteria' => ['double_gap > 0', ['group' => 'any', 'criteria' => ['yield_gap < 0.1', 'net_margin > 0.05'], 'active' => false]],
            'columns' => ['double_gap', 'net_margin'],
            'sort' => ['-yield_gap', 'name'],
            'universe' => ['sectors' => ['C']],
            'set_aside' => [['ticker' => 'BRSW', 'reason' => 'mine']],
            'ranking' => ['components' => [['formula' => 'yield_gap', 'weight' => 2, 'better' => 'lower']]],
            'regression' => [
                'dependent' => ['formula' => 'net_margin', 'log' => false],
                'regressors' => [['formula' => 'double_gap', 'log' => false]],
            ],
        ];
        $mine = $this->postJson('/api/v1/screens/run', ['screen' => $screen])
            ->assertOk()
            ->json();
        $plain = $this->postJson('/api/v1/screens/written-out', ['screen' => $screen])
            ->assertOk()
            ->json();
        $this->assertStringNotContainsString('_gap', (string) json_encode($plain));
        $this->assertSame(['2 * (earnings_yield - free_cash_flow_yield)', 'net_margin'], $plain['columns']);
        $this->assertFalse($plain['criteria'][1]['active']);
        $this->assertSame([2, 'lower'], [$plain['ranking']['components'][0]['weight'], $plain['ranking']['components'][0]['better']]);
        $this->assertSame([$screen['universe'], $screen['set_aside']], [$plain['universe'], $plain['set_aside']]);

        $this->actingAs($this->someone('Dora'));
        $this->postJson('/api/v1/screens/run', ['screen' => $screen])->assertStatus(422);
        $theirs = $this->postJson('/api/v1/screens/run', ['screen' => $plain])
            ->assertOk()
            ->json();
        $this->assertSame(array_column($mine['rows'], 'ticker'), array_column($theirs['rows'], 'ticker'));
        $this->assertNotSame([], $mine['rows']);
        $this->assertSame(array_values($mine['rows'][0]['values']), array_values($theirs['rows'][0]['values']));
    }

    public function test_what_one_user_makes_another_never_sees(): void
    {
        $metric = $this->postJson('/api/v1/own-metrics', [
            'key' => 'secret_sauce',
            'label' => 'Secret',
            'kind' => 'formula',
            'definition' => 'net_margin * 2',
        ])->json('id');
        $view = $this->postJson('/api/v1/column-views', ['name' => 'Mine', 'columns' => ['net_margin']])->json('id');
        $test = $this->postJson('/api/v1/back-tests', [
            'screen' => ['criteria' => ['price_to_book < 2']],
            'frequency' => 'yearly',
            'from' => '2025-01-02',
            'index' => 'ALLSH',
        ])
            ->assertCreated()
            ->json('id');
        $this->actingAs($this->someone('Eve'));
        $this->ask('screens/run', [], ['criteria' => ['secret_sauce > 1']])->assertStatus(422);
        $this->assertSame(
            [[], [], []],
            [
                $this->getJson('/api/v1/own-metrics')->json(),
                $this->getJson('/api/v1/column-views')->json(),
                $this->getJson('/api/v1/back-tests')->json('data'),
            ],
        );
        foreach (["own-metrics/{$metric}", "column-views/{$view}", "back-tests/{$test}"] as $path) {
            $this->deleteJson("/api/v1/{$path}")->assertNotFound();
        }
        $this->getJson("/api/v1/back-tests/{$test}")->assertNotFound();
        $this->postJson('/api/v1/own-metrics', [
            'key' => 'secret_sauce',
            'label' => 'Her own',
            'kind' => 'formula',
            'definition' => 'net_margin',
        ])->assertCreated();
    }

    public function test_a_set_of_columns_is_kept_replaced_and_deleted(): void
    {
        $first = $this->postJson('/api/v1/column-views', ['name' => 'Value', 'columns' => ['price_to_book']])
            ->assertCreated()
            ->json('id');
        $second = $this->postJson('/api/v1/column-views', ['name' => 'Value', 'columns' => ['price_to_book', 'price_to_earnings']])
            ->assertCreated()
            ->json('id');
        $this->assertSame($first, $second);
        $this->assertSame(
            [['id' => $first, 'name' => 'Value', 'columns' => ['price_to_book', 'price_to_earnings']]],
            $this->getJson('/api/v1/column-views')->json(),
        );
        $this->postJson('/api/v1/column-views', ['name' => 'Bad', 'columns' => ['price_to_bok']])->assertStatus(422);
        $this->deleteJson("/api/v1/column-views/{$first}")->assertNoContent();
    }

    public function test_a_metric_has_its_spread_coverage_and_both_ends(): void
    {
        $page = $this->getJson('/api/v1/metrics/price_to_earnings')->assertOk()->json();
        $shares = $this->ask('screens/run', [], [])->json('total');
        $this->assertSame($shares, array_sum($page['coverage']));
        $this->assertGreaterThan(0, $page['coverage']['not_meaningful'], 'Losses have no multiple.');
        $high = array_column($page['highest'], 'value');
        $low = array_column($page['lowest'], 'value');
        $sorted = $high;
        rsort($sorted);
        $this->assertSame($sorted, $high);
        $this->assertLessThan($high[9], $low[0]);
        $this->assertSame(
            $this->getJson('/api/v1/metrics/net_interest_margin')->json('coverage.value'),
            $this->ask('screens/run', [], ['universe' => ['templates' => ['bank']]])->json('total'),
        );
        $this->getJson('/api/v1/metrics/price_to_earning')->assertStatus(422)->assertJsonPath('proposal', 'price_to_earnings');
    }

    public function test_a_metric_is_found_by_another_word_for_it(): void
    {
        foreach (
            [
                'gearing' => 'debt_to_equity',
                'capex' => 'capital_expenditure_to_revenue',
                'bankruptcy' => 'altman_z',
                'moat' => 'return_on_invested_capital',
            ] as $word => $key
        ) {
            $this->assertContains($key, array_column($this->getJson("/api/v1/finder?q={$word}")->json('results'), 'key'), $word);
        }
    }

    public function test_every_ready_screen_runs_on_the_demo(): void
    {
        foreach ($this->getJson('/api/v1/ready-screens')->assertOk()->json() as $ready) {
            $this->ask('screens/run', ['limit' => 1], $ready['screen'])->assertOk();
            $this->ask('screens/score', ['limit' => 1], $ready['screen'])->assertOk();
        }
    }

    public function test_find_answers_as_of_a_past_day_as_it_would_have_then(): void
    {
        $this->app->make(ColumnStore::class)->refresh(20230630);
        $past = ['as_of' => '2023-06-30'];
        $run = $this->ask('screens/run', $past)->assertOk();
        $this->assertSame('2023-06-30', $run->json('as_of'));
        $ticker = $run->json('rows.0.ticker');
        $working = $this->getJson("/api/v1/companies/{$ticker}/working?metric=market_cap&as_of=2023-06-30")->json('working.value');
        $this->assertEqualsWithDelta($working, $run->json('rows.0.values.market_cap'), 1e-6 * $working);
        $this->ask('screens/score', $past)->assertOk();
        $this->ask('screens/export', [...$past, 'format' => 'csv'])->assertOk();
        $days = $this->ask('baskets/run', [
            ...$past,
            'weights' => 'equal',
            'rebalance' => 'monthly',
            'index' => 'ALLSH',
            'from' => '2022-06-30',
        ])->json('days');
        $this->assertSame(['2022-06-30', '2023-06-30'], [$days[0], $days[count($days) - 1]]);
        $this->ask('rankings/run', [...$past, 'ranking' => ['components' => [['formula' => 'return_on_equity']]]])
            ->assertOk()
            ->assertJsonPath('as_of', '2023-06-30');
    }
}
