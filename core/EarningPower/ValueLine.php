<?php

declare(strict_types=1);

namespace Logion\EarningPower;

use Logion\Statistics\Descriptive;
use Logion\Statistics\Quantile;
use Logion\Time\Day;

/**
 * What a share earned, year by year, times the multiple that was usually paid for it: a line to lay a price over, with a band between the
 * quartiles of the multiples. Between two fiscal year ends it is straight; what is not known is not bridged.
 */
final readonly class ValueLine
{
    public const MEDIAN = 'median';

    public const MEAN = 'mean';

    public const TRIMMED_MEAN = 'trimmed_mean';

    public const OWN = 'own';

    private const LINES = ['value', 'lower', 'upper'];

    /**
     * @param  list<array{end: int, multiple: float|null}>  $multiples  of the fiscal years that are looked at, oldest first
     * @param  int  $used  multiples that made the normal one
     * @param  float|null  $normal  and the quartiles beside it
     * @param  list<array{end: int, expected: bool, value: float|null, lower: float|null, upper: float|null}>  $points
     */
    private function __construct(
        public array $multiples,
        public int $used,
        public ?float $normal,
        public ?float $lower,
        public ?float $upper,
        public array $points,
    ) {
    }

    /**
     * @param  list<array{end: int, basis: float|null, price: float|null}>  $years  fiscal years in any order: last day YYYYMMDD, the
     *     figure a share, the close at the end
     * @param  list<array{end: int, basis: float|null}>  $expected  years to come; those that ended by the last fiscal year are left out
     * @param  int  $n  fiscal years that are looked at, with those that have no multiple
     * @param  self::MEDIAN|self::MEAN|self::TRIMMED_MEAN|self::OWN  $rule
     * @param  float  $trim  part cut off at each end
     * @param  float|null  $own  the multiple to take
     */
    public static function of(array $years, array $expected, int $n, string $rule, float $trim = 0.0, ?float $own = null): self
    {
        $ascending = static fn (array $a, array $b): int => $a['end'] <=> $b['end'];
        usort($years, $ascending);
        usort($expected, $ascending);
        $multiples = array_map(
            static fn (array $year): array => [
                'end' => $year['end'],
                'multiple' => $year['price'] === null || ($year['basis'] ?? 0.0) <= 0 ? null : $year['price'] / $year['basis'],
            ],
            array_slice($years, -max(1, $n)),
        );
        $known = Descriptive::known(array_column($multiples, 'multiple'));
        sort($known);
        $normal = match ($rule) {
            self::OWN => $own,
            self::MEAN => Descriptive::mean($known),
            self::TRIMMED_MEAN => self::trimmed($known, $trim),
            default => Descriptive::median($known),
        };
        [$lower, $upper] = [Quantile::ofSample($known, 0.25), Quantile::ofSample($known, 0.75)];
        $last = $years === [] ? 0 : $years[count($years) - 1]['end'];
        $points = [];
        foreach ([...$years, ...$expected] as $i => $year) {
            if ($i >= count($years) && $year['end'] <= $last) {
                continue;
            }
            $basis = $year['basis'] !== null && $year['basis'] > 0 ? $year['basis'] : null;
            $times = static fn (?float $multiple): ?float => $basis === null || $multiple === null ? null : $basis * $multiple;
            $points[] = [
                'end' => $year['end'],
                'expected' => $i >= count($years),
                'value' => $times($normal),
                'lower' => $times($lower),
                'upper' => $times($upper),
            ];
        }

        return new self($multiples, count($known), $normal, $lower, $upper, $points);
    }

    /**
     * The line on a day; null outside its points and beside one that is not known.
     *
     * @return array{value: float|null, lower: float|null, upper: float|null}
     */
    public function at(int $day): array
    {
        return array_map(static fn (array $of): ?float => $of[0], $this->along([$day]));
    }

    /**
     * The line on days, each as {@see at()} tells it.
     *
     * @param  list<int>  $days  YYYYMMDD, ascending
     * @return array{value: list<float|null>, lower: list<float|null>, upper: list<float|null>}
     */
    public function along(array $days): array
    {
        $along = ['value' => [], 'lower' => [], 'upper' => []];
        $next = -1;
        $end = $from = $length = 0;
        $bends = count($this->points);
        // What each stretch begins with, and how far it goes; null where one of its ends is not known.
        $starts = ['value' => null, 'lower' => null, 'upper' => null];
        $rises = ['value' => 0.0, 'lower' => 0.0, 'upper' => 0.0];
        foreach ($days as $day) {
            if ($next < 0 || ($next < $bends && $this->points[$next]['end'] < $day)) {
                do {
                    $next++;
                } while ($next < $bends && $this->points[$next]['end'] < $day);
                $end = $this->points[$next]['end'] ?? null;
                $from = $next === 0 ? 0 : Day::ordinal($this->points[$next - 1]['end']);
                $length = $end === null ? 0 : Day::ordinal($end) - $from;
                foreach (self::LINES as $of) {
                    $there = $this->points[$next][$of] ?? null;
                    $starts[$of] = $there === null ? null : $this->points[$next - 1][$of] ?? null;
                    $rises[$of] = $there - $starts[$of];
                }
            }
            $part = $end === null || $day === $end ? 0.0 : (Day::ordinal($day) - $from) / $length;
            foreach (self::LINES as $of) {
                $along[$of][] = match (true) {
                    $day === $end => $this->points[$next][$of],
                    $starts[$of] === null => null,
                    default => $starts[$of] + $part * $rises[$of],
                };
            }
        }

        return $along;
    }

    /**
     * Where prices stood beside the line on the days of which it is known, as shares of these days.
     *
     * @param  list<int>  $days  YYYYMMDD, ascending
     * @param  list<float>  $closes
     * @return array{days: int, above: float|null, above_band: float|null, below_band: float|null} null without such a day
     */
    public function position(array $days, array $closes): array
    {
        $known = $above = $over = $under = 0;
        ['value' => $values, 'lower' => $lower, 'upper' => $upper] = $this->along($days);
        foreach ($values as $i => $value) {
            if ($value !== null) {
                $known++;
                $above += (int) ($closes[$i] > $value);
                $over += (int) ($upper[$i] !== null && $closes[$i] > $upper[$i]);
                $under += (int) ($lower[$i] !== null && $closes[$i] < $lower[$i]);
            }
        }
        $share = static fn (int $count): ?float => $known === 0 ? null : $count / $known;

        return ['days' => $known, 'above' => $share($above), 'above_band' => $share($over), 'below_band' => $share($under)];
    }

    /** @param  list<float>  $sorted */
    private static function trimmed(array $sorted, float $trim): ?float
    {
        $cut = Descriptive::tailCount(count($sorted), $trim);
        $left = array_slice($sorted, $cut, count($sorted) - 2 * $cut);

        return $left === [] ? Descriptive::median($sorted) : Descriptive::mean($left);
    }
}
