<?php

declare(strict_types=1);

namespace Logion\Metric\Company;

use Logion\Figure\Absence;
use Logion\Figure\Reason;
use Logion\Figure\Unit;
use Logion\Formula\Moment;
use Logion\Market\Economy;
use Logion\Market\PriceSeries;
use Logion\Metric\Catalogue;
use Logion\Reporting\FactSheet;
use Logion\Reporting\LineItems;
use Logion\Time\Day;
use Logion\Time\FiscalPeriod;
use Logion\Time\TradingDays;

/** Market and macro names at a moment: prices, counts of shares, observations, rates of the economy. */
final class MarketFigures
{
    /** An observation older than this is no longer one. */
    private const OBSERVATION_DAYS = 400;

    /** @var array<string, Absence> by name */
    private array $absences = [];

    /** @var array<int, int> the day before which an observation is too old, by the day it is asked for */
    private array $oldest = [];

    /** @param  array<string, array{days: list<int>, values: list<float>}>  $observations  by name */
    public function __construct(
        private readonly array $observations,
        private readonly int $asOf,
        private readonly FiscalMoments $moments,
        private readonly FactSheet $facts,
        private readonly StatementFigures $statements,
        private readonly PriceSeries $prices,
        private readonly TradingCurrency $rates,
        private readonly DividendFigures $dividends,
        private readonly ShareClassFigures $classes,
        private readonly Economy $economy,
        private readonly Catalogue $catalogue,
    ) {
    }

    /** Value of a market or macro name at a moment. */
    public function market(string $name, Moment $moment): float|Absence
    {
        if ($name === 'shares_outstanding') {
            return $this->sharesOutstanding($moment);
        }
        if ($name === 'shares_of_other_classes' || $name === 'value_of_other_classes') {
            return $this->classes->value($name, $moment);
        }
        if ($name === 'equity_risk_premium') {
            return $this->economy->equityRiskPremium;
        }
        if ($name === 'corporate_tax_rate') {
            return $this->economy->corporateTaxRate;
        }
        if (in_array($name, ['risk_free_rate', 'bill_rate', 'consumer_price_index'], true)) {
            return $this->rate($name, $moment);
        }
        $at = $this->moments->marketPosition($moment);
        if ($at instanceof Absence) {
            return $at;
        }
        $day = $this->prices->day($at);

        return match ($name) {
            'price' => $this->prices->close($at) * $this->rates->priceRate($moment),
            'volume' => $this->prices->volume($at) ?? Absence::of(Reason::NoVolumes),
            'fiscal_year_elapsed' => $this->fiscalYearElapsed($day),
            'ex_dividend_date', 'indicated_annual_dividend' => $this->dividends->value($name, $day, $moment),
            default => $this->observed($name, $day, $moment),
        };
    }

    /** A rate or level of the economy: it reaches as far back as its series, not as the company's prices. */
    private function rate(string $name, Moment $m): float|Absence
    {
        $at = $this->moments->marketPosition($m);
        $period = $m->past ? $this->moments->period($m) : null;
        $day = $at instanceof Absence ? ($period === null ? $this->asOf : $this->facts->periodEnd($period)) : $this->prices->day($at);

        return ($day === null ? null : $this->economy->at($name, $day)) ?? Absence::of(Reason::RateNotKnown);
    }

    /** The latest observation up to a day: counts of shares and prices on today's share basis, prices in the reporting currency. */
    private function observed(string $name, int $day, Moment $m): float|Absence
    {
        $series = $this->observations[$name] ?? null;
        $at = $series === null ? -1 : TradingDays::lastUntil($series['days'], $day);
        if ($name === Catalogue::CHOSEN_COST) {
            return $at < 0 ? Absence::of(Reason::NoOwnCostOfCapital) : $series['values'][$at];
        }
        $this->oldest[$day] ??= Day::plus($day, -self::OBSERVATION_DAYS);
        if ($series === null || $at < 0 || $series['days'][$at] < $this->oldest[$day]) {
            return $this->absences[$name] ??= Absence::of(Reason::NotPublished, $this->catalogue->label($name));
        }
        $value = $series['values'][$at];
        $unit = $this->catalogue->unit($name);
        if ($unit !== Unit::Shares && $unit !== Unit::MoneyPerShare) {
            return $value;
        }
        $ratio = $this->prices->actions->splitRatio($series['days'][$at], $this->asOf);

        return $unit === Unit::Shares ? $value * $ratio : ($value / $ratio) * $this->rates->priceRate($m);
    }

    private function fiscalYearElapsed(int $day): float|Absence
    {
        $year = $this->facts->latestYear();
        $end = $year === null ? null : $this->facts->periodEnd(FiscalPeriod::year($year));

        return $end === null ? Absence::of(Reason::NoReport) : min(1.0, max(0.0, Day::between($end, $day) / 365));
    }

    private function sharesOutstanding(Moment $m): float|Absence
    {
        return $this->statements->line(LineItems::all()['shares_outstanding_period_end'], $m->past ? $m : Moment::of('trailing'));
    }
}
