<?php

declare(strict_types=1);

namespace Logion\Dividend;

use Logion\Figure\Figure;

/** One consideration of a dividend's safety: the figure, what earns all and what no points, and the points it earned. */
final readonly class SafetyPart
{
    /** @param  float|null  $points  null where there is no figure to judge */
    public function __construct(
        public string $key,
        public string $label,
        public Figure $figure,
        public float $best,
        public float $worst,
        public float $weight,
        public ?float $points,
    ) {
    }
}
