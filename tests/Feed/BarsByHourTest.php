<?php

declare(strict_types=1);

namespace Tests\Feed;

use App\Feed\Advance;
use App\Storage\BarReader;
use App\Storage\CompanyReader;
use Illuminate\Support\Facades\DB;
use Simulation\Calendar;
use Tests\DemoTestCase;

/** The hours of a day are its bar, and are kept for sixty days. */
final class BarsByHourTest extends DemoTestCase
{
    public function test_hours_of_a_day_together_are_its_bar_also_of_days_that_came_later(): void
    {
        $this->app->make(Advance::class)->wished(['days' => 3, 'to' => null, 'next_event' => false], static fn () => null);
        $seen = 0;
        foreach (DB::table('bars_by_hour')->whereIn('day', [self::TODAY, 20260702, 20260703])->get() as $of) {
            $bar = DB::table('bars')->where('listing_id', $of->listing_id)->where('day', $of->day)->sole();
            $hours = json_decode($of->hours);
            $column = static fn (int $nth): array => array_column($hours, $nth);
            $this->assertSame(range(9, 16), $column(0));
            $this->assertEquals($bar->open, $hours[0][1]);
            $this->assertEquals([$bar->high, $bar->low], [max($column(2)), min($column(3))]);
            $this->assertEquals($bar->close, $hours[7][4]);
            $this->assertEqualsWithDelta($bar->volume, array_sum($column(5)), 1e-6);
            foreach ($hours as $nth => [, $open, $high, $low, $close]) {
                $this->assertTrue($low <= min($open, $close) && max($open, $close) <= $high);
                $nth === 0 || $this->assertSame($hours[$nth - 1][4], $open);
            }
            $seen++;
        }
        $this->assertGreaterThan(60, $seen);
        $traded = DB::table('bars')
            ->join('listings', 'listings.id', 'listing_id')
            ->join('securities', 'securities.id', 'security_id')
            ->where(['bars.day' => 20260703, 'securities.kind' => 'share', 'listings.main' => true, 'securities.main' => true])
            ->where('volume', '>', 0)
            ->count();
        $of = DB::table('bars_by_hour')->where('day', 20260703)->count();
        $this->assertSame($traded, $of, 'of each company where its main share is listed');
    }

    public function test_they_are_kept_for_sixty_days_and_read_as_of_a_day(): void
    {
        $first = fn (): int => (int) DB::table('bars_by_hour')->min('day');
        $days = fn (int $to): array => Calendar::workdays($first() - 1, $to);
        $this->assertCount(60, $days(self::TODAY));
        $before = $first();
        $this->app->make(Advance::class)->wished(['days' => 7, 'to' => null, 'next_event' => false], static fn () => null);
        $last = (int) DB::table('simulations')->value('day');
        $this->assertCount(60, $days($last));
        $this->assertCount(7, Calendar::workdays($before - 1, $first() - 1));
        $company = $this->companyId('BRSW');
        $prices = $this->app->make(CompanyReader::class)->read($company)?->prices->asOf(self::TODAY) ?? $this->fail('It is listed.');
        $security = (int) DB::table('securities')->where('company_id', $company)->where('main', true)->value('id');
        ['bars' => $bars, 'hours' => $hours] = $this->app->make(BarReader::class)->hours($security, $prices, self::TODAY);
        $this->assertCount(8 * 53, $hours);
        $this->assertSame([self::TODAY, 16], [$bars->days[423], $hours[423]], 'none later than the day it is looked at from');
        $this->assertSame($prices->close($prices->last()), $bars->closes[423]);
    }
}
