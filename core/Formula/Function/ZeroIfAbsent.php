<?php

declare(strict_types=1);

namespace Logion\Formula\Function;

use Logion\Figure\Absence;
use Logion\Formula\Evaluator;
use Logion\Formula\FormulaFunction;
use Logion\Formula\Moment;
use Logion\Formula\Node;
use Logion\Formula\Parameter;
use Logion\Formula\Subject;
use Logion\Formula\Vector;
use Logion\Reporting\LineItems;

final class ZeroIfAbsent extends FormulaFunction
{
    public function name(): string
    {
        return 'zero_if_absent';
    }

    protected function description(): string
    {
        return 'a line that need not be disclosed by itself: zero where the statement adds up without it, else missing if it is not '.
            'reported';
    }

    public function example(): string
    {
        return 'operating_income + zero_if_absent(restructuring_charges)';
    }

    protected function reads(): string
    {
        return 'The line, and the reported totals it is a part of.';
    }

    public function parameters(): array
    {
        return [Parameter::Line];
    }

    public function isSource(): bool
    {
        return true;
    }

    public function value(Node $call, Moment $moment, Evaluator $evaluator): Vector
    {
        $item = LineItems::all()[$call->children[0]->symbol];

        return $evaluator->ofEach(
            $moment,
            static fn (Subject $company, Moment $moment): float|Absence => $company->line($item, $moment, zeroIfAbsent: true),
        );
    }
}
