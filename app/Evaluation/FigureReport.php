<?php

declare(strict_types=1);

namespace App\Evaluation;

use Closure;
use Logion\Figure\Absence;
use Logion\Figure\Figure;
use Logion\Figure\Reason;
use Logion\Figure\Source;
use Logion\Figure\Unit;
use Logion\Figure\Words;
use Logion\Figure\Working;
use Logion\Formula\Moment;
use Logion\Formula\Node;
use Logion\Metric\CompanyScope;
use Logion\Metric\Evaluation\LineWorkings;
use Logion\Metric\Evaluation\Workings;
use Logion\Reporting\LineItem;
use Logion\Reporting\LineItems;
use Logion\Reporting\LineKind;
use Logion\Time\Day;
use Logion\Time\FiscalPeriod;

/** Figures of one company as the outside sees them: amounts in the currency its shares trade in, with their working and past. */
final class FigureReport
{
    public function __construct(private readonly CompanyScope $scope)
    {
    }

    /** @return array<string, mixed> value, unit, currency, state, reason */
    public function metric(string $key): array
    {
        $unit = $this->scope->catalogue->unit($key);
        $figure = Figure::of($this->traded($this->scope->metric($key), $unit), $unit);

        return [
            ...$figure->jsonSerialize(),
            'currency' => in_array($unit, [Unit::Money, Unit::MoneyPerShare], true) ? $this->scope->company->tradingCurrency : null,
        ];
    }

    /**
     * Those of some metrics that fit the kind of business.
     *
     * @param  list<string>  $keys
     * @return list<array{key: string, label: string, figure: array<string, mixed>}>
     */
    public function metrics(array $keys): array
    {
        return array_map(
            fn (string $key): array => ['key' => $key, 'label' => $this->scope->catalogue->label($key), 'figure' => $this->metric($key)],
            $this->fitting($keys),
        );
    }

    /**
     * Lines of a report, or metrics as of each year, in the reporting currency; only those that fit the kind of business.
     *
     * @param  list<string>  $keys
     * @param  list<int>  $years
     * @return list<array{key: string, label: string, unit: string, figures: list<Figure>}>
     */
    public function throughYears(array $keys, array $years): array
    {
        return array_map(function (string $key) use ($years): array {
            $item = LineItems::find($key);
            $unit = $this->scope->catalogue->unit($key);
            $value = fn (Moment $moment): float|Absence => $item === null
                ? $this->scope->metric($key, $moment)
                : $this->scope->line($item, $moment);

            return [
                'key' => $key,
                'label' => $this->scope->catalogue->label($key),
                'unit' => $unit->value,
                'figures' => array_map(fn (int $year): Figure => Figure::of($value($this->scope->moments->year($year)), $unit), $years),
            ];
        }, $this->fitting($keys));
    }

    /**
     * What was expected of the earnings a share of fiscal years, each time it was told in the last years; those of which nothing was, are
     * left out.
     *
     * @param  list<int>  $years
     * @return list<array{year: int, days: list<string>, means: list<float>}>
     */
    public function expectedEarnings(array $years, int $back): array
    {
        $since = Day::monthsEarlier($this->scope->asOf, 12 * $back);
        $paths = [];
        foreach ($years as $year) {
            $path = $this->scope->expectedPath('earnings_per_share_diluted', FiscalPeriod::year($year), $since);
            if ($path !== []) {
                $paths[] = ['year' => $year, 'days' => array_map(Day::iso(...), array_column($path, 0)), 'means' => array_column($path, 1)];
            }
        }

        return $paths;
    }

    /** The working of a metric; where the reporting currency is another, the conversion is its first step. */
    public function working(string $key): Working
    {
        return $this->converted((new Workings($this->scope))->metric($key));
    }

    /**
     * A metric as the margin explains it. A past year is told in the reporting currency, as its report was.
     *
     * @return array<string, mixed> working, currency, note, history, standing
     */
    public function explainMetric(string $key, ?int $year): array
    {
        $metric = $this->scope->catalogue->all()[$key];
        $history = $this->history(fn (Moment $moment): float|Absence => $this->traded($this->scope->metric($key, $moment), $metric->unit));
        if ($year === null) {
            return [
                'working' => $this->working($key),
                'currency' => $this->scope->company->tradingCurrency,
                'note' => $metric->note,
                'history' => $history,
                'standing' => $this->standing($key),
            ];
        }

        return [
            'working' => (new Workings($this->scope))->metric($key, $this->scope->moments->year($year)),
            'currency' => $this->scope->company->reportingCurrency,
            'note' => $metric->note,
            'history' => $history,
            'standing' => null,
        ];
    }

    /**
     * A formula as the margin explains it, in the currency of the installation, in which formulas are written.
     *
     * @return array<string, mixed> working, currency, note, history, standing
     */
    public function explainFormula(string $formula): array
    {
        $catalogue = $this->scope->catalogue;
        $tree = $catalogue->parse($formula);
        $unit = $catalogue->unitOf($tree);

        return [
            'working' => (new Workings($this->scope))->expression($tree, $formula, $unit),
            'currency' => $this->scope->economy->baseCurrency(),
            'note' => '',
            'history' => $this->history(fn (Moment $moment): float|Absence => $this->scope->value($tree, $moment->inBase(true))),
            'standing' => null,
        ];
    }

    /**
     * A statement line of a period, with every filing that gave it.
     *
     * @param  'annual'|'half_year'|'quarterly'|'trailing'  $basis
     * @return array<string, mixed> working, currency, note, filings, history, standing
     */
    public function explainLine(LineItem $item, int $period, string $basis): array
    {
        $lines = new LineWorkings($this->scope);
        $latest = $this->scope->facts->latestQuarter() ?? $period;
        $working =
            $basis === 'half_year' && $item->kind === LineKind::Duration
                ? $lines->half($item, $period)
                : ($basis === 'trailing'
                    ? (new Workings($this->scope))->expression(
                        Node::name($item->key),
                        $item->label,
                        $item->unit,
                        Moment::of('trailing')->quartersAgo(max(0, FiscalPeriod::quartersBetween($period, $latest))),
                    )
                    : $lines->reported($item, $period));
        $filings = [];
        foreach ($this->scope->company->facts as $fact) {
            $isMeant = $fact->line === $item->key && $fact->period === $period && ! $fact->isCorrection();
            if ($isMeant && $fact->filedOn <= $this->scope->asOf) {
                $filings[] = [
                    'value' => $fact->value,
                    'filed_on' => Day::iso($fact->filedOn),
                    'title' => $this->scope->company->filings[$fact->filing] ?? '',
                ];
            }
        }

        return [
            'working' => $working,
            'currency' => $this->scope->company->reportingCurrency,
            'note' => '',
            'filings' => $filings,
            'standing' => null,
            'history' => $this->history(fn (Moment $moment): float|Absence => $this->scope->line($item, $moment)),
        ];
    }

    /**
     * @param  list<string>  $keys  lines or metrics
     * @return list<string>
     */
    private function fitting(array $keys): array
    {
        return array_values(
            array_filter(
                $keys,
                fn (string $key): bool => (LineItems::find($key) ?? $this->scope->catalogue->find($key))?->fits(
                    $this->scope->company->template,
                ) === true,
            ),
        );
    }

    private function converted(Working $working): Working
    {
        $company = $this->scope->company;
        $unit = $working->figure->unit;
        if (
            $company->reportingCurrency === $company->tradingCurrency ||
            ! in_array($unit, [Unit::Money, Unit::MoneyPerShare], true) ||
            ! $working->figure->isKnown()
        ) {
            return $working;
        }
        $rate = $this->scope->economy->exchange($company->reportingCurrency, $company->tradingCurrency, $this->scope->asOf);

        return new Working(
            $working->label,
            Figure::of($this->traded($working->figure->value(), $unit), $unit),
            Words::say(
                'amount_in_exchange_rate_into',
                reportingCurrency: $company->reportingCurrency,
                tradingCurrency: $company->tradingCurrency,
            ),
            $working->period,
            [
                $working,
                new Working(
                    Words::say('exchange_rate'),
                    Figure::of($rate ?? Absence::of(Reason::NotKnown), Unit::Ratio),
                    null,
                    null,
                    [],
                    Source::market(
                        Words::say('for_one_2', tradingCurrency: $company->tradingCurrency, reportingCurrency: $company->reportingCurrency),
                    ),
                ),
            ],
            null,
            $working->key,
        );
    }

    /** The median of its sector, in the currency in which {@see metric()} tells the company's own figure. */
    public function sectorMedian(string $key): ?float
    {
        $median = $this->traded($this->scope->compare('sector_median', Node::name($key)), $this->scope->catalogue->unit($key));

        return is_float($median) ? $median : null;
    }

    /** @return array{universe: ?float, sector: ?float, sector_median: ?float} shares of companies below it, and the median of its sector */
    private function standing(string $key): array
    {
        $compare = fn (string $function): float|Absence => $this->scope->compare($function, Node::name($key));
        $known = static fn (float|Absence $figure): ?float => is_float($figure) ? $figure : null;

        return [
            'universe' => $known($compare('universe_percentile')),
            'sector' => $known($compare('sector_percentile')),
            'sector_median' => $this->sectorMedian($key),
        ];
    }

    /**
     * @param  Closure(Moment): (float|Absence)  $value
     * @return array{years: list<int>, values: list<?float>}
     */
    private function history(Closure $value): array
    {
        $years = $this->scope->moments->years();

        return [
            'years' => $years,
            'values' => array_map(function (int $year) use ($value): ?float {
                $figure = $value($this->scope->moments->year($year));

                return $figure instanceof Absence ? null : $figure;
            }, $years),
        ];
    }

    private function traded(float|Absence $value, Unit $unit): float|Absence
    {
        return $this->scope->inCurrency($value, $unit, $this->scope->company->tradingCurrency);
    }
}
