<?php

declare(strict_types=1);

namespace Logion\Metric\Company;

use Logion\Figure\Absence;
use Logion\Figure\Reason;
use Logion\Figure\Unit;
use Logion\Formula\Moment;
use Logion\Market\Consensus;
use Logion\Market\PriceSeries;
use Logion\Metric\Catalogue;
use Logion\Reporting\FactSheet;
use Logion\Time\Day;
use Logion\Time\FiscalPeriod;

/** What analysts expected of a company, and by how much it surprised them. */
final class ConsensusFigures
{
    /** @var array<string, Absence> by line */
    private array $absences = [];

    public function __construct(
        private readonly Consensus $expectations,
        private readonly int $asOf,
        private readonly FiscalMoments $moments,
        private readonly FactSheet $facts,
        private readonly PriceSeries $prices,
        private readonly Catalogue $catalogue,
    ) {
    }

    /**
     * Consensus for the k-th fiscal year not yet reported, per-share figures on today's share basis.
     *
     * @param  string  $part  mean, deviation or count
     */
    public function estimate(string $line, int $k, int $daysAgo, string $part, Moment $moment): float|Absence
    {
        $year = $this->facts->latestYear();
        $at = $this->moments->marketPosition($moment);
        if ($year === null || $at instanceof Absence) {
            return $at instanceof Absence ? $at : Absence::of(Reason::NoReport);
        }
        $day = $moment->past ? $this->prices->day($at) : $this->asOf;
        $day = $daysAgo === 0 ? $day : Day::plus($day, -$daysAgo);
        $consensus = $this->expectations->consensus($line, FiscalPeriod::year($year - $moment->years + $k), $day);
        if ($consensus === null) {
            return $this->absences[$line] ??= Absence::of(Reason::NotEstimated);
        }

        return $part === 'count'
            ? $consensus['count']
            : $consensus[$part] / ($this->isPerShare($line) ? $this->prices->actions->splitRatio($consensus['day'], $this->asOf) : 1.0);
    }

    /**
     * The mean for a period each time it was told from a day on, per-share figures on today's share basis.
     *
     * @return list<array{int, float}> day and mean
     */
    public function path(string $line, int $period, int $from): array
    {
        $path = [];
        foreach ($this->expectations->path($line, $period) as [$day, $mean]) {
            if ($day >= $from && $day <= $this->asOf) {
                $path[] = [$day, $mean / ($this->isPerShare($line) ? $this->prices->actions->splitRatio($day, $this->asOf) : 1.0)];
            }
        }

        return $path;
    }

    /** (reported − consensus the day before the report) / |consensus| of the quarter a moment looks at. */
    public function surprise(string $line, Moment $moment): float|Absence
    {
        $period = $this->moments->period(
            $moment->basis === 'quarter' ? $moment : Moment::of('quarter')->quartersAgo($moment->quarters + 4 * $moment->years),
        );
        $fact = $period === null ? null : $this->facts->fact($line, $period);
        if ($fact === null) {
            return Absence::of(Reason::QuarterNotReported);
        }
        // Days are whole numbers: what is less than a day is before it.
        $consensus = $this->expectations->consensus($line, $fact->period, $fact->filedOn - 1);
        if ($consensus === null) {
            return Absence::of(Reason::QuarterNotEstimated);
        }

        return $consensus['mean'] == 0.0
            ? Absence::of(Reason::ConsensusWasZero)
            : ($fact->value - $consensus['mean']) / abs($consensus['mean']);
    }

    private function isPerShare(string $line): bool
    {
        return $this->catalogue->unit($line) === Unit::MoneyPerShare;
    }
}
