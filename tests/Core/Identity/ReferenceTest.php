<?php

declare(strict_types=1);

namespace Tests\Core\Identity;

use Logion\Identity\AmbiguousReference;
use Logion\Identity\DatedListing;
use Logion\Identity\FormerValues;
use Logion\Identity\Reference;
use Logion\Time\InvalidDay;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class ReferenceTest extends TestCase
{
    /** @return list<DatedListing> TARN on two exchanges by two companies, HOLM used by one after another, OLDN by nobody any more */
    private static function listings(): array
    {
        return [
            new DatedListing(1, 10, 100, 'XONE', 'TARN', 'XCR'),
            new DatedListing(2, 20, 200, 'XTWO', 'TARN', 'XCR', 20150301),
            new DatedListing(3, 30, 300, 'XONE', 'HOLM', 'XCR', 0, 20190601, endedBecause: 'Insolvent.'),
            new DatedListing(4, 40, 400, 'XONE', 'HOLM', 'XCR', 20220110),
            new DatedListing(5, 40, 400, 'XONE', 'OLDN', 'XCR', 0, 20220110),
            new DatedListing(6, 50, 500, 'XONE', 'FELL', 'XCR', 0, 20180101),
            new DatedListing(7, 60, 600, 'XTWO', 'FELL', 'XCR', 0, 20160101),
            new DatedListing(8, 50, 500, 'XTWO', 'MOOR', 'XVN', main: false),
            new DatedListing(9, 50, 500, 'XONE', 'MOOR', 'XCR', 20180101),
        ];
    }

    /** @return iterable<string, array{string, int, int|null}> */
    public static function meanings(): iterable
    {
        yield 'an exchange tells two apart' => ['XONE:TARN', 20260101, 10];
        yield 'the other exchange' => ['XTWO:TARN', 20260101, 20];
        yield 'before the other was listed there is one' => ['TARN', 20150228, 10];
        yield 'small letters' => ['xtwo:tarn', 20260101, 20];
        yield 'who has it now' => ['HOLM', 20260101, 40];
        yield 'who had it then' => ['HOLM', 20190531, 30];
        yield 'on the day it ends nobody has it: two had it, the exchange says who was last' => ['XONE:HOLM', 20190601, 30];
        yield 'the day it is used again' => ['HOLM', 20220110, 40];
        yield 'who had it on a named day' => ['XONE:HOLM@2019-05-31', 20260101, 30];
        yield 'a ticker given up still finds its company' => ['OLDN', 20260101, 40];
        yield 'one company on two exchanges under one ticker' => ['MOOR', 20260101, 50];
        yield 'nobody has it there' => ['XTWO:HOLM', 20260101, null];
        yield 'nobody has it' => ['NONE', 20260101, null];
    }

    #[DataProvider('meanings')]
    public function test_a_reference_means_a_company_on_a_day(string $text, int $day, ?int $company): void
    {
        $this->assertSame($company, Reference::read($text)?->among(self::listings(), $day)?->company);
    }

    public function test_what_several_companies_are_called_is_asked_about(): void
    {
        try {
            (new Reference(null, 'TARN'))->among(self::listings(), 20260101);
            $this->fail();
        } catch (AmbiguousReference $error) {
            $this->assertSame(['XONE:TARN' => 10, 'XTWO:TARN' => 20], $error->choices);
            $this->assertSame('"TARN" is the ticker of several companies. Say which: XONE:TARN, XTWO:TARN.', $error->getMessage());
        }
        try {
            // Nobody has it on the day, two had it.
            (new Reference(null, 'FELL'))->among(self::listings(), 20260101);
            $this->fail();
        } catch (AmbiguousReference $error) {
            $this->assertSame(['XONE:FELL' => 50, 'XTWO:FELL' => 60], $error->choices);
        }
    }

    public function test_the_shortest_reference_means_its_company_again(): void
    {
        $all = self::listings();
        $expected = [
            1 => 'XONE:TARN',
            2 => 'XTWO:TARN',
            3 => 'XONE:HOLM@2019-05-31',
            4 => 'HOLM',
            5 => 'OLDN',
            6 => 'XONE:FELL',
            7 => 'XTWO:FELL',
            8 => 'MOOR',
            9 => 'MOOR',
        ];
        foreach ($all as $listing) {
            $reference = Reference::of($listing, $all, 20260101);
            $this->assertSame($expected[$listing->id], (string) $reference);
            $this->assertSame($listing->company, Reference::read((string) $reference)?->among($all, 20260101)?->company);
        }
        $lasting = [
            1 => 'XONE:TARN',
            2 => 'XTWO:TARN',
            3 => 'XONE:HOLM@2019-05-31',
            4 => 'XONE:HOLM@2022-01-10',
            5 => 'OLDN',
            6 => 'XONE:FELL',
            7 => 'XTWO:FELL',
            8 => 'MOOR',
            9 => 'MOOR',
        ];
        $this->assertSame(
            $lasting,
            array_combine(
                array_keys($lasting),
                array_map(static fn (DatedListing $of): string => (string) Reference::lasting($of, $all), $all),
            ),
        );
        $this->assertSame('XONE:HOLM@2022-01-10', (string) Reference::of($all[3], $all, 20190101, 20260101));
        $this->assertSame('TARN', (string) Reference::of($all[0], $all, 20150228));
        $this->assertSame('HOLM', (string) Reference::of($all[2], $all, 20190531));
    }

    public function test_every_listing_can_be_referred_to_on_every_day(): void
    {
        mt_srand(7);
        for ($round = 0; $round < 300; $round++) {
            $all = [];
            for ($i = 0; $i < 8; $i++) {
                $from = mt_rand(0, 3) === 0 ? 0 : 20000101 + 10000 * mt_rand(0, 20);
                $listing = new DatedListing(
                    $i,
                    mt_rand(1, 4),
                    $i,
                    ['XA', 'XB'][mt_rand(0, 1)],
                    ['P', 'Q'][mt_rand(0, 1)],
                    'XCR',
                    $from,
                    mt_rand(0, 1) === 0 ? null : max(20000102, $from) + 10000 * mt_rand(1, 5),
                );
                // On one exchange nobody else has a ticker on the same day.
                $clash = array_filter(
                    $all,
                    static fn (DatedListing $other): bool => $other->exchange === $listing->exchange &&
                        $other->ticker === $listing->ticker &&
                        $other->overlaps($listing),
                );
                $clash === [] && ($all[] = $listing);
            }
            $day = 20000101 + 10000 * mt_rand(0, 26);
            foreach ($all as $listing) {
                $text = (string) Reference::of($listing, $all, $day);
                $this->assertSame($listing->company, Reference::read($text)?->among($all, $day)?->company, $text);
                $lasting = (string) Reference::lasting($listing, $all);
                foreach ([19900101, $day, 20130615, 20990101] as $any) {
                    $this->assertSame($listing->company, Reference::read($lasting)?->among($all, $any)?->company, "{$lasting} on {$any}");
                }
            }
        }
    }

    public function test_what_cannot_name_a_listing_is_none(): void
    {
        foreach (['', 'A B', ':TARN', 'XONE:', 'XONE:TARN:X', 'TARN@', 'TARN@yesterday', str_repeat('A', 13), "TARN\n; drop"] as $text) {
            $this->assertNull(Reference::read($text), $text);
        }
        $this->expectException(InvalidDay::class);
        Reference::read('XONE:TARN@2024-02-31');
    }

    public function test_spans_are_half_open(): void
    {
        $old = new DatedListing(1, 1, 1, 'X', 'A', 'XCR', 20100101, 20150601);
        $new = new DatedListing(2, 1, 1, 'X', 'B', 'XCR', 20150601);
        $this->assertSame(
            [false, true, true, false],
            [$old->isOn(20091231), $old->isOn(20100101), $old->isOn(20150531), $old->isOn(20150601)],
        );
        $this->assertFalse($old->overlaps($new));
        $this->assertFalse($new->overlaps($old));
        $this->assertTrue($old->overlaps(new DatedListing(3, 2, 2, 'X', 'A', 'XCR', 20150531)));
        $this->assertSame($old, DatedListing::nearest([$new, $old], 20150531));
        $this->assertSame($new, DatedListing::nearest([$old, $new], 20150601));
        $this->assertSame($old, DatedListing::nearest([$new, $old], 20000101));
        $this->assertSame($new, DatedListing::nearest([new DatedListing(4, 1, 1, 'Y', 'B', 'XCR', 20150601, main: false), $new], 20200101));
        $this->assertNull(DatedListing::nearest([], 20200101));
    }

    public function test_a_former_value_holds_until_the_day_it_changed(): void
    {
        $former = new FormerValues([['name', 'First Name', 20120501], ['sector', '28', 20150101], ['name', 'Second Name', 20180801]]);
        $name = static fn (int $day): string => $former->on(FormerValues::NAME, 'Now', $day);
        $this->assertSame(
            ['First Name', 'First Name', 'Second Name', 'Second Name', 'Now'],
            array_map($name, [19990101, 20120430, 20120501, 20180731, 20180801]),
        );
        $this->assertSame(
            ['28', '46'],
            [$former->on(FormerValues::SECTOR, '46', 20141231), $former->on(FormerValues::SECTOR, '46', 20150101)],
        );
        $this->assertSame('XCR', $former->on(FormerValues::REPORTING_CURRENCY, 'XCR', 20000101));
        $this->assertSame([20120501, 20150101, 20180801], $former->changes());
        $this->assertSame([20120501], $former->until(20141231)->changes());
    }

    public function test_of_listings_that_begin_together_the_main_one_goes_first(): void
    {
        $also = new DatedListing(1, 10, 100, 'XONE', 'TARN', 'XCR', 20200101, main: false);
        $main = new DatedListing(2, 10, 100, 'XTWO', 'TARN', 'XCR', 20200101);
        foreach ([20191231, 20200101] as $day) {
            $this->assertSame(2, DatedListing::nearest([$also, $main], $day)?->id);
            $this->assertSame(2, DatedListing::nearest([$main, $also], $day)?->id);
        }
        $this->assertNull(DatedListing::nearest([], 20200101));
    }

    public function test_a_former_value_is_known_from_the_day_it_ended(): void
    {
        $former = new FormerValues([[FormerValues::NAME, 'Old Mills', 20200101]]);
        $this->assertSame([], $former->until(20191231)->changes());
        $this->assertSame([20200101], $former->until(20200101)->changes());
        $this->assertSame(
            ['Old Mills', 'New Mills'],
            [$former->on(FormerValues::NAME, 'New Mills', 20191231), $former->on(FormerValues::NAME, 'New Mills', 20200101)],
        );
    }

    public function test_where_nothing_is_listed_on_a_day_the_one_that_ended_last_is_nearest(): void
    {
        $ended = [
            new DatedListing(1, 10, 100, 'XONE', 'A', 'XCR', 0, 20100101),
            new DatedListing(2, 10, 100, 'XONE', 'B', 'XCR', 20120101, 20150101),
        ];
        $this->assertSame('B', DatedListing::nearest($ended, 20200101)?->ticker);
        $both = [new DatedListing(1, 10, 100, 'XONE', 'A', 'XCR', 20100101), new DatedListing(2, 10, 100, 'XTWO', 'B', 'XCR', 20120101)];
        $this->assertSame(['A', 'B'], [DatedListing::nearest($both, 20110101)?->ticker, DatedListing::nearest($both, 20130101)?->ticker]);
        $this->assertSame('A', DatedListing::nearest($ended, 20110101)?->ticker, 'what has ended goes before what begins later');
        $this->assertSame('A', DatedListing::nearest(array_reverse($ended), 20090101)?->ticker);
    }
}
