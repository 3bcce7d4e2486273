<?php

declare(strict_types=1);

namespace Tests\Core\Statistics;

use Logion\Statistics\Descriptive;
use PHPUnit\Framework\TestCase;

final class DescriptiveTest extends TestCase
{
    public function test_means_without_their_tails(): void
    {
        $x = [9.0, 1.0, 2.0, 3.0, 100.0, 4.0, 5.0, 6.0, 7.0, 8.0];
        $this->assertEqualsWithDelta((2 + 2 + 3 + 4 + 5 + 6 + 7 + 8 + 9 + 9) / 10, Descriptive::winsorisedMean($x, 0.1), 1e-12);
        $this->assertEqualsWithDelta(14.5, Descriptive::winsorisedMean($x, 0.09), 1e-12, 'less than one is none');
        $this->assertEqualsWithDelta(5.5, Descriptive::winsorisedMean($x, 0.4), 1e-12);
        $this->assertNull(Descriptive::winsorisedMean($x, 0.5), 'nothing is left');
        $this->assertNull(Descriptive::winsorisedMean([], 0.1));
        $this->assertEqualsWithDelta((2 + 3 + 4 + 5 + 6 + 7 + 8 + 9) / 8, Descriptive::trimmedMean($x, 0.1), 1e-12);
        $this->assertNull(Descriptive::trimmedMean($x, 0.5));
    }

    public function test_two_points_correlate_fully_and_one_not_at_all(): void
    {
        $this->assertEqualsWithDelta(['covariance' => 1.0, 'correlation' => 1.0], Descriptive::correlation([1.0, 2.0], [1.0, 3.0]), 1e-12);
        $this->assertEqualsWithDelta(
            ['covariance' => -1.0, 'correlation' => -1.0],
            Descriptive::correlation([1.0, 2.0], [3.0, 1.0]),
            1e-12,
        );
        $this->assertSame(['covariance' => null, 'correlation' => null], Descriptive::correlation([1.0], [1.0]));
        $this->assertSame(['covariance' => 0.0, 'correlation' => null], Descriptive::correlation([1.0, 2.0], [3.0, 3.0]));
    }

    public function test_a_slope_needs_two_values(): void
    {
        $this->assertSame(
            [2.0, null, null],
            [Descriptive::slope([1 => 3.0, 2 => 5.0]), Descriptive::slope([1 => 3.0]), Descriptive::slope([])],
        );
    }
}
