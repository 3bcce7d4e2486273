<?php

declare(strict_types=1);

namespace Tests\BackTest;

use App\Evaluation\EvaluationContexts;
use App\Feature\BackTest\BackTestRunner;
use App\Feature\BackTest\BackTestWork;
use App\Feature\Screening\ScreenRunner;
use App\Models\BackTest;
use App\Models\Task;
use App\Models\TemplateChoice;
use App\Models\User;
use App\Storage\ColumnStore;
use App\Task\BeginParts;
use Illuminate\Support\Facades\DB;
use Logion\Portfolio\Performance;
use Logion\Screening\ScreenDefinition;
use Logion\Time\Day;
use PHPUnit\Framework\Attributes\DataProvider;
use Tests\DemoTestCase;

final class BackTestTest extends DemoTestCase
{
    private const SETTINGS = [
        'screen' => [
            'name' => 'Test',
            'criteria' => [
                'return_on_equity > 0.08',
                'price_to_earnings < 16',
                'universe_percentile(price_to_book) < 0.8',
                'operating_margin > 0 or net_margin > 0',
            ],
        ],
        'frequency' => 'quarterly',
        'from' => '2022-06-30',
        'to' => '2024-06-28',
        'lag' => 1,
        'cost' => 25,
        'index' => 'ALLSH',
    ];

    /**
     * @param  array<string, mixed>  $more
     * @return array<string, mixed>
     */
    private function run_(array $more = [], ?\Closure $progress = null): array
    {
        return $this->app->make(BackTestRunner::class)->run([...self::SETTINGS, ...$more], null, $progress);
    }

    /** @param  array<string, mixed>  $settings */
    private static function ordered(User $user, array $settings, string $state): BackTest
    {
        $task = Task::query()->create(['kind' => 'back-test', 'subject' => 'x', 'state' => $state]);

        return BackTest::query()->create(['user_id' => $user->id, 'task_id' => $task->id, 'name' => 'x', 'settings' => $settings]);
    }

    /** As another worker sees it, who knows nothing of what came before. */
    private function work(BackTest $test): BackTestWork
    {
        return $this->app->make(BackTestWork::class, ['backTest' => $test->id]);
    }

    public function test_it_says_how_many_could_not_be_decided_and_where_that_jumps(): void
    {
        // Five years of history are there for some from a day on.
        $result = $this->run_(['screen' => ['criteria' => ['revenue_growth_5y > -1']], 'from' => '2018-03-30', 'to' => '2021-06-30']);
        foreach ($result['dates'] as $date) {
            $this->assertLessThanOrEqual($date['universe'], $date['undecidable'] + $date['picked'], $date['signal']);
        }
        $expected = \Logion\BackTest\Jumps::of(
            array_map(
                static fn (array $date): array => [
                    'day' => (int) str_replace('-', '', $date['signal']),
                    'universe' => $date['universe'],
                    'undecidable' => $date['undecidable'],
                ],
                $result['dates'],
            ),
        );
        $this->assertNotSame([], $expected);
        $this->assertSame(
            array_map(static fn (array $jump): array => [...$jump, 'day' => Day::iso($jump['day'])], $expected),
            $result['jumps'],
        );
    }

    public function test_it_picks_what_the_screen_itself_answers_on_each_day(): void
    {
        $result = $this->run_();
        $this->assertCount(8, $result['dates']);
        foreach ([$result['dates'][0], $result['dates'][5]] as $date) {
            $day = (int) str_replace('-', '', $date['signal']);
            $this->app->make(ColumnStore::class)->refresh($day);
            $run = $this->app
                ->make(ScreenRunner::class)
                ->run(
                    ScreenDefinition::fromArray(self::SETTINGS['screen']),
                    $this->app->make(EvaluationContexts::class)->of(null, $date['signal']),
                );
            $held = [...array_column($date['held'], 'ticker'), ...$date['not_bought']];
            sort($held);
            $expected = array_column($run['rows'], 'ticker');
            sort($expected);
            $this->assertSame($expected, $held, $date['signal']);
            $this->assertSame($run['universe']['size'], $date['universe']);
        }
        $this->assertGreaterThan(0, count($result['dates'][0]['held']));
    }

    public function test_a_planted_future_fact_changes_nothing(): void
    {
        $before = $this->run_();
        // Every company is given absurd facts, prices, splits and dividends after the end, filed for periods within.
        DB::statement(
            'insert into filings (company_id, kind, period, period_end, filed_on, title) select id, \'annual\', 20220, 20221231, '.
                '20240701, \'Planted\' from companies',
        );
        DB::statement(
            'insert into facts (company_id, filing_id, line, period, value) select f.company_id, f.id, l.line, 20220, 9e15 from filings '.
                "f cross join (select 'net_income' as line union select 'revenue' union select 'operating_income' union select ".
                "'earnings_per_share_diluted' union select 'total_equity') l where f.title = 'Planted'",
        );
        DB::statement('update bars set close = close * 1000, high = high * 1000, low = low * 1000 where day > 20240628');
        DB::statement(
            "insert into corporate_actions (security_id, kind, ex_date, ratio) select id, 'split', 20240710, 50 from securities where ".
                "kind = 'share'",
        );
        DB::statement(
            'insert into dividends (security_id, ex_date, paid_on, amount, currency) select id, 20240711, 20240720, 99, \'XCR\' from '.
                'securities where kind = \'share\'',
        );
        $after = $this->run_();
        $this->assertSame($before['dates'], $after['dates']);
        $this->assertSame($before['values'], $after['values']);
        $this->assertSame($before['hindsight_values'], $after['hindsight_values']);
    }

    public function test_a_fact_filed_inside_the_time_counts_only_from_its_filing_on(): void
    {
        $before = $this->run_();
        DB::statement(
            'insert into filings (company_id, kind, period, period_end, filed_on, title) select id, \'annual\', 20220, 20221231, '.
                '20231015, \'Planted\' from companies',
        );
        DB::statement(
            "insert into facts (company_id, filing_id, line, period, value) select company_id, id, 'operating_income', 20220, -9e15 from ".
                "filings where title = 'Planted'",
        );
        DB::statement(
            "insert into facts (company_id, filing_id, line, period, value) select company_id, id, 'total_equity', 20220, 9e18 from ".
                "filings where title = 'Planted'",
        );
        $after = $this->run_([
            'screen' => [
                'criteria' => [...self::SETTINGS['screen']['criteria'], 'growth(total_equity, 1) < 1000 or growth(total_equity, 1) > 0'],
            ],
        ]);
        foreach ($before['dates'] as $i => $date) {
            if ($date['signal'] < '2023-10-15') {
                $this->assertSame($date['universe'], $after['dates'][$i]['universe']);
                $this->assertLessThanOrEqual($date['picked'], $after['dates'][$i]['picked']);
            }
        }
        $again = $this->run_();
        $early = static fn (array $result): array => array_filter(
            $result['dates'],
            static fn (array $date): bool => $date['signal'] < '2023-10-15',
        );
        $this->assertSame($early($before), $early($again));
    }

    public function test_the_same_settings_give_the_same_result(): void
    {
        $this->assertSame(json_encode($this->run_()), json_encode($this->run_()));
        $this->assertNotSame($this->run_()['fingerprint'], $this->run_(['lag' => 3])['fingerprint']);
        // Of values to a millionth: what is added up in another order has the same.
        $result = $this->run_();
        $rounded = array_map(static fn (float $value): float => round($value / 100, 6), $result['values']);
        $this->assertSame(substr(sha1((string) json_encode([self::SETTINGS, $rounded])), 0, 16), $result['fingerprint']);
    }

    public function test_a_rule_that_never_picks_anything_holds_cash(): void
    {
        $result = $this->run_(['screen' => ['criteria' => ['price_to_book > 1e9']]]);
        $this->assertCount(8, $result['dates']);
        $this->assertSame([0], array_values(array_unique(array_column($result['dates'], 'picked'))));
        $this->assertSame([10000.0], array_values(array_unique($result['values'])));
        $this->assertNull($result['hit_rate']);
    }

    public function test_delisted_companies_take_part_while_they_were_there(): void
    {
        $result = $this->run_(['screen' => ['criteria' => []], 'from' => '2020-03-31', 'to' => '2021-12-30']);
        $held = static fn (array $date): array => array_column($date['held'], 'ticker');
        $this->assertContains('LNTE', $held($result['dates'][1]), 'It failed in March 2021.');
        $this->assertNotContains('LNTE', $held($result['dates'][count($result['dates']) - 1]));
        $this->assertNotContains('LNTE', $result['today']);
        $this->assertContains('ASKW', $held($result['dates'][0]), 'It was taken over in 2024.');
        $this->assertNotEquals(0.0, $result['risk_free']);
        foreach (['' => 'performance', 'hindsight_' => 'hindsight_performance'] as $which => $name) {
            $days = array_map(Day::parse(...), $result['days']);
            $line = array_map(static fn (float $value): float => $value / 100, $result["{$which}values"]);
            $expected = Performance::of($days, $line, $result['risk_free'], 100.0);
            $this->assertEqualsWithDelta($expected->sharpe, $result[$name]['sharpe'], 1e-9, $name);
            $this->assertEqualsWithDelta($expected->total, $result[$name]['total'], 1e-12, $name);
        }
    }

    public function test_everyone_in_equal_weights_without_costs_is_close_to_its_own_mean(): void
    {
        $free = $this->run_(['screen' => ['criteria' => []], 'cost' => 0]);
        $dear = $this->run_(['screen' => ['criteria' => []], 'cost' => 100]);
        $this->assertGreaterThan($dear['performance']['total'], $free['performance']['total']);
        $this->assertEqualsWithDelta(0.0, array_sum(array_column($free['dates'], 'cost')), 1e-12);
        foreach ($free['periods'] as $period) {
            $members = array_column($period['members'], 'return');
            $this->assertEqualsWithDelta(array_sum($members) / count($members), $period['return'], 0.002);
        }
    }

    public function test_a_ranking_holds_only_its_first(): void
    {
        $result = $this->run_([
            'screen' => ['criteria' => []],
            'ranking' => [
                'components' => [
                    ['formula' => 'return_on_equity', 'weight' => 1, 'better' => 'higher'],
                    ['formula' => 'universe_percentile(price_to_book)', 'weight' => 1, 'better' => 'lower'],
                ],
            ],
            'top' => 5,
        ]);
        foreach ($result['dates'] as $date) {
            $this->assertSame(5, $date['picked']);
            $this->assertEqualsWithDelta(1.0, array_sum(array_column($date['held'], 'weight')), 1e-12);
        }
        $this->assertCount(5, $result['today']);
    }

    public function test_an_index_as_universe_has_its_members_of_the_day(): void
    {
        $all = $this->run_(['screen' => ['universe' => ['lists' => ['index' => 'ALLSH']], 'criteria' => []]]);
        $one = $this->run_([
            'screen' => ['universe' => ['lists' => ['index' => 'IXTH'], 'market_cap' => ['least' => 1e8]], 'criteria' => []],
        ]);
        $this->assertGreaterThan($one['dates'][0]['universe'], $all['dates'][0]['universe']);
        $this->assertGreaterThan(0, $one['dates'][0]['universe']);
    }

    public function test_it_runs_as_a_job_with_progress_and_keeps_its_result(): void
    {
        $this->actingAs($user = $this->someone());
        $made = $this->postJson('/api/v1/back-tests', self::SETTINGS)->assertCreated()->json();
        $shown = $this->getJson("/api/v1/back-tests/{$made['id']}")
            ->assertOk()
            ->json();
        $this->assertSame('done', $shown['task']['state']);
        $this->assertSame($shown['task']['total'], $shown['task']['done']);
        $this->assertEquals($this->run_()['values'], $shown['result']['values']);
        $this->assertCount(1, $this->getJson('/api/v1/back-tests')->json('data'));
        $this->deleteJson("/api/v1/back-tests/{$made['id']}")->assertNoContent();
        $this->assertSame(0, BackTest::query()->of($user)->count());
    }

    public function test_the_list_comes_by_pages_newest_first(): void
    {
        $user = $this->someone();
        foreach (range(1, 51) as $number) {
            BackTest::query()->create(['user_id' => $user->id, 'name' => "Test {$number}", 'settings' => self::SETTINGS]);
        }
        BackTest::query()->create(['user_id' => $this->someone('Berta')->id, 'name' => "Somebody else's", 'settings' => self::SETTINGS]);
        $this->actingAs($user);
        $first = $this->getJson('/api/v1/back-tests')->assertOk();
        $this->assertSame(['Test 51', 'Test 2'], [$first->json('data.0.name'), $first->json('data.49.name')]);
        $this->assertSame(
            [1, 2, 50, 51],
            array_map(static fn (string $key): int => $first->json("meta.{$key}"), ['current_page', 'last_page', 'per_page', 'total']),
        );
        $this->assertSame(['Test 1'], array_column($this->getJson('/api/v1/back-tests?page=2')->json('data'), 'name'));
        $this->assertSame([], $this->getJson('/api/v1/back-tests?page=3')->json('data'));
        $this->assertSame('Test 51', $this->getJson('/api/v1/back-tests?page=nothing')->json('data.0.name'));
    }

    public function test_a_cancelled_back_test_stops_and_stores_nothing(): void
    {
        $user = $this->someone();
        $test = self::ordered($user, self::SETTINGS, 'cancelled');
        BeginParts::dispatchSync(BackTestWork::order($test, $user));
        $this->assertNull($test->refresh()->result);
        $steps = 0;
        try {
            $this->run_([], static function (int $done) use (&$steps): void {
                $steps = $done;
                if ($done === 20) {
                    throw new \App\Task\WorkCancelled();
                }
            });
        } catch (\App\Task\WorkCancelled) {
        }
        $this->assertSame(20, $steps);
    }

    /** @return array<string, array{array<string, mixed>, bool}> settings, and whether parts choose */
    public static function settingsInParts(): array
    {
        $industrial = ['universe' => ['templates' => ['industrial']]];
        $cheapest = ['components' => [['formula' => 'price_to_earnings', 'better' => 'lower', 'weight' => 1]]];
        $group = [
            'group' => 'at_least',
            'count' => 2,
            'criteria' => ['return_on_equity > 0.1', 'operating_margin > 0.05', 'price_to_book < 2'],
        ];

        return [
            'one by one' => [['screen' => [...$industrial, 'criteria' => ['return_on_equity > 0.05', 'price_to_earnings < 25']]], true],
            'one by one, in groups' => [['screen' => ['criteria' => [$group, ['formula' => 'net_margin > 9', 'active' => false]]]], true],
            'one by one, nobody' => [['screen' => ['criteria' => ['price_to_book > 1e9']]], true],
            'compared' => [['screen' => [...self::SETTINGS['screen'], ...$industrial]], false],
            'compared by a metric' => [['screen' => [...$industrial, 'criteria' => ['momentum_percentile > 0.4']]], false],
            'ranked' => [['screen' => [...self::SETTINGS['screen'], ...$industrial], 'ranking' => $cheapest, 'top' => 5], false],
            'ranked of those one by one' => [['screen' => ['criteria' => [$group]], 'ranking' => $cheapest, 'top' => 7], false],
            'of an index' => [['screen' => ['universe' => ['lists' => ['index' => 'ALLSH']], 'criteria' => [$group]]], false],
            'without one' => [
                ['screen' => ['criteria' => [$group], 'set_aside' => [['ticker' => 'BRSW', 'reason' => 'known too well']]]],
                false,
            ],
        ];
    }

    /** @param  array<string, mixed>  $more */
    #[DataProvider('settingsInParts')]
    public function test_in_parts_it_is_what_it_is_in_one(array $more, bool $chooses): void
    {
        config(['logion.companies_of_a_part.back_test' => 7]);
        $user = $this->someone();
        $bank = $this->companyId('FNSB');
        TemplateChoice::query()->create(['user_id' => $user->id, 'company_id' => $bank, 'template' => 'industrial', 'reason' => 'why not']);
        $settings = [...self::SETTINGS, ...$more];
        $test = self::ordered($user, $settings, 'waiting');
        $asked = 0;
        DB::listen(static function ($query) use (&$asked): void {
            $asked += (int) (preg_match('/^update [`"]task_parts[`"] set [`"]found/', $query->sql) === 1);
        });
        $planned = $this->work($test)->parts();
        $this->assertSame([$chooses], array_values(array_unique(array_column(array_column($planned, 'asked'), 'chooses'))));
        BeginParts::dispatchSync(BackTestWork::order($test, $user));
        $task = Task::query()->findOrFail($test->task_id);
        $this->assertSame('done', $task->state, (string) $task->message);
        $this->assertGreaterThan(3, $asked);
        $whole = $this->app->make(BackTestRunner::class)->run($settings, $user);
        $this->assertSame(json_encode($whole), json_encode($test->refresh()->result));
        $isNobody = $more['screen']['criteria'] === ['price_to_book > 1e9'];
        $this->assertSame($isNobody, array_sum(array_column($whole['dates'], 'picked')) === 0);
    }

    public function test_parts_planned_by_the_version_before_which_chose_at_the_end_are_followed(): void
    {
        $user = $this->someone();
        $settings = [...self::SETTINGS, 'frequency' => 'yearly', 'screen' => ['criteria' => ['net_margin > 0.1']]];
        $test = self::ordered($user, $settings, 'running');
        $work = fn (): BackTestWork => $this->work($test);
        $found = [];
        foreach ($work()->parts() as ['asked' => $asked]) {
            unset($asked['chooses']);
            $found[] = $work()->compute($asked, static fn () => null);
        }
        $this->assertTrue($work()->finish($found));
        $whole = $this->app->make(BackTestRunner::class)->run($settings, $user);
        $this->assertSame(json_encode($whole), json_encode($test->refresh()->result));
        $this->assertGreaterThan(0, array_sum(array_column($whole['dates'], 'picked')));
    }

    public function test_parts_do_not_count_once_their_reader_sees_other_figures(): void
    {
        $user = $this->someone();
        $settings = [...self::SETTINGS, 'frequency' => 'yearly', 'screen' => ['criteria' => ['net_margin > 0']]];
        $test = self::ordered($user, $settings, 'running');
        $work = fn (): BackTestWork => $this->work($test);
        $found = array_map(static fn (array $of): string => $work()->compute($of['asked'], static fn () => null), $work()->parts());
        $bank = $this->companyId('FNSB');
        $choice = TemplateChoice::query()->create([
            'user_id' => $user->id,
            'company_id' => $bank,
            'template' => 'industrial',
            'reason' => 'x',
        ]);
        $this->assertFalse($work()->finish($found));
        $this->assertNull($test->refresh()->result);
        $choice->delete();
        $this->assertTrue($work()->finish($found), 'as it was they count');
        $this->assertNotNull($test->refresh()->result);
    }

    public function test_a_metric_of_ones_own_counts_as_it_is_defined_when_all_is_put_together(): void
    {
        $this->actingAs($user = $this->someone());
        $metric = static fn (string $formula): array => [
            'key' => 'own_margin',
            'label' => 'Own margin',
            'kind' => 'formula',
            'definition' => $formula,
            'unit' => 'percent',
            'better' => 'higher',
        ];
        $id = $this->postJson('/api/v1/own-metrics', $metric('net_margin'))->assertCreated()->json('id');
        $settings = [...self::SETTINGS, 'frequency' => 'yearly', 'screen' => ['criteria' => ['own_margin > 0.1']]];
        $test = self::ordered($user, $settings, 'running');
        $work = fn (): BackTestWork => $this->work($test);
        $found = fn (): array => array_map(
            static fn (array $of): string => $work()->compute($of['asked'], static fn () => null),
            $work()->parts(),
        );
        $before = $found();
        $this->assertTrue($work()->parts()[0]['asked']['chooses']);
        $this->putJson("/api/v1/own-metrics/{$id}", $metric('operating_margin'))->assertOk();
        $this->app->forgetScopedInstances();
        $this->assertFalse($work()->finish($before), 'It meant another figure.');
        $this->assertTrue($work()->finish($found()));
        $whole = $this->app->make(BackTestRunner::class)->run($settings, $user);
        $this->assertSame(json_encode($whole), json_encode($test->refresh()->result));
        // What compares companies does so under a name of one's own as well.
        $this->putJson("/api/v1/own-metrics/{$id}", $metric('universe_percentile(operating_margin)'))->assertOk();
        $this->app->forgetScopedInstances();
        $this->assertFalse($work()->parts()[0]['asked']['chooses']);
    }

    public function test_settings_that_cannot_work_are_refused_at_once(): void
    {
        $this->actingAs($this->someone());
        foreach (
            [
                [['frequency' => 'hourly'], 422],
                [['from' => 'soon'], 422],
                [['index' => 'NOPE'], 404],
                [['screen' => ['criteria' => ['no_such > 1']]], 422],
                [['lag' => 99], 422],
                [['cost' => -1], 422],
                [['ranking' => ['components' => []]], 422],
                [['top' => 0], 422],
            ] as [$bad, $status]
        ) {
            $this->postJson('/api/v1/back-tests', [...self::SETTINGS, ...$bad])->assertStatus($status);
        }
        $this->postJson('/api/v1/back-tests', [...self::SETTINGS, 'from' => '2031-01-01'])->assertCreated();
        $this->assertStringContainsString(
            'no trading days',
            (string) Task::query()->where('kind', 'back-test')->where('state', 'failed')->value('message'),
        );
    }
}
