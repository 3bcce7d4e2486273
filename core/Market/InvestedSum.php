<?php

declare(strict_types=1);

namespace Logion\Market;

use Logion\Time\Day;
use Logion\Time\TradingDays;

/**
 * What a sum put into a share on a day became: with dividends reinvested, with them kept as cash, and by the price alone. Bought at the
 * close, fractions allowed, no costs. An ex-date counts after the day of purchase and takes effect on the first trading day from it on,
 * first the split, then what is paid in new shares, then what was given in kind, which is sold for more of the share.
 */
final readonly class InvestedSum
{
    /**
     * @param  int  $from  day YYYYMMDD of the purchase, and the day on which it is valued
     * @param  float  $bought  shares
     * @param  float  $shares  with dividends reinvested
     * @param  float  $value  of those
     * @param  float  $held  shares without reinvesting
     * @param  float  $cash  that came of them, without interest
     * @param  float  $priceOnly  value of those shares alone
     * @param  list<array{year: int, from: int, to: int, reinvested: float, price_only: float, dividends: float,
     *     return_reinvested: float, return_price_only: float}>  $years  calendar years with a trading day; values at their ends
     */
    private function __construct(
        public float $amount,
        public int $from,
        public int $to,
        public float $close,
        public float $bought,
        public float $shares,
        public float $value,
        public float $held,
        public float $cash,
        public float $priceOnly,
        public array $years,
    ) {
    }

    /**
     * @param  list<int>  $days  YYYYMMDD, ascending
     * @param  list<float>  $closes  as traded
     * @return self|null null where nothing is traded between the two days
     */
    public static function of(
        array $days,
        array $closes,
        CorporateActions $actions,
        float $amount,
        int $from = 0,
        int $to = 99991231,
    ): ?self {
        $first = TradingDays::firstFrom($days, $from);
        $last = TradingDays::lastUntil($days, $to);
        if ($first >= count($days) || $last < $first) {
            return null;
        }
        $events = self::events($days, $actions, $first, $last);
        $bought = $shares = $held = $amount / $closes[$first];
        $cash = $paid = 0.0;
        $before = [$days[$first], $amount, $amount];
        $years = [];
        for ($i = $first; $i <= $last; $i++) {
            foreach ($events[$i] ?? [] as ['split' => $split, 'dividend' => $dividend, 'kind' => $kind]) {
                $shares *= $split * (1 + $dividend / $closes[$i]) * $kind;
                $held *= $split;
                $paid += $held * $dividend;
            }
            if ($i === $last || Day::year($days[$i + 1]) > Day::year($days[$i])) {
                $value = $shares * $closes[$i];
                $alone = $held * $closes[$i];
                $years[] = [
                    'year' => Day::year($days[$i]),
                    'from' => $before[0],
                    'to' => $days[$i],
                    'reinvested' => $value,
                    'price_only' => $alone,
                    'dividends' => $paid,
                    'return_reinvested' => $value / $before[1] - 1,
                    'return_price_only' => $alone / $before[2] - 1,
                ];
                $before = [$days[$i], $value, $alone];
                $cash += $paid;
                $paid = 0.0;
            }
        }

        return new self(
            $amount,
            $days[$first],
            $days[$last],
            $closes[$first],
            $bought,
            $shares,
            $shares * $closes[$last],
            $held,
            $cash,
            $held * $closes[$last],
            $years,
        );
    }

    /** Growth a year of a value it became; null on the day of purchase. */
    public function annual(float $value): ?float
    {
        $days = Day::between($this->from, $this->to);

        return $days === 0 ? null : ($value / $this->amount) ** (365 / $days) - 1;
    }

    /**
     * @param  list<int>  $days
     * @return array<int, list<array{split: float, dividend: float, kind: float}>> by the position on which they take effect, in order of
     *     ex-dates
     */
    private static function events(array $days, CorporateActions $actions, int $first, int $last): array
    {
        $none = ['split' => 1.0, 'dividend' => 0.0, 'kind' => 1.0];
        $byDate = [];
        foreach ($actions->splits as [$day, $ratio]) {
            $byDate[$day] = ['split' => ($byDate[$day]['split'] ?? 1.0) * $ratio] + ($byDate[$day] ?? $none);
        }
        foreach ($actions->dividends as [$day, $paid]) {
            $byDate[$day] = ['dividend' => ($byDate[$day]['dividend'] ?? 0.0) + $paid] + ($byDate[$day] ?? $none);
        }
        foreach ($actions->inKind as [$day, $ratio]) {
            $byDate[$day] = ['kind' => ($byDate[$day]['kind'] ?? 1.0) * $ratio] + ($byDate[$day] ?? $none);
        }
        ksort($byDate);
        $events = [];
        foreach ($byDate as $day => $event) {
            $at = TradingDays::firstFrom($days, $day);
            if ($day > $days[$first] && $day <= $days[$last] && $at <= $last) {
                $events[$at][] = $event;
            }
        }

        return $events;
    }
}
