<?php

declare(strict_types=1);

namespace Logion\Decision;

use Logion\Time\Day;

/**
 * What became of a decision: price and total return since, beside an index; whether the price to buy below was there; and whether the gap
 * between price and value closed. Splits since then divide the figures of the decision.
 */
final readonly class DecisionOutcome
{
    private const YEAR = 365;

    private const ROUNDING = 1e-9;

    /**
     * @param  int|null  $last  day YYYYMMDD of the last close, as are the other days
     * @param  float  $buyBelow  as it was decided
     * @param  array{day: int, days: int, rows: int}|null  $reached  the first close at or below the price to buy below: when, and how many
     *     calendar and trading days after the decision
     * @param  float|null  $gapThen  value over price, less one
     * @param  array{day: int, days: int}|null  $closed  when the gap was gone
     * @param  float|null  $shareClosed  of the gap, as it stands
     */
    private function __construct(
        public ?int $last,
        public ?float $lastClose,
        public float $buyBelow,
        public ?float $priceReturn,
        public ?float $totalReturn,
        public ?float $annualised,
        public ?float $indexReturn,
        public ?float $excess,
        public ?array $reached,
        public ?float $gapThen,
        public ?float $gapNow,
        public ?array $closed,
        public ?float $shareClosed,
    ) {
    }

    /**
     * @param  int  $day  of the decision, YYYYMMDD
     * @param  float  $margin  of safety asked for, as a part of the value
     * @param  list<array{int, ?float}>  $closes  raw, oldest first
     * @param  list<array{int, ?float}>  $index
     * @param  list<array{int, float}>  $splits  ex-day and new shares for each old one
     * @param  list<array{int, float}>  $dividends  ex-day and amount a share
     * @param  list<array{int, float}>  $inKind  ex-day and what the price with something given in kind is to that without it
     */
    public static function of(
        int $day,
        float $price,
        float $value,
        float $margin,
        array $closes,
        array $index,
        array $splits,
        array $dividends,
        int $asOf,
        array $inKind = [],
    ): self {
        $buyBelow = $value * (1 - $margin);
        $rows = array_values(array_filter($closes, static fn (array $row): bool => $row[1] !== null && $row[0] <= $asOf));
        $since = array_values(array_filter($rows, static fn (array $row): bool => $row[0] >= $day));
        if ($since === []) {
            return new self(null, null, $buyBelow, null, null, null, null, null, null, null, null, null, null);
        }
        $ratio = static fn (int $at): float => array_product(
            array_map(static fn (array $split): float => $split[0] > $day && $split[0] <= $at ? $split[1] : 1.0, $splits),
        );
        [$last, $lastClose] = $since[count($since) - 1];
        $total = self::reinvested($day, $price, $since, [...$splits, ...$inKind], $dividends);
        $beside = self::change($index, $day, $last);
        $length = Day::between($day, $last);
        $found = static function (\Closure $is) use ($since, $day): ?array {
            foreach ($since as $i => [$at, $close]) {
                if ($is($at, $close)) {
                    $isOnTheDay = $since[0][0] === $day;

                    return ['day' => $at, 'days' => Day::between($day, $at), 'rows' => $i + ($isOnTheDay ? 0 : 1)];
                }
            }

            return null;
        };
        $isClosed = match (true) {
            $value > $price => static fn (int $at, float $close): bool => $at > $day &&
                $close >= ($value / $ratio($at)) * (1 - self::ROUNDING),
            $value < $price => static fn (int $at, float $close): bool => $at > $day &&
                $close <= ($value / $ratio($at)) * (1 + self::ROUNDING),
            default => null,
        };
        $closed = $isClosed === null ? ['day' => $day, 'days' => 0] : $found($isClosed);
        $worth = $value / $ratio($last);

        return new self(
            $last,
            $lastClose,
            $buyBelow,
            ($lastClose * $ratio($last)) / $price - 1,
            $total,
            $length < self::YEAR || $total <= -1 ? null : (1 + $total) ** (self::YEAR / $length) - 1,
            $beside,
            $beside === null ? null : $total - $beside,
            $found(static fn (int $at, float $close): bool => $close <= ($buyBelow / $ratio($at)) * (1 + self::ROUNDING)),
            $value / $price - 1,
            $worth / $lastClose - 1,
            $closed === null ? null : ['day' => $closed['day'], 'days' => $closed['days']],
            $value == $price ? null : ($lastClose - $price / $ratio($last)) / ($worth - $price / $ratio($last)),
        );
    }

    /**
     * One share bought at the price of the decision, dividends put back into it at the first close on or after the ex-day.
     *
     * @param  non-empty-list<array{int, float}>  $since
     * @param  list<array{int, float}>  $splits  and what was given in kind, as so many shares for one
     * @param  list<array{int, float}>  $dividends
     */
    private static function reinvested(int $day, float $price, array $since, array $splits, array $dividends): float
    {
        $shares = 1.0;
        $before = $day;
        foreach ($since as [$at, $close]) {
            $new = static fn (array $of): bool => $of[0] > $before && $of[0] <= $at;
            foreach (array_filter($splits, $new) as [, $ratio]) {
                $shares *= $ratio;
            }
            foreach (array_filter($dividends, $new) as [, $amount]) {
                $shares *= 1 + $amount / $close;
            }
            $before = max($before, $at);
        }

        return ($shares * $since[count($since) - 1][1]) / $price - 1;
    }

    /** @param  list<array{int, ?float}>  $index */
    private static function change(array $index, int $from, int $to): ?float
    {
        $at = static function (int $day) use ($index): ?float {
            $found = null;
            foreach ($index as [$of, $close]) {
                $found = $of <= $day && $close !== null ? $close : $found;
            }

            return $found;
        };
        [$begin, $end] = [$at($from), $at($to)];

        return $begin === null || $end === null || $begin == 0.0 ? null : $end / $begin - 1;
    }
}
