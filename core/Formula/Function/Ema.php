<?php

declare(strict_types=1);

namespace Logion\Formula\Function;

use Logion\Figure\Absence;
use Logion\Figure\Reason;
use Logion\Figure\Unit;
use Logion\Formula\Moment;
use Logion\Formula\Node;
use Logion\Formula\Parameter;
use Logion\Formula\Shape\OfPrices;
use Logion\Formula\Subject;
use Logion\Formula\Vector;

final class Ema extends OfPrices
{
    public function name(): string
    {
        return 'ema';
    }

    protected function description(): string
    {
        return 'exponential mean of closes, weight 2/(n+1), from the first known bar';
    }

    public function example(): string
    {
        return 'ema(12) - ema(26)';
    }

    protected function reads(): string
    {
        return 'Every close from the first known bar on, seeded with the mean of the first n.';
    }

    public function parameters(): array
    {
        return [Parameter::WholeNumber];
    }

    public function unit(): Unit
    {
        return Unit::MoneyPerShare;
    }

    protected function of(Subject $company, Moment $moment, array $arguments): float|Absence
    {
        $to = $company->marketPosition($moment);
        if ($to instanceof Absence) {
            return $to;
        }
        $n = (int) $arguments[0];
        $ema = $n === 0 ? null : $company->exponentialMean($n, $to, $to)[0];

        return $ema === null ? Absence::of(Reason::PricesShorterThanWindow) : $ema * $company->priceRate($moment);
    }

    /** All days are found in one walk, so that asking for another costs next to nothing. */
    public function times(Node $call): float
    {
        return 1.0;
    }

    public function series(Subject $company, Node $call, int $first, int $last): ?Vector
    {
        $n = (int) $call->children[0]->number;
        if ($n === 0 || ! $company->tradesInReportingCurrency()) {
            return null;
        }
        $means = $company->exponentialMean($n, $first, $last);
        if (isset($means[0])) {
            /** @var list<float> $means once it has begun it goes on */
            return new Vector($means);
        }
        $values = array_map(static fn (?float $mean): float => $mean ?? NAN, $means);
        $short = count(array_keys($means, null, true));

        return new Vector($values, $short === 0 ? [] : array_fill(0, $short, Absence::of(Reason::PricesShorterThanWindow)));
    }
}
