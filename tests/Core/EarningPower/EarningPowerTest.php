<?php

declare(strict_types=1);

namespace Tests\Core\EarningPower;

use Logion\EarningPower\ReturnGrid;
use Logion\EarningPower\ValueLine;
use Logion\Time\Day;
use PHPUnit\Framework\TestCase;

/** A price beside what the share earns. */
final class EarningPowerTest extends TestCase
{
    public function test_a_return_put_back_in_gives_the_price(): void
    {
        mt_srand(9);
        for ($round = 0; $round < 60; $round++) {
            $price = mt_rand(100, 20000) / 100;
            $exit = Day::plus(20240310, mt_rand(30, 4000));
            $dividends = [];
            for ($day = 20240305; $day < 20360101; $day = Day::plus($day, mt_rand(60, 400))) {
                $dividends[] = [$day, mt_rand(0, 5) === 0 ? null : mt_rand(1, 300) / 100];
            }
            $grid = new ReturnGrid($price, 20240310, $exit, $dividends);
            $cell = $grid->at(mt_rand(10, 2000) / 100, mt_rand(30, 300) / 10);
            $this->assertNotNull($cell['annual']);
            $worth = static fn (float $amount, int $day): float => $amount / (1 + $cell['annual']) ** (Day::between(20240310, $day) / 365);
            $sum = $worth((float) $cell['exit'], $exit);
            foreach ($grid->dividends as [$day, $amount]) {
                $sum += $worth($amount, $day);
            }
            $this->assertEqualsWithDelta($price, $sum, 1e-6 * $price);
            $this->assertGreaterThanOrEqual($cell['price_only'], $cell['annual'], 'dividends only add');
            $this->assertCount(
                $grid->missing,
                array_filter($dividends, static fn (array $of): bool => $of[1] === null && $of[0] <= $exit && $of[0] > 20240310),
            );
        }
    }

    public function test_what_cannot_be_reckoned_is_not(): void
    {
        $none = ['exit' => null, 'annual' => null, 'price_only' => null];
        $grid = new ReturnGrid(10.0, 20240101, 20250101, []);
        foreach ([[null, 10.0], [0.0, 10.0], [-1.0, 10.0], [1.0, 0.0]] as [$basis, $multiple]) {
            $this->assertSame($none, $grid->at($basis, $multiple));
        }
        $this->assertSame($none, (new ReturnGrid(0.0, 20240101, 20250101, []))->at(1.0, 10.0));
        $this->assertSame($none, (new ReturnGrid(10.0, 20240101, 20240101, []))->at(1.0, 10.0));
    }

    public function test_the_line_meets_its_points_and_bridges_nothing_that_is_not_known(): void
    {
        $year = static fn (int $year, ?float $basis, ?float $price): array => [
            'end' => $year * 10000 + 1231,
            'basis' => $basis,
            'price' => $price,
        ];
        $years = [$year(2023, 3.0, 36.0), $year(2020, 1.0, 10.0), $year(2021, null, 12.0), $year(2022, 2.0, 30.0)];
        $line = ValueLine::of($years, [['end' => 20231231, 'basis' => 9.0], ['end' => 20241231, 'basis' => 4.0]], 10, ValueLine::MEDIAN);
        $this->assertSame([10.0, null, 15.0, 12.0], array_column($line->multiples, 'multiple'));
        $this->assertSame([3, 12.0], [$line->used, $line->normal]);
        $this->assertSame(
            [20201231, 20211231, 20221231, 20231231, 20241231],
            array_column($line->points, 'end'),
            'a year that is told is not expected',
        );
        $this->assertSame(24.0, $line->at(20221231)['value']);
        $this->assertNull($line->at(20210630)['value'], 'no bridge over a year that is not known');
        $this->assertNull($line->at(20220630)['value']);
        $middle = $line->at(20230701)['value'];
        $this->assertEqualsWithDelta(24.0 + (12.0 * 182) / 365, $middle, 1e-9);
        $this->assertNull($line->at(20191231)['value']);
        $this->assertNull($line->at(20250101)['value']);
        $this->assertSame(2, ValueLine::of($years, [], 2, ValueLine::MEAN)->used);
        $this->assertSame(13.5, ValueLine::of($years, [], 2, ValueLine::MEAN)->normal);
        $this->assertSame(12.0, ValueLine::of($years, [], 4, ValueLine::TRIMMED_MEAN, 0.34)->normal);
        $losses = ValueLine::of([$year(2023, -1.0, 5.0)], [], 5, ValueLine::MEDIAN);
        $this->assertSame([0, null, null], [$losses->used, $losses->normal, $losses->points[0]['value']]);
        $nothing = ValueLine::of([$year(2023, 0.0, 5.0)], [], 5, ValueLine::OWN, own: 15.0);
        $this->assertSame([0, null], [$nothing->used, $nothing->points[0]['value']]);
        $own = ValueLine::of([$year(2023, 2.0, null)], [], 5, ValueLine::OWN, own: 15.0);
        $this->assertSame([30.0, null], [$own->points[0]['value'], $own->points[0]['lower']]);
    }

    public function test_along_many_days_the_line_is_what_it_is_on_each(): void
    {
        mt_srand(5);
        for ($i = 0; $i < 60; $i++) {
            $years = [];
            foreach (range(2010, 2010 + mt_rand(0, 12)) as $year) {
                $years[] = [
                    'end' => $year * 10000 + 930,
                    'basis' => mt_rand(0, 4) === 0 ? null : mt_rand(-100, 900) / 100,
                    'price' => mt_rand(0, 6) === 0 ? null : mt_rand(100, 9000) / 100,
                ];
            }
            $line = ValueLine::of($years, [], 10, ValueLine::MEDIAN);
            $days = [];
            for ($day = 20090715; $day < 20240101; $day = Day::plus($day, mt_rand(1, 90))) {
                $days[] = $day;
            }
            $days[] = 20100930;
            sort($days);
            foreach ($line->along($days) as $of => $values) {
                $this->assertSame(array_map(static fn (int $day): ?float => $line->at($day)[$of], $days), $values);
            }
        }
        $this->assertSame(['value' => [], 'lower' => [], 'upper' => []], $line->along([]));
        $nothing = ValueLine::of([], [], 10, ValueLine::MEDIAN);
        $this->assertSame(['value' => [null], 'lower' => [null], 'upper' => [null]], $nothing->along([20200101]));
    }
}
