<?php

declare(strict_types=1);

namespace Logion\Reporting\Property;

/** One lease of a property company. */
final readonly class Lease
{
    /**
     * @param  float  $rent  annualised contracted rent
     * @param  int|null  $end  last day, YYYYMMDD; null for one that has none
     * @param  string  $trade  what the tenant does; empty where it is not told
     * @param  string  $standing  of the tenant's credit, in the company's words; empty where it is not told
     * @param  float|null  $area  let, square metres
     */
    public function __construct(
        public string $tenant,
        public float $rent,
        public ?int $end,
        public string $trade = '',
        public string $standing = '',
        public string $building = '',
        public ?float $area = null,
    ) {
    }
}
