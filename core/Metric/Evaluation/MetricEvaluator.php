<?php

declare(strict_types=1);

namespace Logion\Metric\Evaluation;

use Logion\Figure\Absence;
use Logion\Figure\AbsenceKind;
use Logion\Figure\Reason;
use Logion\Formula\Evaluator;
use Logion\Formula\FormulaFunction;
use Logion\Formula\Functions;
use Logion\Formula\Moment;
use Logion\Formula\Node;
use Logion\Formula\Operator;
use Logion\Formula\Trace;
use Logion\Formula\Vector;
use Logion\Metric\Catalogue;
use Logion\Metric\Metric;
use Logion\Reporting\LineItem;

/**
 * An evaluator that reads lines and market data of companies and computes metrics from them. What a name or function gives at a
 * moment is found once and remembered. Lines, market data and built-in metrics are in each company's reporting currency,
 * formulas of users in the currency of the installation; where one names the other, amounts are converted at the as-of day's rate.
 */
abstract class MetricEvaluator extends Evaluator
{
    private const DEEPEST = 120;

    /** @var array<string, array<int, Vector>> by name or call, and moment */
    private array $known = [];

    private int $depth = 0;

    public function __construct(private readonly Catalogue $catalogue, int $size, protected readonly ?Trace $trace = null)
    {
        parent::__construct($size);
    }

    abstract protected function line(LineItem $item, Moment $moment): Vector;

    abstract protected function market(string $name, Moment $moment): Vector;

    abstract protected function source(Node $call, FormulaFunction $function, Moment $moment): Vector;

    /** Units of the base currency for one unit of each company's reporting currency, on the as-of day. */
    abstract protected function rates(): Vector;

    /** Value of a metric that compares companies and has no formula. */
    abstract protected function comparison(Metric $metric, Moment $moment): Vector;

    /** @return array<int, Absence> companies whose kind of business a metric does not fit, by position */
    abstract protected function misfits(Metric $metric): array;

    /** A metric, in its own basis unless the moment binds another; amounts in the currency the moment says. */
    final public function metric(string $key, Moment $moment): Vector
    {
        return $this->name($key, $moment);
    }

    final protected function name(string $name, Moment $moment): Vector
    {
        if (isset($this->known[$name][$moment->id])) {
            $vector = $this->known[$name][$moment->id];
        } else {
            [$item, $metric, $own, $isMoney] = $this->catalogue->meaning($name);
            if ($moment->inBase !== $own) {
                $this->trace?->open();
                $vector = $this->converted($this->name($name, $moment->inBase($own)), $isMoney, $moment->inBase);
                $this->trace?->discard();
            } elseif ($item !== null) {
                $vector = $this->line($item, $moment);
            } else {
                $vector = $metric === null ? $this->market($name, $moment) : $this->ofMetric($metric, $moment->ofMetric($metric->basis));
            }
            $this->known[$name][$moment->id] = $vector;
        }
        $this->trace?->name($name, $moment, $vector);

        return $vector;
    }

    final protected function call(Node $call, Moment $moment): Vector
    {
        $function = Functions::get($call->symbol);
        if (! $function->isSource()) {
            // The working lists what the arguments read, so a traced run reads them again.
            return $this->trace === null
                ? ($this->known[(string) $call][$moment->id] ??= $function->value($call, $moment, $this))
                : $function->value($call, $moment, $this);
        }
        $text = (string) $call;
        if (! isset($this->known[$text][$moment->id])) {
            $this->trace?->open();
            $this->known[$text][$moment->id] = $this->ofSource($call, $function, $moment);
            $this->trace?->discard();
        }
        $this->trace?->source($call, $moment, $this->known[$text][$moment->id]);

        return $this->known[$text][$moment->id];
    }

    /** Sources speak the reporting currency, but for comparisons between companies, which have one currency for all. */
    private function ofSource(Node $call, FormulaFunction $function, Moment $moment): Vector
    {
        $isMoney = $this->catalogue->isMoney($call, $function);
        if ($function->comparesCompanies()) {
            return $this->converted($this->source($call, $function, $moment->inBase(true)), $isMoney && ! $moment->inBase, false);
        }

        return $this->converted($this->source($call, $function, $moment->inBase(false)), $isMoney && $moment->inBase, true);
    }

    private function converted(Vector $vector, bool $converts, bool $toBase): Vector
    {
        return ! $converts ? $vector : ($toBase ? Operator::Multiply : Operator::Divide)->on($vector, $this->rates());
    }

    private function ofMetric(Metric $metric, Moment $moment): Vector
    {
        // The same metric is asked for from other bases too; it is computed once for each moment of its own.
        return $this->known['='.$metric->key][$moment->id] ??= $this->compute($metric, $moment);
    }

    private function compute(Metric $metric, Moment $moment): Vector
    {
        if ($metric->comparison !== null) {
            return $this->comparison($metric, $moment);
        }
        $misfits = $this->misfits($metric);
        if (count($misfits) === $this->size) {
            return new Vector($this->size === 0 ? [] : array_fill(0, $this->size, NAN), $misfits);
        }
        if (++$this->depth > self::DEEPEST) {
            $this->depth = 0;

            return Vector::absent(Absence::of(Reason::RefersToItself, $metric->label), $this->size);
        }
        $this->trace?->open();
        $guarded = $this->guarded($metric, $moment);
        $silent = $misfits + $guarded;
        if (count($silent) === $this->size) {
            $vector = new Vector(array_fill(0, $this->size, NAN), $silent);
        } else {
            // The guard's inputs are part of the working only when it speaks; else the formula shows its own.
            $this->trace?->restart();
            $vector = $this->value($this->catalogue->tree($metric->key), $moment);
            if ($silent !== []) {
                $values = $vector->values;
                foreach ($silent as $i => $absence) {
                    $values[$i] = NAN;
                }
                $vector = new Vector($values, $silent + $vector->absences);
            }
        }
        $this->trace?->close($metric->key, $moment);
        $this->depth--;

        return $vector;
    }

    /** @return array<int, Absence> companies for which the metric's guard says that its value would mean nothing */
    private function guarded(Metric $metric, Moment $moment): array
    {
        $guard = $this->catalogue->guard($metric->key);
        if ($guard === null) {
            return [];
        }
        $vector = $this->of($guard, $moment);
        $speaks = [];
        foreach ($vector->absences as $i => $absence) {
            if ($absence->kind === AbsenceKind::NotMeaningful) {
                $speaks[$i] = $absence;
            }
        }
        $holds = null;
        foreach ($vector->values as $i => $value) {
            if ($value == $value && $value != 0.0) {
                $speaks[$i] = $holds ??= Absence::of(Reason::NotMeaningfulWhen, (string) $metric->notMeaningfulWhen);
            }
        }

        return $speaks;
    }
}
