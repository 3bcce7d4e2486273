<?php

declare(strict_types=1);

namespace Tests\Upkeep;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\Group;
use PHPUnit\Framework\TestCase;
use Symfony\Component\Process\Process;
use Tests\KillsProcesses;

/** A database takes the steps to this version all at once: killed at any moment it is the old one or the new one, and whole. */
#[Group('sqlite')]
final class UpgradeTest extends TestCase
{
    use KillsProcesses;

    /** Steps of the version before, of which it is upgraded. */
    private const STEPS = 12;

    private const KILLS = 20;

    private const BACK = 40;

    /** What is made anew from the rest. */
    private const COMPUTED = [
        'packed_rows',
        'metric_columns',
        'column_sets',
        'company_years',
        'migrations',
        'cache',
        'jobs',
        'job_batches',
    ];

    public function test_killed_at_any_moment_an_upgrade_can_be_made_again_and_loses_nothing(): void
    {
        $of = new InstalledDatabase();
        $of->command(['logion:upgrade'])->mustRun();
        $schema = $this->schema($of);
        $of->write("insert into users (name, email, password, role) values ('Ada', 'Ada@Example.invalid', 'x', 'administrator')");
        $of->command(['migrate:rollback', '--force', '--step='.self::STEPS])->mustRun();
        $old = $this->schema($of);
        $this->assertNotSame($schema, $old);
        copy($of->path, "{$of->path}.old");
        // Machines differ: it is killed at so many parts of the time the quickest took that was left alone.
        $whole = 5.0;
        $kills = 0;
        for ($try = 0; $kills < self::KILLS && $try < 80; $try++) {
            $upgrade = $of->command(['logion:upgrade']);
            $upgrade->start();
            $started = microtime(true);
            $wait = $try === 0 ? $whole : $whole * (1 + $try % self::KILLS) / (self::KILLS + 1);
            while ($upgrade->isRunning() && microtime(true) - $started < $wait) {
                usleep(1_000);
            }
            if (self::kill($upgrade)) {
                $kills++;
            } else {
                $whole = min($whole, microtime(true) - $started);
            }
            $upgrade->wait();
            $this->assertTrue($of->isWhole());
            $this->assertContains($now = $this->schema($of), [$old, $schema], 'all steps or none');
            $this->assertSame([['Ada']], $of->rows('select name from users'));
            if ($now === $schema) {
                copy("{$of->path}.old", $of->path);
            }
        }
        $this->assertSame(self::KILLS, $kills);
        $of->command(['logion:upgrade'])->mustRun();
        $this->assertSame($schema, $this->schema($of));
        $this->assertSame([['Ada', 'ada@example.invalid']], $of->rows('select name, email from users'));
        $this->assertSame([], $of->rows('pragma foreign_key_check'));
        // The version before can be gone back to.
        $kept = (string) glob("{$of->path}.before-upgrade")[0];
        $this->assertSame([['Ada', 'Ada@Example.invalid']], $of->rows('select name, email from users', $kept));
    }

    public function test_a_new_database_that_was_killed_while_it_was_made_is_made_again(): void
    {
        $started = microtime(true);
        (new InstalledDatabase())->command(['logion:upgrade'])->mustRun();
        $whole = microtime(true) - $started;
        $kills = 0;
        for ($try = 1; $try <= 6; $try++) {
            $of = new InstalledDatabase();
            $upgrade = $of->command(['logion:upgrade']);
            $upgrade->start();
            usleep((int) (1e6 * $whole * $try / 7));
            $kills += self::kill($upgrade) ? 1 : 0;
            $upgrade->wait();
            $of->command(['logion:upgrade'])->mustRun();
            $this->assertTrue($of->isWhole());
            $of->command(['logion:ready'])->mustRun();
        }
        $this->assertGreaterThan(2, $kills, 'Nearly all of them were still at it.');
    }

    public function test_nothing_is_done_twice_and_nothing_to_what_is_no_database(): void
    {
        $of = new InstalledDatabase();
        $of->command(['logion:upgrade'])->mustRun();
        $before = md5_file($of->path);
        $again = $of->command(['logion:upgrade'])->mustRun();
        $this->assertSame("The database is current.\n", $again->getOutput());
        $this->assertSame($before, md5_file($of->path));
        file_put_contents($of->path, 'a letter to a friend');
        $letter = $of->command(['logion:upgrade']);
        $this->assertNotSame(0, $letter->run());
        $this->assertSame('a letter to a friend', file_get_contents($of->path));
    }

    /** Steps back from this version, to the first that can be gone back to: before it companies had no listings of their own. */
    public static function versions(): iterable
    {
        $all = (int) getenv('LOGION_EVERY_VERSION') > 0;
        foreach ($all ? range(1, self::BACK) : [1, 7, 17, 27, self::BACK] as $steps) {
            yield "{$steps} steps before" => [$steps];
        }
    }

    #[DataProvider('versions')]
    public function test_from_the_schema_of_an_earlier_version_all_that_was_there_stays(int $steps): void
    {
        $of = new InstalledDatabase();
        copy(self::filled(), $of->path);
        $of->command(['migrate:rollback', '--force', "--step={$steps}"])->mustRun();
        $before = self::content($of);
        $this->assertGreaterThan(40, count($before));
        $of->command(['logion:upgrade'])->mustRun();
        $this->assertTrue($of->isWhole());
        $this->assertSame([], $of->rows('pragma foreign_key_check'));
        $this->assertSame($before, self::content($of, $before));
        $of->command(['logion:ready'])->mustRun();
        // It is worked on as before.
        $of->command(['logion:metric', 'BRSW', 'market_cap'])->mustRun();
    }

    public function test_what_was_packed_whole_stays_packed_and_what_was_not_goes(): void
    {
        $of = new InstalledDatabase();
        copy(self::filled(), $of->path);
        [[$steps]] = $of->rows("select count(*) from migrations where migration >= '2026_12_31_000000'");
        $of->command(['migrate:rollback', '--force', "--step={$steps}"])->mustRun();
        $grows = ['facts' => 'id', 'estimates' => 'day', 'observations' => 'day'];
        foreach ($grows as $source => $_) {
            // The first as before, another with a row too few.
            [[$whole], [$stale]] = $of->rows("select distinct company_id from {$source} order by company_id limit 2");
            foreach ([$whole => 0, $stale => 1] as $owner => $fewer) {
                $of->write(
                    "insert or replace into packed_rows (source, owner, size, columns) select '{$source}', {$owner}, count(*) - {$fewer}, "
                        ."x'00' from {$source} where company_id = {$owner}",
                );
            }
        }
        $of->command(['logion:upgrade'])->mustRun();
        foreach ($grows as $source => $column) {
            $this->assertSame(
                $of->rows("select company_id, max({$column}) from {$source} group by company_id order by company_id limit 1"),
                $of->rows("select owner, up_to from packed_rows where source = '{$source}'"),
                $source,
            );
        }
    }

    /** A database with a small economy and somebody's work in it, made once. */
    private static function filled(): string
    {
        static $path = null;
        if ($path === null) {
            // It stays to the end of this process.
            $of = new InstalledDatabase();
            $path = "{$of->folder}/filled.sqlite";
            (new Process([PHP_BINARY, __DIR__.'/fill-database.php', $path], timeout: 300))->mustRun();
        }

        return $path;
    }

    /**
     * @param  array<string, array{columns: list<string>, rows: int, digest: string}>|null  $as  tables and columns looked at; all there are
     *     without it
     * @return array<string, array{columns: list<string>, rows: int, digest: string}> by table
     */
    private static function content(InstalledDatabase $of, ?array $as = null): array
    {
        $content = [];
        $tables = $as === null
            ? array_column($of->rows("select name from sqlite_master where type = 'table' and name not like 'sqlite_%' order by name"), 0)
            : array_keys($as);
        foreach (array_diff($tables, self::COMPUTED) as $table) {
            $columns = $as[$table]['columns'] ?? array_column($of->rows("pragma table_info({$table})"), 1);
            sort($columns);
            $rows = array_map(
                static fn (array $row): string => serialize($row),
                $table === 'hourly_bars' && $as !== null
                    ? self::hours($of)
                    : $of->rows('select "'.implode('", "', $columns)."\" from {$table}"),
            );
            sort($rows);
            $content[$table] = ['columns' => $columns, 'rows' => count($rows), 'digest' => sha1(implode("\n", $rows))];
        }

        return $content;
    }

    /** @return list<list<int|float>> hours in a row each, as an earlier version had them, columns in the order of their names */
    private static function hours(InstalledDatabase $of): array
    {
        $rows = [];
        foreach ($of->rows('select listing_id, day, hours from bars_by_hour') as [$listing, $day, $hours]) {
            foreach (json_decode($hours) as [$hour, $open, $high, $low, $close, $volume]) {
                $rows[] = [(float) $close, $day, (float) $high, $hour, $listing, (float) $low, (float) $open, (float) $volume];
            }
        }

        return $rows;
    }

    /** @return list<list<mixed>> */
    private function schema(InstalledDatabase $of): array
    {
        return $of->rows('select migration from migrations order by migration');
    }
}
