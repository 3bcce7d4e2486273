<?php

declare(strict_types=1);

namespace Simulation\Analysts;

/** What a company has published, as those read it who reckon what comes: quarter by quarter, the latest last. */
final class Record
{
    private const MOST = 16;

    /**
     * @var list<array{period: int, revenue: float, ebitda: float|null, income: float, funds: float, shares: float, equity: float,
     *     dividends: float}>
     *     amounts and shares in thousands; income for common shareholders, or funds from operations of a property company
     */
    public array $quarters = [];

    /** @var array<int, array{revenue: float, ebitda: float|null, income: float, funds: float}> by quarters ahead, until more is told */
    private array $expected = [];

    /** @var array<string, float> */
    private array $margins = [];

    /** @param  list<float>  $season  of revenue by fiscal quarter, mean one */
    public function __construct(private array $season, private readonly float $longGrowth)
    {
    }

    /** @param  array<string, int|float>  $lines */
    public function add(int $period, array $lines): void
    {
        $this->expected = $this->margins = [];
        $this->quarters[] = [
            'period' => $period,
            'revenue' => (float) $lines['revenue'],
            'ebitda' => isset($lines['cost_of_revenue'])
                ? (float) ($lines['operating_income'] + $lines['depreciation_amortization'])
                : null,
            'income' => (float) $lines['net_income_common'],
            'funds' => (float) ($lines['adjusted_funds_from_operations'] ?? $lines['net_income_common']),
            'shares' => (float) $lines['diluted_shares_average'],
            'equity' => (float) $lines['common_equity'],
            'dividends' => (float) ($lines['dividends_per_share'] ?? 0.0),
        ];
        if (count($this->quarters) > self::MOST) {
            array_shift($this->quarters);
        }
    }

    public function isEnough(): bool
    {
        return count($this->quarters) >= 4;
    }

    /** Shares are counted anew. */
    public function split(float $ratio): void
    {
        foreach ($this->quarters as $i => $quarter) {
            $this->quarters[$i]['shares'] = $quarter['shares'] * $ratio;
            $this->quarters[$i]['dividends'] = $quarter['dividends'] / $ratio;
        }
    }

    /**
     * Fiscal years end otherwise: what is told is counted so many quarters further.
     *
     * @param  list<float>  $season  by fiscal quarter of the new years
     */
    public function recount(int $quarters, array $season): void
    {
        foreach ($this->quarters as $i => $quarter) {
            $this->quarters[$i]['period'] = self::after($quarter['period'], $quarters);
        }
        $this->season = $season;
        $this->expected = $this->margins = [];
    }

    public function lastPeriod(): int
    {
        return $this->quarters[count($this->quarters) - 1]['period'];
    }

    public function equity(): float
    {
        return $this->quarters[count($this->quarters) - 1]['equity'];
    }

    public function shares(): float
    {
        return $this->quarters[count($this->quarters) - 1]['shares'];
    }

    /** Growth a year that the recent past lets one expect for the next. */
    public function growth(): float
    {
        $n = count($this->quarters);
        if ($n < 8) {
            return $this->longGrowth;
        }
        $sum = fn (int $from): float => array_sum(array_column(array_slice($this->quarters, $from, 4), 'revenue'));
        $recent = $sum($n - 4) / max(1.0, $sum($n - 8)) - 1;

        return 0.45 * max(-0.2, min(0.5, $recent)) + 0.55 * $this->longGrowth;
    }

    /**
     * A quarter so many after the last published one, as expected from what is published.
     *
     * @return array{revenue: float, ebitda: float|null, income: float, funds: float}
     */
    public function expected(int $ahead): array
    {
        return $this->expected[$ahead] ??= $this->reckoned($ahead);
    }

    /** @return array{revenue: float, ebitda: float|null, income: float, funds: float} */
    private function reckoned(int $ahead): array
    {
        $n = count($this->quarters);
        $level = $weights = 0.0;
        $growth = $this->growth();
        // The last quarters count most, each without its season and carried forward to the last.
        foreach ([0.4, 0.3, 0.2, 0.1] as $back => $weight) {
            $quarter = $this->quarters[$n - 1 - $back];
            $level += ($weight * $quarter['revenue'] * (1 + $growth) ** ($back / 4)) / $this->seasonOf($quarter['period']);
            $weights += $weight;
        }
        $period = self::after($this->lastPeriod(), $ahead);
        $path = 1.0;
        for ($i = 1; $i <= $ahead; $i++) {
            $path *= (1 + $this->longGrowth + ($growth - $this->longGrowth) * 0.93 ** $i) ** 0.25;
        }
        $revenue = ($level / $weights) * $path * $this->seasonOf($period);
        $lasting = 1 - 0.97 ** $ahead;
        $margin = fn (string $of): float => $this->margin($of, 4) + $lasting * ($this->margin($of, self::MOST) - $this->margin($of, 4));
        // A quarter earns more or less than the year does as it did a year ago.
        $same = $this->quarters[$n - 1 - ((4 - ($ahead % 4)) % 4)];
        $usual = fn (string $of): float => $same['revenue'] > 0 ? 0.7 * ($same[$of] / $same['revenue'] - $this->margin($of, 4)) : 0.0;

        return [
            'revenue' => $revenue,
            'ebitda' => $same['ebitda'] === null ? null : $revenue * ($margin('ebitda') + $usual('ebitda')),
            'income' => $revenue * ($margin('income') + $usual('income')),
            'funds' => $revenue * ($margin('funds') + $usual('funds')),
        ];
    }

    /** What the next four quarters are expected to be together. @return array{revenue: float, income: float, funds: float} */
    public function nextYear(): array
    {
        $sum = ['revenue' => 0.0, 'income' => 0.0, 'funds' => 0.0];
        for ($ahead = 1; $ahead <= 4; $ahead++) {
            $quarter = $this->expected($ahead);
            foreach ($sum as $of => $value) {
                $sum[$of] = $value + $quarter[$of];
            }
        }

        return $sum;
    }

    /** Part of revenue over so many quarters; what happened once counts half. */
    public function margin(string $of, int $quarters): float
    {
        return $this->margins["{$of} {$quarters}"] ??= $this->marginOver($of, $quarters);
    }

    private function marginOver(string $of, int $quarters): float
    {
        $last = array_slice($this->quarters, -$quarters);
        $each = [];
        foreach ($last as $quarter) {
            $each[] = $quarter['revenue'] > 0 ? ($quarter[$of] ?? 0.0) / $quarter['revenue'] : 0.0;
        }
        sort($each);
        $n = count($each);
        $middle = $n % 2 === 1 ? $each[intdiv($n, 2)] : ($each[$n / 2 - 1] + $each[$n / 2]) / 2;

        return 0.5 * $middle + (0.5 * array_sum($each)) / $n;
    }

    /** @return list<string> what lasts; what is reckoned from it is reckoned again */
    public function __sleep(): array
    {
        return ['quarters', 'season', 'longGrowth'];
    }

    /** Period so many quarters after another. */
    public static function after(int $period, int $quarters): int
    {
        $index = intdiv($period, 10) * 4 + ($period % 10) - 1 + $quarters;

        return intdiv($index, 4) * 10 + ($index % 4) + 1;
    }

    private function seasonOf(int $period): float
    {
        return $this->season[($period % 10) - 1];
    }
}
