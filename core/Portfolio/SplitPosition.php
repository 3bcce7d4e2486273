<?php

declare(strict_types=1);

namespace Logion\Portfolio;

use Logion\Market\PriceSeries;
use Logion\Market\Returns;
use Logion\Market\Risk\ReturnVolatility;
use Logion\Statistics\Descriptive;
use Logion\Time\Day;
use Logion\Time\TradingDays;

/**
 * How much the halves of a position split between two shares move beside the whole in one, by the daily returns of a year on common days
 * (H. Markowitz, "Portfolio Selection", The Journal of Finance 7(1), 1952).
 */
final readonly class SplitPosition
{
    private const MONTHS = 12;

    /** Fewer days than these say nothing. */
    private const LEAST = 20;

    /**
     * @param  float|null  $first  volatility a year, as is the second's
     * @param  float|null  $halves  of both together, half in each
     * @param  int  $days  returns it rests on
     */
    private function __construct(
        public ?float $first,
        public ?float $second,
        public ?float $halves,
        public ?float $correlation,
        public int $days,
    ) {
    }

    public static function of(PriceSeries $first, PriceSeries $second, int $until): self
    {
        $from = Day::monthsEarlier($until, self::MONTHS);
        [$a, $b] = [self::levels($first, $from, $until), self::levels($second, $from, $until)];
        $days = array_keys(array_intersect_key($a, $b));
        $own = Returns::simple(array_map(static fn (int $day): float => $a[$day], $days));
        $other = Returns::simple(array_map(static fn (int $day): float => $b[$day], $days));
        if (count($own) < self::LEAST) {
            return new self(null, null, null, null, count($own));
        }

        return new self(
            ReturnVolatility::annual($own),
            ReturnVolatility::annual($other),
            ReturnVolatility::annual(array_map(static fn (float $x, float $y): float => ($x + $y) / 2, $own, $other)),
            Descriptive::correlation($own, $other)['correlation'],
            count($own),
        );
    }

    /** @return array<int, float> with dividends, by day */
    private static function levels(PriceSeries $of, int $from, int $until): array
    {
        $levels = [];
        $last = TradingDays::lastUntil($of->days, $until);
        for ($i = TradingDays::firstFrom($of->days, $from); $i <= $last; $i++) {
            $levels[$of->days[$i]] = $of->adjusted[$i];
        }

        return $levels;
    }
}
