<?php

declare(strict_types=1);

namespace Logion\Metric;

use Logion\Figure\Absence;
use Logion\Figure\Unit;
use Logion\Formula\Moment;
use Logion\Formula\Node;
use Logion\Formula\Shape\AmongCompanies;
use Logion\Formula\Subject;
use Logion\Formula\Vector;
use Logion\Market\Economy;
use Logion\Market\Indicators;
use Logion\Market\PriceSeries;
use Logion\Market\Risk\Beta;
use Logion\Metric\Evaluation\BatchEvaluator;
use Logion\Metric\Evaluation\DailyEvaluator;
use Logion\Reporting\Adjustment\NonRecurringItems;
use Logion\Reporting\FactSheet;
use Logion\Reporting\FiledFact;
use Logion\Reporting\LineItem;
use Logion\Reporting\LineItems;
use Logion\Reporting\LineKind;
use Logion\Reporting\ShareClass;
use Logion\Time\Day;
use Logion\Time\FiscalPeriod;
use Logion\Time\TradingDays;
use Logion\Time\Window;

/**
 * One company on one as-of day: answers every name a formula can hold. Nothing public later than that day can be seen.
 *
 * Money is in the reporting currency throughout: prices are converted at the rate of their own day, so a price and an
 * amount per share meet in one currency and growth stays free of exchange rates.
 */
final class CompanyScope implements Subject
{
    /** An observation older than this is no longer one. */
    private const OBSERVATION_DAYS = 400;

    public readonly FactSheet $facts;

    public readonly PriceSeries $prices;

    private ?PriceSeries $knownIndex = null;

    /** @var array<int, int|Absence> */
    private array $positions = [];

    /** @var array<int, Beta|null> */
    private array $betas = [];

    /** @var array<string, Absence> */
    private array $absences = [];

    /** @var array<string, int|null> first bar by window and last bar */
    private array $windows = [];

    private ?BatchEvaluator $evaluator = null;

    public function __construct(
        public readonly CompanyData $company,
        public readonly int $asOf,
        public readonly Catalogue $catalogue,
        public readonly Economy $economy,
        private readonly ?Peers $peers = null,
        ?FactSheet $earlier = null,
    ) {
        $this->prices = $company->prices->asOf($asOf);
        // Between two filings the accounts are the same; a sheet made for an earlier day is used again, or carried on.
        $this->facts =
            $earlier?->holdsOn($asOf, $this->prices->actions) === true
                ? $earlier
                : new FactSheet(
                    $company->template,
                    $company->facts,
                    $company->periodEnds,
                    $asOf,
                    $this->prices->actions,
                    $earlier,
                    oneOffs: $company->oneOffs === [] ? null : new NonRecurringItems($company->oneOffs, $economy->corporateTaxRate),
                );
    }

    /** Value of a metric, by default now and in its own basis; amounts in the reporting currency. */
    public function metric(string $key, ?Moment $moment = null): float|Absence
    {
        $metric = $this->catalogue->find($key) ?? throw new \LogicException("There is no metric {$key}.");

        return $this->evaluator()
            ->metric($key, $moment ?? Moment::of($metric->basis))
            ->at(0);
    }

    /** Value of any formula: trailing, amounts in the currency of the installation, unless the moment says otherwise. */
    public function value(Node $formula, ?Moment $moment = null): float|Absence
    {
        return $this->evaluator()
            ->value($formula, $moment ?? Moment::ofFormula())
            ->at(0);
    }

    public function prices(): PriceSeries
    {
        return $this->prices;
    }

    public function tradesInReportingCurrency(): bool
    {
        return $this->company->reportingCurrency === $this->company->tradingCurrency;
    }

    private function evaluator(): BatchEvaluator
    {
        return $this->evaluator ??= new BatchEvaluator([$this], $this->catalogue);
    }

    /** An expression on the trading days up to a moment that an exponential mean of n days remembers. */
    public function daily(Node $expression, Moment $moment, int $n): Vector|Absence
    {
        $last = $this->marketPosition($moment);

        return $last instanceof Absence
            ? $last
            : (new DailyEvaluator($this, Indicators::remembers($last, $n), $last, $moment))->value($expression, $moment);
    }

    public function doesNotFit(string $label): Absence
    {
        return $this->absences['fit:'.$label] ??= Absence::notApplicable(
            "{$label} does not apply to a {$this->company->template->label()}.",
        );
    }

    /**
     * Value of a statement line at a moment, in the reporting currency.
     *
     * @param  bool  $zeroIfAbsent  whether a line that a statement's totals show to be none counts as zero
     */
    public function line(LineItem $item, Moment $moment, bool $zeroIfAbsent = false): float|Absence
    {
        $period = $moment->basis === 'trailing' && $item->isOverTime() ? $this->flowPeriod($moment) : $this->period($moment);
        if ($period === null) {
            return $this->absentLine($item, null);
        }
        $facts = $zeroIfAbsent ? $this->facts->withZeros($item->key) : $this->facts;
        if ($moment->basis === 'annual') {
            $value = $facts->value($item->key, $period);
        } elseif ($item->kind === LineKind::Instant) {
            $value = $facts->instant($item->key, $period);
        } elseif ($moment->basis === 'quarter') {
            // Who reports half years only has its latest half in place of a quarter.
            $value =
                $item->kind === LineKind::Duration
                    ? $facts->value($item->key, $period) ?? ($facts->reportsHalfYears() ? $facts->half($item->key, $period) : null)
                    : $facts->instant($item->key, $period);
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

    /**
     * An amount of the reporting currency in another currency at the as-of day's rate; other figures are returned as they are.
     */
    public function inCurrency(float|Absence $value, Unit $unit, string $currency): float|Absence
    {
        if (
            $value instanceof Absence ||
            $currency === $this->company->reportingCurrency ||
            ($unit !== Unit::Money && $unit !== Unit::MoneyPerShare)
        ) {
            return $value;
        }
        $rate = $this->economy->exchange($this->company->reportingCurrency, $currency, $this->asOf);

        return $rate === null
            ? Absence::missing("No exchange rate of {$this->company->reportingCurrency} into {$currency} is known.")
            : $value * $rate;
    }

    /** Units of the installation's currency for one of the reporting currency, on the as-of day. */
    public function baseRate(): float|Absence
    {
        return $this->inCurrency(1.0, Unit::Money, $this->economy->baseCurrency());
    }

    /**
     * First bar of a window that ends with a bar; null if the prices do not reach back to its beginning.
     *
     * @param  bool  $base  whether the bar is wanted that the window begins after, from which returns are measured
     */
    public function windowStart(int $to, float|string $window, bool $base): ?int
    {
        $key = "{$to} {$window} ".(int) $base;
        if (! array_key_exists($key, $this->windows)) {
            $of = Window::of($window);
            $this->windows[$key] = $base ? $of->from($this->prices->days, $to) : $of->first($this->prices->days, $to);
        }

        return $this->windows[$key];
    }

    /** @return list<?float> exponential mean of the closes on the days between two bars; null until it begins */
    public function exponentialMean(int $n, int $from, int $to): array
    {
        $start = Indicators::remembers($from, $n);

        return array_slice(Indicators::ema(array_slice($this->prices->closes, $start, $to - $start + 1), $n), $from - $start);
    }

    /** Relative strength index of a day, by Wilder's smoothing, an exponential mean of weight 1/n; null before it begins. */
    public function relativeStrength(int $n, int $at): ?float
    {
        $start = Indicators::remembers($at, 2 * $n - 1);

        return Indicators::rsi(array_slice($this->prices->closes, $start, $at - $start + 1), $n, $at - $start)[0];
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

        return $at < 0
            ? ($this->prices->days === []
                ? Absence::missing('There is no price.')
                : Absence::notEnoughHistory('The price history does not reach back that far.'))
            : $at;
    }

    /** Units of the reporting currency for one unit of the trading currency on a moment's day; 1 where no rate is known. */
    public function priceRate(Moment $moment): float
    {
        if ($this->tradesInReportingCurrency()) {
            return 1.0;
        }
        $at = $this->marketPosition($moment);

        return $at instanceof Absence
            ? 1.0
            : $this->economy->exchange($this->company->tradingCurrency, $this->company->reportingCurrency, $this->prices->days[$at]) ?? 1.0;
    }

    /** Value of a market or macro name at a moment. */
    public function market(string $name, Moment $moment): float|Absence
    {
        if ($name === 'shares_outstanding') {
            return $this->sharesOutstanding($moment);
        }
        if ($name === 'shares_of_other_classes' || $name === 'value_of_other_classes') {
            return $this->otherClasses($name, $moment);
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
        $at = $this->marketPosition($moment);
        if ($at instanceof Absence) {
            return $at;
        }
        $day = $this->prices->days[$at];

        return match ($name) {
            'price' => $this->prices->closes[$at] * $this->priceRate($moment),
            'volume' => $this->prices->volumes[$at] ?? Absence::missing('No volumes are known.'),
            'fiscal_year_elapsed' => $this->fiscalYearElapsed($day),
            'ex_dividend_date', 'indicated_annual_dividend' => $this->dividend($name, $day, $moment),
            default => $this->observed($name, $day, $moment),
        };
    }

    /** A rate or level of the economy: it reaches as far back as its series, not as the company's prices. */
    private function rate(string $name, Moment $m): float|Absence
    {
        $at = $this->marketPosition($m);
        $period = $m->past ? $this->period($m) : null;
        $day = $at instanceof Absence ? ($period === null ? $this->asOf : $this->facts->periodEnd($period)) : $this->prices->days[$at];

        return ($day === null ? null : $this->economy->at($name, $day)) ?? Absence::missing('The rate of that day is not known.');
    }

    /**
     * Consensus for the k-th fiscal year not yet reported, per-share figures on today's share basis.
     *
     * @param  string  $part  mean, deviation or count
     */
    public function estimate(string $line, int $k, int $daysAgo, string $part, Moment $moment): float|Absence
    {
        $year = $this->facts->latestYear();
        $at = $this->marketPosition($moment);
        if ($year === null || $at instanceof Absence) {
            return $at instanceof Absence ? $at : Absence::missing('No report has been published yet.');
        }
        $day = $moment->past ? $this->prices->days[$at] : $this->asOf;
        $day = $daysAgo === 0 ? $day : Day::plus($day, -$daysAgo);
        $consensus = $this->company->expectations->consensus($line, FiscalPeriod::year($year - $moment->years + $k), $day);
        if ($consensus === null) {
            return $this->absences['estimate:'.$line] ??= Absence::missing('No analyst estimates this.');
        }

        return $part === 'count'
            ? $consensus['count']
            : $consensus[$part] / ($this->isPerShare($line) ? $this->prices->actions->splitRatio($consensus['day'], $this->asOf) : 1.0);
    }

    /** (reported − consensus the day before the report) / |consensus| of the quarter a moment looks at. */
    public function surprise(string $line, Moment $moment): float|Absence
    {
        $period = $this->period(
            $moment->basis === 'quarter' ? $moment : Moment::of('quarter')->quartersAgo($moment->quarters + 4 * $moment->years),
        );
        $fact = $period === null ? null : $this->facts->fact($line, $period);
        if ($fact === null) {
            return Absence::missing('The quarter was not reported.');
        }
        $consensus = $this->company->expectations->consensus($line, $fact->period, Day::plus($fact->filedOn, -1));
        if ($consensus === null) {
            return Absence::missing('No analyst estimated the quarter.');
        }

        return $consensus['mean'] == 0.0
            ? Absence::notMeaningful('The consensus was zero.')
            : ($fact->value - $consensus['mean']) / abs($consensus['mean']);
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

    /** The home index as it was known on the day; few figures ask for it. */
    private function index(): ?PriceSeries
    {
        return $this->knownIndex ??= $this->company->index?->asOf($this->asOf);
    }

    /** Total return of the home index between the days a window of the share begins and ends with. */
    public function indexReturn(Moment $moment, float|string $window): float|Absence
    {
        $at = $this->marketPosition($moment);
        if ($this->index() === null || $at instanceof Absence) {
            return $at instanceof Absence ? $at : Absence::missing('The company has no home index.');
        }
        $from = $this->windowStart($at, $window, true);
        if ($from === null) {
            return Absence::notEnoughHistory('The price history is shorter than the period.');
        }
        $to = TradingDays::lastUntil($this->index()->days, $this->prices->days[$at]);
        $start = TradingDays::lastUntil($this->index()->days, $this->prices->days[$from]);

        return $start < 0
            ? Absence::notEnoughHistory('The index is younger than the period.')
            : $this->index()->adjusted[$to] / $this->index()->adjusted[$start] - 1;
    }

    /** Dividends a share with an ex-date in a window, on the share basis of the as-of day. */
    public function dividends(Moment $moment, float|string $window): float|Absence
    {
        $at = $this->marketPosition($moment);
        if ($at instanceof Absence) {
            return $at;
        }
        $from = $this->windowStart($at, $window, true);
        if ($from === null) {
            return Absence::notEnoughHistory('The price history is shorter than the window.');
        }
        if ($this->prices->actions->dividends === []) {
            $reported = $this->line(LineItems::all()['dividends_per_share'], Moment::of('trailing'));

            return $reported === 0.0
                ? 0.0
                : Absence::missing(
                    'No ex-dates of dividends are known'.($reported instanceof Absence ? '.' : ', though dividends were reported.'),
                );
        }
        $to = $moment->past || $moment->days > 0 ? $this->prices->days[$at] : $this->asOf;
        $after = Window::of($window)->beginsAfter($to, $this->prices->days[$from]);
        $sum = 0.0;
        foreach ($this->prices->actions->dividends as [$day, $amount]) {
            if ($day > $after && $day <= $to) {
                $sum += $amount / $this->prices->actions->splitRatio($day, $this->asOf);
            }
        }

        return $sum * $this->priceRate($moment);
    }

    /** Position of the last close of the previous calendar year; −1 if there is none. */
    public function lastOfPreviousYear(int $position): int
    {
        return TradingDays::lastUntil($this->prices->days, intdiv($this->prices->days[$position], 10000) * 10000 - 1);
    }

    /**
     * Where the company stands among others by an expression, amounts in the currency of the installation.
     *
     * @param  float|Absence  $own  its own value
     */
    public function standing(AmongCompanies $function, Node $expression, float|Absence $own): float|Absence
    {
        return $this->peers === null
            ? Absence::missing('There is no universe to compare with.')
            : $this->peers->standing($function, $expression, $own, $this->company->id);
    }

    /**
     * The same for a function named; an amount in the reporting currency.
     *
     * @param  string  $function  such as sector_median
     */
    public function compare(string $function, Node $expression): float|Absence
    {
        return $this->value(Node::call($function, [$expression]), Moment::of('trailing'));
    }

    /** Value of a metric that has no formula but compares companies: a place in a ranking, a residual. */
    public function compared(Metric $metric, Moment $moment): float|Absence
    {
        return $moment->past || $this->peers === null
            ? Absence::missing("{$metric->label} compares companies on one day and has no past.")
            : $this->peers->metric($metric->key, $this->company->id);
    }

    /** The same company among other peers. */
    public function among(?Peers $peers): self
    {
        return new self($this->company, $this->asOf, $this->catalogue, $this->economy, $peers, $this->facts);
    }

    /** The reported fact behind a line at a moment, for the working; null for sums and completed totals. */
    public function fact(LineItem $item, int $period): ?FiledFact
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
            $value = $this->facts->value($line, FiscalPeriod::shiftQuarters($quarter, -$i));
            if ($value === null) {
                return null;
            }
            $sum += $value;
        }

        return $sum / 4;
    }

    /** Why a line has no value in a period; null if nothing was reported at all. */
    public function absentLine(LineItem $item, ?int $period): Absence
    {
        if ($period === null) {
            return $this->absences['none'] ??= Absence::missing('No report has been published yet.');
        }
        if (! $item->fits($this->company->template)) {
            return $this->doesNotFit($item->label);
        }
        $first = $this->facts->firstYear();

        return $first !== null && FiscalPeriod::fiscalYear($period) < $first
            ? ($this->absences['early:'.$item->key] ??= Absence::notEnoughHistory(
                "{$item->label}: the reports do not reach back that far.",
            ))
            : ($this->absences['line:'.$item->key] ??= Absence::missing("{$item->label} was not reported."));
    }

    private function sharesOutstanding(Moment $m): float|Absence
    {
        return $this->line(LineItems::all()['shares_outstanding_period_end'], $m->past ? $m : Moment::of('trailing'));
    }

    /**
     * The classes of shares that are listed beside the main one at a moment; those that are not, or no longer, count at the price
     * of the main one.
     *
     * @return list<array{class: ShareClass, day: int, price: float, count: ?float}>|Absence price in the reporting currency; count null
     *     where it was not reported
     */
    public function classesAt(Moment $m): array|Absence
    {
        if ($this->company->otherClasses === []) {
            return [];
        }
        $at = $this->marketPosition($m);
        $quarter = $this->period($m->past ? $m : Moment::of('trailing'));
        if ($at instanceof Absence || $quarter === null) {
            return $at instanceof Absence ? $at : Absence::missing('No report has been published yet.');
        }
        $listed = [];
        foreach ($this->company->otherClasses as $class) {
            $priced = $class->priceOn($this->prices->days[$at], $this->asOf);
            $rate = $priced === null ? null : $this->economy->exchange($class->currency, $this->company->reportingCurrency, $priced['day']);
            if ($rate !== null) {
                $listed[] = [
                    'class' => $class,
                    'day' => $priced['day'],
                    'price' => $priced['price'] * $rate,
                    'count' => $class->countAt(FiscalPeriod::lastQuarter($quarter), $this->asOf),
                ];
            }
        }

        return $listed;
    }

    private function otherClasses(string $name, Moment $m): float|Absence
    {
        $sum = 0.0;
        $classes = $this->classesAt($m);
        foreach ($classes instanceof Absence ? [] : $classes as ['class' => $class, 'price' => $price, 'count' => $count]) {
            if ($count === null) {
                return Absence::missing("The share count of {$class->name} was not reported.");
            }
            $sum += $name === 'shares_of_other_classes' ? $count * $class->entitlement : $count * $price;
        }

        return $classes instanceof Absence ? $classes : $sum;
    }

    private function fiscalYearElapsed(int $day): float|Absence
    {
        $year = $this->facts->latestYear();
        $end = $year === null ? null : $this->facts->periodEnd(FiscalPeriod::year($year));

        return $end === null ? Absence::missing('No report has been published yet.') : min(1.0, max(0.0, Day::between($end, $day) / 365));
    }

    private function dividend(string $name, int $day, Moment $m): float|Absence
    {
        $paid = $this->prices->actions->dividends;
        for ($at = count($paid) - 1; $at >= 0 && $paid[$at][0] > $day; $at--) {
            // Not paid yet.
        }
        if ($at < 0) {
            return $name === 'indicated_annual_dividend' ? 0.0 : Absence::missing('No dividend has been paid.');
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

        return ($amount / $this->prices->actions->splitRatio($last, $this->asOf)) * $frequency * $this->priceRate($m);
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
            Unit::Shares => $series['values'][$at] * $ratio,
            Unit::MoneyPerShare => ($series['values'][$at] / $ratio) * $this->priceRate($m),
            default => $series['values'][$at],
        };
    }

    private function isPerShare(string $line): bool
    {
        return $this->catalogue->unit($line) === Unit::MoneyPerShare;
    }
}
