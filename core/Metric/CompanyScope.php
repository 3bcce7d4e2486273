<?php

declare(strict_types=1);

namespace Logion\Metric;

use Logion\Figure\Absence;
use Logion\Figure\Reason;
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
use Logion\Metric\Company\ConsensusFigures;
use Logion\Metric\Company\DividendFigures;
use Logion\Metric\Company\FiscalMoments;
use Logion\Metric\Company\IndexFigures;
use Logion\Metric\Company\MarketFigures;
use Logion\Metric\Company\PriceWindows;
use Logion\Metric\Company\ShareClassFigures;
use Logion\Metric\Company\StatementFigures;
use Logion\Metric\Company\TradingCurrency;
use Logion\Metric\Evaluation\BatchEvaluator;
use Logion\Metric\Evaluation\DailyEvaluator;
use Logion\Reporting\Adjustment\NonRecurringItems;
use Logion\Reporting\FactSheet;
use Logion\Reporting\LineItem;
use Logion\Statistics\Extent;

/**
 * One company on one as-of day: answers every name a formula can hold. Nothing public later than that day can be seen.
 *
 * Money is in the reporting currency throughout: prices are converted at the rate of their own day, so a price and an
 * amount per share meet in one currency and growth stays free of exchange rates.
 */
final class CompanyScope implements Subject
{
    public readonly FactSheet $facts;

    public readonly PriceSeries $prices;

    public readonly FiscalMoments $moments;

    public readonly StatementFigures $statements;

    public readonly ShareClassFigures $classes;

    private readonly PriceWindows $windows;

    private readonly TradingCurrency $currency;

    private readonly DividendFigures $dividends;

    private readonly IndexFigures $index;

    private readonly ConsensusFigures $consensus;

    private readonly MarketFigures $market;

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
        $this->moments = new FiscalMoments($this->facts, $this->prices);
        $this->statements = new StatementFigures($this->facts, $this->moments, $company->template);
        $this->windows = new PriceWindows($this->prices);
        $this->currency = new TradingCurrency(
            $company->tradingCurrency,
            $company->reportingCurrency,
            $this->moments,
            $this->prices,
            $economy,
        );
        $this->classes = new ShareClassFigures(
            $company->otherClasses,
            $company->reportingCurrency,
            $asOf,
            $this->moments,
            $this->prices,
            $economy,
        );
        $this->dividends = new DividendFigures($asOf, $this->moments, $this->prices, $this->windows, $this->statements, $this->currency);
        $this->index = new IndexFigures($company->index, $asOf, $this->moments, $this->prices, $this->windows);
        $this->consensus = new ConsensusFigures($company->expectations, $asOf, $this->moments, $this->facts, $this->prices, $catalogue);
        $this->market = new MarketFigures(
            $company->observations,
            $asOf,
            $this->moments,
            $this->facts,
            $this->statements,
            $this->prices,
            $this->currency,
            $this->dividends,
            $this->classes,
            $economy,
            $catalogue,
        );
    }

    /**
     * A company on several days, each carrying the accounts of the one before on: a batch like any other.
     *
     * @param  list<int>  $days  YYYYMMDD, ascending
     * @return list<self>
     */
    public static function onDays(CompanyData $company, array $days, Catalogue $catalogue, Economy $economy): array
    {
        $scopes = [];
        $earlier = null;
        foreach ($days as $day) {
            $scopes[] = $scope = new self($company, $day, $catalogue, $economy, earlier: $earlier);
            $earlier = $scope->facts;
        }

        return $scopes;
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
        return $this->currency->isThatOfReports();
    }

    public function marketPosition(Moment $moment): int|Absence
    {
        return $this->moments->marketPosition($moment);
    }

    public function line(LineItem $item, Moment $moment, bool $zeroIfAbsent = false): float|Absence
    {
        return $this->statements->line($item, $moment, $zeroIfAbsent);
    }

    public function market(string $name, Moment $moment): float|Absence
    {
        return $this->market->market($name, $moment);
    }

    public function priceRate(Moment $moment): float
    {
        return $this->currency->priceRate($moment);
    }

    public function windowStart(int $to, float|string $window, bool $base): ?int
    {
        return $this->windows->windowStart($to, $window, $base);
    }

    public function exponentialMean(int $n, int $from, int $to): array
    {
        return $this->windows->exponentialMean($n, $from, $to);
    }

    public function relativeStrength(int $n, int $at): ?float
    {
        return $this->windows->relativeStrength($n, $at);
    }

    public function beta(int $months, Moment $moment): ?Beta
    {
        return $this->index->beta($months, $moment);
    }

    public function indexReturn(Moment $moment, float|string $window): float|Absence
    {
        return $this->index->indexReturn($moment, $window);
    }

    public function dividends(Moment $moment, float|string $window): float|Absence
    {
        return $this->dividends->dividends($moment, $window);
    }

    public function estimate(string $line, int $k, int $daysAgo, string $part, Moment $moment): float|Absence
    {
        return $this->consensus->estimate($line, $k, $daysAgo, $part, $moment);
    }

    public function surprise(string $line, Moment $moment): float|Absence
    {
        return $this->consensus->surprise($line, $moment);
    }

    private function evaluator(): BatchEvaluator
    {
        return $this->evaluator ??= new BatchEvaluator([$this], $this->catalogue);
    }

    /** An expression on the trading days up to a moment that an exponential mean of n days remembers. */
    public function daily(Node $expression, Moment $moment, int $n): Vector|Absence
    {
        $last = $this->moments->marketPosition($moment);

        return $last instanceof Absence
            ? $last
            : (new DailyEvaluator($this, Indicators::remembers($last, $n), $last, $moment))->value($expression, $moment);
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

        return $rate === null ? Absence::of(Reason::NoExchangeRate, $this->company->reportingCurrency, $currency) : $value * $rate;
    }

    /** Units of the installation's currency for one of the reporting currency, on the as-of day. */
    public function baseRate(): float|Absence
    {
        return $this->inCurrency(1.0, Unit::Money, $this->economy->baseCurrency());
    }

    /**
     * Where the company stands among others by an expression, amounts in the currency of the installation.
     *
     * @param  float|Absence  $own  its own value
     */
    public function standing(AmongCompanies $function, Node $expression, float|Absence $own): float|Absence
    {
        return $this->peers === null
            ? Absence::of(Reason::NoUniverse)
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

    /** Where the values of its sector lie; null without a sector that is known. */
    public function sectorSpread(Node $expression): ?Extent
    {
        return $this->peers?->spread($expression, $this->company->id);
    }

    /**
     * What was expected of a fiscal period, each time it was told from a day on, on the share basis of the as-of day.
     *
     * @return list<array{int, float}> day and mean
     */
    public function expectedPath(string $line, int $period, int $from): array
    {
        return $this->consensus->path($line, $period, $from);
    }

    /** Value of a metric that has no formula but compares companies: a place in a ranking, a residual. */
    public function compared(Metric $metric, Moment $moment): float|Absence
    {
        return $moment->past || $this->peers === null
            ? Absence::of(Reason::ComparisonHasNoPast, $metric->label)
            : $this->peers->metric($metric->key, $this->company->id);
    }

    public function valueToPrice(string $method): float|Absence
    {
        return $this->company->worths?->toPrice($method, $this) ?? Absence::of(Reason::NotKnown);
    }

    /** The same company among other peers. */
    public function among(?Peers $peers): self
    {
        return new self($this->company, $this->asOf, $this->catalogue, $this->economy, $peers, $this->facts);
    }
}
