<?php

declare(strict_types=1);

namespace Logion\Portfolio;

use Closure;
use Logion\Time\Day;

/**
 * What each position, and the cash, added to a period's return while securities were bought and sold: its gain over the capital that was
 * invested on average. They add up to that return (P. O. Dietz, "Pension Funds: Measuring Investment Performance", 1966, each flow
 * weighted by the days it was there).
 */
final readonly class PeriodContribution
{
    /**
     * @param  array<string, array{gain: ?float, contribution: ?float}>  $positions  by security; null where a price or a rate lacks
     * @param  array{gain: ?float, contribution: ?float}  $cash  interest, fees and what its currencies did
     * @param  float|null  $capital  invested on average, in the base currency
     */
    private function __construct(
        public array $positions,
        public array $cash,
        public ?float $gain,
        public ?float $capital,
        public ?float $return,
    ) {
    }

    /**
     * @param  array<string, Movements>  $movements  by currency
     * @param  array<string, ClosingPrices>  $prices
     * @param  Closure(string, int): ?float  $rate  base currency for one of a currency on a day
     * @param  int  $from  day after whose end the period begins, YYYYMMDD
     */
    public static function of(array $movements, array $prices, Closure $rate, int $from, int $to, bool $keepsCash = true): self
    {
        $gains = [];
        $cash = $capital = 0.0;
        $length = max(1, Day::between($from, $to));
        foreach ($movements as $currency => $of) {
            [$rateThen, $rateNow] = [$rate($currency, $from), $rate($currency, $to)];
            foreach ($of->quantities as $security => $steps) {
                $series = $prices[$security] ?? new ClosingPrices([], []);
                $then = self::worth(Movements::at($steps, $from), $series, $from, $rateThen);
                $now = self::worth(Movements::at($steps, $to), $series, $to, $rateNow);
                $gain = self::plus($now, self::minus($then));
                $gains[$security] = array_key_exists($security, $gains) ? self::plus($gains[$security], $gain) : $gain;
                $capital = self::plus($capital, $then);
            }
            if ($keepsCash) {
                $then = self::times(Movements::at($of->cash, $from), $rateThen);
                $cash = self::plus($cash, self::plus(self::times(Movements::at($of->cash, $to), $rateNow), self::minus($then)));
                $capital = self::plus($capital, $then);
            }
            foreach ($of->steps as $step) {
                [
                    'day' => $day,
                    'security' => $security,
                    'money' => $money,
                    'paidIn' => $paidIn,
                    'units' => $units,
                    'given' => $given,
                ] = $step;
                if ($day <= $from || $day > $to) {
                    continue;
                }
                $r = $rate($currency, $day);
                $brought = $units == 0.0 ? 0.0 : self::worth($units, $prices[$security] ?? new ClosingPrices([], []), $day, $r);
                $ofSecurity = $security === '' ? 0.0 : self::times($money, $r);
                if ($security !== '' && array_key_exists($security, $gains)) {
                    $gains[$security] = self::plus($gains[$security], self::plus($ofSecurity, self::minus($brought)));
                } elseif ($security !== '') {
                    // Money of a security that was never held here, as a late dividend: the cash has it.
                    $ofSecurity = 0.0;
                }
                // What a security gave its holders of another it gained, and the other began with.
                $worth = $given === null ? null : self::worth($given[1], $prices[$given[0]] ?? new ClosingPrices([], []), $day, $r);
                if ($given !== null && $worth !== null && array_key_exists($security, $gains) && array_key_exists($given[0], $gains)) {
                    $gains[$security] = self::plus($gains[$security], $worth);
                    $gains[$given[0]] = self::plus($gains[$given[0]], -$worth);
                }
                $external = self::plus(self::times($keepsCash ? $paidIn : $paidIn - $money, $r), $brought);
                // Money that came from outside or went for a security is no gain of the cash; without cash all other money is one.
                $cash = self::plus(
                    $cash,
                    $keepsCash
                        ? self::minus(self::plus(self::times($paidIn, $r), $ofSecurity))
                        : self::plus(self::times($money - $paidIn, $r), self::minus($ofSecurity)),
                );
                $capital = self::plus($capital, self::times($external, Day::between($day, $to) / $length));
            }
        }
        $over = static fn (?float $gain): array => [
            'gain' => $gain,
            'contribution' => $gain === null || $capital === null || $capital <= 0 ? null : $gain / $capital,
        ];
        $gain = array_reduce($gains, self::plus(...), $cash);

        return new self(array_map($over, $gains), $over($cash), $gain, $capital, $over($gain)['contribution']);
    }

    private static function worth(float $quantity, ClosingPrices $prices, int $day, ?float $rate): ?float
    {
        return $quantity == 0.0 ? 0.0 : self::times(self::times($quantity, $prices->worth($day)), $rate);
    }

    private static function plus(?float $a, ?float $b): ?float
    {
        return $a === null || $b === null ? null : $a + $b;
    }

    private static function minus(?float $a): ?float
    {
        return $a === null ? null : -$a;
    }

    private static function times(?float $a, ?float $b): ?float
    {
        return $a === 0.0 || $b === 0.0 ? 0.0 : ($a === null || $b === null ? null : $a * $b);
    }
}
