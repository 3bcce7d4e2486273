<?php

declare(strict_types=1);

namespace App\Demo;

/** What analysts expected: the truth, seen through an optimism and an error that shrink as the report comes near. */
final class EstimateSimulator
{
    private const LINES = ['revenue' => 0.35, 'ebitda' => 0.8, 'earnings_per_share_diluted' => 1.0, 'dividends_per_share' => 0.25];

    public function __construct(private readonly Profile $profile)
    {
    }

    /**
     * @param  array<int, array<string, float>>  $truth  true figures by period, future ones included
     * @param  array<int, int>  $published  day of publication by period
     * @return list<array{line: string, period: int, day: int, mean: float, deviation: float, analysts: int, high: float, low: float}>
     */
    public function run(array $truth, array $published): array
    {
        if ($this->profile->analysts === 0) {
            return [];
        }
        $chance = new Chance($this->profile->seed + 104729);
        $rows = [];
        $errors = [];
        foreach (self::snapshotDays() as $day) {
            $year = intdiv($day, 10000);
            for ($target = $year - 1; $target <= $year + 3; $target++) {
                $period = $target * 10;
                if (! isset($truth[$period]) || ($published[$period] ?? 99999999) <= $day) {
                    continue;
                }
                $horizon = max(0.0, $target + 1.2 - ($year + (intdiv($day, 100) % 100) / 12));
                if ($horizon > 3.3) {
                    continue;
                }
                foreach (self::LINES as $line => $width) {
                    $true = $truth[$period][$line] ?? null;
                    if ($true === null || ($line === 'ebitda' && $this->profile->template !== 'industrial')) {
                        continue;
                    }
                    // The error drifts from month to month, so that revisions have a direction.
                    $errors[$period][$line] = 0.93 * ($errors[$period][$line] ?? $chance->normal()) + 0.36 * $chance->normal();
                    $spread = $width * (0.02 + 0.5 * $this->profile->noise) * sqrt($horizon + 0.05);
                    $optimism = $line === 'dividends_per_share' ? 0.0 : 0.025 * $width * $horizon;
                    $mean = $true + abs($true) * ($optimism + $spread * $errors[$period][$line]);
                    $deviation = abs($mean) * $spread * 0.6;
                    $rows[] = self::row(
                        $line,
                        $period,
                        $day,
                        $mean,
                        $deviation,
                        max(1, (int) round($this->profile->analysts * (1.1 - 0.25 * $horizon))),
                    );
                }
            }
        }
        foreach ($published as $period => $day) {
            if ($period % 10 === 0 || $day < 20190101) {
                continue;
            }
            foreach (['revenue' => 0.02, 'earnings_per_share_diluted' => 0.06] as $line => $width) {
                $true = $truth[$period][$line] ?? null;
                if ($true !== null) {
                    $mean = $true - abs($true) * $width * ($chance->normal() + 0.25);
                    $rows[] = self::row(
                        $line,
                        $period,
                        \Logion\Time\Day::plus($day, -10),
                        $mean,
                        abs($mean) * $width,
                        $this->profile->analysts,
                    );
                }
            }
        }
        usort($rows, static fn (array $a, array $b): int => $a['day'] <=> $b['day']);

        return $rows;
    }

    /** @return array{line: string, period: int, day: int, mean: float, deviation: float, analysts: int, high: float, low: float} */
    private static function row(string $line, int $period, int $day, float $mean, float $deviation, int $analysts): array
    {
        $round = static fn (float $x): float => $line === 'revenue' || $line === 'ebitda' ? round($x, -3) : round($x, 4);

        return [
            'line' => $line,
            'period' => $period,
            'day' => $day,
            'mean' => $round($mean),
            'deviation' => $round($deviation),
            'analysts' => $analysts,
            'high' => $round($mean + 1.6 * $deviation),
            'low' => $round($mean - 1.6 * $deviation),
        ];
    }

    /** @return list<int> the 20th of each month of the last three years, every third month before */
    private static function snapshotDays(): array
    {
        $days = [];
        for ($year = 2019; $year <= 2026; $year++) {
            for ($month = 1; $month <= 12; $month++) {
                $day = $year * 10000 + $month * 100 + 20;
                if ($day <= Calendar::TODAY && ($day > 20230600 || $month % 3 === 0)) {
                    $days[] = $day;
                }
            }
        }

        return $days;
    }
}
