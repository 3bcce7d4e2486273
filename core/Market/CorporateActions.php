<?php

declare(strict_types=1);

namespace Logion\Market;

use Logion\Time\TradingDays;

/**
 * Splits and cash dividends of a security, and the back-adjustment they cause.
 *
 * For an ex-date e every close before e is multiplied by (1 − D·q/C) / q, where C is the raw close of the last trading
 * day before e, q the new shares per old on e (1 if none) and D the cash dividends of e in the share terms of e. A right to new
 * shares below their price, or to the shares of a business that is spun off, leaves the share on its ex-date as a dividend does: closes
 * before it are divided by what the price with the right is to the theoretical one without.
 * Events with no earlier close, or after the last close, change nothing.
 */
final readonly class CorporateActions
{
    /**
     * @param  list<array{int, float}>  $splits  ascending: ex-date YYYYMMDD, new shares per old share
     * @param  list<array{int, float}>  $dividends  ascending: ex-date YYYYMMDD, cash per share in the share terms of the ex-date
     * @param  list<array{int, float}>  $inKind  rights and shares of a spun-off business, ascending: ex-date YYYYMMDD, price with it over
     *     the theoretical price without
     */
    public function __construct(public array $splits = [], public array $dividends = [], public array $inKind = [])
    {
    }

    /** The events with an ex-date up to and including a day. */
    public function until(int $day): self
    {
        return new self(self::known($this->splits, $day), self::known($this->dividends, $day), self::known($this->inKind, $day));
    }

    /**
     * @param  list<array{int, float}>  $events  ascending
     * @return list<array{int, float}>
     */
    private static function known(array $events, int $day): array
    {
        for ($n = count($events); $n > 0 && $events[$n - 1][0] > $day; $n--);

        return $n === count($events) ? $events : array_slice($events, 0, $n);
    }

    /** New shares per old over all splits after `from` up to and including `to`. */
    public function splitRatio(int $from, int $to): float
    {
        $ratio = 1.0;
        foreach ($this->splits as [$day, $q]) {
            if ($day > $from && $day <= $to) {
                $ratio *= $q;
            }
        }

        return $ratio;
    }

    /**
     * Factor per trading day for splits alone.
     *
     * @param  list<int>  $days  ascending
     * @param  list<float>  $closes  raw
     * @return list<float>
     */
    public function splitFactors(array $days, array $closes): array
    {
        return $this->adjusted($days === [] ? [] : array_fill(0, count($days), 1.0), $days, $closes, false);
    }

    /**
     * Daily figures put on the terms of the last day.
     *
     * @param  list<float>  $values
     * @param  list<int>  $days  ascending
     * @param  list<float>  $closes  raw
     * @param  bool  $dividends  whether for dividends too, or for splits alone
     * @return list<float>
     */
    public function adjusted(array $values, array $days, array $closes, bool $dividends): array
    {
        $factor = 1.0;
        $end = count($days);
        // Between two events the factor stays the same.
        foreach ([...$this->steps($days, $closes), [0, 1.0, 1.0]] as [$at, $split, $total]) {
            if ($factor !== 1.0) {
                for ($i = $at; $i < $end; $i++) {
                    $values[$i] *= $factor;
                }
            }
            $factor *= $dividends ? $total : $split;
            $end = $at;
        }

        /** @var list<float> $values only changed in place */
        return $values;
    }

    /**
     * What events do to everything before them, the latest first.
     *
     * @param  list<int>  $days
     * @param  list<float>  $closes
     * @return list<array{int, float, float}> the first day in the new terms, and the factors for the split, and for split and dividends
     */
    private function steps(array $days, array $closes): array
    {
        $new = $cash = $off = $steps = [];
        foreach ($this->splits as [$day, $q]) {
            $new[$day] = ($new[$day] ?? 1.0) * $q;
        }
        foreach ($this->dividends as [$day, $amount]) {
            $cash[$day] = ($cash[$day] ?? 0.0) + $amount;
        }
        foreach ($this->inKind as [$day, $ratio]) {
            $off[$day] = ($off[$day] ?? 1.0) * $ratio;
        }
        $end = count($days);
        foreach ($new + $cash + $off as $day => $_) {
            $at = TradingDays::firstFrom($days, $day);
            if ($at < 1 || $at >= $end) {
                continue;
            }
            $q = $new[$day] ?? 1.0;
            [, $split, $total] = $steps[$at] ?? [$at, 1.0, 1.0];
            $paid = (($cash[$day] ?? 0.0) * $q) / $closes[$at - 1];
            $steps[$at] = [$at, $split / $q, ($total * (1 - $paid)) / $q / ($off[$day] ?? 1.0)];
        }
        krsort($steps);

        return array_values($steps);
    }
}
