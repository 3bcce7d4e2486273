<?php

declare(strict_types=1);

namespace Logion\Metrics\Formula;

use Logion\Absence;
use Logion\AbsenceKind;
use Logion\Accounts\LineItem;
use Logion\Accounts\LineItems;
use Logion\Accounts\LineKind;
use Logion\Accounts\Period;
use Logion\Figure;
use Logion\Market\Day;
use Logion\Metrics\CompanyScope;
use Logion\Metrics\Comparison;
use Logion\Metrics\Metric;
use Logion\Metrics\Moment;
use Logion\Unit;
use Logion\Working\Source;
use Logion\Working\Working;

/**
 * Values a formula for one company and keeps how: the tree of inputs down to reported lines, prices and estimates.
 */
final class Interpreter
{
    /** @var list<list<Working>> workings of the inputs met so far, one list per open figure */
    private array $open = [];

    private int $depth = 0;

    public function __construct(private readonly CompanyScope $scope)
    {
    }

    public function metric(string $key, ?Moment $moment = null): Working
    {
        $catalogue = $this->scope->catalogue;
        $metric = $catalogue->find($key) ?? throw new \LogicException("There is no metric {$key}.");
        $moment ??= Moment::of($metric->basis);
        $this->open[] = [];
        if ($metric->comparison !== null) {
            return $this->comparison($metric, $metric->comparison, $moment);
        }
        if (! $metric->fits($this->scope->company->template)) {
            $value = $this->scope->doesNotFit($metric->label);
        } elseif (++$this->depth > 120) {
            $value = Absence::notMeaningful("{$metric->label} refers to itself.");
        } else {
            $guard = $catalogue->guard($key);
            $value = null;
            if ($guard !== null) {
                // The guard's inputs are part of the working only when it speaks; else the formula shows its own.
                $value = CompanyScope::guarded($this->value($guard, $moment), (string) $metric->notMeaningfulWhen);
                if ($value === null) {
                    $this->open[count($this->open) - 1] = [];
                }
            }
            $value ??= $this->value($catalogue->tree($key), $moment);
            $this->depth--;
        }

        return new Working(
            $metric->label, Figure::of(CompanyScope::finite($value), $metric->unit), (string) $catalogue->tree($key),
            $this->periodLabel($moment, $metric->basis === 'daily'), $this->inputs(), key: $key,
        );
    }

    /** A figure that compares companies: its own value of everything that is compared. */
    private function comparison(Metric $metric, Comparison $comparison, Moment $moment): Working
    {
        foreach ($comparison->formulas() as $formula) {
            $tree = $this->scope->catalogue->parse($formula);
            $this->add($tree->kind === 'name' && $this->scope->catalogue->find($tree->symbol) !== null ? $this->metric($tree->symbol, $moment) : $this->expression($tree, $formula, $this->scope->catalogue->unitOf($tree), $moment));
        }

        return new Working($metric->label, Figure::of($this->scope->metric($metric->key, $moment), $metric->unit), $metric->formula, $this->periodLabel($moment, true), $this->inputs(), key: $metric->key);
    }

    /** Values any expression of the language. */
    public function expression(Node $tree, string $label, Unit $unit, Moment $moment): Working
    {
        $this->open[] = [];
        $value = $this->value($tree, $moment);

        return new Working($label, Figure::of(CompanyScope::finite($value), $unit), (string) $tree, $this->periodLabel($moment, false), $this->inputs());
    }

    private function value(Node $node, Moment $m): float|Absence
    {
        switch ($node->kind) {
            case 'number':
                return $node->number;
            case 'name':
                return $this->name($node->symbol, $m);
            case 'unary':
                $x = $this->value($node->children[0], $m);

                return $x instanceof Absence ? $x : ($node->symbol === 'not' ? ($x == 0.0 ? 1.0 : 0.0) : -$x);
            case 'conditional':
                $c = $this->value($node->children[0], $m);

                return $c instanceof Absence ? $c : $this->value($node->children[$c != 0.0 ? 1 : 2], $m);
            case 'coalesce':
                $x = $this->value($node->children[0], $m);

                return $x instanceof Absence && $x->kind === AbsenceKind::Missing ? $this->value($node->children[1], $m) : $x;
            case 'binary':
                if ($node->symbol === 'and' || $node->symbol === 'or') {
                    return Operations::logical($node->symbol, $this->value($node->children[0], $m), $this->value($node->children[1], $m));
                }
                $x = $this->value($node->children[0], $m);
                // The other side is valued for the working even when the first is unknown, so that all gaps are named.
                $y = $this->value($node->children[1], $m);

                return $x instanceof Absence ? $x : ($y instanceof Absence ? $y : Operations::apply($node->symbol, $x, $y));
            case 'call':
                return $this->call($node, $m);
            default:
                throw new \LogicException("A {$node->kind} has no value.");
        }
    }

    private function call(Node $node, Moment $m): float|Absence
    {
        $definition = Functions::all()[$node->symbol];
        $reads = false;
        $arguments = [];
        foreach ($node->children as $i => $argument) {
            if ($definition->parameters[$i] === 'expression') {
                $reads = true;
                $arguments[] = fn (CompanyScope $s, Moment $at): float|Absence => $this->value($argument, $at);
            } else {
                $arguments[] = $argument->kind === 'text' ? $argument->symbol : $argument->number;
            }
        }
        $value = ($definition->meaning)($this->scope, $m, $arguments, $node->children);
        if (in_array($node->symbol, ['estimate', 'estimate_ago', 'estimate_count', 'estimate_stdev', 'surprise'], true)) {
            $this->leaf((string) $node, $value, $this->resultUnit($definition, $node), $this->marketDay($m), Source::estimate($definition->description, $this->marketDay($m)));
        } elseif (! $reads) {
            $this->leaf((string) $node, $value, $this->resultUnit($definition, $node), $this->marketDay($m), Source::market($definition->description, $this->marketDay($m)));
        } elseif (in_array($node->symbol, Functions::CROSS_SECTION, true)) {
            $this->leaf((string) $node, $value, $this->resultUnit($definition, $node), $this->marketDay($m), Source::market($definition->description, $this->marketDay($m)));
        }

        return $value;
    }

    private function name(string $name, Moment $m): float|Absence
    {
        $item = LineItems::find($name);
        if ($item !== null) {
            return $this->line($item, $m);
        }
        if ($this->scope->catalogue->find($name) !== null) {
            $working = $this->metric($name, $m);
            $this->add($working);

            return $working->figure->absence() ?? $working->figure->value();
        }
        $value = $this->scope->market($name, $m);
        $source = match (true) {
            $name === 'equity_risk_premium', $name === 'corporate_tax_rate' => Source::assumption('A setting of this installation.'),
            $name === 'shares_outstanding' => Source::market('Latest reported shares outstanding, on the share basis of the as-of day.'),
            default => Source::market('Market data of the day.', $this->marketDay($m)),
        };
        $this->leaf($this->scope->catalogue->label($name), $value, $this->scope->catalogue->unit($name), $this->marketDay($m), $source, $name);

        return $value;
    }

    private function line(LineItem $item, Moment $m): float|Absence
    {
        $value = $this->scope->line($item, $m);
        $period = $this->scope->period($m);
        $figure = Figure::of($value, $item->unit);
        if ($period === null || $value instanceof Absence) {
            $this->add(new Working($item->label, $figure, null, $this->periodLabel($m, false), key: $item->key));

            return $value;
        }
        $trailing = $m->basis === 'trailing' && $item->kind === LineKind::Duration && $period % 10 !== 4;
        $quarters = $trailing && $this->scope->facts->value($item->key, $period) !== null;
        $children = [];
        if ($trailing && ! $quarters && $period % 10 === 2) {
            $half = $period - 2 + Period::FIRST_HALF;
            $this->add(new Working($item->label, $figure, 'last year + this half year − the same half a year before', $this->periodLabel($m, false), [$this->reported($item, $period - 12), $this->reported($item, $half), $this->reported($item, $half - 10)], key: $item->key));

            return $value;
        }
        if ($quarters) {
            for ($i = 3; $i >= 0; $i--) {
                $children[] = $this->reported($item, Period::shiftQuarters($period, -$i));
            }
        }
        $single = $m->basis === 'trailing' && $period % 10 === 4 && $item->kind !== LineKind::Instant ? $period - 4 : $period;
        $this->add($this->adjusted($item, $single, $this->periodLabel($m, false)) ?? ($quarters
            ? new Working($item->label, $figure, 'sum of four quarters', $this->periodLabel($m, false), $children, key: $item->key)
            : new Working($item->label, $figure, null, $this->periodLabel($m, false), $this->parts($item, $single), $this->source($item, $single), $item->key)));

        return $value;
    }

    /** A line from which one-off items were taken: as reported, and each item. Null where none was. */
    private function adjusted(LineItem $item, int $period, string $label): ?Working
    {
        $adjustments = $this->scope->facts->adjustments($item->key, $period);
        $value = $this->scope->facts->instant($item->key, $period);
        if ($adjustments === [] || $value === null) {
            return null;
        }
        $children = [new Working('As reported', Figure::of($value - array_sum(array_column($adjustments, 1)), $item->unit), null, $label, $this->parts($item, $period), $this->source($item, $period))];
        foreach ($adjustments as [$oneOff, $change]) {
            $children[] = new Working('One-off: '.LineItems::all()[$oneOff->line]->label, Figure::of($change, $item->unit), null, $label, [], Source::assumption(
                ($oneOff->note === '' ? 'Marked as a one-off' : $oneOff->note).($oneOff->beforeTax ? ', before tax.' : ', after tax.'),
            ));
        }

        return new Working($item->label, Figure::of($value, $item->unit), 'as reported less one-off items', $label, $children, null, $item->key);
    }

    /** A line of one period with its source. */
    public function reported(LineItem $item, int $period): Working
    {
        $value = $this->scope->facts->instant($item->key, $period);
        $figure = Figure::of($value ?? Absence::missing("{$item->label} was not reported."), $item->unit);

        return $this->adjusted($item, $period, $this->endLabel($period)) ?? new Working($item->label, $figure, null, $this->endLabel($period), $value === null ? [] : $this->parts($item, $period), $value === null ? null : $this->source($item, $period), $item->key);
    }

    /**
     * The parts of a total nobody reported.
     *
     * @return list<Working>
     */
    private function parts(LineItem $item, int $period): array
    {
        $template = $this->scope->company->template;
        if ($this->scope->facts->completion($item->key, $period) !== 'total') {
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
        $fact = $this->scope->fact($item, $period);
        if ($fact !== null) {
            $day = Day::iso($fact->filedOn);
            $basis = $item->unit === Unit::Money ? 1.0 : $this->scope->facts->shareBasis($fact);
            $split = $basis == 1.0 ? '' : sprintf(', put on the share basis after a split of %g', $basis);

            return $fact->correction !== null
                ? Source::correction("Corrected by {$fact->correction->author}: {$fact->correction->note}".($fact->correction->source === '' ? '' : " ({$fact->correction->source})"), Day::iso($fact->correction->madeOn))
                : Source::filing(($this->scope->company->filings[$fact->filing] ?? 'Filing').$split, $day, $fact->filing);
        }

        return match ($this->scope->facts->completion($item->key, $period)) {
            'zero' => Source::total('Not shown in a statement that would show it: zero.'),
            'balance' => Source::total('The one missing part of a reported total.'),
            default => Source::total('Not reported; added up from its parts.'),
        };
    }

    private function leaf(string $label, float|Absence $value, Unit $unit, string $period, Source $source, ?string $key = null): void
    {
        $this->add(new Working($label, Figure::of($value, $unit), null, $period, [], $source, $key));
    }

    private function add(Working $working): void
    {
        $this->open[count($this->open) - 1][] = $working;
    }

    /**
     * Inputs of the figure that is being closed, each shown once.
     *
     * @return list<Working>
     */
    private function inputs(): array
    {
        $inputs = [];
        foreach (array_pop($this->open) ?? [] as $working) {
            $inputs[$working->label.'|'.$working->period] ??= $working;
        }

        return array_values($inputs);
    }

    private function resultUnit(FunctionDefinition $definition, Node $node): Unit
    {
        return match ($definition->dimension) {
            'price' => Unit::MoneyPerShare,
            'money' => Unit::Money,
            'shares' => Unit::Shares,
            'same' => $node->children !== [] && $node->children[0]->kind === 'name' ? $this->scope->catalogue->unit($node->children[0]->symbol) : Unit::Ratio,
            default => in_array($node->symbol, ['rsi'], true) ? Unit::Score : Unit::Ratio,
        };
    }

    private function marketDay(Moment $m): string
    {
        $at = $this->scope->marketPosition($m);

        return $at instanceof Absence ? Day::iso($this->scope->asOf) : Day::iso($this->scope->prices->days[$at]);
    }

    private function periodLabel(Moment $m, bool $daily): string
    {
        $period = $this->scope->period($m);
        if ($daily || $period === null) {
            return $this->marketDay($m);
        }

        return $m->basis === 'trailing' ? 'twelve months to '.$this->endLabel($period) : $this->endLabel($period);
    }

    private function endLabel(int $period): string
    {
        $end = $this->scope->facts->periodEnd($period);

        return Period::label($period).($end === null ? '' : ' ('.Day::iso($end).')');
    }
}
