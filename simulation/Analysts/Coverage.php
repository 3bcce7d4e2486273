<?php

declare(strict_types=1);

namespace Simulation\Analysts;

use Logion\Time\Day;
use Simulation\Chance;
use Simulation\Company\Charter;
use Simulation\Newsroom\Newsroom;
use Simulation\Subject;
use Simulation\Wire;

/**
 * The houses that follow a company: each reckons from what is published, sees a little of the quarter that is not, errs by its own bias
 * and chance, and answers news after its own delay. What they expect together is the mean of what each said last.
 */
final class Coverage
{
    private const HOUSES = [
        'Tidewater Research',
        'Harbourlight Brokers',
        'Gull & Lantern',
        'Ropewalk Partners',
        'Saltmarsh Securities',
        'Beacon Row',
        'Kelpie Capital',
        'Lowtide & Sons',
        'Stonequay Brokers',
        'Fathom Advisers',
        'Ninth Wave Research',
        'Orrery House',
    ];

    /** Estimates of single houses are told from this day on. */
    private const FIRST_ESTIMATE = 20210101;

    private const FIRST_CONSENSUS = 20160701;

    /** From this day on the mean is told every month, before every quarter. */
    private const MONTHLY_FROM = 20220101;

    /**
     * @var list<array{name: string, bias: float, care: float, delay: int, rating: string, target: float,
     *     said: array<int, array{revenue: float, ebitda: float|null, eps: float, dps: float}>, mood: array<int, float>, due: int}>
     */
    private array $houses = [];

    private readonly Chance $chance;

    /** @var list<array{int, int}> day and direction of revisions of the coming year's earnings */
    private array $revisions = [];

    public function __construct(private readonly Charter $charter)
    {
        $this->chance = new Chance($charter->seed, "coverage {$charter->id}");
        $names = self::HOUSES;
        for ($i = 0; $i < $charter->houses; $i++) {
            $at = $this->chance->integer(0, count($names) - 1);
            $this->houses[] = [
                'name' => $names[$at],
                'bias' => 0.012 + 0.022 * $this->chance->normal(),
                'care' => $this->chance->between(0.6, 1.7),
                'delay' => $this->chance->integer(0, 6),
                'rating' => 'hold',
                'target' => 0.0,
                'said' => [],
                'mood' => [],
                'due' => 0,
            ];
            array_splice($names, $at, 1);
        }
    }

    public function isFollowed(): bool
    {
        return $this->houses !== [];
    }

    /** A report is out: each house will answer after its delay. */
    public function reported(int $day): void
    {
        foreach ($this->houses as $i => $house) {
            $this->houses[$i]['due'] = Day::plus($day, $house['delay']);
        }
    }

    /** All figures a share are told anew. */
    public function split(float $ratio): void
    {
        foreach ($this->houses as $i => $house) {
            $this->houses[$i]['target'] = round($house['target'] / $ratio, 2);
            foreach ($house['said'] as $year => $said) {
                $this->houses[$i]['said'][$year]['eps'] = $said['eps'] / $ratio;
                $this->houses[$i]['said'][$year]['dps'] = $said['dps'] / $ratio;
            }
        }
    }

    /** A part of the company is one no more: what is expected is told anew without it. */
    public function without(float $sales, float $earnings): void
    {
        foreach ($this->houses as $i => $house) {
            foreach ($house['said'] as $year => $said) {
                $this->houses[$i]['said'][$year] = [
                    'revenue' => $said['revenue'] * $sales,
                    'ebitda' => $said['ebitda'] === null ? null : $said['ebitda'] * $sales,
                    'eps' => $said['eps'] * $earnings,
                    'dps' => $said['dps'] * $earnings,
                ];
            }
        }
    }

    /** Fiscal years end otherwise: each house says anew what it expects of them. */
    public function recount(int $day): void
    {
        foreach (array_keys($this->houses) as $i) {
            $this->houses[$i]['said'] = $this->houses[$i]['mood'] = [];
        }
        $this->revisions = [];
        $this->reported($day);
    }

    /**
     * Houses whose turn it is say what they expect.
     *
     * @param  array{period: int, lines: array<string, int|float>}|null  $unpublished  the quarter that is closed and not told yet
     * @param  float  $worth  of a share to those who reckon it, in the currency of the price
     * @param  float  $rate  what one unit of the currency of the books is in that of the price
     */
    public function day(Wire $wire, Record $record, ?array $unpublished, float $price, float $worth, float $rate, float $payout): void
    {
        foreach ($this->houses as $i => $house) {
            if ($house['due'] > $wire->day || ! $record->isEnough()) {
                continue;
            }
            $this->revise($wire, $i, $record, $unpublished, $payout);
            $this->rate($wire, $i, $price, $worth);
            // Between results each looks again about once a month.
            $this->houses[$i]['due'] = Day::plus($wire->day, $this->chance->integer(22, 44));
        }
    }

    /**
     * @param  array{period: int, lines: array<string, int|float>}|null  $unpublished
     */
    private function revise(Wire $wire, int $at, Record $record, ?array $unpublished, float $payout): void
    {
        $house = $this->houses[$at];
        $last = $record->lastPeriod();
        $year = intdiv(Record::after($last, 1), 10);
        $spread = 0.035 + 1.9 * $this->charter->noise;
        $said = [];
        for ($target = $year; $target <= $year + 2; $target++) {
            $horizon = $target - $year + (4 - (($last % 10) % 4)) / 4;
            // The chance of a house drifts from one estimate to the next, so that revisions have a direction.
            $mood = 0.88 * ($house['mood'][$target] ?? $this->chance->normal()) + 0.47 * $this->chance->normal();
            $this->houses[$at]['mood'][$target] = $mood;
            $sum = $this->fiscalYear($record, $target, $unpublished);
            $error = $house['bias'] * $horizon + 0.55 * $spread * $house['care'] * $mood * sqrt($horizon + 0.05);
            $shares = $record->shares();
            $revenue = $sum['revenue'] * (1 + 0.4 * $error);
            $income = $sum['income'] + abs($sum['income']) * 1.2 * $error + 0.012 * $sum['revenue'] * $error;
            $funds = $sum['funds'] * (1 + $error);
            $said[$target] = [
                'revenue' => 1000 * $revenue,
                'ebitda' => $sum['ebitda'] === null ? null : 1000 * $sum['ebitda'] * (1 + 0.9 * $error),
                'eps' => $income / $shares,
                'dps' => max(0.0, ($payout * max(0.0, $funds)) / $shares),
            ];
        }
        $before = $house['said'][$year]['eps'] ?? null;
        if ($before !== null && abs($said[$year]['eps'] - $before) > 0.004 * abs($before)) {
            $this->revisions[] = [$wire->day, $said[$year]['eps'] > $before ? 1 : -1];
        }
        $this->houses[$at]['said'] = $said;
        $this->houses[$at]['mood'] = array_intersect_key($this->houses[$at]['mood'], $said);
        if ($wire->day < self::FIRST_ESTIMATE) {
            return;
        }
        foreach ($said as $target => $of) {
            $wire->publish(Subject::Estimate, 600 + 7 * $at, [
                'company' => $this->charter->id,
                'house' => $house['name'],
                'period' => 10 * $target,
                'revenue' => round($of['revenue'], -3),
                'ebitda' => $of['ebitda'] === null ? null : round($of['ebitda'], -3),
                'earnings_per_share' => round($of['eps'], 4),
                'dividends_per_share' => round($of['dps'], 4),
            ]);
        }
    }

    /**
     * A fiscal year from its quarters that are told, a closed one of which something is heard, and those that are expected.
     *
     * @param  array{period: int, lines: array<string, int|float>}|null  $unpublished
     * @return array{revenue: float, ebitda: float|null, income: float, funds: float}
     */
    private function fiscalYear(Record $record, int $year, ?array $unpublished): array
    {
        $sum = ['revenue' => 0.0, 'ebitda' => 0.0, 'income' => 0.0, 'funds' => 0.0];
        $told = array_column($record->quarters, null, 'period');
        $last = $record->lastPeriod();
        for ($quarter = 1; $quarter <= 4; $quarter++) {
            $period = 10 * $year + $quarter;
            $of = $told[$period] ?? null;
            if ($of === null) {
                $ahead = ($year - intdiv($last, 10)) * 4 + $quarter - ($last % 10);
                $of = $record->expected(max(1, $ahead));
                if ($unpublished !== null && $unpublished['period'] === $period) {
                    $of = self::heard($of, $unpublished['lines'], 0.35);
                }
            }
            foreach ($sum as $line => $value) {
                $sum[$line] = $value === null || $of[$line] === null ? null : $value + $of[$line];
            }
        }

        return $sum;
    }

    /**
     * A quarter that is closed shows a little before it is told.
     *
     * @param  array{revenue: float, ebitda: float|null, income: float, funds: float}  $expected
     * @param  array<string, int|float>  $lines
     * @return array{revenue: float, ebitda: float|null, income: float, funds: float}
     */
    private static function heard(array $expected, array $lines, float $share): array
    {
        $mix = static fn (float $of, float $true): float => $of + $share * ($true - $of);
        $ebitda = ($lines['operating_income'] ?? 0) + $lines['depreciation_amortization'];

        return [
            'revenue' => $mix($expected['revenue'], (float) $lines['revenue']),
            'ebitda' => $expected['ebitda'] === null ? null : $mix($expected['ebitda'], (float) $ebitda),
            'income' => $mix($expected['income'], (float) $lines['net_income_common']),
            'funds' => $mix($expected['funds'], (float) ($lines['adjusted_funds_from_operations'] ?? $lines['net_income_common'])),
        ];
    }

    private function rate(Wire $wire, int $at, float $price, float $worth): void
    {
        if ($price <= 0) {
            return;
        }
        $house = $this->houses[$at];
        // A target leans on what the house reckons, and on the price it cannot ignore.
        $view = exp(0.5 * log($worth / $price) + 2.2 * $house['bias'] + 0.09 * ($house['mood'][array_key_last($house['mood'])] ?? 0.0));
        $target = round($price * max(0.5, min(2.0, 1.045 * $view)), 2);
        $upside = $target / $price - 1;
        $rating = match (true) {
            $upside > ($house['rating'] === 'buy' ? 0.08 : 0.14) => 'buy',
            $upside < ($house['rating'] === 'sell' ? -0.02 : -0.08) => 'sell',
            default => 'hold',
        };
        $changed = $rating !== $house['rating'];
        if ($changed || $house['target'] <= 0 || abs($target / $house['target'] - 1) > 0.05) {
            if ($wire->day >= self::FIRST_ESTIMATE) {
                $wire->publish(Subject::Rating, 605 + 7 * $at, [
                    'company' => $this->charter->id,
                    'house' => $house['name'],
                    'rating' => $rating,
                    'before' => $changed && $house['target'] > 0 ? $house['rating'] : null,
                    'target' => $target,
                ]);
                if ($changed) {
                    $before = $house['target'] > 0 ? $house['rating'] : null;
                    Newsroom::rated($wire, 606 + 7 * $at, $this->charter, $house['name'], $rating, $before, $target);
                }
            }
            $this->houses[$at]['rating'] = $rating;
            $this->houses[$at]['target'] = $target;
        }
    }

    /** Whether the mean of all estimates is told on a workday. */
    public static function isSnapshot(Wire $wire): bool
    {
        $day = $wire->day;

        return $wire->reaches(intdiv($day, 100) * 100 + 20) &&
            $day >= self::FIRST_CONSENSUS &&
            ($day >= self::MONTHLY_FROM || (intdiv($day, 100) % 100) % 3 === 0);
    }

    /** The mean, the spread and the ends of what the houses say of the fiscal years ahead. */
    public function consensus(Wire $wire): void
    {
        $years = [];
        foreach ($this->houses as $house) {
            foreach ($house['said'] as $year => $said) {
                $years[$year][] = $said;
            }
        }
        ksort($years);
        foreach ($years as $year => $said) {
            foreach (
                [
                    'revenue' => 'revenue',
                    'ebitda' => 'ebitda',
                    'eps' => 'earnings_per_share_diluted',
                    'dps' => 'dividends_per_share',
                ] as $of => $line
            ) {
                $values = array_values(array_filter(array_column($said, $of), static fn (?float $x): bool => $x !== null));
                if ($values !== [] && ! ($of === 'dps' && max($values) <= 0)) {
                    $this->tell($wire, $line, 10 * $year, $values);
                }
            }
        }
    }

    /**
     * What is expected of a quarter before it is told; the mean of earnings a share and revenue.
     *
     * @param  array{period: int, lines: array<string, int|float>}  $unpublished
     * @return array{revenue: float, eps: float} thousands, and a share
     */
    public function quarter(?Wire $wire, Record $record, array $unpublished): array
    {
        $expected = self::heard($record->expected(1), $unpublished['lines'], 0.5);
        $shares = $record->shares();
        $revenue = $eps = [];
        foreach ($this->houses === [] ? [['care' => 1.0]] : $this->houses as $house) {
            $error = (0.006 + 0.5 * $this->charter->noise) * $house['care'] * $this->chance->normal();
            $revenue[] = 1000 * $expected['revenue'] * (1 + 0.5 * $error);
            $eps[] = ($expected['income'] + (abs($expected['income']) + 0.015 * $expected['revenue']) * ($error - 0.008)) / $shares;
        }
        if ($wire !== null && $this->houses !== []) {
            $this->tell($wire, 'revenue', $unpublished['period'], $revenue);
            $this->tell($wire, 'earnings_per_share_diluted', $unpublished['period'], $eps);
        }

        return ['revenue' => array_sum($revenue) / count($revenue) / 1000, 'eps' => array_sum($eps) / count($eps)];
    }

    /** @param  non-empty-list<float>  $values */
    private function tell(Wire $wire, string $line, int $period, array $values): void
    {
        $n = count($values);
        $mean = array_sum($values) / $n;
        $squares = 0.0;
        foreach ($values as $value) {
            $squares += ($value - $mean) ** 2;
        }
        $digits = $line === 'revenue' || $line === 'ebitda' ? -3 : 4;
        $wire->publish(Subject::Consensus, 1100, [
            'company' => $this->charter->id,
            'line' => $line,
            'period' => $period,
            'mean' => round($mean, $digits),
            'deviation' => $n > 1 ? round(sqrt($squares / ($n - 1)), $digits) : 0.0,
            'analysts' => $n,
            'high' => round(max($values), $digits),
            'low' => round(min($values), $digits),
        ]);
    }

    /**
     * Opinions of the day, by the name under which they are observed.
     *
     * @return array<string, float>
     */
    public function opinions(int $day, float $longGrowth): array
    {
        $since = Day::plus($day, -30);
        $this->revisions = array_values(array_filter($this->revisions, static fn (array $of): bool => $of[0] > $since));
        $rated = array_values(array_filter($this->houses, static fn (array $house): bool => $house['target'] > 0));
        if ($rated === []) {
            return [];
        }
        $count = static fn (string $rating): float => (float) count(
            array_filter($rated, static fn (array $house): bool => $house['rating'] === $rating),
        );
        $targets = array_column($rated, 'target');
        $moved = fn (int $direction): float => (float) count(
            array_filter($this->revisions, static fn (array $of): bool => $of[1] === $direction),
        );

        return [
            'analysts_buy' => $count('buy'),
            'analysts_hold' => $count('hold'),
            'analysts_sell' => $count('sell'),
            'estimates_raised_30d' => min((float) count($rated), $moved(1)),
            'estimates_lowered_30d' => min((float) count($rated), $moved(-1)),
            'target_price_mean' => round(array_sum($targets) / count($targets), 2),
            'target_price_high' => max($targets),
            'target_price_low' => min($targets),
            'expected_long_term_growth' => round($longGrowth, 4),
        ];
    }

    /** Earnings a share expected for the fiscal year after the last told one; null where nobody says. */
    public function expectedEarnings(int $year): ?float
    {
        $values = [];
        foreach ($this->houses as $house) {
            if (isset($house['said'][$year])) {
                $values[] = $house['said'][$year]['eps'];
            }
        }

        return $values === [] ? null : array_sum($values) / count($values);
    }
}
