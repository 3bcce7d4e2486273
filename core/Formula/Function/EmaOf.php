<?php

declare(strict_types=1);

namespace Logion\Formula\Function;

use Logion\Figure\Absence;
use Logion\Figure\Reason;
use Logion\Formula\Evaluator;
use Logion\Formula\FormulaFunction;
use Logion\Formula\Moment;
use Logion\Formula\Node;
use Logion\Formula\Parameter;
use Logion\Formula\Subject;
use Logion\Formula\Vector;
use Logion\Market\Indicators;

final class EmaOf extends FormulaFunction
{
    /** Ten years of trading days, valued in one go: ten of them cost about as much as a step by itself. */
    private const STEPS = 260;

    public function movesDaily(): bool
    {
        return true;
    }

    public function name(): string
    {
        return 'ema_of';
    }

    protected function description(): string
    {
        return 'exponential mean of an expression, weight 2/(n+1), from its first known day';
    }

    public function example(): string
    {
        return 'ema_of(macd_line, 9)';
    }

    protected function reads(): string
    {
        return 'The expression on every trading day up to the moment that weighs in the result.';
    }

    public function parameters(): array
    {
        return [Parameter::Expression, Parameter::WholeNumber];
    }

    public function times(Node $call): float
    {
        return self::STEPS;
    }

    public function value(Node $call, Moment $moment, Evaluator $evaluator): Vector
    {
        $n = (int) $call->children[1]->number;
        $short = Absence::of(Reason::PricesShorterThanWindow);

        return $evaluator->ofEach($moment, static function (Subject $company, Moment $moment) use ($call, $n, $short): float|Absence {
            $series = $company->daily($call->children[0], $moment, $n);
            if ($series instanceof Absence || $series->values === [] || $n === 0) {
                return $series instanceof Absence ? $series : $short;
            }
            $last = count($series->values) - 1;
            $values = $series->values;
            foreach ($series->absences as $i => $absence) {
                $values[$i] = null;
            }

            return $series->absences[$last] ?? (Indicators::ema($values, $n, $last)[0] ?? $short);
        });
    }
}
