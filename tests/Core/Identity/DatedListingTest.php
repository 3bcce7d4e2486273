<?php

declare(strict_types=1);

namespace Tests\Core\Identity;

use Logion\Identity\DatedListing;
use PHPUnit\Framework\TestCase;

final class DatedListingTest extends TestCase
{
    private static function listing(int $id, int $security, bool $main, int $from = 0, ?int $to = null): DatedListing
    {
        return new DatedListing($id, 1, $security, 'XQOS', "T{$id}", 'XCR', $from, $to, $main);
    }

    public function test_the_series_of_a_security_is_made_of_its_main_listings_in_their_order(): void
    {
        $listings = [
            self::listing(4, 7, true, 20200102, 20220103),
            self::listing(2, 7, true, 20220103),
            self::listing(3, 7, false, 20200102),
            self::listing(5, 8, true, 20200102),
        ];
        $this->assertSame([4, 2], array_column(DatedListing::mainOf(7, $listings), 'id'));
        $this->assertSame([5], array_column(DatedListing::mainOf(8, $listings), 'id'));
        $this->assertSame([], DatedListing::mainOf(9, $listings));
    }

    public function test_the_nearest_is_that_of_the_day_else_the_last_before_it_else_the_first_after_it(): void
    {
        $listings = [
            self::listing(1, 7, true, 20200102, 20210104),
            self::listing(2, 7, true, 20220103, 20230102),
            self::listing(3, 7, false, 20220103),
        ];
        foreach ([20190101 => 1, 20200601 => 1, 20210601 => 1, 20220601 => 2, 20230601 => 3] as $day => $expected) {
            $this->assertSame($expected, DatedListing::nearest($listings, $day)?->id, (string) $day);
        }
        $this->assertNull(DatedListing::nearest([], 20200601));
    }
}
