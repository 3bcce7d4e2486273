<?php

declare(strict_types=1);

namespace Tests\Feed;

use App\Feed\Advance;
use App\Feed\SimulatedExchange;
use Illuminate\Foundation\Application;
use Illuminate\Foundation\Bootstrap\HandleExceptions;
use Illuminate\Support\Facades\DB;
use Logion\Time\Day;
use PHPUnit\Framework\Attributes\Group;
use PHPUnit\Framework\TestCase;
use Simulation\Calendar;

/** The simulated exchange goes on the same way however it is let go on. */
#[Group('sqlite')]
final class AdvanceTest extends TestCase
{
    private const COMPANIES = 30;

    private const FROM = 20240122;

    private const TO = 20240223;

    protected function tearDown(): void
    {
        HandleExceptions::flushState($this);
        parent::tearDown();
    }

    private static function until(Application $app, int $to, int $each): void
    {
        $app->make(Advance::class)->wished(['days' => 1, 'to' => $to, 'next_event' => false], static fn () => null, $each);
    }

    public function test_day_by_day_in_one_go_or_seeded_later_the_same_rows_are_there(): void
    {
        SimulatedDatabase::make(self::COMPANIES, 7, self::TO);
        $seeded = SimulatedDatabase::digest();

        $app = SimulatedDatabase::make(self::COMPANIES, 7, self::FROM);
        self::until($app, self::TO, 1000);
        $this->assertSame($seeded, SimulatedDatabase::digest(), 'in one go');

        SimulatedDatabase::make(self::COMPANIES, 7, self::FROM);
        foreach (Calendar::workdays(self::FROM, self::TO) as $day) {
            // Each day by a process that knows nothing of those before.
            self::until(SimulatedDatabase::again(), $day, 1000);
        }
        $this->assertSame($seeded, SimulatedDatabase::digest(), 'day by day');
        foreach (
            [
                'facts',
                'bars',
                'bars_by_hour',
                'estimates',
                'observations',
                'dividends',
                'calendar_dates',
                'house_estimates',
                'ratings',
                'news',
            ] as $table
        ) {
            $this->assertGreaterThan(30, (int) $seeded[$table], $table);
        }
    }

    public function test_companies_kept_days_ago_live_through_the_days_since_again(): void
    {
        SimulatedDatabase::make(self::COMPANIES, 7, self::TO);
        $seeded = SimulatedDatabase::digest();

        $app = SimulatedDatabase::make(self::COMPANIES, 7, self::FROM);
        $kept = (array) DB::table('simulation_blocks')->sole();
        self::until($app, 20240209, 1000);
        $this->assertSame(20240209, DB::table('simulation_blocks')->value('day'));
        // As a process leaves them that is killed before its stage is over.
        DB::table('simulation_blocks')->update($kept);
        self::until(SimulatedDatabase::again(), self::TO, 1000);
        $this->assertSame($seeded, SimulatedDatabase::digest());
    }

    public function test_what_was_written_never_changes(): void
    {
        $app = SimulatedDatabase::make(self::COMPANIES, 3, self::FROM);
        $rows = static fn (): array => array_map(static fn (object $row): string => (string) json_encode($row), [
            ...DB::table('facts')->where('id', '<', 1e9)->orderBy('id')->limit(5000)->get(),
            ...DB::table('bars')->where('day', '<=', self::FROM)->orderBy('listing_id')->orderBy('day')->get(),
            ...DB::table('estimates')->where('day', '<=', self::FROM)->orderBy('id')->get(),
        ]);
        $before = $rows();
        self::until($app, 20240209, 1000);
        $this->assertSame($before, $rows());
    }

    public function test_a_day_that_cannot_be_stored_leaves_nothing_and_is_made_again(): void
    {
        $app = SimulatedDatabase::make(self::COMPANIES, 7, self::FROM);
        $before = SimulatedDatabase::digest();
        unset($before['simulations']);
        // Late in the day a row cannot be written.
        DB::statement(
            'create trigger refuse before insert on bars when new.day > '.
                self::FROM.
                " begin select raise(abort, 'the disk is full'); end",
        );
        try {
            self::until($app, self::TO, 1);
            $this->fail('A day was stored without its prices.');
        } catch (\Throwable $error) {
            $this->assertStringContainsString('the disk is full', $error->getMessage());
        }
        // That it is reached for is all that is left of it.
        $this->assertSame($before, array_diff_key(SimulatedDatabase::digest(), ['simulations' => '']));
        $this->assertSame([self::FROM, 20240123], array_values((array) DB::table('simulations')->first(['day', 'reaches'])));
        DB::statement('drop trigger refuse');
        self::until($app, self::TO, 1000);
        $gone = SimulatedDatabase::digest();
        SimulatedDatabase::make(self::COMPANIES, 7, self::TO);
        $this->assertSame(SimulatedDatabase::digest(), $gone);
    }

    public function test_every_arrival_has_its_public_moment_and_they_come_in_order(): void
    {
        $app = SimulatedDatabase::make(self::COMPANIES, 5, self::FROM);
        $exchange = $app->make(SimulatedExchange::class);
        $next = Calendar::workdays(self::FROM, Day::plus(self::FROM, 10))[0];
        $told = 0;
        foreach ([$exchange->block(0), $exchange->close(self::FROM)] as $feed) {
            foreach ($feed->days(null) as $day) {
                break;
            }
            $this->assertSame($next, $day);
            $minutes = [];
            foreach ($feed->on($day) as $arrival) {
                $this->assertSame($day, $arrival->day());
                $minutes[] = $arrival->minute();
            }
            $sorted = $minutes;
            sort($sorted);
            $this->assertSame($sorted, $minutes);
            $this->assertLessThan(1440, max($minutes));
            $told += count($minutes);
        }
        $this->assertGreaterThan(60, $told);
    }
}
