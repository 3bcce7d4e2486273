<?php

declare(strict_types=1);

namespace Tests\Core\Market;

use Logion\Market\CorporateActions;
use Logion\Market\PriceSeries;
use Logion\Market\Risk\Beta;
use Logion\Market\Risk\BetaSample;
use Logion\Time\Day;
use PHPUnit\Framework\TestCase;

final class BetaSampleTest extends TestCase
{
    public function test_months_are_those_the_beta_of_the_catalogue_takes(): void
    {
        [$share, $index] = self::series(5, 1400);
        foreach ([20240628, 20240614, 20240630] as $asOf) {
            $beta = Beta::monthly($share->asOf($asOf), $index->asOf($asOf), $asOf, 60);
            $sample = BetaSample::of($share, $index, $asOf, BetaSample::MONTH, 60);
            $this->assertNotNull($beta);
            $this->assertSame($beta->beta, $sample->beta()?->beta);
            $this->assertSame($beta->observations, count($sample->returns));
        }
    }

    public function test_a_month_and_a_week_that_are_not_over_are_dropped_and_said_to_be(): void
    {
        [$share, $index] = self::series(6, 900);
        // 2024-06-12 is a Wednesday.
        $month = BetaSample::of($share, $index, 20240612, BetaSample::MONTH, 24);
        $this->assertSame([['day' => 20240612, 'why' => BetaSample::UNFINISHED]], $month->dropped);
        $this->assertSame(20240531, $month->returns[count($month->returns) - 1]['day']);
        $week = BetaSample::of($share, $index, 20240612, BetaSample::WEEK, 50);
        $this->assertSame([['day' => 20240612, 'why' => BetaSample::UNFINISHED]], $week->dropped);
        $this->assertSame(20240607, $week->returns[49]['day']);
        $this->assertSame([], BetaSample::of($share, $index, 20240614, BetaSample::WEEK, 50)->dropped, 'on Friday it is over');
        $this->assertSame([], BetaSample::of($share, $index, 20240612, BetaSample::DAY, 50)->dropped);
    }

    public function test_a_day_on_which_one_traded_alone_is_dropped_and_the_return_spans_it(): void
    {
        $index = new PriceSeries([20240603, 20240604, 20240605, 20240606], [100.0, 110.0, 121.0, 133.1]);
        $share = new PriceSeries([20240603, 20240605, 20240606, 20240607], [10.0, 12.0, 15.0, 16.0]);
        $sample = BetaSample::of($share, $index, 20240607, BetaSample::DAY, 10);
        $this->assertSame(
            [['day' => 20240604, 'why' => BetaSample::ONE_ALONE], ['day' => 20240607, 'why' => BetaSample::ONE_ALONE]],
            $sample->dropped,
        );
        $this->assertSame([20240605, 20240606], array_column($sample->returns, 'day'));
        $this->assertEqualsWithDelta([0.2, 0.25], array_column($sample->returns, 'security'), 1e-12);
        $this->assertEqualsWithDelta([0.21, 0.1], array_column($sample->returns, 'index'), 1e-12);
        $this->assertNull($sample->beta(), 'two returns are no line');
    }

    public function test_before_either_began_nothing_is_missing(): void
    {
        $index = new PriceSeries([20240603, 20240604, 20240605], [100.0, 110.0, 121.0]);
        $share = new PriceSeries([20240605], [10.0]);
        $this->assertSame([], BetaSample::of($share, $index, 20240605, BetaSample::DAY, 10)->dropped);
        $this->assertSame([], BetaSample::of(new PriceSeries([], []), $index, 20240605, BetaSample::MONTH, 10)->returns);
    }

    public function test_nothing_later_than_the_day_is_used(): void
    {
        [$share, $index] = self::series(9, 600);
        foreach ([BetaSample::DAY, BetaSample::WEEK, BetaSample::MONTH] as $interval) {
            $whole = BetaSample::of($share, $index, 20231115, $interval, 20);
            $cut = BetaSample::of($share->asOf(20231115), $index->asOf(20231115), 20231115, $interval, 20);
            $this->assertEqualsWithDelta(array_column($cut->returns, 'security'), array_column($whole->returns, 'security'), 1e-12);
            $this->assertSame(array_column($cut->returns, 'day'), array_column($whole->returns, 'day'));
            $this->assertLessThanOrEqual(20231115, max(array_column($whole->returns, 'day')));
        }
    }

    public function test_a_rolling_beta_is_that_of_each_window(): void
    {
        [$share, $index] = self::series(11, 500);
        $sample = BetaSample::of($share, $index, 20240628, BetaSample::WEEK, 80);
        $rolled = $sample->rolling(26);
        $this->assertCount(80 - 26 + 1, $rolled);
        $window = array_slice($sample->returns, 10, 26);
        $beta = Beta::ofReturns(array_column($window, 'security'), array_column($window, 'index'));
        $this->assertSame($sample->returns[35]['day'], $rolled[10]['day']);
        $this->assertEqualsWithDelta($beta?->beta, $rolled[10]['beta'], 1e-12);
        $this->assertEqualsWithDelta($sample->beta()?->beta, $sample->rolling(80)[0]['beta'], 1e-12);
        $some = $sample->rolling(26, 7);
        $this->assertSame($rolled[54], $some[count($some) - 1], 'the latest is told');
        $this->assertSame($rolled[5], $some[0]);
        $this->assertSame($rolled[12], $some[1]);
        $this->assertSame([], $sample->rolling(81));
    }

    public function test_the_latest_of_a_long_sample_are_a_short_one(): void
    {
        [$share, $index] = self::series(13, 700);
        foreach ([BetaSample::DAY, BetaSample::WEEK, BetaSample::MONTH] as $interval) {
            $long = BetaSample::of($share, $index, 20240612, $interval, 1000);
            $short = BetaSample::of($share, $index, 20240612, $interval, 15);
            $this->assertSame($short->returns, $long->last(15)->returns);
            $this->assertSame($short->dropped, $long->last(15)->dropped);
        }
        $flat = new PriceSeries($share->days, array_fill(0, count($share->days), 5.0));
        $this->assertNull(
            BetaSample::of($share, $flat, 20240612, BetaSample::WEEK, 30)->rolling(20)[0]['beta'],
            'an index that does not move',
        );
    }

    /** @return array{PriceSeries, PriceSeries} */
    private static function series(int $seed, int $days): array
    {
        mt_srand($seed);
        $all = $share = $index = [];
        $s = $x = 100.0;
        for ($day = 20240628; count($all) < $days; $day = Day::plus($day, -1)) {
            if ((Day::ordinal($day) + 3) % 7 < 5) {
                array_unshift($all, $day);
            }
        }
        foreach ($all as $_) {
            $move = mt_rand(-100, 104) / 5000;
            $index[] = $x *= 1 + $move;
            $share[] = $s *= 1 + 1.2 * $move + mt_rand(-100, 100) / 4000;
        }

        return [
            new PriceSeries($all, $share, actions: new CorporateActions([[$all[200], 2.0]], [[$all[100], 0.7]])),
            new PriceSeries($all, $index),
        ];
    }
}
