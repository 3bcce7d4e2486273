<?php

declare(strict_types=1);

namespace Tests\Core\CrossSection;

use Logion\CrossSection\Distribution;
use PHPUnit\Framework\TestCase;

final class DistributionTest extends TestCase
{
    public function test_bins_reach_from_the_second_to_the_ninety_eighth_percentile(): void
    {
        $distribution = Distribution::of([...array_map(floatval(...), range(0, 100)), NAN, NAN], 4);
        $this->assertSame([101, 2, 2.0, 98.0], [$distribution->known, $distribution->unknown, $distribution->low, $distribution->high]);
        // From 2 up to 26, 50, 74 and 98: the last one counts what lies on its edge.
        $this->assertSame([24, 24, 24, 25], $distribution->counts);
        $this->assertSame([2, 2], [$distribution->below, $distribution->above]);
        $this->assertSame([25.0, 50.0, 75.0], [$distribution->q1, $distribution->median, $distribution->q3]);
        $this->assertSame(101, array_sum($distribution->counts) + $distribution->below + $distribution->above);
    }

    public function test_one_value_stands_in_the_middle_and_none_nowhere(): void
    {
        $one = Distribution::of([7.0, 7.0, 7.0], 3);
        $this->assertSame([6.5, 7.5, [0, 3, 0], 0, 0], [$one->low, $one->high, $one->counts, $one->below, $one->above]);
        $none = Distribution::of([NAN], 3);
        $this->assertSame(
            [0, 1, 0.0, 1.0, [0, 0, 0], 0, 0, null],
            [$none->known, $none->unknown, $none->low, $none->high, $none->counts, $none->below, $none->above, $none->median],
        );
        $this->assertCount(40, Distribution::of([1.0, 2.0])->counts);
    }
}
