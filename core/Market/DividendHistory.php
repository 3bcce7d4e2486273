<?php

declare(strict_types=1);

namespace Logion\Market;

use Logion\Time\Day;

/**
 * The dividends a share has paid up to a day, on the share basis of that day: regular and special payments, frequency,
 * calendar years, growth, and years without a cut.
 */
final readonly class DividendHistory
{
    /** A payment this many times the one usual around it is special, not regular. */
    private const SPECIAL = 2.5;

    /** Month ends in a mean of yields, and how many it needs at least. */
    private const MEAN_MONTHS = 60;

    private const LEAST_MONTHS = 36;

    /** A fall smaller than this is rounding, not a cut. */
    private const ROUNDING = 0.005;

    /**
     * @param  list<array{day: int, amount: float, declared: float, special: bool}>  $payments  ascending; amounts on today's share basis,
     *     declared as paid then
     * @param  int  $frequency  regular payments a year; 0 where none was paid in the last four hundred days
     * @param  array<int, float>  $years  sum by complete calendar year
     */
    private function __construct(public array $payments, public int $frequency, public array $years)
    {
    }

    /** @param  int|null  $ended  the day on which the share was no longer listed: the year it fell in was no complete one */
    public static function of(CorporateActions $actions, int $asOf, ?int $ended = null): self
    {
        $known = $actions->until($asOf);
        $payments = [];
        foreach ($known->dividends as [$day, $amount]) {
            $payments[] = ['day' => $day, 'amount' => $amount / $known->splitRatio($day, $asOf), 'declared' => $amount, 'special' => false];
        }
        foreach ($payments as $i => $payment) {
            $around = [];
            foreach ($payments as $j => $other) {
                if ($j !== $i && abs(Day::between($payment['day'], $other['day'])) <= 550) {
                    $around[] = $other['amount'];
                }
            }
            sort($around);
            $payments[$i]['special'] = count($around) >= 3 && $payment['amount'] > self::SPECIAL * $around[intdiv(count($around), 2)];
        }
        $last = $payments === [] ? 0 : $payments[count($payments) - 1]['day'];
        $frequency =
            $last === 0 || Day::between($last, $asOf) > 400
                ? 0
                : count(array_filter($payments, static fn (array $p): bool => ! $p['special'] && Day::between($p['day'], $last) < 355));
        $years = [];
        if ($payments !== []) {
            // The first year is complete only if payments were known before it.
            $complete = min(Day::year($asOf), $ended === null ? PHP_INT_MAX : Day::year($ended)) - 1;
            for ($year = Day::year($payments[0]['day']) + 1; $year <= $complete; $year++) {
                $years[$year] = 0.0;
            }
            foreach ($payments as $payment) {
                if (isset($years[Day::year($payment['day'])])) {
                    $years[Day::year($payment['day'])] += $payment['amount'];
                }
            }
        }

        return new self($payments, $frequency, $years);
    }

    /** Compound growth a year of regular and special dividends over so many calendar years; null if either end is not positive. */
    public function growth(int $years): ?float
    {
        $last = array_key_last($this->years);
        $now = $last === null ? 0.0 : $this->years[$last];
        $then = $last === null ? 0.0 : $this->years[$last - $years] ?? 0.0;

        return $now > 0 && $then > 0 ? ($now / $then) ** (1 / $years) - 1 : null;
    }

    /** Consecutive calendar years, back from the latest complete one, in which more was paid than the year before. */
    public function yearsRising(): int
    {
        return $this->streak(static fn (float $now, float $before): bool => $now > $before * (1 + 1e-9) && $before > 0);
    }

    /** Consecutive calendar years, back from the latest complete one, in which not less was paid than the year before. */
    public function yearsWithoutCut(): int
    {
        return $this->streak(static fn (float $now, float $before): bool => $now > 0 && $now >= $before * (1 - self::ROUNDING));
    }

    /** @return list<int> calendar years in which less was paid than the year before */
    public function cuts(): array
    {
        $cuts = [];
        foreach ($this->years as $year => $amount) {
            if (($this->years[$year - 1] ?? 0.0) > 0 && $amount < $this->years[$year - 1] * (1 - self::ROUNDING)) {
                $cuts[] = $year;
            }
        }

        return $cuts;
    }

    /** Sum of the payments with an ex-date in the 365 days up to a day, on the share basis of the as-of day. */
    public function trailing(int $day): float
    {
        $sum = 0.0;
        foreach ($this->payments as $payment) {
            $age = Day::between($payment['day'], $day);
            $sum += $age >= 0 && $age < 365 ? $payment['amount'] : 0.0;
        }

        return $sum;
    }

    /**
     * Yield of the last twelve months' dividends at each month's end, from a year after the first payment on, with the mean of
     * the five years up to it (of three at least).
     *
     * @param  list<int>  $days  of trading, ascending
     * @param  list<float>  $closes  on the share basis of the as-of day
     * @return list<array{day: int, yield: float, mean: ?float}>
     */
    public function yields(array $days, array $closes): array
    {
        if ($this->payments === []) {
            return [];
        }
        $points = $values = [];
        $first = Day::plus($this->payments[0]['day'], 365);
        foreach ($days as $i => $day) {
            if ($day < $first || $closes[$i] <= 0 || (isset($days[$i + 1]) && Day::month($days[$i + 1]) === Day::month($day))) {
                continue;
            }
            $values[] = $yield = $this->trailing($day) / $closes[$i];
            $window = array_slice($values, -self::MEAN_MONTHS);
            $points[] = [
                'day' => $day,
                'yield' => $yield,
                'mean' => count($window) >= self::LEAST_MONTHS ? array_sum($window) / count($window) : null,
            ];
        }

        return $points;
    }

    /** @param  \Closure(float, float): bool  $holds */
    private function streak(\Closure $holds): int
    {
        $streak = 0;
        for (
            $year = array_key_last($this->years) ?? 0;
            isset($this->years[$year], $this->years[$year - 1]) && $holds($this->years[$year], $this->years[$year - 1]);
            $year--
        ) {
            $streak++;
        }

        return $streak;
    }
}
