<?php

declare(strict_types=1);

namespace Logion\Formula\Function;

use Logion\Figure\Unit;
use Logion\Formula\Evaluator;
use Logion\Formula\FormulaFunction;
use Logion\Formula\Moment;
use Logion\Formula\Node;
use Logion\Formula\Parameter;
use Logion\Formula\Vector;

final class YearsRising extends FormulaFunction
{
    /** No series of reports reaches further back. */
    private const MOST = 60;

    public function name(): string
    {
        return 'years_rising';
    }

    protected function description(): string
    {
        return 'fiscal years in a row, counted back from the latest, above the year before';
    }

    public function example(): string
    {
        return 'years_rising(dividends_per_share)';
    }

    protected function reads(): string
    {
        return 'Completed fiscal years from the latest back, until one is not above the year before or not known.';
    }

    public function parameters(): array
    {
        return [Parameter::Expression];
    }

    public function unit(): Unit
    {
        return Unit::Ratio;
    }

    public function times(Node $call): float
    {
        return self::MOST;
    }

    public function value(Node $call, Moment $moment, Evaluator $evaluator): Vector
    {
        $expression = $call->children[0];
        $now = $evaluator->of($expression, $moment->completedYear(0));
        $before = $evaluator->of($expression, $moment->completedYear(1));
        $absences = $now->absences + $before->absences;
        $values = [];
        $rising = [];
        foreach ($before->values as $i => $earlier) {
            $values[$i] = $now->values[$i] != $now->values[$i] || $earlier != $earlier ? NAN : 0.0;
            if ($now->values[$i] > $earlier) {
                $rising[] = $i;
            }
        }
        for ($years = 1; $rising !== []; $years++) {
            foreach ($rising as $i) {
                $values[$i] = (float) $years;
            }
            if ($years === self::MOST) {
                break;
            }
            $now = $before;
            $before = $evaluator->of($expression, $moment->completedYear($years + 1));
            $rising = array_filter($rising, static fn (int $i): bool => $now->values[$i] > $before->values[$i]);
        }

        return new Vector(array_values($values), $absences);
    }
}
