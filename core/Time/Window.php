<?php

declare(strict_types=1);

namespace Logion\Time;

use Logion\Figure\Words;

/**
 * A stretch of market data that ends with a bar. Named in trading days it counts bars; named in years, months or weeks it goes
 * by the calendar: from the last trading day on or before the same date earlier, however many bars lie between.
 *
 * A window is covered when the series reaches back to its beginning. A series that begins within a week after it counts as
 * covering it: over a run of holidays nothing trades.
 */
final readonly class Window
{
    public const YEAR_TO_DATE = 'ytd';

    public const MOST_DAYS = 5000;

    private const GRACE_DAYS = 7;

    private function __construct(private int $count, private string $kind)
    {
    }

    /** Whether this names a window: 1 to 5000 trading days, or up to 40 years as '10y', '18m', '52w'. */
    public static function accepts(float|string $text): bool
    {
        if (is_float($text)) {
            return $text >= 1 && $text <= self::MOST_DAYS && $text == floor($text);
        }

        return preg_match('/^(\d{1,4})([ymw])$/D', $text, $m) === 1 && $m[1] > 0 && $m[1] <= ['y' => 40, 'm' => 480, 'w' => 2080][$m[2]];
    }

    /** @throws \InvalidArgumentException if it names no window */
    public static function of(float|string $text): self
    {
        if (is_float($text) || $text === self::YEAR_TO_DATE) {
            return self::make($text);
        }
        // The same few are asked for over and over.
        static $known = [];

        return $known[$text] ??= self::make($text);
    }

    private static function make(float|string $text): self
    {
        if ($text === self::YEAR_TO_DATE) {
            return new self(0, $text);
        }
        if (! self::accepts($text)) {
            throw new \InvalidArgumentException(Words::say('is_not_a_window_write_a', text: $text));
        }

        return is_float($text) ? new self((int) $text, 'd') : new self((int) $text, substr($text, -1));
    }

    /** About how many bars it has. */
    public function bars(): int
    {
        return match ($this->kind) {
            'y' => 261 * $this->count,
            'm' => 22 * $this->count,
            'w' => 5 * $this->count,
            'd' => $this->count,
            default => 261,
        };
    }

    /**
     * Position of the bar the window begins after: returns are measured from it. Null if the series does not reach back to it.
     *
     * @param  list<int>  $days  ascending
     * @param  int  $to  position of the bar the window ends with
     */
    public function from(array $days, int $to): ?int
    {
        if ($this->kind === 'd') {
            return $to >= $this->count ? $to - $this->count : null;
        }
        $start = $this->start($days[$to]);
        $at = TradingDays::lastUntil($days, $start);
        if ($at >= 0) {
            return $at;
        }

        return $this->kind !== self::YEAR_TO_DATE && $to > 0 && Day::between($start, $days[0]) <= self::GRACE_DAYS ? 0 : null;
    }

    /**
     * Position of the first bar in the window, which for trading days may be the first of the series; null as {@see from()}.
     *
     * @param  list<int>  $days  ascending
     */
    public function first(array $days, int $to): ?int
    {
        if ($this->kind === 'd') {
            return $to + 1 >= $this->count ? $to + 1 - $this->count : null;
        }
        $from = $this->from($days, $to);

        return $from === null ? null : ($days[$from] > $this->start($days[$to]) ? $from : $from + 1);
    }

    /** The day after which a window that ends with a day begins; one of trading days with the bar it is measured from. */
    public function beginsAfter(int $day, int $bar): int
    {
        return $this->kind === 'd' ? $bar : $this->start($day);
    }

    private function start(int $day): int
    {
        return match ($this->kind) {
            self::YEAR_TO_DATE => intdiv($day, 10000) * 10000 - 1,
            'y' => Day::monthsEarlier($day, 12 * $this->count),
            'm' => Day::monthsEarlier($day, $this->count),
            'w' => Day::fromOrdinal(Day::ordinal($day) - 7 * $this->count),
            default => throw new \LogicException('A window of trading days begins with a bar, not with a date.'),
        };
    }
}
