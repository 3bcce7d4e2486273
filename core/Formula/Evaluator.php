<?php

declare(strict_types=1);

namespace Logion\Formula;

use Closure;
use Logion\Figure\Absence;
use Logion\Figure\AbsenceKind;
use Logion\Formula\Shape\AmongCompanies;

/**
 * What a formula means. Every caller values formulas here, for a batch of companies at once, a single company being a batch of
 * one; what differs between the kinds of batches is only where names and sources are read.
 */
abstract class Evaluator
{
    public function __construct(public readonly int $size)
    {
    }

    /** The value of a line, metric or market name for each company. */
    abstract protected function name(string $name, Moment $moment): Vector;

    /** The value of a function for each company. */
    abstract protected function call(Node $call, Moment $moment): Vector;

    /**
     * A value read from each company by itself.
     *
     * @param  Closure(Subject, Moment): (float|Absence)  $read
     */
    abstract public function ofEach(Moment $moment, Closure $read): Vector;

    /** Where each company stands among others by an expression. */
    abstract public function compare(AmongCompanies $function, Node $expression, Moment $moment): Vector;

    /** The value of a whole formula; what is no finite number is not meaningful. */
    final public function value(Node $formula, Moment $moment): Vector
    {
        $vector = $this->of($formula, $moment);

        return $formula->kind === 'name' && $this->namesAreFinite() ? $vector : $vector->finite();
    }

    /** Whether what is read by a name is known to be a finite number or absent. */
    protected function namesAreFinite(): bool
    {
        return false;
    }

    final public function of(Node $node, Moment $moment): Vector
    {
        switch ($node->kind) {
            case 'name':
                return $this->name($node->symbol, $moment);
            case 'number':
                return Vector::constant($node->number, $this->size);
            case 'binary':
                return $node->operator()->on($this->of($node->children[0], $moment), $this->of($node->children[1], $moment));
            case 'call':
                return $this->call($node, $moment);
            case 'unary':
                return $node->sign()->on($this->of($node->children[0], $moment));
            case 'conditional':
                return $this->conditional($node, $moment);
            case 'coalesce':
                return $this->coalesce($node, $moment);
            default:
                throw new \LogicException("A {$node->kind} has no value.");
        }
    }

    /** A branch is valued only if a company takes it. */
    private function conditional(Node $node, Moment $moment): Vector
    {
        $condition = $this->of($node->children[0], $moment);
        $yes = $no = false;
        foreach ($condition->values as $value) {
            if ($value == $value) {
                $value != 0.0 ? ($yes = true) : ($no = true);
            }
        }
        $then = $yes ? $this->of($node->children[1], $moment) : null;
        $else = $no ? $this->of($node->children[2], $moment) : null;
        $values = $condition->values;
        $absences = $condition->absences;
        foreach ($values as $i => $value) {
            $branch = $value != $value ? null : ($value != 0.0 ? $then : $else);
            if ($branch !== null) {
                $values[$i] = $branch->values[$i];
                if (isset($branch->absences[$i])) {
                    $absences[$i] = $branch->absences[$i];
                }
            }
        }

        return new Vector($values, $absences);
    }

    /** Replaces what is missing, and nothing else. */
    private function coalesce(Node $node, Moment $moment): Vector
    {
        $vector = $this->of($node->children[0], $moment);
        $missing = array_filter($vector->absences, static fn (Absence $absence): bool => $absence->kind === AbsenceKind::Missing);
        if ($missing === []) {
            return $vector;
        }
        $fallback = $this->of($node->children[1], $moment);
        $values = $vector->values;
        $absences = $vector->absences;
        foreach ($missing as $i => $absence) {
            $values[$i] = $fallback->values[$i];
            unset($absences[$i]);
            if (isset($fallback->absences[$i])) {
                $absences[$i] = $fallback->absences[$i];
            }
        }

        return new Vector($values, $absences);
    }
}
