<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Console\BenchmarkCopy;
use App\Console\WorkTally;
use App\Feature\BackTest\BackTestWork;
use App\Feature\Simulation\AdvanceWork;
use App\Feature\Value\ValueSimulationWork;
use App\Feed\SimulatedExchange;
use App\Models\BackTest;
use App\Models\Task;
use App\Models\User;
use App\Storage\ColumnStore;
use App\Task\BeginParts;
use App\Task\ColumnWork;
use App\Task\Lane;
use App\Task\WorkOrder;
use Illuminate\Console\Command;
use Illuminate\Support\Facades\Queue;
use Logion\Time\Day;
use Symfony\Component\Process\Process;

/**
 * Times work in parts by one worker and by two, and beside them two such works at once on two databases, a worker each, who have nothing
 * to wait for but the machine: half their time is the least that two workers can take here. Where the time of two workers went: they
 * computed, waited within a job (for their turn to write, or the disk), or had no job; and what the host of this machine took from it.
 * The same work takes a processor more or less time from one minute to the next: at the same speed is what remains beside that.
 *
 * @phpstan-type Spent array{seconds: float, jobs: float, computed: float, stolen: float|null}
 */
final class RunWorkerBenchmark extends Command
{
    protected $signature = 'logion:bench-workers {kinds?* : refresh, back-test, draws, month, quarter, half-year, year} {--rounds=3} '.
        '{--once= : measure one kind on this database itself, by so many workers, and print the seconds} '.
        '{--worker= : be a worker, and tell its seconds in this file}';

    protected $description = 'Measure refresh, back-test, draws and the exchange going on by one worker and by two, on copies of the demo';

    /** Days of trading. */
    private const STRETCHES = ['week and a half' => 8, 'month' => 21, 'quarter' => 63, 'half-year' => 126, 'year' => 252];

    private const DRAWS = 100_000;

    private const YEARS = 10;

    private const LOOK_EVERY_MICROSECONDS = 10_000;

    private const ENDS_WITHIN_MICROSECONDS = 100_000;

    /** What the kernel counts in, on every Linux that PHP runs on. */
    private const TICKS_A_SECOND = 100;

    public function handle(): int
    {
        if ($this->option('worker') !== null) {
            return $this->work($this->option('worker'));
        }
        $kinds = (array) $this->argument('kinds') ?: ['refresh', 'back-test', 'draws', ...array_slice(array_keys(self::STRETCHES), 1)];
        if ($this->option('once') !== null) {
            $this->line((string) json_encode($this->once($kinds[0], (int) $this->option('once')), JSON_THROW_ON_ERROR));

            return self::SUCCESS;
        }
        foreach ($kinds as $kind) {
            $rows = [];
            for ($round = 1; $round <= (int) $this->option('rounds'); $round++) {
                // In turns: the speed of a shared machine changes.
                [$one] = $this->spent($kind, [1]);
                [$two] = $this->spent($kind, [2]);
                $both = $this->spent($kind, [1, 1]);
                $rows[] = self::row($one, $two, array_sum(array_column($both, 'seconds')) / 4);
            }
            $this->line("\n{$kind}");
            $this->table([...array_keys($rows[0])], $rows);
        }

        return self::SUCCESS;
    }

    /**
     * @param  Spent  $one
     * @param  Spent  $two
     * @param  float  $least  seconds that two workers take at least
     * @return array<string, string>
     */
    private static function row(array $one, array $two, float $least): array
    {
        $ratio = static fn (float $x): string => number_format($x, 2);
        $part = static fn (float $x): string => round(50 * $x / $two['seconds']).' %';

        return [
            'one worker, s' => $ratio($one['seconds']),
            'two, s' => $ratio($two['seconds']),
            'two / one' => $ratio($two['seconds'] / $one['seconds']),
            'at the same speed' => $ratio($two['seconds'] / $one['seconds'] / ($two['computed'] / $one['computed'])),
            'least possible here / one' => $ratio($least / $one['seconds']),
            'two computed' => $part($two['computed']),
            'waited in jobs' => $part($two['jobs'] - $two['computed']),
            'had no job' => $part(2 * $two['seconds'] - $two['jobs']),
            'host took' => $two['stolen'] === null ? 'not told' : $part($two['stolen']),
            'computed by two / by one' => $ratio($two['computed'] / $one['computed']),
        ];
    }

    /**
     * @param  list<int>  $workers  of each work; all of them at once
     * @return list<Spent>
     */
    private function spent(string $kind, array $workers): array
    {
        $running = [];
        foreach ($workers as $nth => $count) {
            $database = BenchmarkCopy::make("workers-{$nth}");
            $running[] = $process = new Process(
                [PHP_BINARY, base_path('artisan'), 'logion:bench-workers', $kind, "--once={$count}"],
                env: ['DB_DATABASE' => $database],
                timeout: null,
            );
            $process->start();
        }

        return array_map(
            static fn (Process $process): array => $process->wait() === 0
                ? json_decode($process->getOutput(), true, flags: JSON_THROW_ON_ERROR)
                : throw new \RuntimeException($process->getErrorOutput().$process->getOutput()),
            $running,
        );
    }

    /**
     * Workers are started as an installation does, and have been at work before: what they read once is read.
     *
     * @return Spent
     */
    private function once(string $kind, int $workers): array
    {
        config(['queue.default' => 'database']);
        $started = $tallies = [];
        for ($nth = 0; $nth < $workers; $nth++) {
            $tallies[] = $tally = config('database.connections.sqlite.database').".worker-{$nth}";
            $started[] = $worker = new Process(
                [PHP_BINARY, '-d', 'memory_limit=2G', base_path('artisan'), 'logion:bench-workers', "--worker={$tally}"],
                timeout: null,
            );
            $worker->start();
        }
        sleep(2);
        try {
            $this->seconds($this->order('week and a half'));
            $before = [...self::tallied($tallies), 'stolen' => self::stolen()];
            $order = $this->order($kind);
            $seconds = $this->seconds($order);
            $stolen = self::stolen();
            // The last job ends after the work: what it held is freed, which takes a moment where it was much.
            do {
                usleep(self::ENDS_WITHIN_MICROSECONDS);
            } while (Queue::reservedSize($order->lane) > 0);
            $after = self::tallied($tallies);

            return [
                'seconds' => $seconds,
                'jobs' => $after['jobs'] - $before['jobs'],
                'computed' => $after['computed'] - $before['computed'],
                'stolen' => $stolen === null ? null : $stolen - $before['stolen'],
            ];
        } finally {
            foreach ($started as $worker) {
                $worker->stop(0);
            }
        }
    }

    private function work(string $tally): int
    {
        (new WorkTally($tally))->follow(app('events'));

        return $this->call('queue:work', [
            'connection' => 'database',
            '--tries' => 1,
            '--sleep' => 0.1,
            '--memory' => 1024,
            '--quiet' => true,
        ]);
    }

    /**
     * @param  list<string>  $files
     * @return array{jobs: float, computed: float} of all workers
     */
    private static function tallied(array $files): array
    {
        $all = array_map(WorkTally::read(...), $files);

        return ['jobs' => array_sum(array_column($all, 'jobs')), 'computed' => array_sum(array_column($all, 'computed'))];
    }

    /** Seconds of all processors that the host gave to others while something here was ready to go on; null where it does not say. */
    private static function stolen(): ?float
    {
        $ticks = preg_match('/^cpu(?: +\d+){7} +(\d+)/', (string) @file_get_contents('/proc/stat'), $found) === 1 ? (int) $found[1] : null;

        return $ticks === null ? null : $ticks / self::TICKS_A_SECOND;
    }

    private function seconds(WorkOrder $order): float
    {
        $began = microtime(true);
        BeginParts::dispatch($order);
        // Who looks takes as little as possible of the processors that are measured: not the whole task is read.
        $state = Task::query()->whereKey($order->task)->toBase();
        do {
            usleep(self::LOOK_EVERY_MICROSECONDS);
        } while (in_array($state->value('state'), Task::UNDER_WAY, true));

        $took = microtime(true) - $began;
        $task = Task::query()->findOrFail($order->task);

        return $task->state === 'done' ? $took : throw new \RuntimeException("{$task->kind}: {$task->message}");
    }

    private function order(string $kind): WorkOrder
    {
        $task = Task::query()->updateOrCreate(['kind' => $kind, 'subject' => 'bench'], ['state' => 'waiting', 'message' => null]);
        $user = User::query()->firstOrCreate(['email' => 'workers@example.invalid'], ['name' => 'Bench', 'password' => 'x']);
        $day = app(ColumnStore::class)->latestDay() ?? throw new \LogicException('The demo has a day.');

        return match ($kind) {
            'refresh' => ColumnWork::order($task->id, $day, null, Lane::of(null)),
            'back-test' => $this->backTest($task, $user, $day),
            'draws' => $this->draws($task, $user, $day),
            default => AdvanceWork::order($task->id, app(SimulatedExchange::class)->day() ?? 0, [
                'days' => self::STRETCHES[$kind],
                'to' => null,
                'next_event' => false,
            ]),
        };
    }

    private function backTest(Task $task, User $user, int $day): WorkOrder
    {
        $screen = ['return_on_equity > 0.08', 'price_to_earnings < 16', 'price_to_book < 3', 'operating_margin > 0'];
        $test = BackTest::query()->create([
            'user_id' => $user->id,
            'task_id' => $task->id,
            'name' => 'Bench',
            'settings' => [
                'screen' => ['name' => 'Bench', 'criteria' => $screen],
                'ranking' => null,
                'frequency' => 'monthly',
                'from' => Day::iso(Day::plus($day, -365 * self::YEARS)),
                'to' => Day::iso($day),
                'lag' => 1,
                'cost' => 25,
                'index' => 'ALLSH',
                'adjusted' => false,
            ],
        ]);

        return BackTestWork::order($test, $user);
    }

    private function draws(Task $task, User $user, int $day): WorkOrder
    {
        return ValueSimulationWork::order($task->id, $user, [
            'ticker' => 'BRSW',
            'day' => $day,
            'adjusted' => false,
            'method' => 'driver_cash_flow',
            'figures' => [],
            'rules' => [],
            'forced' => false,
            'distributions' => [
                'discount_rate' => ['kind' => 'normal', 'mean' => 0.09, 'deviation' => 0.005],
                'tax' => ['kind' => 'uniform', 'low' => 0.2, 'high' => 0.3],
            ],
            'correlations' => [],
            'draws' => self::DRAWS,
            'seed' => 7,
        ]);
    }
}
