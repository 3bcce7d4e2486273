<?php

declare(strict_types=1);

namespace Logion\Formula\Function;

use Logion\Capital\CostOfDebt;
use Logion\Figure\Unit;
use Logion\Formula\Parameter;
use Logion\Formula\Shape\Pointwise;

final class CreditSpread extends Pointwise
{
    public function name(): string
    {
        return 'credit_spread';
    }

    protected function description(): string
    {
        return 'spread over government bonds of the synthetic grade that interest cover gives: operating income, interest; the best '.
            'grade without interest';
    }

    public function example(): string
    {
        return 'risk_free_rate + credit_spread(ebit, interest_expense)';
    }

    public function parameters(): array
    {
        return [Parameter::Expression, Parameter::Expression];
    }

    public function unit(): Unit
    {
        return Unit::Percent;
    }

    protected function of(float $x, float $y): float
    {
        return CostOfDebt::byInterestCover(0.0, $x, $y, 0.0, CostOfDebt::defaultSpreads())->spread;
    }
}
