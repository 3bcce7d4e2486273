<?php

declare(strict_types=1);

namespace Logion\Expectation;

use Logion\Time\Day;
use Logion\Time\TradingDays;

/** How good target prices were: each is a statement about the price of a year later. */
final readonly class TargetRecord
{
    /**
     * @param  int  $made  targets whose year is over
     * @param  int  $reached  those that a close of that year reached, from the price they were made at
     * @param  list<float>  $errors  price a year later over the target less one, of each
     */
    private function __construct(public int $made, public int $reached, public array $errors)
    {
    }

    /**
     * @param  list<array{int, float}>  $targets  day YYYYMMDD and target, in the shares of one day
     * @param  list<int>  $days  ascending
     * @param  list<float>  $closes  in the shares of the same day
     */
    public static function of(array $targets, array $days, array $closes): self
    {
        $made = $reached = 0;
        $errors = [];
        $last = $days[count($days) - 1] ?? 0;
        foreach ($targets as [$day, $target]) {
            $from = TradingDays::lastUntil($days, $day);
            $yearLater = Day::monthsEarlier($day, -12);
            $to = TradingDays::lastUntil($days, $yearLater);
            if ($from < 0 || $yearLater > $last || $target <= 0) {
                continue;
            }
            $made++;
            $errors[] = $closes[$to] / $target - 1;
            $year = [$closes[$from], ...array_slice($closes, $from + 1, $to - $from)];
            $reached += ($target >= $closes[$from] ? max($year) >= $target : min($year) <= $target) ? 1 : 0;
        }

        return new self($made, $reached, $errors);
    }
}
