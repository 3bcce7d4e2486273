<?php

declare(strict_types=1);

namespace Logion\Metric\Company;

use Logion\Figure\Absence;
use Logion\Figure\Reason;
use Logion\Formula\Moment;
use Logion\Market\PriceSeries;
use Logion\Reporting\FactSheet;
use Logion\Time\FiscalPeriod;

/** Which fiscal period and which trading day of a company a moment looks at. */
final class FiscalMoments
{
    /** @var array<int, int|Absence> position of the bar by moment */
    private array $positions = [];

    private ?Absence $short = null;

    public function __construct(private readonly FactSheet $facts, private readonly PriceSeries $prices)
    {
    }

    /**
     * The fiscal period a moment looks at: a year for the annual basis, else a quarter (for trailing, the last of four).
     */
    public function period(Moment $m): ?int
    {
        if ($m->basis === 'annual') {
            $year = $this->facts->latestYear();

            return $year === null ? null : FiscalPeriod::year($year - $m->years);
        }
        $quarter = $this->facts->latestQuarter();

        return $quarter === null
            ? null
            : ($m->years === 0 && $m->quarters === 0
                ? $quarter
                : FiscalPeriod::shiftQuarters($quarter, -4 * $m->years - $m->quarters));
    }

    /**
     * The quarter the trailing flows of a moment end with. Where the year up to the latest quarter cannot be put together, as
     * when quarters have only begun to be reported, it is the end of the last fiscal year.
     */
    public function flowPeriod(Moment $m): ?int
    {
        $latest = $this->facts->latestTrailing();

        return $latest === null ? null : FiscalPeriod::shiftQuarters($latest, -4 * $m->years - $m->quarters);
    }

    /** The moment of a completed fiscal year; a year not reported yet counts as the latest. */
    public function year(int $fiscalYear): Moment
    {
        return Moment::of('annual')->completedYear(max(0, ($this->facts->latestYear() ?? $fiscalYear) - $fiscalYear));
    }

    /** @return list<int> fiscal years from the first reported to the latest */
    public function years(): array
    {
        $first = $this->facts->firstYear();
        $latest = $this->facts->latestYear();

        return $first === null || $latest === null ? [] : range($first, $latest);
    }

    /** Position in the price series a moment looks at. */
    public function marketPosition(Moment $moment): int|Absence
    {
        return $this->positions[$moment->place] ??= $this->locate($moment);
    }

    private function locate(Moment $m): int|Absence
    {
        if ($m->past) {
            $period = $this->period($m);
            $end = $period === null ? null : $this->facts->periodEnd($period);
            if ($end === null) {
                return $this->short ??= Absence::of(Reason::PricesTooYoung);
            }
            $at = $this->prices->lastUntil($end) - $m->days;
        } else {
            $at = $this->prices->last() - $m->days;
        }

        return $at < 0
            ? ($this->prices->last() < 0
                ? Absence::of(Reason::NoPrice)
                : Absence::of(Reason::PricesTooYoung))
            : $at;
    }
}
