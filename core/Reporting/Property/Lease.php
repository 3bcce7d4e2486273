<?php

declare(strict_types=1);

namespace Logion\Reporting\Property;

/** One lease of a property company. */
final readonly class Lease
{
    /**
     * @param  float  $rent  annualised contracted rent
     * @param  int  $end  last day, YYYYMMDD
     */
    public function __construct(public string $tenant, public float $rent, public int $end)
    {
    }
}
