<?php

declare(strict_types=1);

namespace Logion\Market\Bars;

use Logion\Market\Indicators;

/**
 * The trend by its swings: up while highs and lows rise, down while both fall, sideways otherwise. A swing is known only as many days
 * after it as it stands out from, so nothing is said earlier than it could have been.
 */
final readonly class PriceTrend
{
    public const UP = 'up';

    public const DOWN = 'down';

    public const SIDEWAYS = 'sideways';

    /**
     * @param  self::UP|self::DOWN|self::SIDEWAYS|null  $state  null with fewer than two highs or two lows
     * @param  int|null  $since  day YYYYMMDD from which it has been so without a break, and where that day stood in the columns given
     * @param  float|null  $change  price beyond which it would be so no more; null sideways, where either swing is one
     * @param  bool|null  $crossed  whether the last close is beyond it
     */
    private function __construct(
        public ?string $state,
        public ?int $since,
        public ?int $position,
        public ?float $lastHigh,
        public ?float $highBefore,
        public ?float $lastLow,
        public ?float $lowBefore,
        public ?float $change,
        public ?bool $crossed,
    ) {
    }

    /** @param  int  $k  days on both sides that a swing stands out from */
    public static function of(PriceBars $bars, int $k): self
    {
        ['days' => $days, 'highs' => $highs, 'lows' => $lows, 'closes' => $closes, 'positions' => $positions] = $bars->ranges();
        $confirmed = [];
        foreach ([[$highs, false], [$lows, true]] as [$of, $low]) {
            foreach (Indicators::swings($of, $k, $low) as $i) {
                $confirmed[$i + $k][(int) $low] = $of[$i];
            }
        }
        $last = [[], []];
        $state = null;
        $since = 0;
        foreach ($days as $i => $_) {
            foreach ($confirmed[$i] ?? [] as $side => $price) {
                $last[$side] = array_slice([...$last[$side], $price], -2);
            }
            $now = self::state(...$last);
            if ($now !== $state) {
                [$state, $since] = [$now, $i];
            }
        }
        [$high, $low] = [$last[0][count($last[0]) - 1] ?? null, $last[1][count($last[1]) - 1] ?? null];
        $change = match ($state) {
            self::UP => $low,
            self::DOWN => $high,
            default => null,
        };
        $close = $closes[count($closes) - 1] ?? null;

        return new self(
            $state,
            $state === null ? null : $days[$since],
            $state === null ? null : $positions[$since],
            $high,
            count($last[0]) === 2 ? $last[0][0] : null,
            $low,
            count($last[1]) === 2 ? $last[1][0] : null,
            $change,
            match ($state) {
                null => null,
                self::UP => $close < $change,
                self::DOWN => $close > $change,
                default => $close > $high || $close < $low,
            },
        );
    }

    /**
     * @param  list<float>  $highs  the two latest, and lows
     * @param  list<float>  $lows
     * @return self::UP|self::DOWN|self::SIDEWAYS|null
     */
    private static function state(array $highs, array $lows): ?string
    {
        return match (true) {
            count($highs) < 2 || count($lows) < 2 => null,
            $highs[1] > $highs[0] && $lows[1] > $lows[0] => self::UP,
            $highs[1] < $highs[0] && $lows[1] < $lows[0] => self::DOWN,
            default => self::SIDEWAYS,
        };
    }
}
