<?php

declare(strict_types=1);

namespace Tests\Simulation;

use Logion\Time\Day;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Simulation\Calendar;
use Simulation\Company\SoldCompanies;
use Simulation\Publication;
use Simulation\Subject;
use Simulation\Wire;
use Simulation\World;

/** Companies that are sold are told once, on their day, whatever days are asked for, and at prices their business bears. */
final class SoldCompaniesTest extends TestCase
{
    private const YEARS = [20140101, 20260630];

    /** @return iterable<string, array{int}> */
    public static function seeds(): iterable
    {
        foreach ([20260630, 7, 424242] as $seed) {
            yield (string) $seed => [$seed];
        }
    }

    #[DataProvider('seeds')]
    public function test_about_thirty_are_sold_at_what_a_business_is_worth(int $seed): void
    {
        $told = self::sold($seed);
        $this->assertGreaterThanOrEqual(26, count($told));
        $this->assertLessThanOrEqual(52, count($told));
        $multiples = $losses = 0;
        foreach ($told as $publication) {
            $of = $publication->values;
            $this->assertSame(Subject::Transaction, $publication->subject);
            $this->assertGreaterThan(0.0, $of['price']);
            $this->assertGreaterThan(0.5, $of['stake']);
            $this->assertLessThanOrEqual(1.0, $of['stake']);
            $this->assertGreaterThanOrEqual(0.0, $of['net_debt']);
            $this->assertLessThan($of['ebitda'], $of['ebit']);
            $losses += (int) ($of['ebitda'] <= 0);
            if ($of['ebitda'] > 0.06 * $of['revenue']) {
                $multiple = ($of['price'] / $of['stake'] + $of['net_debt']) / $of['ebitda'];
                $this->assertGreaterThan(2.5, $multiple);
                $this->assertLessThan(22.0, $multiple);
                $multiples++;
            }
        }
        $this->assertGreaterThan(15, $multiples);
        $this->assertLessThan(0.35 * count($told), $losses);
        $this->assertGreaterThan(1, count(array_unique(array_map(static fn (Publication $of): string => $of->values['buyer'], $told))));
    }

    public function test_a_seed_tells_the_same_again_and_another_tells_others(): void
    {
        $this->assertEquals(self::sold(7), self::sold(7));
        $this->assertNotEquals(array_column(self::values(7), 'target'), array_column(self::values(8), 'target'));
        // A day alone tells what it tells among others.
        $some = self::sold(7)[5];
        $wire = new Wire($some->day);
        SoldCompanies::tell(new World(7), $wire);
        $this->assertContainsEquals($some, $wire->publications());
    }

    /** @return list<Publication> */
    private static function sold(int $seed): array
    {
        $world = new World($seed);
        $told = [];
        foreach (Calendar::workdays(Day::plus(self::YEARS[0], -1), self::YEARS[1]) as $day) {
            $wire = new Wire($day);
            SoldCompanies::tell($world, $wire);
            array_push($told, ...$wire->publications());
        }

        return $told;
    }

    /** @return list<array<string, mixed>> */
    private static function values(int $seed): array
    {
        return array_map(static fn (Publication $of): array => $of->values, self::sold($seed));
    }
}
