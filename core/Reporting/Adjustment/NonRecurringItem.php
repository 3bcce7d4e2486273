<?php

declare(strict_types=1);

namespace Logion\Reporting\Adjustment;

/** Part of a line that a reader holds to be a one-off. */
final readonly class NonRecurringItem
{
    /**
     * @param  float  $amount  in the reporting currency, in the sense of the line: a charge of a cost line is positive
     * @param  bool  $beforeTax  whether the amount is before tax
     */
    public function __construct(
        public string $line,
        public int $period,
        public float $amount,
        public bool $beforeTax = true,
        public string $note = '',
        public int $id = 0,
    ) {
    }
}
