<?php

declare(strict_types=1);

namespace Tests\Feed;

use App\Feature\Simulation\LeftDays;
use App\Feed\Advance;
use App\Feed\SimulatedExchange;
use App\Models\Task;
use App\Storage\ColumnStore;
use App\Storage\InstallationDay;
use Illuminate\Foundation\Application;
use Illuminate\Foundation\Bootstrap\HandleExceptions;
use Illuminate\Support\Facades\DB;
use PHPUnit\Framework\Attributes\Group;
use PHPUnit\Framework\TestCase;
use Simulation\Calendar;

/** Days of the exchange are stored block by block of companies, by whoever is free: nobody sees any before all of them are there. */
#[Group('sqlite')]
final class BlocksTest extends TestCase
{
    /** Three blocks. */
    private const COMPANIES = 230;

    private const FROM = 20160715;

    private const WISH = ['days' => 25, 'to' => null, 'next_event' => false];

    /** The first stage of the wish, and its end. */
    private const MONTH = 20160815;

    private const TO = 20160819;

    /** @var array<string, string> what is there when nobody was in the way */
    private static array $whole = [];

    private Application $app;

    private Advance $advance;

    protected function setUp(): void
    {
        parent::setUp();
        if (self::$whole === []) {
            SimulatedDatabase::make(self::COMPANIES, 7, self::TO);
            self::$whole = SimulatedDatabase::digest();
        }
        $this->app = SimulatedDatabase::make(self::COMPANIES, 7, self::FROM);
        $this->advance = $this->app->make(Advance::class);
    }

    protected function tearDown(): void
    {
        HandleExceptions::flushState($this);
        parent::tearDown();
    }

    /** @return array{int, list<int>} */
    private function begin(): array
    {
        return $this->advance->begin(self::WISH, self::FROM, static fn () => null) ?? throw new \LogicException('Days are wished.');
    }

    private static function bring(int $block, int $to): void
    {
        // By a process that knows nothing of the others.
        SimulatedDatabase::again()->make(Advance::class)->bring($block, $to, static fn () => null);
    }

    private function day(): ?int
    {
        return $this->app->make(InstallationDay::class)->read();
    }

    private static function state(string $of): ?int
    {
        $value = DB::table('simulations')->value($of);

        return $value === null ? null : (int) $value;
    }

    /** The rest by one process. */
    private function rest(): void
    {
        SimulatedDatabase::again()->make(Advance::class)->wished(
            ['days' => 1, 'to' => self::TO, 'next_event' => false],
            static fn () => null,
        );
        $this->assertSame(self::$whole, SimulatedDatabase::digest());
    }

    public function test_blocks_brought_in_any_order_by_any_process_give_the_same_rows(): void
    {
        $this->assertSame([self::MONTH, [0, 1, 2]], $this->begin());
        foreach ([2, 0, 1] as $nth => $block) {
            $this->assertSame([7 * $nth, 25], $this->advance->progress(self::WISH, self::FROM));
            $this->advance->close();
            $this->assertSame([self::FROM, self::MONTH], [self::state('day'), self::state('reaches')], 'Not all are there.');
            self::bring($block, self::MONTH);
        }
        $this->advance->close();
        $this->assertSame([self::MONTH, null], [self::state('day'), self::state('reaches')]);
        $this->assertSame([21, 25], $this->advance->progress(self::WISH, self::FROM));
        $this->advance->close();
        $this->rest();
    }

    public function test_a_day_is_reached_for_from_the_day_before_it_and_by_one(): void
    {
        $exchange = $this->app->make(SimulatedExchange::class);
        foreach ([[self::FROM, self::FROM], [20160714, self::MONTH]] as [$from, $to]) {
            $exchange->reach($from, $to);
            $this->assertNull($exchange->reaches());
        }
        $exchange->reach(self::FROM, self::MONTH);
        $exchange->reach(self::FROM, self::TO);
        $this->assertSame(self::MONTH, $exchange->reaches());
    }

    public function test_a_block_that_two_were_given_is_stored_once(): void
    {
        [$to] = $this->begin();
        $slow = $this->app->make(SimulatedExchange::class)->block(1);
        self::bring(1, $to);
        self::bring(1, $to);
        $this->assertFalse($slow->isAsOpened());
        $isBrought = false;
        // Another stores the block while this process still tells its days.
        $this->advance->bring(2, $to, static function () use ($to, &$isBrought): void {
            $isBrought || self::bring(2, $to);
            $isBrought = true;
        });
        $this->assertTrue($isBrought);
        $this->rest();
    }

    public function test_a_process_that_dies_between_blocks_costs_none_of_them(): void
    {
        [$to] = $this->begin();
        self::bring(1, $to);
        $brought = array_keys($this->app->make(SimulatedExchange::class)->blocks(), $to, true);
        $this->assertSame([1], $brought);
        $this->assertSame([self::MONTH, [0, 2]], $this->begin(), 'The other blocks are left.');
        $told = [];
        $this->advance->wished(self::WISH, static function (int $done, int $total) use (&$told): void {
            $told[] = "{$done} of {$total}";
        });
        $this->assertSame(['14 of 25', '21 of 25', '21 of 25', '22 of 25', '23 of 25', '25 of 25', '25 of 25'], $told);
        $this->assertSame(self::$whole, SimulatedDatabase::digest());
    }

    public function test_who_stops_while_a_block_is_told_leaves_a_week_or_nothing_of_it(): void
    {
        [$to] = $this->begin();
        $days = 0;
        try {
            $this->advance->bring(0, $to, static function () use (&$days): void {
                ++$days < 9 || throw new \RuntimeException('Enough.');
            });
            $this->fail('It went on.');
        } catch (\RuntimeException $why) {
            $this->assertSame('Enough.', $why->getMessage());
        }
        // Seven days of nine are there, with what the indices need of them.
        $this->assertSame([20160726, self::FROM, self::FROM], array_values($this->app->make(SimulatedExchange::class)->blocks()));
        $this->assertSame(20160726, (int) DB::table('bars')->max('day'));
        $this->rest();
    }

    public function test_while_blocks_are_missing_nothing_of_the_others_is_seen_and_the_day_does_not_move(): void
    {
        $columns = $this->app->make(ColumnStore::class);
        $columns->refresh(self::FROM);
        $metrics = SimulatedDatabase::metrics(self::FROM);
        [$to] = $this->begin();
        self::bring(0, $to);
        self::bring(2, $to);
        $this->assertGreaterThan(0, DB::table('bars')->where('day', $to)->count());
        $latest = $this->app->make(InstallationDay::class);
        $this->assertSame(self::FROM, $latest->stored());
        $this->assertTrue($this->advance->isAhead());
        $this->assertNull($this->advance->plan(), 'Nothing is to be computed of days that are not there.');
        // A file of prices is stored: of a day among those, and of one long after them.
        foreach ([$to, 20160901] as $day) {
            DB::table('bars')
                ->insertUsing(
                    ['listing_id', 'day', 'open', 'high', 'low', 'close', 'volume'],
                    DB::table('bars')
                        ->where('day', self::FROM)
                        ->whereNotIn('listing_id', DB::table('bars')->where('day', $day)->select('listing_id'))
                        ->select('listing_id', DB::raw((string) $day), 'open', 'high', 'low', 'close', 'volume'),
                );
            DB::transaction($latest->recompute(...));
            $this->assertSame(self::FROM, $this->day());
        }
        $columns->refresh(self::FROM);
        $this->assertSame($metrics, SimulatedDatabase::metrics(self::FROM));
    }

    public function test_days_that_nobody_is_at_any_more_are_completed(): void
    {
        $left = $this->app->make(LeftDays::class);
        $left->complete();
        $this->assertSame(self::FROM, self::state('day'), 'There is nothing to complete.');
        [$to] = $this->begin();
        self::bring(1, $to);
        $task = Task::query()->create(['kind' => 'advance', 'subject' => 'exchange', 'state' => 'running']);
        $left->complete();
        $this->assertSame(self::FROM, self::state('day'), 'Somebody is at it.');
        $task->update(['state' => 'failed']);
        $left->complete();
        $this->assertSame([$to, null, $to], [self::state('day'), self::state('reaches'), $this->day()]);
        $this->assertTrue($this->app->make(ColumnStore::class)->isComplete($to));
        $this->assertFalse($this->advance->isAhead());
        DB::table('tasks')->delete();
        $this->rest();
    }

    public function test_days_that_everybody_sees_at_once_are_stored_whole(): void
    {
        // As where somebody handed in prices of a later day.
        $this->app->make(InstallationDay::class)->hold();
        $this->app->make(InstallationDay::class)->moveTo(self::TO);
        $before = SimulatedDatabase::digest();
        DB::statement(
            'create trigger refuse before update on simulation_blocks when new.number = 2 '.
                "begin select raise(abort, 'the disk is full'); end",
        );
        try {
            $this->advance->begin(self::WISH, self::FROM, static fn () => null);
            $this->fail('A day was stored without a block.');
        } catch (\Throwable $error) {
            $this->assertStringContainsString('the disk is full', $error->getMessage());
        }
        $this->assertSame($before, SimulatedDatabase::digest());
        DB::statement('drop trigger refuse');
        $this->assertNull($this->advance->begin(self::WISH, self::FROM, static fn () => null), 'nothing is left to share out');
        $this->assertSame(self::MONTH, self::state('day'));
        $this->rest();
    }

    public function test_days_are_shared_out_where_it_is_worth_it(): void
    {
        $of = fn (array $wish): array => [
            $this->advance->begin([...self::WISH, ...$wish], self::FROM, static fn () => null) === null,
            Calendar::workdays(self::FROM, (int) self::state('day')) === [] ? 0 : 1,
        ];
        $this->assertSame([true, 1], $of(['days' => 1]));
        SimulatedDatabase::make(self::COMPANIES, 7, self::FROM);
        $this->assertSame([true, 1], $of(['days' => 7]));
        SimulatedDatabase::make(self::COMPANIES, 7, self::FROM);
        $this->assertSame([false, 0], $of(['days' => 8]), 'eight days of three blocks');
        $this->assertSame(20160727, self::state('reaches'));
    }
}
