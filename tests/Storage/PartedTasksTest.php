<?php

declare(strict_types=1);

namespace Tests\Storage;

use App\Models\Task;
use App\Models\TaskPart;
use App\Task\ComputePart;
use App\Task\PartedTasks;
use App\Task\PartedWork;
use App\Task\PatientQueue;
use App\Task\StoresAtTheEnd;
use App\Task\TellsProgress;
use App\Task\WorkCancelled;
use App\Task\WorkOrder;
use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Queue;
use RuntimeException;
use Tests\DemoTestCase;

/** Work in parts: done by any number of workers, none of it twice, and a worker that dies costs the part it was at. */
final class PartedTasksTest extends DemoTestCase
{
    /**
     * @var object{computed: list<string>, stored: list<string>, parts: list<string>, planning: \Closure, during: \Closure,
     *     isCurrent: bool, isElsewhere: bool}
     */
    private object $world;

    private Task $task;

    /** Of each test another: a worker of the test before may hold its lane until it looks for a job again. */
    private string $lane;

    protected function setUp(): void
    {
        parent::setUp();
        config(['queue.default' => 'database']);
        $this->world = (object) [
            'computed' => [],
            'stored' => [],
            'parts' => ['a', 'b', 'c'],
            'planning' => static fn () => null,
            'during' => static fn () => null,
            'isCurrent' => true,
            'isElsewhere' => false,
        ];
        $this->app->bind(LetterWork::class, fn (): LetterWork => new LetterWork($this->world));
        $this->lane = 'user-'.substr(sha1($this->name()), 0, 8);
        $this->task = Task::query()->create(['kind' => 'letters', 'subject' => 'all', 'state' => 'waiting']);
    }

    private function order(): WorkOrder
    {
        return new WorkOrder($this->task->id, LetterWork::class, [], $this->lane);
    }

    private function begin(): void
    {
        $this->app->make(PartedTasks::class)->begin($this->order());
    }

    private function work(int $jobs): void
    {
        for ($i = 0; $i < $jobs; $i++) {
            Artisan::call('queue:work', ['connection' => 'database', '--once' => true, '--tries' => 1, '--sleep' => 0]);
        }
    }

    public function test_work_that_tells_its_progress_has_it_told_with_each_part_and_is_seen_to_go_on(): void
    {
        $this->app->bind(LetterWork::class, fn (): LettersOfAll => new LettersOfAll(new LetterWork($this->world), $this->world));
        $this->begin();
        $this->assertSame(['running', 0], [$this->task->refresh()->state, $this->task->done]);
        $this->work(1);
        $this->assertSame([1, 26], [$this->task->refresh()->done, $this->task->total]);
        $this->work(1);
        $this->assertSame([2, 26], [$this->task->refresh()->done, $this->task->total]);
        // Somebody would take work for lost of which nothing is heard.
        $this->freezeSecond();
        $this->travel(90)->seconds();
        $this->work(1);
        $this->assertSame(2, $this->task->refresh()->done, 'no more than before');
        $this->assertTrue($this->task->updated_at?->equalTo(now()));
        $this->work(1);
        $this->assertSame(['done', [['A', 'B', 'C']]], [$this->task->refresh()->state, $this->world->stored]);
    }

    public function test_parts_are_put_together_in_their_order_and_leave_nothing_behind(): void
    {
        $this->begin();
        $this->assertSame(['running', 0, 30], [$this->task->refresh()->state, $this->task->done, $this->task->total]);
        $this->assertSame(
            3,
            DB::table('jobs')
                ->where('queue', "{$this->lane}:parts")
                ->count(),
        );
        $this->work(2);
        $this->assertSame(['running', 20], [$this->task->refresh()->state, $this->task->done]);
        $this->work(2);
        $this->assertSame(['done', 30], [$this->task->refresh()->state, $this->task->done]);
        $this->assertSame([['A', 'B', 'C']], $this->world->stored);
        $this->assertSame([0, 0], [TaskPart::query()->count(), DB::table('jobs')->count()]);
        $this->assertSame(0, (int) DB::table('job_batches')->value('pending_jobs'));
    }

    public function test_a_worker_that_died_costs_its_part_only(): void
    {
        $this->begin();
        $this->work(1);
        // Another had taken the second part, and was killed: it is its for a minute and a half, and anybody's after that.
        $second = DB::table('jobs')->orderBy('id')->value('id');
        DB::table('jobs')
            ->where('id', $second)
            ->update(['attempts' => 1, 'reserved_at' => now()->timestamp]);
        $this->work(2);
        $this->assertSame(['running', ['a', 'c']], [$this->task->refresh()->state, $this->world->computed]);
        DB::table('jobs')
            ->where('id', $second)
            ->update(['reserved_at' => now()->timestamp - 91]);
        $this->work(2);
        $this->assertSame(['done', ['a', 'c', 'b']], [$this->task->refresh()->state, $this->world->computed]);
        $this->assertSame([['A', 'B', 'C']], $this->world->stored);
    }

    public function test_a_part_that_was_found_before_its_worker_died_is_not_computed_again(): void
    {
        $this->begin();
        $this->work(1);
        // It had found its part and died before it could say so to the queue.
        (new ComputePart($this->order(), 0))->handle($this->app->make(PartedTasks::class));
        $this->assertSame([['a'], 10], [$this->world->computed, $this->task->refresh()->done]);
        $this->work(3);
        (new ComputePart($this->order(), 1))->handle($this->app->make(PartedTasks::class));
        $this->assertSame([1, 'done'], [count($this->world->stored), $this->task->refresh()->state]);
    }

    public function test_a_worker_that_died_before_it_handed_on_the_next_parts_is_followed_by_one_that_does(): void
    {
        $this->begin();
        $this->world->isCurrent = false;
        $this->work(3);
        $finish = DB::table('jobs')->sole();
        $this->world->parts = ['d', 'e'];
        $this->work(1);
        $this->assertSame(2, TaskPart::query()->whereNull('found')->count(), 'the next stage is planned');
        $this->world->isCurrent = true;
        // As if it had been killed just then.
        DB::table('jobs')->delete();
        DB::table('jobs')->insert(['reserved_at' => null, 'attempts' => 0] + (array) $finish);
        $this->work(1);
        $this->assertSame(['running', 0], [$this->task->refresh()->state, DB::table('jobs')->count()], 'others are at the parts');
        DB::table('jobs')->insert(['reserved_at' => now()->timestamp - 91, 'attempts' => 1] + (array) $finish);
        $this->work(5);
        $this->assertSame(['done', [['D', 'E']]], [$this->task->refresh()->state, $this->world->stored]);
        $this->assertSame([0, 0], [TaskPart::query()->count(), DB::table('jobs')->count()]);
    }

    public function test_a_part_that_kills_three_workers_gives_the_work_up_with_a_word(): void
    {
        $this->begin();
        $first = DB::table('jobs')->orderBy('id')->value('id');
        DB::table('jobs')
            ->where('id', $first)
            ->update(['attempts' => 3, 'reserved_at' => now()->timestamp - 91]);
        $this->work(4);
        $this->assertSame('failed', $this->task->refresh()->state);
        $this->assertStringContainsString('ended early', (string) $this->task->message);
        $this->assertSame([], $this->world->stored);
    }

    public function test_what_is_cancelled_goes_on_where_it_was_when_it_is_asked_for_again(): void
    {
        $this->begin();
        $this->work(1);
        $this->world->during = function (): void {
            $this->task->update(['state' => 'cancelled']);
        };
        $this->work(3);
        $this->assertSame(['cancelled', 'Cancelled; nothing was stored.'], [$this->task->refresh()->state, $this->task->message]);
        $this->assertSame([[], 0], [$this->world->stored, DB::table('jobs')->count()]);
        $this->world->during = static fn () => null;
        $this->world->computed = [];
        $this->world->parts = ['x', 'a', 'c'];
        $this->task->begin();
        $this->begin();
        $this->assertSame(10, $this->task->refresh()->done);
        $this->work(3);
        $this->assertSame([['x', 'c'], [['X', 'A', 'C']]], [$this->world->computed, $this->world->stored], 'one part was known');
    }

    public function test_who_cancels_while_the_parts_are_looked_for_is_heeded(): void
    {
        $this->world->planning = function (): void {
            Task::query()
                ->whereKey($this->task->id)
                ->update(['state' => 'cancelled']);
        };
        $this->begin();
        $this->assertSame(['cancelled', 'Cancelled; nothing was stored.'], [$this->task->refresh()->state, $this->task->message]);
        $this->assertSame([0, 0], [DB::table('jobs')->count(), TaskPart::query()->count()]);
        $this->world->planning = static fn () => null;
        $this->task->begin();
        $this->begin();
        $this->work(4);
        $this->assertSame(['done', [['A', 'B', 'C']]], [$this->task->refresh()->state, $this->world->stored]);
    }

    public function test_who_cancels_before_it_begins_is_told_too(): void
    {
        $this->task->update(['state' => 'cancelled']);
        $this->begin();
        $this->assertSame(['cancelled', 'Cancelled; nothing was stored.'], [$this->task->refresh()->state, $this->task->message]);
        $this->assertSame([0, 0], [DB::table('jobs')->count(), TaskPart::query()->count()]);
    }

    public function test_what_became_of_cancelled_work_is_said_by_who_knows(): void
    {
        $this->begin();
        $this->world->isElsewhere = true;
        $this->task->update(['state' => 'cancelled']);
        $this->work(1);
        $this->assertSame(['cancelled', null], [$this->task->refresh()->state, $this->task->message], 'another is still at it');
        $this->world->isElsewhere = false;
        $this->work(1);
        $this->assertSame('Cancelled; nothing was stored.', $this->task->refresh()->message);
    }

    public function test_work_that_cannot_be_done_says_why_and_the_others_stop(): void
    {
        $this->begin();
        $this->world->during = static fn () => throw new RuntimeException('This letter is not to be read.');
        $this->work(4);
        $this->assertSame(['failed', 'This letter is not to be read.'], [$this->task->refresh()->state, $this->task->message]);
        $this->assertSame([['a'], 0], [$this->world->computed, DB::table('jobs')->count()]);
    }

    public function test_work_whose_data_changed_meanwhile_is_begun_anew(): void
    {
        $this->begin();
        $this->world->isCurrent = false;
        $this->work(4);
        $this->assertSame(['running', []], [$this->task->refresh()->state, $this->world->stored]);
        $this->world->isCurrent = true;
        $this->world->parts = ['d'];
        $this->begin();
        $this->work(5);
        $this->assertSame(['done', [['D']]], [$this->task->refresh()->state, $this->world->stored]);
    }

    public function test_parts_nobody_waits_for_go_after_a_day(): void
    {
        $this->begin();
        $this->task->update(['state' => 'cancelled']);
        Artisan::call('model:prune', ['--model' => [TaskPart::class]]);
        $this->assertSame(3, TaskPart::query()->count());
        DB::table('tasks')->where('id', $this->task->id)->update(['updated_at' => now()->subDays(2)]);
        Artisan::call('model:prune', ['--model' => [TaskPart::class]]);
        $this->assertSame(0, TaskPart::query()->count());
    }

    public function test_parts_of_one_are_for_all_workers_and_leave_others_their_turn(): void
    {
        $worker = function (): PatientQueue {
            $queue = new PatientQueue(DB::connection(), 'jobs', 'default', 7200);
            $queue->setContainer($this->app);
            $queue->setConnectionName('database');

            return $queue;
        };
        $this->begin();
        Queue::connection('database')->pushOn('user-berta', new ComputePart(new WorkOrder(0, LetterWork::class, [], 'user-berta'), 0));
        [$one, $other] = [$worker(), $worker()];
        $this->assertSame("{$this->lane}:parts", $one->pop()?->getQueue());
        $this->assertSame("{$this->lane}:parts", $other->pop()?->getQueue(), 'two are at it at a time');
        $this->assertSame('user-berta', $one->pop()?->getQueue(), 'before the third part');
    }
}

/** Counts in letters of the whole alphabet. */
final readonly class LettersOfAll implements PartedWork, TellsProgress
{
    public function __construct(private LetterWork $letters, private object $world)
    {
    }

    public function parts(): array
    {
        return array_map(static fn (array $of): array => [...$of, 'size' => 0], $this->letters->parts());
    }

    public function compute(array $asked, \Closure $goesOn): string
    {
        return $this->letters->compute($asked, $goesOn);
    }

    public function finish(iterable $found): bool
    {
        return $this->letters->finish($found);
    }

    public function cancelled(): ?string
    {
        return $this->letters->cancelled();
    }

    public function progress(): array
    {
        return [min(2, count($this->world->computed)), 26];
    }
}

/** Makes letters capital, one a part. */
final readonly class LetterWork implements PartedWork
{
    use StoresAtTheEnd {
        cancelled as private said;
    }

    /** @param  object  $world  what is to be read, and what was */
    public function __construct(private object $world)
    {
    }

    public function parts(): array
    {
        ($this->world->planning)();

        return array_map(static fn (string $of): array => ['asked' => ['letter' => $of], 'size' => 10], $this->world->parts);
    }

    /** @throws WorkCancelled */
    public function compute(array $asked, \Closure $goesOn): string
    {
        $this->world->computed[] = $asked['letter'];
        ($this->world->during)();
        $goesOn();

        return strtoupper($asked['letter']);
    }

    public function finish(iterable $found): bool
    {
        $letters = [...$found];
        if ($this->world->isCurrent) {
            $this->world->stored[] = $letters;
        }

        return $this->world->isCurrent;
    }

    public function cancelled(): ?string
    {
        return $this->world->isElsewhere ? null : $this->said();
    }
}
