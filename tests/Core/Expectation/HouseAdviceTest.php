<?php

declare(strict_types=1);

namespace Tests\Core\Expectation;

use Logion\Expectation\Advice;
use Logion\Expectation\HouseAdvice;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class HouseAdviceTest extends TestCase
{
    public function test_the_last_word_of_each_house_counts_until_it_is_old(): void
    {
        $rows = HouseAdvice::monthly(
            [
                ['house' => 'Quill', 'day' => 20250310, 'rating' => 'sell', 'target' => 8.0],
                ['house' => 'Tarn', 'day' => 20250115, 'rating' => 'buy', 'target' => 12.0],
                ['house' => 'Tarn', 'day' => 20250320, 'rating' => 'hold', 'target' => 10.0],
            ],
            20260715,
        );
        $byDay = array_column($rows, null, 'day');
        $first = ['day' => 20250131, 'buy' => 1, 'hold' => 0, 'sell' => 0, 'mean' => 12.0, 'high' => 12.0, 'low' => 12.0];
        $this->assertSame($first, $rows[0]);
        $this->assertSame(
            ['day' => 20250331, 'buy' => 0, 'hold' => 1, 'sell' => 1, 'mean' => 9.0, 'high' => 10.0, 'low' => 8.0],
            $byDay[20250331],
        );
        $this->assertSame([20260531, 2], [$rows[count($rows) - 1]['day'], array_sum([$byDay[20260531]['hold'], $byDay[20260531]['sell']])]);
        $this->assertCount(17, $rows, 'fifteen months after the last words nobody counts');
    }

    public function test_nothing_was_said(): void
    {
        $this->assertSame([], HouseAdvice::monthly([], 20260101));
        $this->assertSame([], HouseAdvice::monthly([['house' => 'a', 'day' => 20260301, 'rating' => 'buy', 'target' => 1.0]], 20260228));
    }

    /** @return iterable<string, array{string, string|null}> */
    public static function words(): iterable
    {
        yield 'plain' => ['buy', 'buy'];
        yield 'of a house' => ['Strong  Buy', 'buy'];
        yield 'with a line' => ['market-perform', 'hold'];
        yield 'heavy' => [' Underweight ', 'sell'];
        yield 'none' => ['under review', null];
        yield 'nothing' => ['', null];
    }

    #[DataProvider('words')]
    public function test_words_of_houses_are_read(string $word, ?string $advice): void
    {
        $this->assertSame($advice, Advice::read($word)?->value);
    }
}
