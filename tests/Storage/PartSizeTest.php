<?php

declare(strict_types=1);

namespace Tests\Storage;

use App\Task\PartSize;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class PartSizeTest extends TestCase
{
    /** @return list<array{int, int, int, int}> companies, most of a part, its size, and how many parts that makes */
    public static function works(): array
    {
        return [
            [0, 100, 1, 0],
            [1, 100, 1, 1],
            [49, 100, 49, 1],
            [50, 100, 25, 2],
            [60, 7, 7, 9],
            [343, 100, 43, 8],
            [400, 200, 50, 8],
            [801, 100, 89, 9],
            [10_000, 100, 100, 100],
            [10_001, 100, 100, 101],
        ];
    }

    #[DataProvider('works')]
    public function test_parts_are_even_and_enough_to_be_shared_out(int $companies, int $most, int $size, int $parts): void
    {
        $this->assertSame($size, PartSize::of($companies, $most));
        $this->assertCount($parts, $companies === 0 ? [] : array_chunk(range(1, $companies), $size));
    }

    public function test_no_part_takes_more_than_is_allowed_and_all_are_about_as_large(): void
    {
        for ($companies = 1; $companies <= 3000; $companies += 7) {
            foreach ([1, 7, 100, 200] as $most) {
                $sizes = array_map(count(...), array_chunk(range(1, $companies), PartSize::of($companies, $most)));
                $this->assertLessThanOrEqual($most, max($sizes));
                $needed = intdiv($companies + $most - 1, $most);
                $this->assertLessThanOrEqual($companies < 50 ? $needed : max(8, $needed), count($sizes));
            }
        }
    }
}
