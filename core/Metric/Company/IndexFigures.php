<?php

declare(strict_types=1);

namespace Logion\Metric\Company;

use Logion\Figure\Absence;
use Logion\Figure\Reason;
use Logion\Formula\Moment;
use Logion\Market\PriceSeries;
use Logion\Market\Risk\Beta;

/** A company's share beside its home index. */
final class IndexFigures
{
    private ?PriceSeries $knownIndex = null;

    /** @var array<int, Beta|null> by months */
    private array $betas = [];

    /** @param  PriceSeries|null  $home  the home index with all it will ever hold */
    public function __construct(
        private readonly ?PriceSeries $home,
        private readonly int $asOf,
        private readonly FiscalMoments $moments,
        private readonly PriceSeries $prices,
        private readonly PriceWindows $windows,
    ) {
    }

    /** Beta on the home index over at most so many months; null below 36 joined monthly returns. */
    public function beta(int $months, Moment $moment): ?Beta
    {
        if ($this->index() === null || $moment->past || $moment->days > 0) {
            return null;
        }
        $beta = $this->betas[$months] ??= Beta::monthly($this->prices, $this->index(), $this->asOf, $months);

        return $beta !== null && $beta->observations >= min(36, $months) ? $beta : null;
    }

    /** Total return of the home index between the days a window of the share begins and ends with. */
    public function indexReturn(Moment $moment, float|string $window): float|Absence
    {
        $at = $this->moments->marketPosition($moment);
        if ($this->index() === null || $at instanceof Absence) {
            return $at instanceof Absence ? $at : Absence::of(Reason::NoHomeIndex);
        }
        $from = $this->windows->windowStart($at, $window, true);
        if ($from === null) {
            return Absence::of(Reason::PricesShorterThanPeriod);
        }
        $to = $this->index()->lastUntil($this->prices->day($at));
        $start = $this->index()->lastUntil($this->prices->day($from));

        return $start < 0
            ? Absence::of(Reason::IndexTooYoung)
            : $this->index()->adjusted[$to] / $this->index()->adjusted[$start] - 1;
    }

    /** The home index as it was known on the day; few figures ask for it. */
    private function index(): ?PriceSeries
    {
        return $this->knownIndex ??= $this->home?->asOf($this->asOf);
    }
}
