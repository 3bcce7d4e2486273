<?php

declare(strict_types=1);

namespace Logion\Formula\Shape;

use Logion\Figure\Absence;
use Logion\Figure\AbsenceKind;
use Logion\Figure\Reason;
use Logion\Formula\Evaluator;
use Logion\Formula\FormulaFunction;
use Logion\Formula\Moment;
use Logion\Formula\Node;
use Logion\Formula\Parameter;
use Logion\Formula\Vector;

/**
 * Something of the last n periods: completed fiscal years unless the function says otherwise.
 *
 * Members without a value are dropped; at least 70 % of n (rounded up) must remain, else there is not enough history, or the
 * result is not meaningful when not-meaningful members are the cause.
 */
abstract class OverPeriods extends FormulaFunction
{
    /** Members of a window that must have a value. */
    private const SHARE = 0.7;

    /** @param  non-empty-array<int, float>  $members  by periods back */
    abstract protected function of(array $members): float|Absence;

    public function parameters(): array
    {
        return [Parameter::Expression, Parameter::WholeNumber];
    }

    protected function reads(): string
    {
        return 'The last n completed fiscal years; at least 70 % of them must have a value.';
    }

    public function times(Node $call): float
    {
        return $call->children[1]->number;
    }

    /** The moment of the i-th period back. */
    protected function moment(Moment $moment, int $back): Moment
    {
        return $moment->completedYear($back);
    }

    protected function areQuarters(): bool
    {
        return false;
    }

    public function value(Node $call, Moment $moment, Evaluator $evaluator): Vector
    {
        $n = (int) $call->children[1]->number;
        $members = [];
        for ($i = 0; $i < $n; $i++) {
            $members[$i] = $evaluator->of($call->children[0], $this->moment($moment, $i));
        }
        $needed = max(1, (int) ceil(self::SHARE * $n - 1e-9));
        $values = $absences = [];
        for ($position = 0; $position < $evaluator->size; $position++) {
            $known = [];
            foreach ($members as $i => $member) {
                $value = $member->values[$position];
                if ($value == $value) {
                    $known[$i] = $value;
                }
            }
            $result = count($known) >= $needed ? $this->of($known) : $this->tooFew($members, $position, $n, $needed, count($known));
            if ($result instanceof Absence) {
                $absences[$position] = $result;
                $result = NAN;
            }
            $values[] = $result;
        }

        return new Vector($values, $absences);
    }

    /** @param  array<int, Vector>  $members */
    private function tooFew(array $members, int $position, int $n, int $needed, int $known): Absence
    {
        $meaningless = 0;
        $applicable = null;
        foreach ($members as $member) {
            $kind = ($member->absences[$position] ?? null)?->kind;
            if ($kind === AbsenceKind::NotMeaningful) {
                $meaningless++;
            } elseif ($kind === AbsenceKind::NotApplicable) {
                $applicable = $member->absences[$position];
            }
        }
        if ($known === 0 && $applicable !== null) {
            return $applicable;
        }

        return $known + $meaningless >= $needed && $meaningless > 0
            ? Absence::of($this->areQuarters() ? Reason::QuartersNotMeaningful : Reason::YearsNotMeaningful, $meaningless, $n)
            : Absence::of($this->areQuarters() ? Reason::TooFewQuarters : Reason::TooFewYears, $known, $n, $needed);
    }
}
