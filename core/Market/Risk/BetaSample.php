<?php

declare(strict_types=1);

namespace Logion\Market\Risk;

use Logion\Market\PriceSeries;
use Logion\Time\Day;
use Logion\Time\TradingDays;

/**
 * The pairs of returns a beta is regressed on: total returns of a share and of an index between the ends of days, weeks or months in which
 * both traded. What was dropped on the way is told with the reason.
 */
final readonly class BetaSample
{
    public const DAY = 'day';

    public const WEEK = 'week';

    public const MONTH = 'month';

    /** Spans of a year by interval. */
    public const A_YEAR = [self::DAY => 252, self::WEEK => 52, self::MONTH => 12];

    /** The last week or month is not over on the day asked for. */
    public const UNFINISHED = 'unfinished';

    /** The share traded and no level of the index is known, or the other way round. */
    public const ONE_ALONE = 'one_alone';

    /** Days from 1970-01-01, a Thursday, back to the Monday of its week. */
    private const TO_MONDAY = 3;

    /**
     * @param  list<array{day: int, security: float, index: float}>  $returns  oldest first, by the last day of each span
     * @param  list<array{day: int, why: self::UNFINISHED|self::ONE_ALONE}>  $dropped
     */
    private function __construct(public array $returns, public array $dropped)
    {
    }

    /**
     * @param  self::DAY|self::WEEK|self::MONTH  $interval
     * @param  int  $most  returns that are kept, the latest
     */
    public static function of(PriceSeries $security, PriceSeries $index, int $asOf, string $interval, int $most): self
    {
        $at = TradingDays::lastUntil($security->days, $asOf);
        $beside = TradingDays::lastUntil($index->days, $asOf);
        $began = max($security->days[0] ?? PHP_INT_MAX, $index->days[0] ?? PHP_INT_MAX);
        [$prices, $levels] = [$security->adjusted, $index->adjusted];
        $returns = $dropped = [];
        $later = null;
        $finished = false;
        // From the last day back, so that a short window never walks through a long history.
        while (($at >= 0 || $beside >= 0) && count($returns) < $most) {
            $own = $at < 0 ? PHP_INT_MIN : self::span($security->days[$at], $interval);
            $others = $beside < 0 ? PHP_INT_MIN : self::span($index->days[$beside], $interval);
            $span = max($own, $others);
            $day = max($own === $span ? $security->days[$at] : 0, $others === $span ? $index->days[$beside] : 0);
            $finished = $finished || ! self::isUnfinished($day, $asOf, $interval);
            if (! $finished) {
                $dropped[] = ['day' => $day, 'why' => self::UNFINISHED];
            } elseif ($own !== $others) {
                // Before either began nothing is missing.
                if ($day > $began) {
                    $dropped[] = ['day' => $day, 'why' => self::ONE_ALONE];
                }
            } else {
                [$price, $level] = [$prices[$at], $levels[$beside]];
                if ($later !== null) {
                    $returns[] = ['day' => $later[0], 'security' => $later[1] / $price - 1, 'index' => $later[2] / $level - 1];
                }
                $later = [$day, $price, $level];
            }
            $at = self::before($security->days, $at, $span, $interval);
            $beside = self::before($index->days, $beside, $span, $interval);
        }

        return new self(array_reverse($returns), array_reverse($dropped));
    }

    /** The latest returns alone, and what was dropped among them. */
    public function last(int $most): self
    {
        $returns = array_slice($this->returns, -$most);
        $from = $returns[0]['day'] ?? 0;

        return new self($returns, array_values(array_filter($this->dropped, static fn (array $of): bool => $of['day'] >= $from)));
    }

    /** Null with fewer than three returns, or where the index does not move. */
    public function beta(): ?Beta
    {
        return Beta::ofReturns(array_column($this->returns, 'security'), array_column($this->returns, 'index'));
    }

    /**
     * Slope over the last so many returns, window by window.
     *
     * @param  int  $step  returns from one window to the next; the latest is always told
     * @return list<array{day: int, beta: float|null}> from the first full window on
     */
    public function rolling(int $window, int $step = 1): array
    {
        $rolled = [];
        $count = count($this->returns);
        $x = array_column($this->returns, 'index');
        $y = array_column($this->returns, 'security');
        for ($end = $window + (($count - $window) % $step); $end <= $count && $count >= $window; $end += $step) {
            $rolled[] = ['day' => $this->returns[$end - 1]['day'], 'beta' => self::slope($x, $y, $end - $window, $end)];
        }

        return $rolled;
    }

    /**
     * @param  list<float>  $x
     * @param  list<float>  $y
     */
    private static function slope(array $x, array $y, int $from, int $to): ?float
    {
        $meanX = $meanY = $products = $squares = 0.0;
        for ($i = $from; $i < $to; $i++) {
            $meanX += $x[$i];
            $meanY += $y[$i];
        }
        $meanX /= $to - $from;
        $meanY /= $to - $from;
        for ($i = $from; $i < $to; $i++) {
            $off = $x[$i] - $meanX;
            $products += $off * ($y[$i] - $meanY);
            $squares += $off * $off;
        }

        return $squares > 0 ? $products / $squares : null;
    }

    /**
     * Position of the last bar of an earlier span.
     *
     * @param  list<int>  $days
     * @param  self::DAY|self::WEEK|self::MONTH  $interval
     */
    private static function before(array $days, int $at, int $span, string $interval): int
    {
        while ($at >= 0 && self::span($days[$at], $interval) === $span) {
            $at--;
        }

        return $at;
    }

    /** @param  self::DAY|self::WEEK|self::MONTH  $interval */
    private static function span(int $day, string $interval): int
    {
        return match ($interval) {
            self::DAY => $day,
            self::WEEK => (int) floor((Day::ordinal($day) + self::TO_MONDAY) / 7),
            self::MONTH => Day::month($day),
        };
    }

    /** @param  self::DAY|self::WEEK|self::MONTH  $interval */
    private static function isUnfinished(int $day, int $asOf, string $interval): bool
    {
        return match ($interval) {
            self::DAY => false,
            self::WEEK => 7 * self::span($day, $interval) - self::TO_MONDAY + 4 > Day::ordinal($asOf),
            self::MONTH => Day::lastWeekdayOfMonth(Day::month($day)) > $asOf,
        };
    }
}
