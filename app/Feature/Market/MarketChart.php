<?php

declare(strict_types=1);

namespace App\Feature\Market;

use App\Storage\BarReader;
use App\Storage\Identity\CompanyIdentity;
use Logion\Market\Bars\LevelEntry;
use Logion\Market\Bars\PriceBar;
use Logion\Market\Bars\PriceBars;
use Logion\Market\Bars\PriceLevel;
use Logion\Market\Bars\PriceLevels;
use Logion\Market\Bars\PriceTrend;
use Logion\Market\Chart\MovingAverage;
use Logion\Market\Chart\Study;
use Logion\Market\PriceSeries;
use Logion\Time\Day;
use Logion\Time\TradingDays;

/**
 * Prices as they are drawn, with averages and studies through the whole history and then cut to a period; the levels found by rule; the
 * trend on hours, days and weeks. Everything is on the share basis of the day.
 */
final class MarketChart
{
    public const HOUR = 'hour';

    public const DAY = 'day';

    public const SPANS = [self::HOUR, self::DAY, PriceBars::WEEK, PriceBars::MONTH];

    /** Bars on both sides that a swing stands out from. */
    private const SWING = ['hour' => 5, 'day' => 5, 'week' => 3];

    /** Days of the average true range, and how many of these join swings to one level. */
    private const RANGE = 14;

    private const WITHIN = 1.5;

    /** Levels are looked for in this many months at least. */
    private const LEVEL_MONTHS = 12;

    private const MOST_LEVELS = 10;

    /** @var array{bars: PriceBars, hours: list<int>}|null */
    private ?array $hours = null;

    private ?PriceBars $days = null;

    /** @var list<PriceBar>|null */
    private ?array $weeks = null;

    public function __construct(
        private readonly CompanyIdentity $identity,
        private readonly PriceSeries $prices,
        private readonly int $asOf,
        private readonly BarReader $reader,
    ) {
    }

    /**
     * @param  value-of<self::SPANS>  $span
     * @param  list<MovingAverage>  $averages
     * @param  list<Study>  $studies
     * @return array<string, mixed>
     */
    public function drawn(string $span, Period $period, array $averages, array $studies): array
    {
        [$bars, $labels, $finished] = $this->bars($span);
        $from = TradingDays::firstFrom($bars->days, $period->from($this->asOf));
        $cut = static fn (array $line): array => array_slice($line, $from);
        $through = array_map(static fn (MovingAverage $of): array => $of->through($bars->closes), $averages);
        $crosses = array_values(
            array_filter(MovingAverage::crosses($averages, $through), static fn (array $cross): bool => $cross['position'] >= $from),
        );

        return [
            'currency' => $this->identity->listing()->currency,
            'labels' => array_slice($labels, $from),
            'open' => $cut($bars->opens),
            'high' => $cut($bars->highs),
            'low' => $cut($bars->lows),
            'close' => $cut($bars->closes),
            'volume' => array_map(
                static fn (?float $shares): ?int => $shares === null ? null : (int) round($shares),
                array_slice($bars->volumes, $from),
            ),
            'with_dividends' => $span === self::HOUR ? null : $cut($this->withDividends($bars)),
            'unfinished' => ! $finished,
            'has_hours' => $this->hours()['hours'] !== [],
            'averages' => array_map(
                static fn (MovingAverage $of, array $line): array => ['key' => (string) $of, 'values' => $cut($line)],
                $averages,
                $through,
            ),
            'crosses' => array_map(
                static fn (array $cross): array => [
                    'label' => $labels[$cross['position']],
                    'up' => $cross['up'],
                    'shorter' => (string) $cross['shorter'],
                    'longer' => (string) $cross['longer'],
                ],
                $crosses,
            ),
            'studies' => array_map(static function (Study $study) use ($bars, $cut): array {
                $lines = [];
                foreach ($study->through($bars) as $name => $line) {
                    $lines[] = ['name' => $name, 'values' => $cut($line)];
                }

                return [
                    'key' => $study->value,
                    'in_currency' => $study->isInCurrency(),
                    'guides' => $study->guides(),
                    'lines' => $lines,
                ];
            }, $studies),
        ];
    }

    /** @return array<string, mixed> */
    public function levels(Period $period): array
    {
        $first = min($period->from($this->asOf), Day::monthsEarlier($this->asOf, self::LEVEL_MONTHS));
        $days = $this->days();
        $levels = PriceLevels::of($days->from(TradingDays::firstFrom($days->days, $first)), self::SWING['day'], self::RANGE, self::WITHIN);
        $told = static fn (?PriceLevel $level): ?array => $level === null
            ? null
            : [
                'price' => round($level->price, 4),
                'touches' => $level->touches(),
                'highs' => $level->highs,
                'lows' => $level->lows,
                'first' => Day::iso($level->first),
                'last' => Day::iso($level->last),
                'percent' => round($levels->distance($level)['percent'], 4),
                'ranges' => round($levels->distance($level)['ranges'], 4),
            ];
        $entry = LevelEntry::of($levels);

        return [
            'since' => $days->days === [] ? null : Day::iso(max($first, $days->days[0])),
            'range' => $levels->range === null ? null : round($levels->range, 4),
            'levels' => array_map($told, array_slice($levels->levels, 0, self::MOST_LEVELS)),
            'support' => $told($levels->support()),
            'resistance' => $told($levels->resistance()),
            'entry' => MarketWords::entry($entry, $levels),
        ];
    }

    /** @return list<array<string, mixed>> */
    public function trends(): array
    {
        $hours = $this->hours();
        $hour = static fn (int $i): string => self::hourLabel($hours['bars']->days[$i], $hours['hours'][$i]);
        $weeks = PriceBars::ofSpans($this->weeks());
        $days = $this->days();

        return [
            $this->trend(self::HOUR, $hours['bars'], $hour),
            $this->trend(self::DAY, $days, static fn (int $i): string => Day::iso($days->days[$i])),
            $this->trend(PriceBars::WEEK, $weeks, static fn (int $i): string => Day::iso($weeks->days[$i])),
        ];
    }

    /**
     * @param  key-of<self::SWING>  $span
     * @param  \Closure(int): string  $label
     * @return array<string, mixed>
     */
    private function trend(string $span, PriceBars $bars, \Closure $label): array
    {
        $trend = PriceTrend::of($bars, self::SWING[$span]);
        $round = static fn (?float $x): ?float => $x === null ? null : round($x, 4);

        return [
            'span' => $span,
            'state' => $trend->state,
            'since' => $trend->position === null ? null : $label($trend->position),
            'highs' => [$round($trend->highBefore), $round($trend->lastHigh)],
            'lows' => [$round($trend->lowBefore), $round($trend->lastLow)],
            'change' => $round($trend->change),
            'crossed' => $trend->crossed,
            'sentence' => MarketWords::trend($trend, count($bars->closes)),
        ];
    }

    /**
     * @param  value-of<self::SPANS>  $span
     * @return array{PriceBars, list<string>, bool} bars, what each is called, whether the last is finished
     */
    private function bars(string $span): array
    {
        if ($span === self::HOUR) {
            $hours = $this->hours();

            return [$hours['bars'], array_map(self::hourLabel(...), $hours['bars']->days, $hours['hours']), true];
        }
        if ($span === self::DAY) {
            return [$this->days(), array_map(Day::iso(...), $this->days()->days), true];
        }
        $spans = $span === PriceBars::WEEK ? $this->weeks() : $this->days()->resampled(PriceBars::MONTH, $this->asOf);
        $bars = PriceBars::ofSpans($spans);

        return [$bars, array_map(Day::iso(...), $bars->days), $spans === [] || $spans[count($spans) - 1]->finished];
    }

    /** @return list<float> of the last day of each bar */
    private function withDividends(PriceBars $bars): array
    {
        $prices = $this->prices;
        if ($bars->days === $prices->days) {
            return $prices->adjusted;
        }

        return array_map(static fn (int $day): float => $prices->adjusted[TradingDays::lastUntil($prices->days, $day)], $bars->days);
    }

    private function days(): PriceBars
    {
        return $this->days ??= $this->reader->days($this->identity->security, $this->prices);
    }

    /** @return list<PriceBar> */
    private function weeks(): array
    {
        return $this->weeks ??= $this->days()->resampled(PriceBars::WEEK, $this->asOf);
    }

    /** @return array{bars: PriceBars, hours: list<int>} */
    private function hours(): array
    {
        return $this->hours ??= $this->reader->hours($this->identity->security, $this->prices, $this->asOf);
    }

    private static function hourLabel(int $day, int $hour): string
    {
        return sprintf('%s %02d:00', Day::iso($day), $hour);
    }
}
