<?php

declare(strict_types=1);

namespace Tests\Core\BackTest;

use Logion\BackTest\Frequency;
use PHPUnit\Framework\TestCase;

final class FrequencyTest extends TestCase
{
    /** @return list<int> */
    private static function ends(Frequency $frequency): array
    {
        $days = [
            20231229,
            20240102,
            20240131,
            20240201,
            20240329,
            20240401,
            20240628,
            20240701,
            20240930,
            20241001,
            20241231,
            20250102,
            20250103,
        ];

        return array_map(static fn (int $i): int => $days[$i], $frequency->ends($days));
    }

    public function test_the_days_on_which_periods_end(): void
    {
        $this->assertSame(
            [20231229, 20240131, 20240329, 20240628, 20240930, 20241231],
            array_values(array_diff(self::ends(Frequency::Monthly), [20240201, 20240401, 20240701, 20241001])),
        );
        $this->assertSame([20231229, 20240329, 20240628, 20240930, 20241231], self::ends(Frequency::Quarterly));
        $this->assertSame([20231229, 20241231], self::ends(Frequency::Yearly));
        $this->assertSame([20231229], self::ends(Frequency::Never));
        $this->assertCount(12, self::ends(Frequency::Daily), 'the last day ends nothing');
        $this->assertSame([], Frequency::Monthly->ends([]));
        $this->assertSame([0], Frequency::Daily->ends([20240102]));
    }

    public function test_a_year_later_the_same_quarter_is_another(): void
    {
        $this->assertSame([0, 1], Frequency::Quarterly->ends([20230301, 20230302, 20240301, 20240302]));
        $this->assertSame([0, 1], Frequency::Quarterly->ends([20091230, 20091231, 20100104, 20100105]));
    }
}
