<?php

declare(strict_types=1);

namespace Logion\Market\Bars;

use Logion\Market\Indicators;

/**
 * Levels found by rule: swing highs and lows that lie within a multiple of the average true range of each other are one level, the more
 * often touched the firmer. Rescaling all prices rescales the levels and changes nothing else.
 */
final readonly class PriceLevels
{
    /** @param  list<PriceLevel>  $levels  most touches first, then the later touched, then the higher */
    private function __construct(public ?float $close, public ?float $range, public int $swings, public array $levels)
    {
    }

    /**
     * @param  int  $k  days on both sides that a swing stands out from
     * @param  int  $n  days of the average true range
     * @param  float  $within  average true ranges that a swing may lie above the mean of those before it and belong to them
     */
    public static function of(PriceBars $bars, int $k, int $n, float $within): self
    {
        ['days' => $days, 'highs' => $highs, 'lows' => $lows, 'closes' => $closes] = $bars->ranges();
        $points = [];
        foreach ([[$highs, false], [$lows, true]] as [$of, $low]) {
            foreach (Indicators::swings($of, $k, $low) as $i) {
                $points[] = [$of[$i], $days[$i], $low];
            }
        }
        $last = count($closes) - 1;
        $ranges = $last < 0 ? [] : Indicators::averageTrueRange($highs, $lows, $closes, $n)['atr'];
        $range = $ranges[$last] ?? null;
        usort($points, static fn (array $a, array $b): int => $a[0] <=> $b[0] ?: $a[1] <=> $b[1]);
        $clusters = [];
        foreach ($range === null ? [] : $points as $point) {
            $at = count($clusters) - 1;
            $prices = $at < 0 ? [] : array_column($clusters[$at], 0);
            if ($prices !== [] && $within * $range >= $point[0] - array_sum($prices) / count($prices)) {
                $clusters[$at][] = $point;
            } else {
                $clusters[] = [$point];
            }
        }
        $levels = array_map(self::level(...), $clusters);
        usort(
            $levels,
            static fn (PriceLevel $a, PriceLevel $b): int => $b->touches() <=> $a->touches() ?:
            $b->last <=> $a->last ?:
            $b->price <=> $a->price,
        );

        return new self($closes[$last] ?? null, $range, count($points), $levels);
    }

    /** The nearest below the last close; null where there is none. */
    public function support(): ?PriceLevel
    {
        $below = array_filter($this->levels, fn (PriceLevel $level): bool => $level->price < $this->close);
        usort($below, static fn (PriceLevel $a, PriceLevel $b): int => $b->price <=> $a->price);

        return $below[0] ?? null;
    }

    /** The nearest above the last close; null where there is none. */
    public function resistance(): ?PriceLevel
    {
        $above = array_filter($this->levels, fn (PriceLevel $level): bool => $level->price > $this->close);
        usort($above, static fn (PriceLevel $a, PriceLevel $b): int => $a->price <=> $b->price);

        return $above[0] ?? null;
    }

    /**
     * How far a level is from the last close: in per cent of it, and in average true ranges; never negative.
     *
     * @return array{percent: float, ranges: float}
     */
    public function distance(PriceLevel $level): array
    {
        if ($this->close === null || $this->range === null) {
            throw new \LogicException('There are no levels without a range.');
        }
        $gap = abs($level->price - $this->close);

        return ['percent' => (100 * $gap) / $this->close, 'ranges' => $gap / $this->range];
    }

    /** @param  non-empty-list<array{float, int, bool}>  $points  price, day, whether it is a low */
    private static function level(array $points): PriceLevel
    {
        $days = array_column($points, 1);
        $lows = count(array_filter(array_column($points, 2)));

        return new PriceLevel(array_sum(array_column($points, 0)) / count($points), count($points) - $lows, $lows, min($days), max($days));
    }
}
