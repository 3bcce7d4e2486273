<?php

declare(strict_types=1);

namespace Tests\Core\Time;

use Logion\Time\CommonDays;
use PHPUnit\Framework\TestCase;

final class CommonDaysTest extends TestCase
{
    public function test_a_series_has_no_level_on_days_that_it_does_not_have(): void
    {
        $common = new CommonDays([20260105, 20260106, 20260107, 20260108]);
        $this->assertSame([null, 2.0, null, 4.0], $common->levels([20260101, 20260106, 20260108], [1.0, 2.0, 4.0]));
        $this->assertSame([null, null, null, null], $common->levels([], []));
        $this->assertSame([null, null, null, null], $common->levels([20250105, 20270105], [1.0, 2.0]), 'before it begins, after it ends');
        $this->assertSame([], (new CommonDays([]))->levels([20260101], [1.0]));
    }

    public function test_the_levels_of_one_series_are_not_those_of_another_on_the_same_days(): void
    {
        $common = new CommonDays([20260105, 20260106]);
        $this->assertSame([1.0, 2.0], $common->levels([20260105, 20260106], [1.0, 2.0]));
        $this->assertSame([3.0, 4.0], $common->levels([20260105, 20260106], [3.0, 4.0]));
    }

    public function test_series_of_many_exchanges_in_turns_are_set_on_their_own_days(): void
    {
        mt_srand(5);
        $days = range(20260101, 20260131);
        $common = new CommonDays($days);
        $exchanges = array_map(
            static fn (): array => array_values(array_filter($days, static fn (): bool => mt_rand(0, 4) > 0)),
            range(1, 25),
        );
        for ($i = 0; $i < 200; $i++) {
            $own = $exchanges[mt_rand(0, 24)];
            $levels = array_map(static fn (): float => mt_rand(1, 1000) / 7, $own);
            $expected = array_map(
                static fn (int $day): ?float => in_array($day, $own, true) ? $levels[array_search($day, $own, true)] : null,
                $days,
            );
            $this->assertSame($expected, $common->levels($own, $levels));
        }
    }
}
