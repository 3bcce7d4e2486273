<?php

declare(strict_types=1);

namespace Logion\Reporting\Property;

/** One building of a property company; a net operating income is null for a year in which it was not owned all through. */
final readonly class LetProperty
{
    /**
     * @param  float|null  $totalArea  square metres; null where it is not told
     * @param  float|null  $value  in the books, or appraised, as it is told
     */
    public function __construct(
        public ?float $totalArea,
        public ?float $letArea,
        public ?float $previousNetOperatingIncome,
        public ?float $netOperatingIncome,
        public string $name = '',
        public string $sector = '',
        public string $place = '',
        public ?float $value = null,
    ) {
    }
}
