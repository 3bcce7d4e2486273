<?php

declare(strict_types=1);

namespace Tests\Core\Market;

use Logion\Market\Economy;
use Logion\Market\Recessions;
use PHPUnit\Framework\TestCase;

/** Downturns as the statistics of output tell them. */
final class RecessionsTest extends TestCase
{
    private const DAYS = [20190214, 20190514, 20190814, 20191114, 20200214, 20200514, 20200814, 20201114];

    public function test_two_quarters_below_a_year_before_make_one_from_first_day_to_last(): void
    {
        $found = Recessions::of(self::DAYS, [0.01, -0.02, -0.03, 0.01, -0.01, 0.02, -0.01, -0.04], 20201231);
        $this->assertSame(
            [
                ['start' => 20190101, 'end' => 20190630, 'lowest' => -0.03, 'lasts' => false],
                ['start' => 20200401, 'end' => 20200930, 'lowest' => -0.04, 'lasts' => true],
            ],
            $found,
            'one quarter alone is none',
        );
        $this->assertSame([], Recessions::of(self::DAYS, array_fill(0, 8, 0.0), 20201231), 'as much as a year before is no fall');
        $this->assertSame([], Recessions::of([], [], 20201231));
    }

    public function test_nothing_is_known_before_it_is_told(): void
    {
        $growth = [0.01, -0.02, -0.03, 0.01, 0.01, 0.02, 0.01, 0.04];
        $this->assertSame([], Recessions::of(self::DAYS, $growth, 20190813));
        $this->assertTrue(Recessions::of(self::DAYS, $growth, 20190814)[0]['lasts']);
        $this->assertFalse(Recessions::of(self::DAYS, $growth, 20191114)[0]['lasts']);
    }

    public function test_a_quarter_told_in_the_first_months_is_of_the_year_before(): void
    {
        $found = Recessions::of([20200214, 20200514], [-0.01, -0.01], 20200601);
        $this->assertSame([20191001, 20200331], [$found[0]['start'], $found[0]['end']]);
        $economy = new Economy(['output_growth' => ['days' => [20200214, 20200514], 'values' => [-0.01, -0.02]]]);
        $this->assertSame(-0.02, $economy->recessions(20200601)[0]['lowest']);
        $this->assertSame([], (new Economy())->recessions(20200601));
        $this->assertSame(['days' => [], 'values' => []], $economy->series('policy_rate'));
    }
}
