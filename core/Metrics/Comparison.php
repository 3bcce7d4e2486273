<?php

declare(strict_types=1);

namespace Logion\Metrics;

use Logion\Screening\Column;
use Logion\Screening\Universe;

/** A figure that exists only beside other companies and is computed for all of them at once. */
interface Comparison
{
    public function column(Universe $universe): Column;

    /** @return list<string> formulas it reads */
    public function formulas(): array;
}
