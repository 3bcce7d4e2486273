<?php

declare(strict_types=1);

namespace Tests\Storage;

use App\Storage\Rehearsal;
use Illuminate\Support\Facades\DB;
use PHPUnit\Framework\Attributes\Group;
use Symfony\Component\Process\Process;
use Tests\DemoTestCase;

/** Whoever begins to write has the turn; who comes second waits and is not refused for what was read before. */
#[Group('sqlite')]
final class SqliteConnectionTest extends DemoTestCase
{
    private const RENAME = "update companies set name = name || '!' where id = 1";

    public function test_what_was_read_in_a_transaction_is_still_so_when_it_writes(): void
    {
        $other = $this->another();
        $name = DB::transaction(function () use ($other): string {
            $name = (string) DB::table('companies')->where('id', 1)->value('name');
            $this->assertStringContainsString('locked', self::refusal(static fn () => $other->exec(self::RENAME)));
            DB::table('companies')->where('id', 1)->update(['name' => $name.' and Sons']);

            return $name;
        });
        $this->assertSame($name.' and Sons', $other->query('select name from companies where id = 1')?->fetchColumn());
        DB::table('companies')->where('id', 1)->update(['name' => $name]);
    }

    public function test_who_does_not_get_the_turn_is_told_and_can_begin_anew(): void
    {
        $other = $this->another();
        DB::statement('pragma busy_timeout = 0');
        $other->exec('begin immediate');
        $this->assertStringContainsString('locked', self::refusal(static fn () => DB::transaction(static fn () => null)));
        $this->assertSame(0, DB::transactionLevel());
        $this->assertFalse(DB::getPdo()->inTransaction());
        $other->exec('rollback');
        DB::statement('pragma busy_timeout = 10000');
        $this->assertSame('again', DB::transaction(static fn (): string => 'again'));
    }

    public function test_who_waits_gets_the_turn_when_the_other_ends_and_waits_as_long_the_next_time(): void
    {
        $this->another();
        $other = new Process([
            PHP_BINARY,
            '-r',
            '$of = new PDO("sqlite:".$argv[1]); $of->exec("begin immediate"); echo "writes"; usleep(150000); $of->exec("rollback");',
            DB::connection()->getDatabaseName(),
        ]);
        $other->start();
        $other->waitUntil(static fn (string $type, string $said): bool => str_contains($said, 'writes'));
        $this->assertSame('mine', DB::transaction(static fn (): string => 'mine'));
        $this->assertSame(10000, DB::scalar('pragma busy_timeout'));
        $this->assertSame(0, $other->wait());
    }

    public function test_who_is_refused_waits_as_long_the_next_time(): void
    {
        $other = $this->another();
        DB::statement('pragma busy_timeout = 30');
        $other->exec('begin immediate');
        $this->assertStringContainsString('locked', self::refusal(static fn () => DB::transaction(static fn () => null)));
        $this->assertSame(30, DB::scalar('pragma busy_timeout'));
        $other->exec('rollback');
        $this->assertSame('again', DB::transaction(static fn (): string => 'again'));
        DB::statement('pragma busy_timeout = 10000');
    }

    public function test_a_transaction_within_another_takes_back_its_own_part_only(): void
    {
        $this->another();
        $before = DB::table('companies')->where('id', 1)->value('name');
        DB::beginTransaction();
        DB::table('companies')->where('id', 1)->update(['name' => 'Outer']);
        self::refusal(static fn () => DB::transaction(static function (): void {
            DB::table('companies')->where('id', 1)->update(['name' => 'Inner']);
            throw new \RuntimeException('Taken back.');
        }));
        $this->assertSame('Outer', DB::table('companies')->where('id', 1)->value('name'));
        DB::rollBack();
        $this->assertSame($before, DB::table('companies')->where('id', 1)->value('name'));
    }

    public function test_a_rehearsal_lets_others_write_and_leaves_nothing(): void
    {
        $other = $this->another();
        $before = DB::table('companies')->count();
        $seen = Rehearsal::of(static function () use ($other, $before): int {
            DB::table('companies')->count();
            $other->exec('update companies set description = description where id = 1');

            return $before;
        });
        $this->assertSame($before, $seen);
        Rehearsal::of(static fn () => DB::table('companies')->where('id', 1)->update(['name' => 'Rehearsed']));
        $this->assertNotSame('Rehearsed', DB::table('companies')->where('id', 1)->value('name'));
        try {
            Rehearsal::of(static fn () => throw new \RuntimeException('It went wrong.'));
        } catch (\RuntimeException $wrong) {
            $this->assertSame('It went wrong.', $wrong->getMessage());
        }
        $this->assertSame(0, DB::transactionLevel());
    }

    /** @param  \Closure(): mixed  $act */
    private static function refusal(\Closure $act): string
    {
        try {
            $act();
        } catch (\PDOException|\RuntimeException $refused) {
            return $refused->getMessage();
        }

        return '';
    }
}
