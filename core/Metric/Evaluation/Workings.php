<?php

declare(strict_types=1);

namespace Logion\Metric\Evaluation;

use Logion\Figure\Absence;
use Logion\Figure\Figure;
use Logion\Figure\Reason;
use Logion\Figure\Source;
use Logion\Figure\Unit;
use Logion\Figure\Words;
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
use Logion\Reporting\LineItems;
use Logion\Time\Day;

/**
 * Tells how a figure of one company came about: the trace of its evaluation, down to lines of the statements, prices and estimates.
 */
final class Workings
{
    private readonly Trace $trace;

    private readonly BatchEvaluator $evaluator;

    private readonly LineWorkings $lines;

    public function __construct(private readonly CompanyScope $scope)
    {
        $this->trace = new Trace();
        $this->evaluator = new BatchEvaluator([$scope], $scope->catalogue, $this->trace);
        $this->lines = new LineWorkings($scope);
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

        return $item === null ? $this->ofMarket($name, $input->moment, $value) : $this->lines->line($item, $input->moment);
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
            Words::say('amount_in_exchange_rate_of_into', from: $from, sign: $own ? '/' : '×', reporting: $reporting, base: $base),
            $before->period,
            [
                $before,
                new Working(
                    Words::say('exchange_rate'),
                    Figure::of($this->scope->baseRate(), Unit::Ratio),
                    null,
                    Day::iso($this->scope->asOf),
                    [],
                    Source::market(Words::say('for_one', base: $base, reporting: $reporting)),
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
            $function instanceof OfEstimates ? Source::estimate($function->meaning(), $day) : Source::market($function->meaning(), $day),
        );
    }

    private function ofMarket(string $name, Moment $moment, float|Absence $value): Working
    {
        if ($name === 'shares_of_other_classes' || $name === 'value_of_other_classes') {
            return $this->ofClasses($name, $moment, $value);
        }
        $source = match (true) {
            $name === 'equity_risk_premium', $name === 'corporate_tax_rate' => Source::assumption(
                Words::say('a_setting_of_this_installation'),
            ),
            $name === 'shares_outstanding' => Source::market(Words::say('latest_reported_shares_outstanding_on_the')),
            default => Source::market(Words::say('market_data_of_the_day'), $this->marketDay($moment)),
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
                $classes === [] ? Source::market(Words::say('no_other_class_of_its_shares'), $this->marketDay($moment)) : null,
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
                Source::market(Words::say('as_last_reported_on_the_share')),
            );
            $parts[] =
                $name === 'value_of_other_classes'
                    ? new Working(
                        "{$class->name}: price",
                        Figure::of($price, Unit::MoneyPerShare),
                        null,
                        Day::iso($day),
                        [],
                        Source::market(Words::say('market_data_of_the_day'), Day::iso($day)),
                    )
                    : new Working(
                        Words::say('shares_of_the_main_class_for', name: $class->name),
                        Figure::of($class->entitlement, Unit::Ratio),
                        null,
                        null,
                        [],
                        Source::market(Words::say('by_its_rights')),
                    );
        }

        return new Working(
            $label,
            $figure,
            $name === 'value_of_other_classes' ? Words::say('sum_of_shares_price') : Words::say('sum_of_shares_shares_of_the'),
            $this->marketDay($moment),
            $parts,
            null,
            $name,
        );
    }

    private function marketDay(Moment $m): string
    {
        $at = $this->scope->marketPosition($m);

        return $at instanceof Absence ? Day::iso($this->scope->asOf) : Day::iso($this->scope->prices->days[$at]);
    }

    private function periodLabel(Moment $m, bool $daily): string
    {
        return ($daily ? null : $this->lines->periodLabel($m)) ?? $this->marketDay($m);
    }
}
