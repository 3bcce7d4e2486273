<?php

declare(strict_types=1);

namespace App\Demo;

use Logion\Time\Day;

/** What is published about a share from time to time: ratings and targets, holdings, insiders' trades, short positions. */
final class SentimentSimulator
{
    private const FIRST_YEAR = 2018;

    public function __construct(private readonly Profile $profile)
    {
    }

    /**
     * @param  array<int, float>  $closes  by day
     * @param  array<int, int>  $published  day of publication by period
     * @param  \Closure(int): float  $shares  shares outstanding on a day
     * @return list<array{string, int, float}> name, day, value
     */
    public function run(array $closes, array $published, \Closure $shares): array
    {
        $chance = new Chance($this->profile->seed + 7907);
        $rows = [];
        $days = array_keys($closes);
        $filings = array_values(array_unique($published));
        sort($filings);
        $insiders = $chance->between(0.02, 0.3);
        $institutions = $chance->between(0.2, 0.75) * (1 - $insiders);
        $short = $this->profile->events['shorted'] ?? $chance->between(0.003, 0.05);
        $opinion = $chance->normal();
        foreach ($days as $i => $day) {
            $isQuarterEnd =
                isset($days[$i + 1]) && intdiv((intdiv($day, 100) % 100) - 1, 3) !== intdiv((intdiv($days[$i + 1], 100) % 100) - 1, 3);
            if (intdiv($day, 10000) < self::FIRST_YEAR || ! ($isQuarterEnd || ! isset($days[$i + 1]))) {
                continue;
            }
            $count = $shares($day);
            $add = static function (string $name, float $value) use (&$rows, $day): void {
                $rows[] = [$name, $day, $value];
            };
            if ($this->profile->analysts > 0) {
                $opinion = 0.8 * $opinion + 0.6 * $chance->normal();
                $all = $this->profile->analysts;
                $buy = max(0, min($all, (int) round($all * (0.5 + 0.18 * $opinion))));
                $sell = max(0, min($all - $buy, (int) round($all * (0.14 - 0.1 * $opinion))));
                $raised = max(0, min($all, (int) round($all * (0.25 + 0.2 * $opinion + 0.1 * $chance->normal()))));
                $target = $closes[$day] * (1.1 + 0.06 * $opinion);
                foreach (
                    [
                        'analysts_buy' => $buy,
                        'analysts_hold' => $all - $buy - $sell,
                        'analysts_sell' => $sell,
                        'estimates_raised_30d' => $raised,
                        'estimates_lowered_30d' => min($all - $raised, (int) round($all * max(0.0, 0.25 - 0.2 * $opinion))),
                    ] as $name => $value
                ) {
                    $add($name, (float) $value);
                }
                $add('target_price_mean', round($target, 2));
                $add('target_price_high', round($target * (1.1 + 0.2 * $chance->uniform()), 2));
                $add('target_price_low', round($target * (0.9 - 0.2 * $chance->uniform()), 2));
                $add('expected_long_term_growth', round($this->profile->growthLater + 0.02 + 0.01 * $chance->normal(), 4));
            }
            $next = null;
            foreach ($filings as $filing) {
                if ($filing > $day) {
                    $next = $filing;
                    break;
                }
            }
            $add('next_report_date', (float) ($next ?? Day::plus($day, $chance->integer(25, 60))));
            $insiders = max(0.002, $insiders + 0.004 * $chance->normal());
            $institutions = max(0.05, min(0.97 - $insiders, $institutions + 0.015 * $chance->normal()));
            $short = max(0.0005, $short * exp(0.15 * $chance->normal()));
            $turn = $this->profile->events['insider_buying'] ?? 0.0;
            $add('insider_shares', round($insiders * $count));
            $add('insider_shares_bought_6m', round($count * ($turn + 0.002 * max(0.0, $chance->normal()))));
            $add('insider_shares_sold_6m', round($count * ($turn > 0 ? 0.0 : 0.0025 * max(0.0, $chance->normal()))));
            $add('institutional_shares', round($institutions * $count));
            $add('float_shares', round((1 - $insiders) * 0.96 * $count));
            $add('shares_short', round($short * $count));
        }

        return $rows;
    }
}
