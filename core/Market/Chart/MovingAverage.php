<?php

declare(strict_types=1);

namespace Logion\Market\Chart;

use Logion\Market\Indicators;

/** A moving average that is drawn: simple or exponential, of so many bars. */
final readonly class MovingAverage
{
    /** The longest that can be asked for, in bars. */
    public const LONGEST = 1000;

    private function __construct(public bool $exponential, public int $bars)
    {
    }

    /**
     * As it is written in an address: s200, simple of two hundred bars; e20, exponential of twenty.
     *
     * @return self|null null where that says nothing
     */
    public static function written(string $as): ?self
    {
        if (preg_match('/^([se])([1-9]\d{0,3})$/D', $as, $parts) !== 1 || (int) $parts[2] < 2 || (int) $parts[2] > self::LONGEST) {
            return null;
        }

        return new self($parts[1] === 'e', (int) $parts[2]);
    }

    public function __toString(): string
    {
        return ($this->exponential ? 'e' : 's').$this->bars;
    }

    /**
     * @param  list<float>  $closes
     * @return list<?float> null until so many bars are there
     */
    public function through(array $closes): array
    {
        return $this->exponential ? Indicators::ema($closes, $this->bars) : Indicators::sma($closes, $this->bars);
    }

    /**
     * Where of each two neighbours by length the shorter changes side of the longer.
     *
     * @param  list<self>  $averages
     * @param  list<list<?float>>  $drawn  through the same closes, in the same order
     * @return list<array{position: int, up: bool, shorter: self, longer: self}> in order of time
     */
    public static function crosses(array $averages, array $drawn): array
    {
        uasort($averages, static fn (self $a, self $b): int => $a->bars <=> $b->bars);
        $order = array_keys($averages);
        $found = [];
        for ($i = 1; $i < count($order); $i++) {
            [$shorter, $longer] = [$order[$i - 1], $order[$i]];
            foreach (Indicators::crosses($drawn[$shorter], $drawn[$longer]) as $position => $side) {
                $found[] = [
                    'position' => $position,
                    'up' => $side > 0,
                    'shorter' => $averages[$shorter],
                    'longer' => $averages[$longer],
                ];
            }
        }
        usort($found, static fn (array $a, array $b): int => $a['position'] <=> $b['position']);

        return $found;
    }
}
