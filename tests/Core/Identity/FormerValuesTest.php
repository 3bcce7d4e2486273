<?php

declare(strict_types=1);

namespace Tests\Core\Identity;

use Logion\Identity\DatedListing;
use Logion\Identity\FormerValues;
use PHPUnit\Framework\TestCase;

/** What was called otherwise before, and where a security was listed when. */
final class FormerValuesTest extends TestCase
{
    private const FORMER = [
        [FormerValues::NAME, 'Old Ore', 20180301],
        [FormerValues::SECTOR, '15', 20190101],
        [FormerValues::NAME, 'Ore and Salt', 20210601],
    ];

    public function test_each_attribute_has_its_own_stretches(): void
    {
        $former = new FormerValues(self::FORMER);
        $this->assertSame([0, 20180301], $former->span(FormerValues::NAME, 20180228));
        $this->assertSame([20180301, 20210601], $former->span(FormerValues::NAME, 20180301));
        $this->assertSame([20180301, 20210601], $former->span(FormerValues::NAME, 20190101), 'the sector is another matter');
        $this->assertSame([20210601, PHP_INT_MAX], $former->span(FormerValues::NAME, 20210601));
        $this->assertSame([0, 20190101], $former->span(FormerValues::SECTOR, 20181231));
        $this->assertSame([20190101, PHP_INT_MAX], $former->span(FormerValues::SECTOR, 20200101));
        $this->assertSame([0, PHP_INT_MAX], $former->span(FormerValues::FISCAL_YEAR_END, 20200101));
        $names = array_map(static fn (int $day): string => $former->on(FormerValues::NAME, 'Ore', $day), [20180228, 20180301, 20210601]);
        $this->assertSame(['Old Ore', 'Ore and Salt', 'Ore'], $names);
        $this->assertSame([20180301, 20190101, 20210601], $former->changes());
    }

    public function test_a_day_knows_only_what_had_changed(): void
    {
        $then = (new FormerValues(self::FORMER))->until(20190101);
        $this->assertSame(array_slice(self::FORMER, 0, 2), $then->former);
        $this->assertSame([20180301, PHP_INT_MAX], $then->span(FormerValues::NAME, 20190101));
    }

    public function test_the_nearest_listing_holds_on_the_day_or_ended_last_or_begins_first(): void
    {
        $listing = static fn (int $id, int $from, ?int $to, bool $main = true): DatedListing => new DatedListing(
            $id,
            1,
            1,
            'XQTH',
            "T{$id}",
            'XCR',
            $from,
            $to,
            $main,
        );
        $all = [
            $listing(1, 20150101, 20170101),
            $listing(2, 20180101, 20200101),
            $listing(3, 20220101, null),
            $listing(4, 20180101, null, false),
        ];
        $on = static fn (array $of, int $day): ?int => DatedListing::nearest($of, $day)?->id;
        $this->assertSame(2, $on($all, 20180101), 'the one whose price stands for the security');
        $this->assertSame(4, $on($all, 20200101));
        $this->assertSame(1, $on(array_slice($all, 0, 3), 20170101), 'the last day but one: it ended last');
        $this->assertSame(1, $on(array_slice($all, 0, 3), 20140101), 'none had begun');
        $this->assertSame(2, $on(array_slice($all, 0, 3), 20210101));
        $this->assertNull($on([], 20210101));
    }
}
