<?php

declare(strict_types=1);

namespace Tests\Storage;

use App\Task\PartSizes;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class PartSizesTest extends TestCase
{
    /** @return list<array{int, int, list<int>}> companies, most of a part, and its parts */
    public static function works(): array
    {
        return [
            [0, 100, []],
            [1, 100, [1]],
            [49, 100, [25, 24]],
            [50, 100, [25, 25]],
            [60, 7, [...array_fill(0, 8, 7), 4]],
            [400, 200, [50, 50, 50, 50, 50, 37, 28, 25, 25, 35]],
            [801, 100, [89, 89, 89, 89, 89, 89, 66, 50, 37, 28, 25, 25, 36]],
            [1369, 200, [172, 172, 172, 172, 170, 127, 96, 72, 54, 40, 30, 25, 25, 25, 17]],
        ];
    }

    /** @param  list<int>  $sizes */
    #[DataProvider('works')]
    public function test_parts_are_of_one_size_and_smaller_towards_the_end(int $companies, int $most, array $sizes): void
    {
        $this->assertSame($sizes, PartSizes::of($companies, $most));
    }

    public function test_every_company_is_in_one_part_and_no_part_takes_more_than_is_allowed(): void
    {
        for ($companies = 1; $companies <= 3000; $companies += 7) {
            foreach ([1, 7, 25, 100, 200] as $most) {
                $all = range(1, $companies);
                $parts = PartSizes::split($all, $most);
                $this->assertSame($all, array_merge(...$parts));
                $this->assertLessThanOrEqual($most, max(array_map(count(...), $parts)));
            }
        }
    }

    public function test_work_that_two_share_ends_for_both_within_a_small_part_of_it(): void
    {
        for ($companies = 400; $companies <= 20_000; $companies += 1237) {
            $ends = [0, 0];
            foreach (PartSizes::of($companies, 100) as $size) {
                $ends[$ends[0] <= $ends[1] ? 0 : 1] += $size;
            }
            $this->assertLessThanOrEqual(37, abs($ends[0] - $ends[1]), "{$companies} companies");
            $this->assertSame($companies, array_sum($ends));
        }
    }

    public function test_a_part_that_takes_three_times_as_long_as_others_is_not_waited_for(): void
    {
        $ends = [0, 0];
        foreach (PartSizes::of(800, 100) as $nth => $size) {
            $ends[$ends[0] <= $ends[1] ? 0 : 1] += $nth === 5 ? 3 * $size : $size;
        }
        $this->assertLessThanOrEqual(37, abs($ends[0] - $ends[1]));
    }
}
