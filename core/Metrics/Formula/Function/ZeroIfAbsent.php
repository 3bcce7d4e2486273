<?php

declare(strict_types=1);

namespace Logion\Metrics\Formula\Function;

use Logion\Absence;
use Logion\Accounts\LineItems;
use Logion\Metrics\CompanyScope;
use Logion\Metrics\Formula\Evaluator;
use Logion\Metrics\Formula\FormulaFunction;
use Logion\Metrics\Formula\Node;
use Logion\Metrics\Formula\Parameter;
use Logion\Metrics\Formula\Vector;
use Logion\Metrics\Moment;

final class ZeroIfAbsent extends FormulaFunction
{
    public function name(): string
    {
        return 'zero_if_absent';
    }

    public function description(): string
    {
        return 'a line that need not be disclosed by itself: zero where the statement adds up without it, else missing if it is not reported';
    }

    public function example(): string
    {
        return 'operating_income + zero_if_absent(restructuring_charges)';
    }

    public function reads(): string
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

        return $evaluator->ofEach($moment, static fn (CompanyScope $company, Moment $moment): float|Absence => $company->line($item, $moment, zeroIfAbsent: true));
    }
}
