<?php

declare(strict_types=1);

namespace Logion\CostOfCapital;

/** A long borrowing of a company and what it pays on it. */
final readonly class Borrowing
{
    /** @param  float  $coupon  a year, of what was borrowed */
    public function __construct(public string $name, public float $coupon, public string $report)
    {
    }
}
