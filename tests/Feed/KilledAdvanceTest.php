<?php

declare(strict_types=1);

namespace Tests\Feed;

use App\Feature\Simulation\AdvanceWork;
use App\Feed\Advance;
use App\Feed\SimulatedExchange;
use App\Models\Task;
use App\Models\User;
use App\Storage\ColumnStore;
use App\Task\BeginParts;
use Illuminate\Foundation\Bootstrap\HandleExceptions;
use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\DB;
use Logion\Time\Day;
use PHPUnit\Framework\Attributes\Group;
use PHPUnit\Framework\TestCase;
use Simulation\Calendar;
use Symfony\Component\Process\Process;
use Tests\KillsProcesses;
use Tests\SeededDatabase;

/** An advance that is killed goes on where it stopped, and nobody can tell. */
#[Group('sqlite')]
final class KilledAdvanceTest extends TestCase
{
    use KillsProcesses;

    /** Three blocks. */
    private const COMPANIES = 230;

    private const FROM = 20160715;

    private const DAYS = 60;

    protected function tearDown(): void
    {
        HandleExceptions::flushState($this);
        parent::tearDown();
    }

    public function test_killed_at_twenty_moments_it_ends_with_the_same_rows(): void
    {
        $days = array_slice(Calendar::workdays(self::FROM, Day::plus(self::FROM, 2 * self::DAYS)), 0, self::DAYS);
        $to = $days[self::DAYS - 1];
        SimulatedDatabase::make(self::COMPANIES, 11, $to);
        $whole = SimulatedDatabase::digest();

        $app = SimulatedDatabase::make(self::COMPANIES, 11, self::FROM);
        $file = (string) DB::connection()->getDatabaseName();
        $kills = 0;
        $exchange = $app->make(SimulatedExchange::class);
        $reached = static fn (): array => [$exchange->day(), $exchange->blocks()];
        for ($try = 0; $try < 400 && $kills < 20; $try++) {
            $before = $reached();
            $advance = $this->advance($file, $to);
            // Machines differ: every other time it is killed so long after its start, else so long after what it stored first.
            usleep($try % 2 === 0 ? 40_000 * ($try % 10) : 0);
            while ($try % 2 === 1 && $advance->isRunning() && $reached() === $before) {
                usleep(1_000);
            }
            usleep(3_000 * ($try % 7));
            if (self::kill($advance)) {
                $kills++;
            }
            $advance->wait();
            if ($exchange->day() >= $to) {
                break;
            }
        }
        $this->assertGreaterThanOrEqual(10, $kills);
        $last = $this->advance($file, $to);
        $last->wait();
        $this->assertSame(0, $last->getExitCode(), $last->getErrorOutput().$last->getOutput());
        DB::purge();
        $this->assertSame($whole, SimulatedDatabase::digest());
        $this->assertTrue($app->make(ColumnStore::class)->isComplete($to), 'what follows from the last day is computed');
    }

    public function test_workers_killed_at_any_moment_leave_the_same_rows_and_metrics(): void
    {
        $days = 6 * Advance::COMPUTED_EVERY;
        $to = array_slice(Calendar::workdays(self::FROM, Day::plus(self::FROM, 300)), 0, $days)[$days - 1];
        SimulatedDatabase::make(self::COMPANIES, 13, $to);
        $whole = SimulatedDatabase::digest();

        $app = SimulatedDatabase::make(self::COMPANIES, 13, self::FROM);
        $columns = $app->make(ColumnStore::class);
        $columns->refresh(self::FROM);
        $user = User::query()->create(['name' => 'Ada', 'email' => 'ada@example.invalid', 'password' => 'a long enough password']);
        config(['queue.default' => 'database']);
        $task = Task::of('advance', 'exchange', $user);
        $task->begin();
        $wish = ['days' => $days, 'to' => null, 'next_event' => false];
        BeginParts::dispatch(AdvanceWork::order($task->id, self::FROM, $wish));
        $workers = [$this->worker(), $this->worker()];
        $kills = 0;
        mt_srand(13);
        for ($until = time() + 180; time() < $until && $task->refresh()->state !== 'done';) {
            $this->assertNotSame('failed', $task->state, (string) $task->message);
            $this->assertTrue($columns->isComplete((int) $columns->latestDay()), 'Whoever reads meanwhile finds all metrics.');
            if ($kills < 12) {
                usleep(mt_rand(100_000, 700_000));
                $workers[$kills % 2]->signal(9);
                $workers[$kills % 2]->wait();
                $workers[$kills % 2] = $this->worker();
                $kills++;
                // Nobody waits here until its work is taken for lost; the other's may be given away with it. It was tried, never too often.
                DB::table('jobs')
                    ->where('attempts', '>', 0)
                    ->update(['reserved_at' => null, 'attempts' => 1]);
            }
            usleep(50_000);
        }
        array_map(static fn (Process $worker) => $worker->stop(0), $workers);
        $this->assertSame('done', $task->state, (string) $task->message);
        $this->assertGreaterThanOrEqual(4, $kills);
        DB::purge();
        $this->assertSame($whole, SimulatedDatabase::digest());
        $this->assertSame($to, $columns->latestDay());
        $kept = SimulatedDatabase::metrics($to);
        SimulatedDatabase::again()->make(ColumnStore::class)->refresh($to);
        $this->assertSame(SimulatedDatabase::metrics($to), $kept);
    }

    private function worker(): Process
    {
        $process = new Process(
            [PHP_BINARY, __DIR__.'/../../artisan', 'queue:work', 'database', '--sleep=0.05', '--tries=3'],
            env: ['DB_DATABASE' => DB::connection()->getDatabaseName(), 'APP_ENV' => 'testing', 'QUEUE_CONNECTION' => 'database'],
            timeout: 200,
        );
        $process->start();

        return $process;
    }

    public function test_a_history_that_is_killed_leaves_the_database_as_empty_as_it_was(): void
    {
        $file = (string) tempnam(sys_get_temp_dir(), 'logion-killed-');
        register_shutdown_function(static fn () => array_map(unlink(...), glob("{$file}*") ?: []));
        SeededDatabase::boot($file);
        Artisan::call('migrate', ['--force' => true]);
        DB::purge();
        foreach ([true, false] as $isKilled) {
            // So many that none is through before it is killed, however quick the machine.
            $companies = $isKilled ? 150 : 20;
            $seed = new Process(
                [PHP_BINARY, __DIR__.'/../../artisan', 'logion:seed-demo', "--companies={$companies}", '--to=2017-06-30'],
                env: ['DB_DATABASE' => $file, 'APP_ENV' => 'testing'],
                timeout: 120,
            );
            $seed->start();
            if ($isKilled) {
                $seed->waitUntil(static fn (string $type, string $said): bool => str_contains($said, "{$companies} ["));
                usleep(400_000);
                $seed->signal(9);
            }
            $seed->wait();
            $this->assertSame($isKilled, $seed->getExitCode() !== 0, $seed->getErrorOutput());
            $this->assertSame($isKilled, DB::table('companies')->count() === 0);
            $this->assertSame($isKilled ? 0 : 1, DB::table('simulations')->count());
            $this->assertSame('wal', DB::scalar('pragma journal_mode'), 'readers are not kept waiting by a writer');
            DB::purge();
        }
    }

    private function advance(string $file, int $to): Process
    {
        $process = new Process(
            [PHP_BINARY, __DIR__.'/../../artisan', 'logion:advance', '--to='.Day::iso($to)],
            env: ['DB_DATABASE' => $file, 'APP_ENV' => 'testing'],
            timeout: 120,
        );
        $process->start();

        return $process;
    }
}
