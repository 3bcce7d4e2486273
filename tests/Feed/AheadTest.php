<?php

declare(strict_types=1);

namespace Tests\Feed;

use App\Feed\Advance;
use App\Feed\SimulatedExchange;
use App\Models\CompanyList;
use App\Models\Decision;
use App\Models\Exchange;
use App\Models\Portfolio;
use App\Storage\ColumnStore;
use App\Storage\DayPlan;
use App\Storage\InstallationDay;
use App\Storage\LifeLock;
use App\Storage\NextDay;
use App\Storage\SimulationState;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Route;
use PHPUnit\Framework\Attributes\DataProvider;
use Tests\DemoTestCase;

/** Days of the exchange are stored before what follows from them is there, and until then nobody can tell. */
final class AheadTest extends DemoTestCase
{
    /** What tells how far the exchange goes, what lists all that is stored to keep it by hand, and what says when it was made. */
    private const TELL_MORE = [
        'simulation',
        'reference',
        'series/{name}',
        'companies/{ticker}/report',
        'portfolios/{portfolio}/report',
    ];

    private const WISH = ['days' => 12, 'to' => null, 'next_event' => false];

    protected function setUp(): void
    {
        parent::setUp();
        $this->actingAs($this->someone());
    }

    private function ahead(): int
    {
        $shared = $this->app->make(Advance::class)->begin(self::WISH, self::TODAY, static fn () => null);
        $this->assertNull($shared);
        $day = (int) $this->app->make(SimulatedExchange::class)->day();
        $this->assertSame(20260716, $day);

        return $day;
    }

    /** The same days, and nobody has closed them. */
    private function halfAhead(): int
    {
        $exchange = $this->app->make(SimulatedExchange::class);
        $exchange->reach(self::TODAY, 20260716);
        $this->app->make(Advance::class)->bring(0, 20260716, static fn () => null);
        $this->assertSame([self::TODAY, 20260716, [0 => 20260716]], [$exchange->day(), $exchange->reaches(), $exchange->blocks()]);

        return 20260716;
    }

    /** @return iterable<string, array{string}> */
    public static function ways(): iterable
    {
        yield 'stored' => ['ahead'];
        yield 'being stored' => ['halfAhead'];
    }

    #[DataProvider('ways')]
    public function test_the_columns_of_the_day_are_the_same_with_days_stored_after_it(string $store): void
    {
        $columns = $this->app->make(ColumnStore::class);
        $columns->refresh(self::TODAY);
        $before = SimulatedDatabase::metrics(self::TODAY);
        $this->{$store}();
        $this->assertSame(self::TODAY, $columns->latestDay());
        $columns->refresh(self::TODAY);
        $this->assertSame($before, SimulatedDatabase::metrics(self::TODAY));
        $this->assertGreaterThan(250, count($before));
    }

    #[DataProvider('ways')]
    public function test_no_answer_tells_of_days_that_are_stored_ahead(string $store): void
    {
        // Somebody holds, watches and has decided.
        $this->postJson('/api/v1/example')->assertNoContent();
        $named = [
            'portfolio' => Portfolio::query()->value('id'),
            'decision' => Decision::query()->value('id'),
            'list' => CompanyList::query()->value('id'),
            'exchange' => Exchange::query()->value('id'),
            'index' => Exchange::query()->value('index_id'),
            'name' => DB::table('economy_series')->value('name'),
            'code' => '07',
            'key' => 'price_to_earnings',
        ];
        $paths = [];
        foreach (Route::getRoutes() as $route) {
            $path = str_replace('api/v1/', '', $route->uri());
            if (! in_array('GET', $route->methods(), true) || $path === $route->uri() || in_array($path, self::TELL_MORE, true)) {
                continue;
            }
            foreach (str_contains($path, '{ticker}') ? ['BRSW', 'NSMS'] : [''] as $ticker) {
                $paths[] = (string) preg_replace_callback(
                    '/\{(\w+)\}/',
                    static fn (array $of): string => (string) (['ticker' => $ticker, ...$named][$of[1]] ?? 1),
                    $path,
                );
            }
        }
        $told = fn (): array => array_combine($paths, array_map(function (string $path): string {
            $answer = $this->getJson("/api/v1/{$path}");

            return $answer->getStatusCode().' '.($answer->baseResponse instanceof \Symfony\Component\HttpFoundation\StreamedResponse
                ? $answer->streamedContent()
                : $answer->getContent());
        }, $paths));
        $before = $told();
        $this->{$store}();
        foreach ($told() as $path => $answer) {
            $this->assertSame($before[$path], $answer, $path);
        }
        $this->assertGreaterThan(60, count(array_filter($before, static fn (string $of): bool => str_starts_with($of, '200'))));
    }

    public function test_everything_moves_to_the_day_whose_figures_are_put(): void
    {
        $day = $this->ahead();
        $this->assertTrue($this->app->make(Advance::class)->isAhead());
        $this->getJson('/api/v1/simulation')->assertOk()->assertJsonPath('ahead', true);
        $this->assertTrue($this->app->make(Advance::class)->complete());
        $this->assertFalse($this->app->make(Advance::class)->isAhead());
        $this->getJson('/api/v1/simulation')->assertJsonPath('ahead', false);
        $this->assertSame($day, $this->app->make(InstallationDay::class)->read());
        $this->assertTrue($this->app->make(ColumnStore::class)->isComplete($day));
    }

    public function test_while_another_stores_days_nobody_else_completes_them(): void
    {
        $this->ahead();
        $its = DB::connectUsing('another', (array) config('database.connections.'.DB::getDefaultConnection()));
        $another = LifeLock::tryFor(SimulationState::LOCK, $its);
        $this->assertNotNull($another);
        $advance = $this->app->make(Advance::class);
        try {
            $advance->wished(self::WISH, static fn () => null);
            $this->fail('Two begin days.');
        } catch (\RuntimeException $why) {
            $this->assertStringContainsString('going on already', $why->getMessage());
        }
        $this->assertFalse($advance->complete());
        $this->assertSame(self::TODAY, $this->app->make(InstallationDay::class)->read());
        $another->release();
        $this->assertTrue($advance->complete());
    }

    public function test_a_day_is_never_moved_back(): void
    {
        $latest = $this->app->make(InstallationDay::class);
        $latest->hold();
        $latest->moveTo(20260629);
        $this->assertSame(self::TODAY, $latest->read());
        $latest->moveTo(20260701);
        $this->assertSame(20260701, $latest->read());
    }

    public function test_parts_of_a_plan_are_the_plan_together(): void
    {
        // Company 9 reported and is not listed any more.
        $plan = new DayPlan(20260630, 20260701, [2, 3, 5, 7, 8], [3, 8], [3, 7, 9]);
        $parts = $plan->parts(array_chunk($plan->companies, 2));
        $this->assertEquals(
            [
                new DayPlan(20260630, 20260701, [2, 3], [3], [9, 3]),
                new DayPlan(20260630, 20260701, [5, 7], [], [7]),
                new DayPlan(20260630, 20260701, [8], [8], []),
            ],
            $parts,
        );
        $this->assertEquals(new DayPlan(20260630, 20260701, [2, 3, 5, 7, 8], [3, 8], [9, 3, 7]), DayPlan::joined($parts));
        $this->assertEquals($parts[0], DayPlan::of(get_object_vars($parts[0])));
        $this->assertEquals([new DayPlan(null, 20260701, [], [], [9])], (new DayPlan(null, 20260701, [], [], [9]))->parts([]));
    }

    public function test_a_split_makes_a_company_one_that_reported_whichever_of_its_shares_it_is_of(): void
    {
        $company = $this->companyId('BRSW');
        $reported = DB::table('filings')->where('filed_on', '>', 20260629)->where('company_id', $company)->exists();
        $this->assertFalse($reported);
        $security = DB::table('securities')->insertGetId([
            'company_id' => $company,
            'kind' => 'share',
            'name' => 'Preference shares',
            'main' => false,
        ]);
        DB::table('corporate_actions')->insert([
            ['security_id' => $security, 'kind' => 'split', 'ex_date' => 20260630, 'ratio' => 2.0],
            // Told, and not yet so.
            ['security_id' => DB::table('securities')->where('company_id', $this->companyId('NSMS'))->value('id'),
                'kind' => 'split', 'ex_date' => 20260701, 'ratio' => 2.0],
        ]);
        $plan = $this->app->make(NextDay::class)->plan(20260629, self::TODAY);
        $this->assertContains($company, $plan->reported);
        $this->assertNotContains($this->companyId('NSMS'), $plan->reported);
    }

    public function test_an_exchange_whose_days_nobody_looks_from_is_not_ahead(): void
    {
        $this->ahead();
        // All are closed on the days that came.
        $days = DB::table('bars')->where('day', '>', self::TODAY)->distinct()->pluck('day');
        foreach (Exchange::query()->pluck('id') as $exchange) {
            foreach ($days as $day) {
                DB::table('holidays')->insertOrIgnore(['exchange_id' => $exchange, 'day' => $day, 'name' => 'Storm']);
            }
        }
        $this->assertFalse($this->app->make(Advance::class)->isAhead());
    }
}
