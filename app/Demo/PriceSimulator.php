<?php

declare(strict_types=1);

namespace App\Demo;

/**
 * Daily prices that follow earnings, yields, the market and the sector, with fat tails and moods that fade.
 */
final class PriceSimulator
{
    public function __construct(private readonly Profile $profile, private readonly Macro $macro)
    {
    }

    /**
     * Value of a share at the end of each quarter, by its earnings of last and next year, on the share basis of the last quarter.
     *
     * @param  list<array{year: int, quarter: int, lines: array<string, int|float>, shares: int}>  $quarters
     * @return list<float>
     */
    private function values(array $quarters): array
    {
        $p = $this->profile;
        $values = [];
        $n = count($quarters);
        $splits = $p->events['split'] ?? [];
        foreach ($quarters as $i => $quarter) {
            $sum = static function (string $line) use ($quarters, $i, $n): float {
                $total = $weight = 0.0;
                for ($j = max(0, $i - 3); $j <= min($n - 1, $i + 4); $j++) {
                    $total += (float) ($quarters[$j]['lines'][$line] ?? 0.0);
                    $weight++;
                }

                return (4 * $total) / $weight;
            };
            $income = $sum('net_income');
            $sales = $sum('revenue');
            $equity = (float) $quarter['lines']['common_equity'];
            $yield =
                $this->macro->series['risk_free_rate'][
                    (int) sprintf('%04d%02d01', min($quarter['year'], 2026), $quarter['year'] >= 2026 ? 6 : 3 * $quarter['quarter'])
                ] ?? 0.03;
            $mood = 1 + 8 * (0.03 - $yield);
            $worth = match ($p->template) {
                'bank', 'insurer' => max(0.35 * $equity, $equity * min(2.4, max(0.4, $income / max(1.0, $equity) / 0.095))),
                'property' => 1.1 * $p->multiple * $sum('funds_from_operations'),
                default => max(
                    1.25 * $p->multiple * $income,
                    0.12 * $sales,
                    ($p->events['sales_multiple'] ?? 0.35) * $sales * min(1.0, max(0.25, $p->grossMargin)),
                ),
            };
            $basis = 1.0;
            foreach ($splits as $at => $ratio) {
                $basis *= $at > $quarter['year'] * 10 + $quarter['quarter'] ? $ratio : 1.0;
            }
            $values[] = max(0.02, ($worth * $mood * ($p->events['rating'][$quarter['year']] ?? 1.0)) / ($quarter['shares'] * $basis));
        }

        return $values;
    }

    /**
     * @param  list<array{year: int, quarter: int, lines: array<string, int|float>, shares: int}>  $quarters
     * @param  list<array{int, float}>  $splits  ex-date, ratio
     * @param  list<array{int, float}>  $dividends  ex-date, amount
     * @return list<array{day: int, high: float, low: float, close: float, volume: float}>
     */
    public function run(array $quarters, array $splits, array $dividends): array
    {
        $p = $this->profile;
        $chance = new Chance($p->seed + 7919);
        $values = $this->values($quarters);
        $sector = $this->macro->sectors[$p->sector];
        $paid = [];
        foreach ($dividends as [$day, $amount]) {
            $paid[$day] = $amount;
        }
        $idiosyncratic = 0.009 + 0.05 * $p->noise;
        $deviation = 0.12 * $chance->normal();
        $bars = [];
        $close = 0.0;
        $firstQuarter = Calendar::FIRST_YEAR * 12;
        foreach ($this->macro->days as $i => $day) {
            // The calendar month runs between the ends of fiscal quarters; markets know roughly what is going on.
            $months =
                intdiv($day, 10000) * 12 + (intdiv($day, 100) % 100) - 1 + ($day % 100) / 31 - $firstQuarter - ($p->yearEndMonth - 12);
            $at = max(0.0, min(count($values) - 1.001, $months / 3 - 1));
            $low = (int) floor($at);
            $fair = $values[$low] * ($values[$low + 1] / $values[$low]) ** ($at - $low);
            $shock = $idiosyncratic * $chance->normal() * ($chance->uniform() < 0.025 ? 3.0 : 1.0);
            $deviation = 0.9955 * $deviation + $p->beta * $this->macro->market[$i] + 0.8 * $sector[$i] + $shock;
            if (isset($paid[$day]) && $close > 0) {
                $deviation += log(max(0.5, 1 - $paid[$day] / $close));
            }
            $factor = 1.0;
            foreach ($splits as [$ex, $ratio]) {
                $factor *= $ex > $day ? $ratio : 1.0;
            }
            $close = round(max(0.01, $fair * exp($deviation) * $factor), 2);
            $range = 0.004 + 0.6 * $idiosyncratic * abs($chance->normal());
            $volume = round(($p->shares / $factor) * 0.0028 * $p->turnover * exp(0.45 * $chance->normal() + 14 * min(0.06, abs($shock))));
            $bars[] = [
                'day' => $day,
                'high' => round($close * (1 + $range * $chance->uniform()), 2),
                'low' => round(max(0.01, $close * (1 - $range * $chance->uniform())), 2),
                'close' => $close,
                'volume' => $p->turnover < 0.02 && $chance->uniform() < 0.5 ? 0.0 : $volume,
            ];
        }

        return $bars;
    }
}
