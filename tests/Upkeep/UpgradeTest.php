<?php

declare(strict_types=1);

namespace Tests\Upkeep;

use PHPUnit\Framework\Attributes\Group;
use PHPUnit\Framework\TestCase;

/** A database takes the steps to this version all at once: killed at any moment it is the old one or the new one, and whole. */
#[Group('sqlite')]
final class UpgradeTest extends TestCase
{
    /** Steps of the version before, of which it is upgraded. */
    private const STEPS = 12;

    private const KILLS = 20;

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
        $kills = 0;
        for ($try = 0; $kills < self::KILLS && $try < 80; $try++) {
            $upgrade = $of->command(['logion:upgrade']);
            $upgrade->start();
            usleep(120_000 + 25_000 * ($try % 30));
            if ($upgrade->isRunning()) {
                $upgrade->signal(9);
                $kills++;
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
        for ($try = 0; $try < 6; $try++) {
            $of = new InstalledDatabase();
            $upgrade = $of->command(['logion:upgrade']);
            $upgrade->start();
            usleep(150_000 + 70_000 * $try);
            $upgrade->isRunning() && $upgrade->signal(9);
            $upgrade->wait();
            $of->command(['logion:upgrade'])->mustRun();
            $this->assertTrue($of->isWhole());
            $of->command(['logion:ready'])->mustRun();
        }
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

    /** @return list<list<mixed>> */
    private function schema(InstalledDatabase $of): array
    {
        return $of->rows('select migration from migrations order by migration');
    }
}
