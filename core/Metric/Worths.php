<?php

declare(strict_types=1);

namespace Logion\Metric;

use Logion\Figure\Absence;

/** What shares are worth by methods that need nothing but the company itself. */
interface Worths
{
    /** The worth of a share over its price; on the day alone, for a value has no past. */
    public function toPrice(string $method, CompanyScope $scope): float|Absence;
}
