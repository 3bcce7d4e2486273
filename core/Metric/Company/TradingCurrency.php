<?php

declare(strict_types=1);

namespace Logion\Metric\Company;

use Logion\Figure\Absence;
use Logion\Formula\Moment;
use Logion\Market\Economy;
use Logion\Market\PriceSeries;

/** The rate that prices are brought into the reporting currency with. */
final class TradingCurrency
{
    public function __construct(
        private readonly string $trading,
        private readonly string $reporting,
        private readonly FiscalMoments $moments,
        private readonly PriceSeries $prices,
        private readonly Economy $economy,
    ) {
    }

    public function isThatOfReports(): bool
    {
        return $this->trading === $this->reporting;
    }

    /** Units of the reporting currency for one unit of the trading currency on a moment's day; 1 where no rate is known. */
    public function priceRate(Moment $moment): float
    {
        if ($this->isThatOfReports()) {
            return 1.0;
        }
        $at = $this->moments->marketPosition($moment);

        return $at instanceof Absence ? 1.0 : $this->economy->exchange($this->trading, $this->reporting, $this->prices->day($at)) ?? 1.0;
    }
}
