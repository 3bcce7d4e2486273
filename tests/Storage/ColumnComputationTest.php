<?php

declare(strict_types=1);

namespace Tests\Storage;

use App\Storage\ColumnComputation;
use Illuminate\Support\Facades\DB;
use Logion\CrossSection\Column;
use PHPUnit\Framework\Attributes\TestWith;
use Symfony\Component\Process\Exception\ProcessSignaledException;
use Symfony\Component\Process\Process;
use Tests\DemoTestCase;

/** What several processes compute is what one computes, and nothing of them is left behind. */
final class ColumnComputationTest extends DemoTestCase
{
    private const FORMULAS = ['market_cap', 'price_to_earnings', 'mean_of(return_on_equity, 5)', 'beta_raw'];

    /** @var list<string> none: other processes read what is committed */
    protected array $connectionsToTransact = [];

    /** @return list<int> the demo's companies several times over, so that there is enough to share out */
    private function many(): array
    {
        $ids = DB::table('companies')->orderBy('id')->pluck('id')->map(intval(...))->all();

        return array_slice(array_merge(...array_fill(0, 10, $ids)), 0, 430);
    }

    /** @return list<string> */
    private static function leftBehind(): array
    {
        return glob(storage_path('framework/cache/columns-*')) ?: [];
    }

    /**
     * @param  list<int>  $ids
     * @param  list<array{int, int}>  $told  done and total, each time
     * @return list<array{string, string}>
     */
    private function computed(int $processes, array $ids, array &$told = []): array
    {
        config(['logion.processes' => $processes]);
        $columns = $this->app
            ->make(ColumnComputation::class)
            ->columns($ids, self::TODAY, self::FORMULAS, static function (int $done, int $total) use (&$told): void {
                $told[] = [$done, $total];
            });

        return array_map(static fn (Column $column): array => [$column->packed, $column->states], $columns);
    }

    public function test_any_number_of_processes_computes_the_same_to_the_last_bit(): void
    {
        $told = [];
        $one = $this->computed(1, $this->many(), $told);
        $this->assertSame([430 * 8, 430], array_map(strlen(...), $one[0]));
        $this->assertSame([[ColumnComputation::BATCH, 430], [2 * ColumnComputation::BATCH, 430]], array_slice($told, 0, 2));
        foreach ([2, 3] as $processes) {
            $told = [];
            $this->assertSame($one, $this->computed($processes, $this->many(), $told));
            $done = array_column($told, 0);
            $ascending = $done;
            sort($ascending);
            $this->assertSame([$ascending, [430, 430]], [$done, $told[count($told) - 1]], 'Progress goes on to the end and never back.');
        }
        $this->assertSame([], self::leftBehind());
        $this->assertSame([['', ''], ['', ''], ['', ''], ['', '']], $this->computed(2, []));
    }

    public function test_an_error_in_another_process_is_told(): void
    {
        try {
            $this->computed(2, [...array_slice($this->many(), 0, 399), 999999]);
            $this->fail('The last company does not exist.');
        } catch (\RuntimeException $error) {
            $this->assertStringContainsString('Company 999999 vanished.', $error->getMessage());
        }
        $this->assertSame([], self::leftBehind());
    }

    public function test_cancelling_ends_the_other_processes(): void
    {
        config(['logion.processes' => 2]);
        $seen = [];
        try {
            $this->app
                ->make(ColumnComputation::class)
                ->columns($this->many(), self::TODAY, self::FORMULAS, static function () use (&$seen): void {
                    $seen = self::leftBehind();
                    throw new \DomainException('cancelled');
                });
            $this->fail('It was cancelled.');
        } catch (\DomainException) {
            $this->assertCount(1, $seen, 'Another process was at work.');
        }
        $this->assertSame([], self::leftBehind());
        $this->assertStringNotContainsString(basename($seen[0]), (string) shell_exec('ps -eo args'));
    }

    #[TestWith([0], 'before the others are up')]
    #[TestWith([300_000], 'while they are at it')]
    public function test_when_the_process_that_asked_is_killed_the_others_end_and_leave_nothing(int $after): void
    {
        $asks = sprintf(
            'require %s; (require %s)->make(Illuminate\Contracts\Console\Kernel::class)->bootstrap(); '
                .'App\Storage\ColumnProcess::start(%s, %d, %s); usleep(%d); '
                .'echo implode(glob(%s)); posix_kill(getmypid(), SIGKILL);',
            var_export(base_path('vendor/autoload.php'), true),
            var_export(base_path('bootstrap/app.php'), true),
            var_export(array_merge(...array_fill(0, 20, $this->many())), true),
            self::TODAY,
            var_export(self::FORMULAS, true),
            $after,
            var_export(storage_path('framework/cache/columns-*'), true),
        );
        $killed = new Process([PHP_BINARY, '-r', $asks]);
        try {
            $killed->run();
        } catch (ProcessSignaledException) {
            // As it was meant to be.
        }
        $this->assertSame(SIGKILL, $killed->getTermSignal(), $killed->getErrorOutput());
        $file = $killed->getOutput();
        $this->assertStringContainsString('columns-', $file);
        for ($i = 0; $i < 300 && file_exists($file); $i++) {
            usleep(100000);
            clearstatcache();
        }
        $this->assertSame([], self::leftBehind());
        usleep(200000);
        $this->assertStringNotContainsString(basename($file), (string) shell_exec('ps -eo args'));
    }

    public function test_what_is_not_committed_is_seen_because_nothing_is_shared_out_then(): void
    {
        $before = $this->computed(2, $this->many());
        DB::beginTransaction();
        try {
            DB::table('facts')->where('company_id', $this->many()[429])->delete();
            $within = $this->computed(2, $this->many());
            $this->assertNotSame($before, $within);
            $this->assertSame($within, $this->computed(1, $this->many()));
        } finally {
            DB::rollBack();
        }
    }
}
