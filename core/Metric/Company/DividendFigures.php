<?php

declare(strict_types=1);

namespace Logion\Metric\Company;

use Logion\Figure\Absence;
use Logion\Figure\Reason;
use Logion\Formula\Moment;
use Logion\Market\PriceSeries;
use Logion\Reporting\LineItems;
use Logion\Time\Day;
use Logion\Time\Window;

/** Dividends by their ex-dates, in the reporting currency and on the share basis of the as-of day. */
final class DividendFigures
{
    public function __construct(
        private readonly int $asOf,
        private readonly FiscalMoments $moments,
        private readonly PriceSeries $prices,
        private readonly PriceWindows $windows,
        private readonly StatementFigures $statements,
        private readonly TradingCurrency $rates,
    ) {
    }

    /** Dividends a share with an ex-date in a window, on the share basis of the as-of day. */
    public function dividends(Moment $moment, float|string $window): float|Absence
    {
        $at = $this->moments->marketPosition($moment);
        if ($at instanceof Absence) {
            return $at;
        }
        $from = $this->windows->windowStart($at, $window, true);
        if ($from === null) {
            return Absence::of(Reason::PricesShorterThanWindow);
        }
        if ($this->prices->actions->dividends === []) {
            $reported = $this->statements->line(LineItems::all()['dividends_per_share'], Moment::of('trailing'));

            return $reported === 0.0
                ? 0.0
                : Absence::of($reported instanceof Absence ? Reason::NoExDates : Reason::NoExDatesThoughPaid);
        }
        $to = $moment->past || $moment->days > 0 ? $this->prices->day($at) : $this->asOf;
        $after = Window::of($window)->beginsAfter($to, $this->prices->day($from));
        $sum = 0.0;
        $actions = $this->prices->actions;
        foreach ($actions->dividends as [$day, $amount]) {
            if ($day > $to) {
                break;
            }
            if ($day > $after) {
                $sum += $actions->splits === [] ? $amount : $amount / $actions->splitRatio($day, $this->asOf);
            }
        }

        return $sum * $this->rates->priceRate($moment);
    }

    /**
     * Value of a market name about dividends on a day.
     *
     * @param  'ex_dividend_date'|'indicated_annual_dividend'  $name
     */
    public function value(string $name, int $day, Moment $m): float|Absence
    {
        $paid = $this->prices->actions->dividends;
        for ($at = count($paid) - 1; $at >= 0 && $paid[$at][0] > $day; $at--) {
            // Not paid yet.
        }
        if ($at < 0) {
            return $name === 'indicated_annual_dividend' ? 0.0 : Absence::of(Reason::NoDividendPaid);
        }
        [$last, $amount] = $paid[$at];
        if ($name === 'ex_dividend_date') {
            return (float) $last;
        }
        if (Day::between($last, $day) > 400) {
            return 0.0;
        }
        for ($frequency = 0; $frequency <= $at && Day::between($paid[$at - $frequency][0], $last) < 355; $frequency++) {
            // Of the last year.
        }

        return ($amount / $this->prices->actions->splitRatio($last, $this->asOf)) * $frequency * $this->rates->priceRate($m);
    }
}
