<?php

declare(strict_types=1);

namespace Tests\Feed;

use App\Feature\Intake\Imports;
use App\Feed\Advance;
use App\Models\Task;
use App\Models\TaskPart;
use App\Storage\ColumnStore;
use App\Storage\DataStamp;
use App\Storage\DayPlan;
use App\Storage\InstallationDay;
use App\Storage\NextDay;
use Illuminate\Database\Events\QueryExecuted;
use Illuminate\Database\Events\TransactionCommitted;
use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Event;
use Tests\DemoTestCase;

/** The exchange goes on in stages whose metrics any number of workers compute: nothing shows how many, nor who died or cancelled. */
final class AdvanceInPartsTest extends DemoTestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        config(['queue.default' => 'database', 'logion.companies_of_a_part.columns' => 20]);
        $this->actingAs($this->someone());
    }

    protected function tearDown(): void
    {
        // Who looks for work lets go of the lane of the work before.
        DB::table('jobs')->delete();
        $this->work(1);
        parent::tearDown();
    }

    private function advance(int $days): Task
    {
        return Task::query()->findOrFail(
            $this->postJson('/api/v1/simulation/advance', ['days' => $days])->assertStatus(202)->json('id'),
        );
    }

    private function work(int $jobs): void
    {
        for ($i = 0; $i < $jobs; $i++) {
            Artisan::call('queue:work', ['connection' => 'database', '--once' => true, '--tries' => 1, '--sleep' => 0]);
            $columns = $this->app->make(ColumnStore::class);
            $this->assertTrue($columns->isComplete((int) $columns->latestDay()), 'Whoever reads meanwhile finds all metrics.');
        }
    }

    public function test_two_stages_in_parts_give_what_one_process_computes(): void
    {
        $task = $this->advance(22);
        $this->work(1);
        $parts = TaskPart::query()->where('task_id', $task->id)->count();
        $this->assertGreaterThan(2, $parts);
        $this->assertSame([21, 22, 'running'], [$task->refresh()->done, $task->total, $task->state], 'The first stage is stored.');
        // A worker had taken a part: the others are done, and wait for it.
        $first = DB::table('jobs')->orderBy('id')->limit(1);
        $first->update(['attempts' => 1, 'reserved_at' => now()->timestamp]);
        $this->work($parts);
        $this->assertSame([21, 1], [$task->refresh()->done, DB::table('jobs')->count()]);
        $this->assertSame(1, TaskPart::query()->where('task_id', $task->id)->whereNull('found')->count());
        $this->assertSame(self::TODAY, $this->app->make(ColumnStore::class)->latestDay());
        // It was killed: another takes it up.
        $first->update(['reserved_at' => now()->timestamp - 91]);
        $this->work(2);
        $this->assertSame([22, 'running'], [$task->refresh()->done, $task->state], 'The second stage has begun.');
        $this->work($parts + 2);
        $this->assertSame(['done', 22, 22], [$task->refresh()->state, $task->done, $task->total], (string) $task->message);
        $this->assertSame(0, TaskPart::query()->count() + DB::table('jobs')->count());
        $day = (int) DB::table('simulations')->value('day');
        $this->assertSame([$day], DB::table('column_sets')->where('as_of', '>=', $day)->pluck('as_of')->map(intval(...))->all());
        $this->assertSame(2, DB::table('column_sets')->count(), 'that day and the one before it, which somebody may be reading');
        $kept = SimulatedDatabase::metrics($day);
        $this->app->make(ColumnStore::class)->refresh($day);
        $this->assertSame(SimulatedDatabase::metrics($day), $kept);
        $this->getJson('/api/v1/companies/BRSW')->assertOk();
    }

    public function test_days_before_the_one_that_is_seen_have_its_metrics_computed_anew(): void
    {
        // As where somebody handed in prices of a later day.
        $columns = $this->app->make(ColumnStore::class);
        $this->app->make(InstallationDay::class)->moveTo(20260710);
        $columns->refresh(20260710);
        $old = SimulatedDatabase::metrics(20260710);
        $this->app->make(Advance::class)->wished(['days' => 1, 'to' => null, 'next_event' => false], static fn () => null, 1);
        $this->assertSame(20260710, $columns->latestDay());
        $kept = SimulatedDatabase::metrics(20260710);
        $this->assertNotSame($old, $kept);
        // Whoever remembers indices remembers them as they were.
        $this->app->make(ColumnStore::class)->refresh(20260710);
        $this->assertSame(SimulatedDatabase::metrics(20260710), $kept, 'by one process');

        $this->app->make(InstallationDay::class)->moveTo(20260810);
        $task = $this->advance(22);
        Artisan::call('queue:work', ['connection' => 'database', '--once' => true, '--tries' => 1, '--sleep' => 0]);
        $asked = TaskPart::query()->where('task_id', $task->id)->get()->pluck('asked');
        $this->assertSame([], $asked->pluck('block')->filter()->all(), 'no days are stored beside metrics they would change');
        for ($jobs = 0; $jobs < 40 && $task->refresh()->state !== 'done'; $jobs++) {
            Artisan::call('queue:work', ['connection' => 'database', '--once' => true, '--tries' => 1, '--sleep' => 0]);
        }
        $this->assertSame(['done', 22], [$task->refresh()->state, $task->done], (string) $task->message);
        $this->assertSame(20260810, $columns->latestDay());
        $kept = SimulatedDatabase::metrics(20260810);
        $this->app->make(ColumnStore::class)->refresh(20260810);
        $this->assertSame(SimulatedDatabase::metrics(20260810), $kept, 'in parts');
    }

    public function test_who_cancels_keeps_the_days_before_with_their_metrics(): void
    {
        $task = $this->advance(3);
        $this->work(2);
        $this->assertSame('running', $task->refresh()->state);
        $this->deleteJson("/api/v1/tasks/{$task->id}")->assertNoContent();
        $this->work(6);
        $this->assertSame('cancelled', $task->refresh()->state);
        $this->assertSame('Cancelled. Days that were begun are kept.', $task->message);
        $day = (int) DB::table('simulations')->value('day');
        $this->assertSame(20260703, $day);
        $this->assertTrue($this->app->make(ColumnStore::class)->isComplete($day));
        // It goes on after that.
        $again = $this->advance(1);
        $this->work(8);
        $this->assertSame(['done', 1], [$again->refresh()->state, $again->done], (string) $again->message);
    }

    public function test_who_lets_it_go_on_again_while_what_was_begun_is_completed_is_told_of_that_alone(): void
    {
        $task = $this->advance(3);
        $this->work(2);
        $this->deleteJson("/api/v1/tasks/{$task->id}")->assertNoContent();
        $again = null;
        Event::listen(function (TransactionCommitted $end) use (&$again): void {
            // Just before it is said what became of the one before.
            if ($again === null && $this->app->make(ColumnStore::class)->isComplete(20260703)) {
                $again = $this->advance(1);
            }
        });
        $this->work(1);
        $this->assertSame([$task->id, 'waiting', null], [$again?->id, $task->refresh()->state, $task->message]);
        $this->work(12);
        $this->assertSame(['done', 1, null], [$task->refresh()->state, $task->done, $task->message]);
    }

    public function test_what_another_process_stored_meanwhile_is_computed_too(): void
    {
        $task = $this->advance(2);
        $this->work(2);
        $this->app->make(Advance::class)->wished(['days' => 1, 'to' => null, 'next_event' => false], static fn () => null, 1);
        $this->work(12);
        $this->assertSame('done', $task->refresh()->state, (string) $task->message);
        $day = (int) DB::table('simulations')->value('day');
        $this->assertSame(20260703, $day);
        $kept = SimulatedDatabase::metrics($day);
        $this->app->make(ColumnStore::class)->refresh($day);
        $this->assertSame(SimulatedDatabase::metrics($day), $kept);
    }

    public function test_a_file_that_is_stored_meanwhile_costs_the_part_of_its_company_and_moves_no_day(): void
    {
        $task = $this->advance(2);
        $this->work(1);
        $parts = TaskPart::query()->where('task_id', $task->id)->count();
        $this->work($parts);
        $this->assertSame(0, TaskPart::query()->where('task_id', $task->id)->whereNull('found')->count());
        $path = (string) tempnam(sys_get_temp_dir(), 'meanwhile');
        file_put_contents($path, "Date,Close\n2026-06-29,55.5\n");
        $imports = $this->app->make(Imports::class);
        $import = $imports->take($path, 'BRSW.csv', null);
        unlink($path);
        $imports->preview($import);
        $import->refresh()->update(['mapping' => ['accept' => array_keys((array) $import->preview['doubts'])] + $import->mapping]);
        $imports->store($import->refresh());
        $this->assertSame(self::TODAY, $this->app->make(InstallationDay::class)->read());
        $this->work(1);
        $this->assertSame(1, TaskPart::query()->where('task_id', $task->id)->whereNull('found')->count());
        $this->work(2);
        $this->assertSame('done', $task->refresh()->state, (string) $task->message);
        $day = (int) DB::table('simulations')->value('day');
        $this->assertSame($day, $this->app->make(InstallationDay::class)->read());
        $kept = SimulatedDatabase::metrics($day);
        $this->app->make(ColumnStore::class)->refresh($day);
        $this->assertSame(SimulatedDatabase::metrics($day), $kept);
    }

    public function test_companies_whose_data_were_changed_before_report(): void
    {
        DataStamp::changeCompanies(DB::table('companies')->pluck('id')->map(intval(...))->all());
        $task = Task::query()->findOrFail($this->postJson('/api/v1/simulation/advance', ['next_event' => true])->json('id'));
        for ($jobs = 0; $jobs < 60 && $task->refresh()->isUnderWay(); $jobs++) {
            $this->work(1);
        }
        $this->assertSame('done', $task->refresh()->state, (string) $task->message);
        $day = (int) $this->app->make(ColumnStore::class)->latestDay();
        $this->assertTrue(DB::table('filings')->where('filed_on', $day)->exists());
        $kept = SimulatedDatabase::metrics($day);
        $this->app->make(ColumnStore::class)->refresh($day);
        $this->assertSame(SimulatedDatabase::metrics($day), $kept);
    }

    public function test_one_process_does_not_store_what_it_computed_of_data_that_were_changed_meanwhile(): void
    {
        $wish = ['days' => 1, 'to' => null, 'next_event' => false];
        $advance = $this->app->make(Advance::class);
        $advance->begin($wish, self::TODAY, static fn () => null);
        $plan = $advance->plan() ?? $this->fail('A day is stored.');
        $left = 1;
        DB::listen(static function (QueryExecuted $query) use (&$left): void {
            // Just after it looked how they are.
            str_contains($query->sql, 'company_versions') && $left-- === 1 && DataStamp::changeCompanies([1]);
        });
        $next = $this->app->make(NextDay::class);
        $this->assertFalse($next->follow($plan));
        $this->assertFalse($this->app->make(ColumnStore::class)->isComplete($plan->day));
        $this->assertSame(self::TODAY, $this->app->make(InstallationDay::class)->read());
        $this->assertTrue($next->follow($plan));
        $this->assertTrue($this->app->make(ColumnStore::class)->isComplete($plan->day));
    }

    public function test_what_was_planned_is_not_stored_where_a_company_came_since(): void
    {
        $wish = ['days' => 1, 'to' => null, 'next_event' => false];
        $advance = $this->app->make(Advance::class);
        $advance->begin($wish, self::TODAY, static fn () => null);
        $plan = $advance->plan() ?? $this->fail('A day is stored.');
        $before = new DayPlan($plan->before, $plan->day, array_slice($plan->companies, 1), $plan->anew, $plan->reported);
        $next = $this->app->make(NextDay::class);
        $this->assertFalse($next->put($before, $next->compute($before, static fn () => null)));
        $this->assertFalse($this->app->make(ColumnStore::class)->isComplete($plan->day));
        $this->assertTrue($next->put($plan, $next->compute($plan, static fn () => null)));
        $this->assertTrue($this->app->make(ColumnStore::class)->isComplete($plan->day));
    }

    public function test_a_worker_that_died_between_the_days_and_their_metrics_costs_nothing(): void
    {
        $task = $this->advance(2);
        // It had stored the days, and was killed before it could plan their metrics.
        $this->app->make(Advance::class)->begin(
            ['days' => 2, 'to' => null, 'next_event' => false],
            20260630,
            static fn () => null,
        );
        DB::table('jobs')->update(['attempts' => 1, 'reserved_at' => now()->timestamp - 91]);
        $this->work(8);
        $this->assertSame('done', $task->refresh()->state, (string) $task->message);
        $this->assertSame(20260702, (int) DB::table('simulations')->value('day'));
        $this->assertTrue($this->app->make(ColumnStore::class)->isComplete(20260702));
    }
}
