<?php

declare(strict_types=1);

namespace Tests\Simulation;

use Logion\Time\Day;
use Simulation\Calendar;
use Simulation\Market\Indices;

/** Figures of a watched exchange that bands are put on; docs/guide/economy.md says why each lies where it does. */
final readonly class Measures
{
    public function __construct(private Observatory $watch)
    {
    }

    /** @param  list<float>  $values */
    public static function quantile(array $values, float $p): float
    {
        if ($values === []) {
            return NAN;
        }
        sort($values);

        return $values[(int) round($p * (count($values) - 1))];
    }

    /** @param  list<float>  $values */
    public static function mean(array $values): float
    {
        return $values === [] ? NAN : array_sum($values) / count($values);
    }

    /**
     * Correlation of places.
     *
     * @param  list<array{float, float}>  $pairs
     */
    public static function rankCorrelation(array $pairs): float
    {
        $ranks = static function (array $values): array {
            asort($values);

            return array_combine(array_keys($values), range(1, count($values)));
        };
        $a = $ranks(array_column($pairs, 0));
        $b = $ranks(array_column($pairs, 1));
        $n = count($pairs);
        $sum = 0.0;
        foreach ($a as $i => $rank) {
            $sum += ($rank - $b[$i]) ** 2;
        }

        return $n < 3 ? NAN : 1 - (6 * $sum) / ($n * ($n * $n - 1));
    }

    /** @return array<int, float> return of the all-share index by calendar year, whole years only */
    public function indexYears(): array
    {
        $years = $ends = [];
        foreach ($this->watch->closes[Indices::number(0)] as $day => $close) {
            $ends[intdiv($day, 10000)] = $close;
        }
        foreach ($ends as $year => $close) {
            if (isset($ends[$year - 1]) && $year * 10000 + 1200 < Calendar::LAST_DAY) {
                $years[$year] = $close / $ends[$year - 1] - 1;
            }
        }

        return $years;
    }

    public function indexVolatility(): float
    {
        return self::volatility(array_values($this->returnsOf(Indices::number(0))));
    }

    /** @return list<float> depths of the falls of the all-share index of a tenth and more that ended in a recovery of half of them */
    public function downturns(): array
    {
        $falls = [];
        $peak = $trough = 0.0;
        foreach ($this->watch->closes[Indices::number(0)] as $close) {
            if ($peak === 0.0) {
                $peak = $trough = $close;
            }
            if ($close < $trough) {
                $trough = $close;
            }
            $depth = 1 - $trough / $peak;
            if ($depth >= 0.1 && $close > ($peak + $trough) / 2) {
                $falls[] = $depth;
                $peak = $trough = $close;
            } elseif ($close > $peak) {
                $peak = $trough = $close;
            }
        }

        return $falls;
    }

    /** @param  list<float>  $returns */
    public static function volatility(array $returns): float
    {
        $mean = self::mean($returns);
        $sum = array_sum(array_map(static fn (float $r): float => ($r - $mean) ** 2, $returns));

        return sqrt((252 * $sum) / max(1, count($returns) - 1));
    }

    /** @return array<int, float> simple returns by day of an index */
    private function returnsOf(int $listing): array
    {
        $returns = [];
        $before = null;
        foreach ($this->watch->closes[$listing] as $day => $close) {
            if ($before !== null) {
                $returns[$day] = $close / $before - 1;
            }
            $before = $close;
        }

        return $returns;
    }

    /** @return array<int, float> volatility a year by company, over two years at least */
    public function volatilities(): array
    {
        $all = [];
        foreach ($this->watch->alive() as $id) {
            $returns = array_values($this->watch->returns($id));
            if (count($returns) > 500) {
                $all[$id] = self::volatility(array_slice($returns, -750));
            }
        }

        return $all;
    }

    /** @return array<int, float> against the index of its exchange, weekly over the last four years */
    public function betas(): array
    {
        $betas = [];
        foreach ($this->watch->alive() as $id) {
            $index = $this->returnsOf(Indices::number($this->watch->charters[$id]->exchange()));
            $x = $y = [];
            $sx = $sy = 0.0;
            $n = 0;
            foreach (array_slice($this->watch->returns($id), -1000, null, true) as $day => $return) {
                $sx += log(1 + ($index[$day] ?? 0.0));
                $sy += log(max(0.05, 1 + $return));
                if (++$n % 5 === 0) {
                    [$x[], $y[], $sx, $sy] = [$sx, $sy, 0.0, 0.0];
                }
            }
            if (count($x) < 100) {
                continue;
            }
            [$mx, $my] = [self::mean($x), self::mean($y)];
            $cov = $var = 0.0;
            foreach ($x as $i => $of) {
                $cov += ($of - $mx) * ($y[$i] - $my);
                $var += ($of - $mx) ** 2;
            }
            $betas[$id] = $cov / $var;
        }

        return $betas;
    }

    /** @return list<float> fourth moment over that of a normal, less one's three */
    public function tails(): array
    {
        $all = [];
        foreach ($this->watch->alive() as $id) {
            $returns = array_values($this->watch->returns($id));
            if (count($returns) < 750) {
                continue;
            }
            $mean = self::mean($returns);
            $two = $four = 0.0;
            foreach ($returns as $r) {
                $two += ($r - $mean) ** 2;
                $four += ($r - $mean) ** 4;
            }
            $n = count($returns);
            $all[] = $four / $n / ($two / $n) ** 2 - 3;
        }

        return $all;
    }

    /** @return list<float> deepest fall of the last five years by company */
    public function drawdowns(): array
    {
        $all = [];
        foreach ($this->watch->alive() as $id) {
            $level = $peak = 1.0;
            $depth = 0.0;
            foreach (array_slice($this->watch->returns($id), -1260) as $return) {
                $level *= 1 + $return;
                $peak = max($peak, $level);
                $depth = max($depth, 1 - $level / $peak);
            }
            $all[] = $depth;
        }

        return $all;
    }

    /**
     * Lines of fiscal years as first told, of companies of a kind.
     *
     * @return iterable<array{int, int, array<string, float>, array<string, float>|null}> company, year, its lines, those of the year before
     */
    public function years(string $kind = 'industrial'): iterable
    {
        foreach ($this->watch->reports as $id => $periods) {
            if ($this->watch->charters[$id]->kind() !== $kind || $this->watch->charters[$id]->reportingCurrency !== 'XCR') {
                continue;
            }
            ksort($periods);
            foreach ($periods as $period => $lines) {
                if ($period % 10 === 0 && isset($lines['revenue'])) {
                    yield [$id, intdiv($period, 10), $lines, $periods[$period - 10] ?? null];
                }
            }
        }
    }

    /**
     * A figure of fiscal years by industry.
     *
     * @param  \Closure(array<string, float>, array<string, float>|null): (float|null)  $figure
     * @return array<string, list<float>>
     */
    public function byIndustry(\Closure $figure, string $kind = 'industrial'): array
    {
        $by = [];
        foreach ($this->years($kind) as [$id, , $lines, $before]) {
            $value = $figure($lines, $before);
            if ($value !== null && is_finite($value)) {
                $by[$this->watch->charters[$id]->industryCode][] = $value;
            }
        }
        ksort($by);

        return $by;
    }

    /**
     * What results were beside what was expected, and what the price made of it.
     *
     * @return list<array{surprise: float, reaction: float, usual: float}> earnings a share beyond the expected ones over these; return on
     *     the day that answers less that of the index; the mean absolute return of other days
     */
    public function results(): array
    {
        $results = [];
        $index = $this->returnsOf(Indices::number(0));
        foreach ($this->watch->consensus as $id => $periods) {
            $returns = $this->watch->returns($id);
            $days = array_keys($returns);
            if (count($days) < 300) {
                continue;
            }
            $usual = self::mean(array_map(static fn (int $day): float => abs($returns[$day] - ($index[$day] ?? 0.0)), $days));
            foreach ($periods as $period => $lines) {
                $told = $this->watch->told[$id][$period] ?? null;
                $expected = $lines['earnings_per_share_diluted'] ?? null;
                $actual = $this->watch->reports[$id][$period]['earnings_per_share_diluted'] ?? null;
                if ($period % 10 === 0 || $told === null || $expected === null || $actual === null || abs($expected['mean']) < 0.02) {
                    continue;
                }
                [$day, $minute] = $told;
                $answer = $day;
                if ($minute > 1000) {
                    $answer = array_values(array_filter($days, static fn (int $of): bool => $of > $day))[0] ?? null;
                }
                if ($answer !== null && isset($returns[$answer])) {
                    $results[] = [
                        'surprise' => ($actual - $expected['mean']) / abs($expected['mean']),
                        'reaction' => $returns[$answer] - ($index[$answer] ?? 0.0),
                        'usual' => $usual,
                    ];
                }
            }
        }

        return $results;
    }

    /** @return list<float> deviation of what three houses and more expect of the coming fiscal year over its mean, at the last snapshot */
    public function dispersions(): array
    {
        $all = [];
        foreach ($this->watch->consensus as $periods) {
            foreach ($periods as $period => $lines) {
                $of = $lines['earnings_per_share_diluted'] ?? null;
                if ($period % 10 === 0 && $of !== null && $of['analysts'] >= 3 && abs($of['mean']) > 0.02) {
                    $all[] = $of['deviation'] / abs($of['mean']);
                }
            }
        }

        return $all;
    }

    /** How places by return on equity go with those of five years later. */
    public function persistenceOfReturns(): float
    {
        $return = [];
        foreach ($this->years() as [$id, $year, $lines]) {
            $equity = $lines['common_equity'];
            if ($equity > 0.05 * $lines['total_assets']) {
                $return[$id][$year] = $lines['net_income_common'] / $equity;
            }
        }
        $pairs = [];
        foreach ($return as $years) {
            foreach ($years as $year => $value) {
                if (isset($years[$year + 5])) {
                    $pairs[] = [$value, $years[$year + 5]];
                }
            }
        }

        return self::rankCorrelation($pairs);
    }

    /** Mean over months of how places by the return of a year but its last month go with those of the month after. */
    public function momentum(): float
    {
        $levels = $ends = [];
        foreach ($this->watch->alive() as $id) {
            $level = 1.0;
            foreach ($this->watch->returns($id) as $day => $return) {
                $level *= 1 + $return;
                $levels[$id][intdiv($day, 100)] = $level;
                $ends[intdiv($day, 100)] = true;
            }
        }
        $months = array_keys($ends);
        sort($months);
        $correlations = [];
        for ($i = 13; $i < count($months); $i++) {
            $pairs = [];
            foreach ($levels as $of) {
                if (isset($of[$months[$i - 13]], $of[$months[$i - 2]], $of[$months[$i - 1]], $of[$months[$i]])) {
                    $pairs[] = [$of[$months[$i - 2]] / $of[$months[$i - 13]], $of[$months[$i]] / $of[$months[$i - 1]]];
                }
            }
            $correlations[] = self::rankCorrelation($pairs);
        }

        return self::mean($correlations);
    }

    /** What the fifth cheapest beside their earnings made in the year after June beyond the dearest fifth; mean of the years. */
    public function valuePremium(): float
    {
        $spreads = [];
        for ($year = 2017; $year <= 2025; $year++) {
            $pairs = [];
            foreach (array_intersect_key($this->watch->closes, $this->watch->charters) as $id => $closes) {
                $eps = $this->watch->reports[$id][10 * ($year - 1)]['earnings_per_share_diluted'] ?? null;
                $told = $this->watch->told[$id][10 * ($year - 1)][0] ?? PHP_INT_MAX;
                $start = $closes[Calendar::openFrom($this->watch->charters[$id]->exchange(), $year * 10000 + 626)] ?? null;
                if ($eps === null || $eps <= 0 || $start === null || $told > $year * 10000 + 625) {
                    continue;
                }
                foreach ($this->watch->splits[$id] ?? [] as $day => $ratio) {
                    $eps /= $day > $told && $day <= $year * 10000 + 626 ? $ratio : 1.0;
                }
                $level = 1.0;
                foreach ($this->watch->returns($id) as $day => $return) {
                    $level *= $day > $year * 10000 + 626 && $day <= ($year + 1) * 10000 + 626 ? 1 + $return : 1.0;
                }
                $pairs[] = [$eps / $start, $level - 1];
            }
            usort($pairs, static fn (array $a, array $b): int => $a[0] <=> $b[0]);
            $fifth = intdiv(count($pairs), 5);
            $made = array_column($pairs, 1);
            $spreads[] = self::mean(array_slice($made, -$fifth)) - self::mean(array_slice($made, 0, $fifth));
        }

        return self::mean($spreads);
    }

    /** @return array{before: int, between: int} splits by whether they went off between the end of a quarter and its report */
    public function splits(): array
    {
        $count = ['before' => 0, 'between' => 0];
        foreach ($this->watch->splits as $id => $splits) {
            $ends = $this->watch->ends($id);
            foreach (array_keys($splits) as $day) {
                $awaited = array_filter(
                    $this->watch->told[$id] ?? [],
                    static fn (array $told, int $period): bool => ($ends[$period] ?? $day) < $day && $told[0] >= $day,
                    ARRAY_FILTER_USE_BOTH,
                );
                $count[$awaited === [] ? 'before' : 'between']++;
            }
        }

        return $count;
    }

    /** @return array<string, list<float>> metrics of the core on the last day, by name */
    public function metrics(string ...$keys): array
    {
        $values = [];
        foreach ($this->watch->alive() as $id) {
            $scope = $this->watch->scope($id);
            foreach ($keys as $key) {
                $value = $scope->metric($key);
                if (is_float($value)) {
                    $values[$key][] = $value;
                }
            }
        }

        return $values;
    }

    /** @return list<float> what default cash-flow values are above the price, for who has one */
    public function upsides(): array
    {
        $upsides = [];
        foreach ($this->watch->alive() as $id) {
            try {
                $value = \Logion\Valuation\Method\CashFlow\DiscountedCashFlowDefaults::for($this->watch->scope($id))->value()->perShare;
            } catch (\Logion\Figure\LogionException) {
                continue;
            }
            if ($value !== null) {
                $upsides[] = $value / $this->watch->closes[$id][array_key_last($this->watch->closes[$id])] - 1;
            }
        }

        return $upsides;
    }

    /** @return array<int, float> last value of all shares in millions by company */
    public function sizes(): array
    {
        $sizes = [];
        foreach ($this->watch->alive() as $id) {
            $periods = $this->watch->reports[$id] ?? [];
            ksort($periods);
            foreach (array_reverse($periods, true) as $period => $lines) {
                if (isset($lines['shares_outstanding_period_end'])) {
                    $told = $this->watch->told[$id][$period][0];
                    $shares = $lines['shares_outstanding_period_end'];
                    foreach ($this->watch->splits[$id] ?? [] as $day => $ratio) {
                        $shares *= $day > $told ? $ratio : 1.0;
                    }
                    $sizes[$id] = ($shares * $this->watch->closes[$id][array_key_last($this->watch->closes[$id])]) / 1e6;
                    break;
                }
            }
        }

        return $sizes;
    }

    /** @return list<float> growth of the count of shares in a year in which money was raised and nothing split */
    public function issues(): array
    {
        $all = [];
        foreach ($this->years() as [$id, $year, $lines, $before]) {
            $split = array_filter(
                array_keys($this->watch->splits[$id] ?? []),
                static fn (int $day): bool => abs(intdiv($day, 10000) - $year) < 2,
            );
            if ($before !== null && $split === [] && ($lines['shares_issued'] ?? 0.0) > 0) {
                $all[] = $lines['shares_outstanding_period_end'] / $before['shares_outstanding_period_end'] - 1;
            }
        }

        return $all;
    }

    /** How the cost of debt goes with what covers the interest. */
    public function costOfDebtByCover(): float
    {
        $pairs = [];
        foreach ($this->years() as [, , $lines, $before]) {
            $debt = ($lines['total_debt'] + ($before['total_debt'] ?? 0.0)) / 2;
            if ($before !== null && $debt > 0.1 * $lines['revenue'] && $lines['interest_expense'] > 0) {
                $pairs[] = [$lines['interest_expense'] / $debt, $lines['operating_income'] / $lines['interest_expense']];
            }
        }

        return self::rankCorrelation($pairs);
    }

    /** @return array<string, array<string, float>> medians of an industry's own figures, by industry */
    public function profiles(): array
    {
        $figures = [
            'gross margin' => static fn (array $l): float => $l['gross_profit'] / $l['revenue'],
            'operating margin' => static fn (array $l): float => $l['operating_income'] / $l['revenue'],
            'days of sales' => static fn (array $l): float => (365 * $l['receivables']) / $l['revenue'],
            'days of inventory' => static fn (array $l): float => (365 * ($l['inventories'] ?? 0.0)) / max(1.0, $l['cost_of_revenue']),
            'capital expenditure' => static fn (array $l): float => $l['capital_expenditure'] / $l['revenue'],
            'debt' => static fn (array $l): float => $l['total_debt'] / $l['total_assets'],
            'research' => static fn (array $l): float => ($l['research_development'] ?? 0.0) / $l['revenue'],
            'leases' => static fn (array $l): float => ($l['right_of_use_assets'] ?? 0.0) / $l['revenue'],
            'paid ahead' => static fn (array $l): float => ($l['deferred_revenue_current'] ?? 0.0) / $l['revenue'],
        ];
        $profiles = [];
        foreach ($figures as $name => $figure) {
            foreach ($this->byIndustry($figure) as $code => $values) {
                $profiles[(string) $code][$name] = self::quantile($values, 0.5);
            }
        }

        return $profiles;
    }

    /** @return array<int, int> dividends by ex-date */
    public function exDates(): array
    {
        $days = [];
        foreach ($this->watch->dividends as $of) {
            foreach (array_keys($of) as $day) {
                $days[$day] = ($days[$day] ?? 0) + 1;
            }
        }

        return $days;
    }

    /** @return list<float> of the last day that is one of trading; days of the week of what becomes public */
    public function calendarFaults(): array
    {
        $faults = [];
        foreach ($this->watch->closes as $listing => $closes) {
            $exchange = $this->watch->charters[$listing] ?? null;
            foreach ($exchange === null ? [] : $closes as $day => $_) {
                Calendar::isOpen($exchange->exchange(), $day) || ($faults[] = (float) $day);
            }
            foreach ($exchange === null ? [] : array_keys($this->watch->dividends[$listing] ?? []) as $day) {
                Calendar::isOpen($exchange->exchange(), $day) || ($faults[] = (float) $day);
            }
        }
        foreach ($this->watch->told as $id => $periods) {
            foreach ($periods as [$day]) {
                Calendar::isWorkday($day) || ($faults[] = (float) $day);
                Day::ordinal($day) > 0 || ($faults[] = (float) $id);
            }
        }

        return $faults;
    }
}
