<?php

declare(strict_types=1);

namespace Logion\Metrics;

use Logion\Absence;
use Logion\Accounts\Fact;
use Logion\Accounts\FactSheet;
use Logion\Accounts\LineItem;
use Logion\Accounts\LineKind;
use Logion\Accounts\OneOffs;
use Logion\Accounts\Period;
use Logion\Market\Day;
use Logion\Market\PriceSeries;
use Logion\Market\TradingDays;
use Logion\Metrics\Formula\Node;
use Logion\Risk\Beta;

/**
 * One company on one as-of day: answers every name a formula can hold. Nothing public later than that day can be seen.
 *
 * Money is in the reporting currency throughout: prices are converted at the rate of their own day, so a price and an
 * amount per share meet in one currency and growth stays free of exchange rates.
 */
final class CompanyScope
{
    /** An observation older than this is no longer one. */
    private const OBSERVATION_DAYS = 400;

    public readonly FactSheet $facts;

    public readonly PriceSeries $prices;

    private readonly ?PriceSeries $index;

    /** @var array<string, array<int, float|Absence>> */
    private array $metrics = [];

    /** @var array<string, array<int, float|Absence>> by line and moment */
    private array $lines = [];

    /** @var array<int, int|Absence> */
    private array $positions = [];

    /** @var array<int, Beta|null> */
    private array $betas = [];

    /** @var array<string, Absence> */
    private array $absences = [];

    private int $depth = 0;

    public function __construct(
        public readonly Company $company,
        public readonly int $asOf,
        public readonly Catalogue $catalogue,
        public readonly Economy $economy,
        private readonly ?Peers $peers = null,
        ?FactSheet $earlier = null,
    ) {
        $this->prices = $company->prices->asOf($asOf);
        $this->index = $company->index?->asOf($asOf);
        // Between two filings the accounts are the same; a sheet made for an earlier day is used again, or carried on.
        $this->facts = $earlier?->holdsOn($asOf, $this->prices->actions) === true ? $earlier
            : new FactSheet(
                $company->template, $company->facts, $company->periodEnds, $asOf, $this->prices->actions, $earlier,
                oneOffs: $company->oneOffs === [] ? null : new OneOffs($company->oneOffs, $economy->corporateTaxRate),
            );
    }

    /** Value of a metric in its own basis, or in that of the metric that refers to it. Each is computed once per moment. */
    public function metric(string $key, ?Moment $moment = null): float|Absence
    {
        $metric = $this->catalogue->find($key) ?? throw new \LogicException("There is no metric {$key}.");
        $moment ??= Moment::of($metric->basis);
        if (isset($this->metrics[$key][$moment->id])) {
            return $this->metrics[$key][$moment->id];
        }
        if ($metric->comparison !== null) {
            return $this->metrics[$key][$moment->id] = $moment->past || $this->peers === null
                ? Absence::missing("{$metric->label} compares companies on one day and has no past.")
                : $this->peers->metric($key, $this->company->id);
        }
        if (! $metric->fits($this->company->template)) {
            return $this->metrics[$key][$moment->id] = $this->doesNotFit($metric->label);
        }
        if (++$this->depth > 120) {
            $this->depth = 0;

            return Absence::notMeaningful("{$metric->label} refers to itself.");
        }
        [$formula, $guard] = $this->catalogue->compiled($key);
        $value = null;
        if ($guard !== null) {
            $value = self::guarded($guard($this, $moment), (string) $metric->notMeaningfulWhen);
        }
        $value ??= $formula($this, $moment);
        $this->depth--;

        return $this->metrics[$key][$moment->id] = self::finite($value);
    }

    /** What a guard says: an absence when it holds or is itself not meaningful, null when the formula decides. */
    public static function guarded(float|Absence $guard, string $text): ?Absence
    {
        if ($guard instanceof Absence) {
            return $guard->kind === \Logion\AbsenceKind::NotMeaningful ? $guard : null;
        }

        return $guard != 0.0 ? Absence::notMeaningful("Not meaningful when {$text}.") : null;
    }

    public static function finite(float|Absence $value): float|Absence
    {
        return is_float($value) && ! is_finite($value) ? Absence::notMeaningful('The result is not a finite number.') : $value;
    }

    public function doesNotFit(string $label): Absence
    {
        return $this->absences['fit:'.$label] ??= Absence::notApplicable("{$label} does not apply to a {$this->company->template->label()}.");
    }

    /** Value of a statement line at a moment. Many metrics ask for the same ones; each is read once. */
    public function line(LineItem $item, Moment $m): float|Absence
    {
        return $this->lines[$item->key][$m->id] ??= $this->readLine($item, $m);
    }

    private function readLine(LineItem $item, Moment $m): float|Absence
    {
        $period = $this->period($m);
        if ($period === null) {
            return $this->absences['none'] ??= Absence::missing('No report has been published yet.');
        }
        $facts = $this->facts;
        if ($m->basis === 'annual') {
            $value = $facts->value($item->key, $period);
        } elseif ($item->kind === LineKind::Instant) {
            $value = $facts->instant($item->key, $period);
        } elseif ($m->basis === 'quarter') {
            // Who reports half years only has its latest half in place of a quarter.
            $value = $item->kind === LineKind::Duration ? $facts->value($item->key, $period) ?? ($facts->reportsHalfYears() ? $facts->half($item->key, $period) : null) : $facts->instant($item->key, $period);
        } elseif ($item->isPeriodAverage()) {
            $value = $this->averageOfQuarters($item->key, $period);
        } else {
            $value = $item->kind === LineKind::Count ? $facts->latestCount($item->key, $period) : $facts->trailing($item->key, $period);
        }

        return $value ?? $this->absentLine($item, $period);
    }

    /**
     * The fiscal period a moment looks at: a year for the annual basis, else a quarter (for trailing, the last of four).
     */
    public function period(Moment $m): ?int
    {
        if ($m->basis === 'annual') {
            $year = $this->facts->latestYear();

            return $year === null ? null : Period::year($year - $m->years);
        }
        $quarter = $this->facts->latestQuarter();

        return $quarter === null ? null : ($m->years === 0 && $m->quarters === 0 ? $quarter : Period::shiftQuarters($quarter, -4 * $m->years - $m->quarters));
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
    public function marketPosition(Moment $m): int|Absence
    {
        return $this->positions[$m->id] ??= $this->locate($m);
    }

    /**
     * An amount of the reporting currency in another currency at the as-of day's rate; other figures are returned as they are.
     */
    public function inCurrency(float|Absence $value, \Logion\Unit $unit, string $currency): float|Absence
    {
        if ($value instanceof Absence || $currency === $this->company->reportingCurrency || ($unit !== \Logion\Unit::Money && $unit !== \Logion\Unit::MoneyPerShare)) {
            return $value;
        }
        $rate = $this->economy->exchange($this->company->reportingCurrency, $currency, $this->asOf);

        return $rate === null ? Absence::missing("No exchange rate of {$this->company->reportingCurrency} into {$currency} is known.") : $value * $rate;
    }

    private function locate(Moment $m): int|Absence
    {
        if ($m->past) {
            $period = $this->period($m);
            $end = $period === null ? null : $this->facts->periodEnd($period);
            if ($end === null) {
                return $this->absences['prices'] ??= Absence::notEnoughHistory('The price history does not reach back that far.');
            }
            $at = TradingDays::lastUntil($this->prices->days, $end) - $m->days;
        } else {
            $at = $this->prices->last() - $m->days;
        }

        return $at < 0 ? ($this->prices->days === [] ? Absence::missing('There is no price.') : Absence::notEnoughHistory('The price history does not reach back that far.')) : $at;
    }

    /** Units of the reporting currency for one unit of the trading currency on a moment's day; 1 where no rate is known. */
    public function priceRate(Moment $m): float
    {
        if ($this->company->reportingCurrency === $this->company->tradingCurrency) {
            return 1.0;
        }
        $at = $this->marketPosition($m);

        return $at instanceof Absence ? 1.0 : $this->economy->exchange($this->company->tradingCurrency, $this->company->reportingCurrency, $this->prices->days[$at]) ?? 1.0;
    }

    /** Value of a market or macro name at a moment. */
    public function market(string $name, Moment $m): float|Absence
    {
        if ($name === 'shares_outstanding') {
            return $this->sharesOutstanding($m);
        }
        if ($name === 'equity_risk_premium') {
            return $this->economy->equityRiskPremium;
        }
        if ($name === 'corporate_tax_rate') {
            return $this->economy->corporateTaxRate;
        }
        $at = $this->marketPosition($m);
        if ($at instanceof Absence) {
            return $at;
        }
        $day = $this->prices->days[$at];

        return match ($name) {
            'price' => $this->prices->closes[$at] * $this->priceRate($m),
            'volume' => $this->prices->volumes[$at] ?? Absence::missing('No volumes are known.'),
            'risk_free_rate', 'bill_rate', 'consumer_price_index' => $this->economy->at($name, $day) ?? Absence::missing('The rate of that day is not known.'),
            'fiscal_year_elapsed' => $this->fiscalYearElapsed($day),
            'ex_dividend_date', 'indicated_annual_dividend' => $this->dividend($name, $day, $m),
            default => $this->observed($name, $day, $m),
        };
    }

    /**
     * Consensus for the k-th fiscal year not yet reported, per-share figures on today's share basis.
     *
     * @param  string  $part  mean, deviation or count
     */
    public function estimate(string $line, int $k, int $daysAgo, string $part, Moment $m): float|Absence
    {
        $year = $this->facts->latestYear();
        $at = $this->marketPosition($m);
        if ($year === null || $at instanceof Absence) {
            return $at instanceof Absence ? $at : Absence::missing('No report has been published yet.');
        }
        $day = $m->past ? $this->prices->days[$at] : $this->asOf;
        $day = $daysAgo === 0 ? $day : Day::plus($day, -$daysAgo);
        $consensus = $this->company->expectations->consensus($line, Period::year($year - $m->years + $k), $day);
        if ($consensus === null) {
            return $this->absences['estimate:'.$line] ??= Absence::missing('No analyst estimates this.');
        }

        return $part === 'count' ? $consensus['count'] : $consensus[$part] / ($this->isPerShare($line) ? $this->prices->actions->splitRatio($consensus['day'], $this->asOf) : 1.0);
    }

    /** (reported − consensus the day before the report) / |consensus| of the quarter a moment looks at. */
    public function surprise(string $line, Moment $m): float|Absence
    {
        $period = $this->period($m->basis === 'quarter' ? $m : Moment::of('quarter')->quartersAgo($m->quarters + 4 * $m->years));
        $fact = $period === null ? null : $this->facts->fact($line, $period);
        if ($fact === null) {
            return Absence::missing('The quarter was not reported.');
        }
        $consensus = $this->company->expectations->consensus($line, $fact->period, Day::plus($fact->filedOn, -1));
        if ($consensus === null) {
            return Absence::missing('No analyst estimated the quarter.');
        }

        return $consensus['mean'] == 0.0 ? Absence::notMeaningful('The consensus was zero.') : ($fact->value - $consensus['mean']) / abs($consensus['mean']);
    }

    /** Beta on the home index over at most so many months; null below 36 joined monthly returns. */
    public function beta(int $months, Moment $m): ?Beta
    {
        if ($this->index === null || $m->past || $m->days > 0) {
            return null;
        }
        $beta = $this->betas[$months] ??= Beta::monthly($this->prices, $this->index, $this->asOf, $months);

        return $beta !== null && $beta->observations >= min(36, $months) ? $beta : null;
    }

    public function indexReturn(Moment $m, float|string $days): float|Absence
    {
        $at = $this->marketPosition($m);
        if ($this->index === null || $at instanceof Absence) {
            return $at instanceof Absence ? $at : Absence::missing('The company has no home index.');
        }
        $from = $days === 'ytd' ? $this->lastOfPreviousYear($at) : $at - (int) $days;
        if ($from < 0) {
            return Absence::notEnoughHistory('The price history is shorter than the period.');
        }
        $to = TradingDays::lastUntil($this->index->days, $this->prices->days[$at]);
        $start = TradingDays::lastUntil($this->index->days, $this->prices->days[$from]);

        return $start < 0 ? Absence::notEnoughHistory('The index is younger than the period.') : $this->index->adjusted[$to] / $this->index->adjusted[$start] - 1;
    }

    /** Position of the last close of the previous calendar year; −1 if there is none. */
    public function lastOfPreviousYear(int $position): int
    {
        return TradingDays::lastUntil($this->prices->days, intdiv($this->prices->days[$position], 10000) * 10000 - 1);
    }

    /**
     * Where the company stands among its peers. Amounts are compared in the base currency, in which the universe is kept;
     * a median of amounts comes back in the reporting currency.
     *
     * @param  string  $measure  one of {@see \Logion\Metrics\Formula\Functions::CROSS_SECTION}
     */
    public function compare(string $measure, Node $expression, float|Absence $own): float|Absence
    {
        if ($this->peers === null) {
            return Absence::missing('There is no universe to compare with.');
        }
        $rate = $this->inCurrency(1.0, $this->catalogue->unitOf($expression), $this->economy->baseCurrency());
        if ($rate instanceof Absence) {
            return $rate;
        }
        $result = $this->peers->compare($measure, $expression, is_float($own) ? $own * $rate : $own, $this->company->id);

        return $measure === 'sector_median' && is_float($result) ? $result / $rate : $result;
    }

    /** The reported fact behind a line at a moment, for the working; null for sums and completed totals. */
    public function fact(LineItem $item, int $period): ?Fact
    {
        return $this->facts->fact($item->key, $period) ?? ($period % 10 === 4 ? $this->facts->fact($item->key, $period - 4) : null);
    }

    private function averageOfQuarters(string $line, int $quarter): ?float
    {
        if ($quarter % 10 === 4 && ($year = $this->facts->value($line, $quarter - 4)) !== null) {
            return $year;
        }
        $sum = 0.0;
        for ($i = 0; $i < 4; $i++) {
            $value = $this->facts->value($line, Period::shiftQuarters($quarter, -$i));
            if ($value === null) {
                return null;
            }
            $sum += $value;
        }

        return $sum / 4;
    }

    private function absentLine(LineItem $item, int $period): Absence
    {
        if (! $item->fits($this->company->template)) {
            return $this->doesNotFit($item->label);
        }
        $first = $this->facts->firstYear();

        return $first !== null && Period::fiscalYear($period) < $first
            ? $this->absences['early:'.$item->key] ??= Absence::notEnoughHistory("{$item->label}: the reports do not reach back that far.")
            : $this->absences['line:'.$item->key] ??= Absence::missing("{$item->label} was not reported.");
    }

    private function sharesOutstanding(Moment $m): float|Absence
    {
        $item = \Logion\Accounts\LineItems::all()['shares_outstanding_period_end'];
        if ($m->past) {
            return $this->line($item, $m);
        }

        return $this->line($item, Moment::of('trailing'));
    }

    private function fiscalYearElapsed(int $day): float|Absence
    {
        $year = $this->facts->latestYear();
        $end = $year === null ? null : $this->facts->periodEnd(Period::year($year));

        return $end === null ? Absence::missing('No report has been published yet.') : min(1.0, max(0.0, Day::between($end, $day) / 365));
    }

    private function dividend(string $name, int $day, Moment $m): float|Absence
    {
        $paid = array_values(array_filter($this->prices->actions->dividends, static fn (array $dividend): bool => $dividend[0] <= $day));
        if ($paid === []) {
            return $name === 'indicated_annual_dividend' ? 0.0 : Absence::missing('No dividend has been paid.');
        }
        [$last, $amount] = $paid[count($paid) - 1];
        if ($name === 'ex_dividend_date') {
            return (float) $last;
        }
        if (Day::between($last, $day) > 400) {
            return 0.0;
        }
        $frequency = count(array_filter($paid, static fn (array $dividend): bool => Day::between($dividend[0], $last) < 355));

        return $amount / $this->prices->actions->splitRatio($last, $this->asOf) * $frequency * $this->priceRate($m);
    }

    /** The latest observation up to a day: counts of shares and prices on today's share basis, prices in the reporting currency. */
    private function observed(string $name, int $day, Moment $m): float|Absence
    {
        $series = $this->company->observations[$name] ?? null;
        $at = $series === null ? -1 : TradingDays::lastUntil($series['days'], $day);
        if ($series === null || $at < 0 || Day::between($series['days'][$at], $day) > self::OBSERVATION_DAYS) {
            return $this->absences['observed:'.$name] ??= Absence::missing($this->catalogue->label($name).': nobody has published it.');
        }
        $ratio = $this->prices->actions->splitRatio($series['days'][$at], $this->asOf);

        return match ($this->catalogue->unit($name)) {
            \Logion\Unit::Shares => $series['values'][$at] * $ratio,
            \Logion\Unit::MoneyPerShare => $series['values'][$at] / $ratio * $this->priceRate($m),
            default => $series['values'][$at],
        };
    }

    private function isPerShare(string $line): bool
    {
        return $this->catalogue->unit($line) === \Logion\Unit::MoneyPerShare;
    }
}
