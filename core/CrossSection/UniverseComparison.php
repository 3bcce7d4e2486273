<?php

declare(strict_types=1);

namespace Logion\CrossSection;

use Logion\Metric\Comparison;

/** A figure that exists only beside other companies and is computed for all of them at once. */
interface UniverseComparison extends Comparison
{
    public function column(Universe $universe): Column;
}
