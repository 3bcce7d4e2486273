<?php

declare(strict_types=1);

namespace Logion\Capital;

use Logion\Figure\Words;

/** What all who have put money into a company ask for together: the cost of each class after tax, weighted by its value. */
final readonly class CostOfCapital
{
    /** @var list<float> of the classes, which sum to one */
    public array $weights;

    /** A year, after tax. */
    public float $rate;

    /**
     * @param  list<CapitalClass>  $classes
     *
     * @throws \InvalidArgumentException if the values do not sum to more than nothing, or one of them is negative
     */
    public function __construct(public array $classes, public float $taxRate)
    {
        $values = array_map(static fn (CapitalClass $of): float => $of->value, $classes);
        $sum = array_sum($values);
        if ($sum <= 0 || min([0.0, ...$values]) < 0) {
            throw new \InvalidArgumentException(Words::say('equity_debt_and_preferred_capital_must'));
        }
        $this->weights = array_map(static fn (float $value): float => $value / $sum, $values);
        $rate = 0.0;
        foreach ($classes as $i => $class) {
            $rate += $this->weights[$i] * $class->costAfterTax($taxRate);
        }
        $this->rate = $rate;
    }
}
