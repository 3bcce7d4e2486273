<?php

declare(strict_types=1);

namespace Logion\Intake;

use Logion\Time\FiscalPeriod;

/**
 * Flows since the start of a fiscal year, made flows of quarters by difference: the second quarter is six months less the first
 * quarter, and the first six months less the second where that is given. What has no other part stays what it is, or is left over; a
 * longer span is never taken for a quarter.
 */
final class YearToDate
{
    /** By so much of itself a quarter given may differ from the difference, for roundings. */
    private const ROUNDING = 0.005;

    /** @var array<int, array<string, float>> flows by quarter, by key: those derived */
    public array $quarters = [];

    /** @var array<int, array<string, float>> flows of six months that have no first quarter, by first half */
    public array $halves = [];

    /** @var array<int, array<string, int>> by derived quarter or half and key, the quarter up to which the flow it comes from runs */
    public array $from = [];

    /** @var array<int, list<string>> keys for which there is no part before, by the quarter up to which they run */
    public array $left = [];

    /** @var list<array{string, int, float}> key, quarter, and what the flow up to it leaves for the time before that quarter */
    private array $before = [];

    /** @var list<array{key: string, period: int, given: float, derived: float}> quarters given that are not the difference */
    public array $contradictions = [];

    /**
     * @param  array<int, array<string, float>>  $toDate  flows since the start of the year, by the quarter up to which they run
     * @param  array<int, array<string, float>>  $given  flows of quarters
     * @param  callable(string): bool  $adds  whether quarters of a key add up, as amounts do and averages do not
     */
    public function __construct(array $toDate, array $given, callable $adds)
    {
        ksort($toDate);
        foreach ($toDate as $period => $values) {
            foreach ($values as $key => $value) {
                $key = (string) $key;
                $before = $adds($key) ? self::upTo($key, $period, $toDate, $given) : null;
                if ($before === null) {
                    isset($given[$period][$key]) && $adds($key)
                        ? $this->before[] = [$key, $period, self::less($value, $given[$period][$key])]
                        : (isset($given[$period][$key]) || $this->keep($key, $period, $value));

                    continue;
                }
                $derived = self::less($value, $before);
                if (! isset($given[$period][$key])) {
                    $this->quarters[$period][$key] = $derived;
                    $this->from[$period][$key] = $period;
                } elseif (abs($given[$period][$key] - $derived) > self::ROUNDING * max(abs($value), abs($before))) {
                    $this->contradictions[] = ['key' => $key, 'period' => $period, 'given' => $given[$period][$key], 'derived' => $derived];
                }
            }
        }
        $this->partsBefore($given);
    }

    /**
     * What came before a quarter that is given: six months less the second quarter, nine months less the third.
     *
     * @param  array<int, array<string, float>>  $given
     */
    private function partsBefore(array $given): void
    {
        foreach ($this->before as [$key, $period, $rest]) {
            $first = intdiv($period, 10) * 10 + 1;
            $known = fn (int $quarter): ?float => $given[$quarter][$key] ?? ($this->quarters[$quarter][$key] ?? null);
            [$of, $value] = match (true) {
                $period === $first + 1 => [$first, $rest],
                $period !== $first + 2 => [null, 0.0],
                $known($first) !== null => [$first + 1, self::less($rest, $known($first))],
                $known($first + 1) !== null => [$first, self::less($rest, $known($first + 1))],
                default => [null, $rest],
            };
            if ($of !== null && $known($of) === null) {
                $this->quarters[$of][$key] = $value;
                $this->from[$of][$key] = $period;
            } elseif ($of === null && $period === $first + 2 && $known($first) === null) {
                $half = $first - 1 + FiscalPeriod::FIRST_HALF;
                if (! isset($this->halves[$half][$key])) {
                    $this->halves[$half][$key] = $value;
                    $this->from[$half][$key] = $period;
                }
            }
        }
    }

    /** A difference of two decimal numbers has no more decimals than they have. */
    private static function less(float $value, float $part): float
    {
        $decimals = static fn (float $of): int => strlen((string) strrchr((string) json_encode($of), '.')) - 1;

        return round($value - $part, max(0, $decimals($value), $decimals($part)));
    }

    private function keep(string $key, int $period, float $value): void
    {
        if ($period % 10 === 2) {
            $this->halves[$period - 2 + FiscalPeriod::FIRST_HALF][$key] = $value;
        } else {
            $this->left[$period][] = $key;
        }
    }

    /**
     * The flow from the start of the year up to the quarter before, given as such or as all its quarters.
     *
     * @param  array<int, array<string, float>>  $toDate
     * @param  array<int, array<string, float>>  $given
     */
    private static function upTo(string $key, int $period, array $toDate, array $given): ?float
    {
        if (isset($toDate[$period - 1][$key])) {
            return $toDate[$period - 1][$key];
        }
        $sum = 0.0;
        for ($quarter = intdiv($period, 10) * 10 + 1; $quarter < $period; $quarter++) {
            if (! isset($given[$quarter][$key])) {
                return null;
            }
            $sum += $given[$quarter][$key];
        }

        return $sum;
    }
}
