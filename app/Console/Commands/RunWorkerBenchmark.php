<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Console\BenchmarkCopy;
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
use Logion\Time\Day;
use Symfony\Component\Process\Process;

/**
 * Times work in parts by one worker and by two, and beside them two such works at once on two databases, a worker each, who have nothing
 * to wait for but the machine: half their time is the least that two workers can take here.
 */
final class RunWorkerBenchmark extends Command
{
    protected $signature = 'logion:bench-workers {kinds?* : refresh, back-test, draws, month, quarter, half-year, year} {--rounds=3} '.
        '{--once= : measure one kind on this database itself, by so many workers, and print the seconds}';

    protected $description = 'Measure refresh, back-test, draws and the exchange going on by one worker and by two, on copies of the demo';

    /** Days of trading. */
    private const STRETCHES = ['week and a half' => 8, 'month' => 21, 'quarter' => 63, 'half-year' => 126, 'year' => 252];

    private const DRAWS = 100_000;

    private const YEARS = 10;

    private const LOOK_EVERY_MICROSECONDS = 10_000;

    public function handle(): int
    {
        $kinds = (array) $this->argument('kinds') ?: ['refresh', 'back-test', 'draws', ...array_slice(array_keys(self::STRETCHES), 1)];
        if ($this->option('once') !== null) {
            $this->line((string) $this->once($kinds[0], (int) $this->option('once')));

            return self::SUCCESS;
        }
        foreach ($kinds as $kind) {
            $rows = [];
            for ($round = 1; $round <= (int) $this->option('rounds'); $round++) {
                // In turns: the speed of a shared machine changes.
                [$one] = $this->seconds($kind, [1]);
                [$two] = $this->seconds($kind, [2]);
                $both = $this->seconds($kind, [1, 1]);
                $least = array_sum($both) / 2 / 2;
                $rows[] = [
                    ...array_map(static fn (float $x): string => number_format($x, 2), [$one, $two, $two / $one, $least / $one]),
                    number_format($least / $two, 2),
                ];
            }
            $this->line("\n{$kind}");
            $this->table(['one worker, s', 'two, s', 'two / one', 'least possible here / one', 'least possible / two'], $rows);
        }

        return self::SUCCESS;
    }

    /**
     * @param  list<int>  $workers  of each work; all of them at once
     * @return list<float>
     */
    private function seconds(string $kind, array $workers): array
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
            static fn (Process $process): float => $process->wait() === 0
                ? (float) $process->getOutput()
                : throw new \RuntimeException($process->getErrorOutput().$process->getOutput()),
            $running,
        );
    }

    /** Workers are started as an installation does, and have been at work before: what they read once is read. */
    private function once(string $kind, int $workers): float
    {
        config(['queue.default' => 'database']);
        $started = [];
        for ($nth = 0; $nth < $workers; $nth++) {
            $started[] = $worker = new Process(
                [
                    PHP_BINARY,
                    '-d',
                    'memory_limit=2G',
                    base_path('artisan'),
                    'queue:work',
                    'database',
                    '--tries=1',
                    '--sleep=0.1',
                    '--memory=1024',
                    '--quiet',
                ],
                timeout: null,
            );
            $worker->start();
        }
        sleep(2);
        try {
            $this->time('week and a half');

            return $this->time($kind);
        } finally {
            foreach ($started as $worker) {
                $worker->stop(0);
            }
        }
    }

    private function time(string $kind): float
    {
        $task = Task::query()->create(['kind' => $kind, 'subject' => 'bench', 'state' => 'waiting']);
        $order = $this->order($kind, $task);
        $began = microtime(true);
        BeginParts::dispatch($order);
        while ($task->refresh()->isUnderWay()) {
            usleep(self::LOOK_EVERY_MICROSECONDS);
        }

        return $task->state === 'done' ? microtime(true) - $began : throw new \RuntimeException("{$kind}: {$task->message}");
    }

    private function order(string $kind, Task $task): WorkOrder
    {
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
