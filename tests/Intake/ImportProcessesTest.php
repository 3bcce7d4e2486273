<?php

declare(strict_types=1);

namespace Tests\Intake;

use App\Storage\SeenBars;
use PHPUnit\Framework\Attributes\Group;
use Tests\DemoTestCase;

/** Processes that store files: one that is killed leaves nothing half, and two at once do not disturb each other. */
#[Group('sqlite')]
final class ImportProcessesTest extends DemoTestCase
{
    /** A database of its own: other processes must not share a test's transaction. */
    private string $database;

    protected function setUp(): void
    {
        parent::setUp();
        $this->database = sys_get_temp_dir().'/processes-'.getmypid().'.sqlite';
        touch($this->database);
        $process = $this->artisan_(['migrate', '--force']);
        $this->assertSame(0, proc_close($process));
        $this->pdo()->exec(
            "insert into users (name, email, password) values ('k', 'k@example.invalid', 'x'); insert into exchanges (code, name, ".
                "country, currency) values ('XQTH', 'T', 'XA', 'XCR'); insert into companies (name, country, sector, template, ".
                "reporting_currency, description) values ('Kill Test Works', 'XA', '10', 'industrial', 'XCR', ''); insert into ".
                "securities (company_id, kind, name) values (1, 'share', 'K'); insert into listings (security_id, exchange_id, ticker, ".
                "currency) values (1, 1, 'KILL', 'XCR')",
        );
    }

    protected function tearDown(): void
    {
        array_map(unlink(...), [...glob($this->database.'*') ?: [], ...glob(sys_get_temp_dir().'/KILL '.getmypid().'*') ?: []]);
        parent::tearDown();
    }

    private function pdo(): \PDO
    {
        return new \PDO("sqlite:{$this->database}");
    }

    private function asked(string $query): mixed
    {
        return $this->pdo()->query($query)->fetchColumn();
    }

    /**
     * @param  list<string>  $arguments
     * @return resource
     */
    private function artisan_(array $arguments, int $together = 100_000): mixed
    {
        $nowhere = ['file', '/dev/null', 'w'];
        $environment = [...getenv(), 'DB_DATABASE' => $this->database, 'LOGION_PRICES_AT_ONCE' => (string) $together];
        $process = proc_open(['php', 'artisan', ...$arguments], [1 => $nowhere, 2 => $nowhere], $pipes, base_path(), $environment);

        return $process === false ? $this->fail('no process') : $process;
    }

    /** Closes of so many days, again and again until the file has so many rows. */
    private function file(string $name, int $first, int $days, int $rows, float $close): string
    {
        $lines = ['Date,Close,Volume'];
        for ($i = 0; $i < $rows; $i++) {
            $lines[] = date('Y-m-d', 86400 * ($first + ($i % $days))).','.($close + ($i % 7)).',1000';
        }
        $file = sys_get_temp_dir().'/KILL '.getmypid()." {$name}.csv";
        file_put_contents($file, implode("\n", $lines)."\n");

        return $file;
    }

    public function test_a_process_killed_in_the_middle_leaves_what_was_there_before(): void
    {
        // Mostly refused as repeated, but read one by one, so the work takes a while.
        $import = ['logion:import', $this->file('long', 0, 18_000, 300_000, 10), '--company=KILL'];
        $survived = 0;
        foreach ([250_000, 450_000, 700_000, 1_000_000] as $wait) {
            $process = $this->artisan_($import);
            usleep($wait);
            $status = proc_get_status($process);
            if ($status['running']) {
                posix_kill($status['pid'], SIGKILL);
                $survived++;
            }
            proc_close($process);
            $this->assertSame([0, 'ok'], [(int) $this->asked('select count(*) from bars'), $this->asked('pragma integrity_check')]);
        }
        $this->assertGreaterThan(0, $survived, 'at least one was killed at work');
        // Some are laid down already: nobody sees them, and the next time they go first.
        $process = $this->artisan_($import, 3000);
        while ($this->asked('select count(*) from bars') < 5000 && proc_get_status($process)['running']) {
            usleep(20_000);
        }
        posix_kill(proc_get_status($process)['pid'], SIGKILL);
        proc_close($process);
        $this->assertGreaterThanOrEqual(5000, $this->asked('select count(*) from bars'));
        $seen = 'select count(*) from bars where '.SeenBars::SQL;
        $this->assertSame([0, 1], [$this->asked($seen), $this->asked('select count(*) from unsettled_imports')]);
        // Afterwards the file imports as if nothing had happened.
        $this->assertSame(0, proc_close($this->artisan_($import)));
        $this->assertSame([18000, 18000], [(int) $this->asked($seen), (int) $this->asked('select count(*) from bars')]);
    }

    public function test_two_files_about_the_same_days_are_stored_one_after_the_other(): void
    {
        $keys = ['--accept=jumps', '--accept=holidays', '--conflicts=take'];
        $one = $this->artisan_(['logion:import', $this->file('one', 0, 9_000, 9_000, 10), '--company=KILL', ...$keys], 1000);
        $other = $this->artisan_(['logion:import', $this->file('other', 6_000, 9_000, 9_000, 30), '--company=KILL', ...$keys], 1000);
        $this->assertSame([0, 0], [proc_close($one), proc_close($other)]);
        $this->assertSame([15_000, 0], [
            (int) $this->asked('select count(*) from bars'),
            (int) $this->asked('select count(*) from unsettled_imports'),
        ]);
        // Of the days of both one file has all, and the other is kept for undo.
        $both = 'from bars where day between '.date('Ymd', 86400 * 6_000).' and '.date('Ymd', 86400 * 8_999);
        $this->assertSame(1, (int) $this->asked("select count(distinct import_id) {$both}"));
        $this->assertSame(3_000, (int) $this->asked('select count(*) from replaced_rows'));
        $this->assertSame(9_000, (int) $this->asked("select count(*) from bars where import_id = (select max(import_id) {$both})"));
        $this->assertSame(2, (int) $this->asked("select count(*) from imports where state = 'stored'"));
    }
}
