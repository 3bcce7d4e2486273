<?php

declare(strict_types=1);

namespace Logion\Metric\Evaluation;

use Logion\Figure\Absence;
use Logion\Figure\Figure;
use Logion\Figure\Numerals;
use Logion\Figure\Reason;
use Logion\Figure\Source;
use Logion\Figure\Unit;
use Logion\Figure\Working;
use Logion\Formula\Functions;
use Logion\Formula\Moment;
use Logion\Formula\Node;
use Logion\Formula\Shape\OfEstimates;
use Logion\Formula\Trace;
use Logion\Formula\TracedInput;
use Logion\Metric\CompanyScope;
use Logion\Metric\Comparison;
use Logion\Metric\Metric;
use Logion\Reporting\DerivedTotals;
use Logion\Reporting\FiledFact;
use Logion\Reporting\LineItem;
use Logion\Reporting\LineItems;
use Logion\Reporting\LineKind;
use Logion\Time\Day;
use Logion\Time\FiscalPeriod;

/**
 * Tells how a figure of one company came about: the trace of its evaluation, down to reported lines, prices and estimates.
 */
final class Workings
{
    private readonly Trace $trace;

    private readonly BatchEvaluator $evaluator;

    public function __construct(private readonly CompanyScope $scope)
    {
        $this->trace = new Trace();
        $this->evaluator = new BatchEvaluator([$scope], $scope->catalogue, $this->trace);
    }

    /** A metric, by default now and in its own basis; amounts in the reporting currency. */
    public function metric(string $key, ?Moment $moment = null): Working
    {
        $metric = $this->scope->catalogue->get($key);
        $moment ??= Moment::of($metric->basis);

        return $this->ofMetric($metric, $moment, $this->evaluator->metric($key, $moment)->at(0));
    }

    /** Any expression of the language; by default trailing, amounts in the currency of the installation. */
    public function expression(Node $tree, string $label, Unit $unit, ?Moment $moment = null): Working
    {
        $moment ??= Moment::ofFormula();
        $this->trace->take();
        $value = $this->evaluator->value($tree, $moment)->at(0);

        return new Working(
            $label,
            Figure::of($value, $unit),
            (string) $tree,
            $this->periodLabel($moment, false),
            $this->inputs($this->trace->take()),
        );
    }

    private function ofMetric(Metric $metric, Moment $asked, float|Absence $value): Working
    {
        $moment = $asked->ofMetric($metric->basis);
        $natural = $moment->inBase($this->scope->catalogue->isOwn($metric->key));
        $inputs =
            $metric->comparison === null
                ? $this->inputs($this->trace->of($metric->key, $natural))
                : $this->compared($metric->comparison, $moment);

        return new Working(
            $metric->label,
            Figure::of($value, $metric->unit),
            $metric->comparison === null ? (string) $this->scope->catalogue->tree($metric->key) : $metric->formula,
            $this->periodLabel($moment, $metric->basis === 'daily' || $metric->comparison !== null),
            $inputs,
            key: $metric->key,
        );
    }

    /**
     * What a figure that compares companies compares: the company's own value of it.
     *
     * @return list<Working>
     */
    private function compared(Comparison $comparison, Moment $moment): array
    {
        return array_map(function (string $formula) use ($moment): Working {
            $tree = $this->scope->catalogue->parse($formula);

            return $tree->kind === 'name' && $this->scope->catalogue->find($tree->symbol) !== null
                ? $this->metric($tree->symbol)
                : $this->expression($tree, $formula, $this->scope->catalogue->unitOf($tree), $moment);
        }, $comparison->formulas());
    }

    /**
     * Workings of what was read, each shown once.
     *
     * @param  list<TracedInput>  $inputs
     * @return list<Working>
     */
    private function inputs(array $inputs): array
    {
        $workings = [];
        foreach ($inputs as $input) {
            $working = $this->input($input);
            $workings[$working->label.'|'.$working->period.'|'.$working->formula] ??= $working;
        }

        return array_values($workings);
    }

    private function input(TracedInput $input): Working
    {
        $value = $input->value->at(0);
        if ($input->node->kind === 'call') {
            return $this->ofSource($input->node, $input->moment, $value);
        }
        $name = $input->node->symbol;
        $catalogue = $this->scope->catalogue;
        $metric = LineItems::find($name) === null ? $catalogue->find($name) : null;
        $own = $metric !== null && $catalogue->isOwn($name);
        if ($input->moment->inBase !== $own && $catalogue->unit($name)->isMoney() && $this->scope->baseRate() !== 1.0) {
            return $this->converted($name, $input->moment, $value, $own);
        }
        if ($metric !== null) {
            return $this->ofMetric($metric, $input->moment, $value);
        }
        $item = LineItems::find($name);

        return $item === null ? $this->ofMarket($name, $input->moment, $value) : $this->line($item, $input->moment);
    }

    /** An amount brought from one currency into another at the as-of day's rate. */
    private function converted(string $name, Moment $moment, float|Absence $value, bool $own): Working
    {
        [$base, $reporting] = [$this->scope->economy->baseCurrency(), $this->scope->company->reportingCurrency];
        $unit = $this->scope->catalogue->unit($name);
        $natural = $moment->inBase($own);
        $before = $this->input(new TracedInput(Node::name($name), $natural, $this->evaluator->of(Node::name($name), $natural)));
        [$from, $to] = $own ? [$base, $reporting] : [$reporting, $base];

        return new Working(
            $before->label,
            Figure::of($value, $unit),
            "amount in {$from} ".($own ? '/' : '×')." exchange rate of {$reporting} into {$base}",
            $before->period,
            [
                $before,
                new Working(
                    'Exchange rate',
                    Figure::of($this->scope->baseRate(), Unit::Ratio),
                    null,
                    Day::iso($this->scope->asOf),
                    [],
                    Source::market("{$base} for one {$reporting}"),
                ),
            ],
            null,
            $name,
        );
    }

    private function ofSource(Node $call, Moment $moment, float|Absence $value): Working
    {
        $function = Functions::get($call->symbol);
        $day = $this->marketDay($moment);

        return new Working(
            (string) $call,
            Figure::of($value, $function->unit() ?? $this->scope->catalogue->unitOf($call)),
            null,
            $day,
            [],
            $function instanceof OfEstimates
                ? Source::estimate($function->description(), $day)
                : Source::market($function->description(), $day),
        );
    }

    private function ofMarket(string $name, Moment $moment, float|Absence $value): Working
    {
        if ($name === 'shares_of_other_classes' || $name === 'value_of_other_classes') {
            return $this->ofClasses($name, $moment, $value);
        }
        $source = match (true) {
            $name === 'equity_risk_premium', $name === 'corporate_tax_rate' => Source::assumption('A setting of this installation.'),
            $name === 'shares_outstanding' => Source::market('Latest reported shares outstanding, on the share basis of the price.'),
            default => Source::market('Market data of the day.', $this->marketDay($moment)),
        };

        return new Working(
            $this->scope->catalogue->label($name),
            Figure::of($value, $this->scope->catalogue->unit($name)),
            null,
            $this->marketDay($moment),
            [],
            $source,
            $name,
        );
    }

    /** What the other classes of shares come to, class by class. */
    private function ofClasses(string $name, Moment $moment, float|Absence $value): Working
    {
        $label = $this->scope->catalogue->label($name);
        $figure = Figure::of($value, $this->scope->catalogue->unit($name));
        $classes = $this->scope->classes->classesAt($moment);
        if ($classes === [] || $classes instanceof Absence) {
            return new Working(
                $label,
                $figure,
                null,
                $this->marketDay($moment),
                [],
                $classes === [] ? Source::market('No other class of its shares is listed.', $this->marketDay($moment)) : null,
                $name,
            );
        }
        $parts = [];
        foreach ($classes as ['class' => $class, 'day' => $day, 'price' => $price, 'count' => $count]) {
            $shares = Figure::of($count ?? Absence::of(Reason::ClassCountNotReported, $class->name), Unit::Shares);
            $parts[] = new Working(
                "{$class->name}: shares",
                $shares,
                null,
                Day::iso($day),
                [],
                Source::market('As last reported, on the share basis of its price.'),
            );
            $parts[] =
                $name === 'value_of_other_classes'
                    ? new Working(
                        "{$class->name}: price",
                        Figure::of($price, Unit::MoneyPerShare),
                        null,
                        Day::iso($day),
                        [],
                        Source::market('Market data of the day.', Day::iso($day)),
                    )
                    : new Working(
                        "{$class->name}: shares of the main class for one",
                        Figure::of($class->entitlement, Unit::Ratio),
                        null,
                        null,
                        [],
                        Source::market('By its rights.'),
                    );
        }

        return new Working(
            $label,
            $figure,
            $name === 'value_of_other_classes' ? 'sum of shares × price' : 'sum of shares × shares of the main class for one',
            $this->marketDay($moment),
            $parts,
            null,
            $name,
        );
    }

    private function line(LineItem $item, Moment $m): Working
    {
        $value = $this->scope->line($item, $m);
        $figure = Figure::of($value, $item->unit);
        $flow = $m->basis === 'trailing' && $item->isOverTime();
        $period = $flow ? $this->scope->moments->flowPeriod($m) : $this->scope->moments->period($m);
        $label = $flow && $period !== null ? $this->trailingLabel($period, $m) : $this->periodLabel($m, false);
        if ($period === null || $value instanceof Absence) {
            return new Working($item->label, $figure, null, $label, key: $item->key);
        }
        if ($flow && ($period % 10 !== 4 || $this->scope->facts->value($item->key, $period - 4) === null)) {
            return $this->trailing($item, $period, $figure, $label);
        }
        $single = $m->basis === 'trailing' && $period % 10 === 4 && $item->kind !== LineKind::Instant ? $period - 4 : $period;

        return $this->adjusted($item, $single, $label) ??
            new Working($item->label, $figure, null, $label, $this->parts($item, $single), $this->source($item, $single), $item->key);
    }

    /** Flows of a year that ends between two year ends, as they were put together. */
    private function trailing(LineItem $item, int $period, Figure $figure, string $label): Working
    {
        $quarters = array_map(static fn (int $back): int => FiscalPeriod::shiftQuarters($period, -$back), [3, 2, 1, 0]);
        if (array_filter($quarters, fn (int $quarter): bool => $this->scope->facts->value($item->key, $quarter) === null) === []) {
            return new Working(
                $item->label,
                $figure,
                $item->isPeriodAverage() ? 'mean of four quarters' : 'sum of four quarters',
                $label,
                array_map(fn (int $quarter): Working => $this->reported($item, $quarter), $quarters),
                key: $item->key,
            );
        }
        $year = $period - ($period % 10);
        $toDate = fn (int $year): array => $period % 10 === 2 &&
        $this->scope->facts->value($item->key, $year + FiscalPeriod::FIRST_HALF) !== null
            ? [$this->reported($item, $year + FiscalPeriod::FIRST_HALF)]
            : array_map(fn (int $quarter): Working => $this->reported($item, $year + $quarter), range(1, $period % 10));

        return new Working(
            $item->label,
            $figure,
            'last fiscal year + this year to date − the same a year before',
            $label,
            [$this->reported($item, $year - 10), ...$toDate($year), ...$toDate($year - 10)],
            key: $item->key,
        );
    }

    /** A line from which one-off items were taken: as reported, and each item. Null where none was. */
    private function adjusted(LineItem $item, int $period, string $label): ?Working
    {
        $adjustments = $this->scope->facts->adjustments($item->key, $period);
        $value = $this->scope->facts->instant($item->key, $period);
        if ($adjustments === [] || $value === null) {
            return null;
        }
        $children = [
            new Working(
                'As reported',
                Figure::of($value - array_sum(array_column($adjustments, 1)), $item->unit),
                null,
                $label,
                $this->parts($item, $period),
                $this->source($item, $period),
            ),
        ];
        foreach ($adjustments as [$oneOff, $change]) {
            $children[] = new Working(
                'One-off: '.LineItems::all()[$oneOff->line]->label,
                Figure::of($change, $item->unit),
                null,
                $label,
                [],
                Source::assumption(
                    ($oneOff->note === '' ? 'Marked as a one-off' : $oneOff->note).
                        ($oneOff->beforeTax ? ', before tax.' : ', after tax.'),
                ),
            );
        }

        return new Working(
            $item->label,
            Figure::of($value, $item->unit),
            'as reported less one-off items',
            $label,
            $children,
            null,
            $item->key,
        );
    }

    /** A flow of half a year, as reported or as it was put together. */
    public function half(LineItem $item, int $quarter): Working
    {
        $facts = $this->scope->facts;
        $year = $quarter - ($quarter % 10);
        $half = $year + ($quarter % 10 === 2 ? FiscalPeriod::FIRST_HALF : FiscalPeriod::SECOND_HALF);
        $label = 'H'.intdiv($quarter % 10, 2).' '.intdiv($quarter, 10);
        if ($facts->value($item->key, $half) !== null) {
            return $this->reported($item, $half);
        }
        $figure = Figure::of($facts->half($item->key, $quarter) ?? Absence::of(Reason::LineNotReported, $item->label), $item->unit);
        if (! $figure->isKnown()) {
            return new Working($item->label, $figure, null, $label, key: $item->key);
        }
        if ($facts->value($item->key, $quarter) !== null && $facts->value($item->key, $quarter - 1) !== null) {
            return new Working(
                $item->label,
                $figure,
                'sum of two quarters',
                $label,
                [$this->reported($item, $quarter - 1), $this->reported($item, $quarter)],
                null,
                $item->key,
            );
        }

        return new Working(
            $item->label,
            $figure,
            'the year − its first half',
            $label,
            [$this->reported($item, $year), $this->half($item, $quarter - 2)],
            null,
            $item->key,
        );
    }

    /** A line of one period with its source. */
    public function reported(LineItem $item, int $period): Working
    {
        // A balance at the end of a fourth quarter is the year's; a flow of the year is none of the quarter.
        $value =
            $item->kind === LineKind::Duration
                ? $this->scope->facts->value($item->key, $period)
                : $this->scope->facts->instant($item->key, $period);
        $figure = Figure::of($value ?? Absence::of(Reason::LineNotReported, $item->label), $item->unit);

        return $this->adjusted($item, $period, $this->endLabel($period)) ??
            new Working(
                $item->label,
                $figure,
                null,
                $this->endLabel($period),
                $value === null ? [] : $this->parts($item, $period),
                $value === null ? null : $this->source($item, $period),
                $item->key,
            );
    }

    /**
     * The parts of a total nobody reported.
     *
     * @return list<Working>
     */
    private function parts(LineItem $item, int $period): array
    {
        $template = $this->scope->company->template;
        if ($this->scope->facts->completion($item->key, $period) !== DerivedTotals::TOTAL) {
            return [];
        }
        $parts = [];
        foreach ($item->rules[$template->value][0] ?? [] as [, $part]) {
            if ($this->scope->facts->value($part, $period) !== null) {
                $parts[] = $this->reported(LineItems::all()[$part], $period);
            }
        }

        return $parts;
    }

    private function source(LineItem $item, int $period): Source
    {
        $fact = $this->scope->statements->fact($item, $period);
        if ($fact !== null) {
            $day = Day::iso($fact->filedOn);
            $basis = $item->unit === Unit::Money ? 1.0 : $this->scope->facts->shareBasis($fact);
            $split = $basis == 1.0 ? '' : sprintf(', put on the share basis after a split of %g', $basis);

            return $fact->correction !== null
                ? Source::correction(
                    "Corrected by {$fact->correction->author}: {$fact->correction->note}".
                        ($fact->correction->source === '' ? '' : " ({$fact->correction->source})"),
                    Day::iso($fact->correction->madeOn),
                )
                : Source::filing(
                    ($this->scope->company->filings[$fact->filing] ?? 'Filing').$split.$this->formerCurrency($item, $fact),
                    $day,
                    $fact->filing,
                );
        }

        return match ($this->scope->facts->completion($item->key, $period)) {
            DerivedTotals::ZERO => Source::total('Not shown in a statement that would show it: zero.'),
            DerivedTotals::BALANCE => Source::total('The one missing part of a reported total.'),
            DerivedTotals::DERIVED => Source::total('Not reported; the only line a total lacks, so the total determines it.'),
            default => Source::total('Not reported; added up from its parts.'),
        };
    }

    /** That a report was made out in another currency, and how its figure was brought into that of now. */
    private function formerCurrency(LineItem $item, FiledFact $fact): string
    {
        $former = $this->scope->company->formerCurrency;
        $factor = $former?->factor($item->unit, $item->isOverTime(), $fact->period, $fact->filedOn) ?? 1.0;

        return $former === null || $factor === 1.0
            ? ''
            : sprintf(
                ', reported in %s as %s, at %s of %s',
                $former->on($fact->filedOn),
                Numerals::decimal($fact->value / $factor, $item->unit === Unit::Money ? 0 : 4),
                $item->isOverTime() ? 'the mean rate of its months' : 'the rate of its day',
                Numerals::decimal($factor, 4),
            );
    }

    private function marketDay(Moment $m): string
    {
        $at = $this->scope->marketPosition($m);

        return $at instanceof Absence ? Day::iso($this->scope->asOf) : Day::iso($this->scope->prices->days[$at]);
    }

    /** A year of flows that ends earlier than the latest report says so. */
    private function trailingLabel(int $period, Moment $m): string
    {
        $latest = $this->scope->moments->period($m);

        return 'twelve months to '.
            $this->endLabel($period).
            ($latest !== null && $latest !== $period
                ? ', the last fiscal year: the quarters since do not make up a year with those before'
                : '');
    }

    private function periodLabel(Moment $m, bool $daily): string
    {
        $period = $this->scope->moments->period($m);
        if ($daily || $period === null) {
            return $this->marketDay($m);
        }

        return $m->basis === 'trailing' ? 'twelve months to '.$this->endLabel($period) : $this->endLabel($period);
    }

    private function endLabel(int $period): string
    {
        $end = $this->scope->facts->periodEnd($period);

        return FiscalPeriod::label($period).($end === null ? '' : ' ('.Day::iso($end).')');
    }
}
