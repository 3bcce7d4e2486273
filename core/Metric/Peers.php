<?php

declare(strict_types=1);

namespace Logion\Metric;

use Logion\Figure\Absence;
use Logion\Formula\Node;
use Logion\Formula\Shape\AmongCompanies;
use Logion\Statistics\Extent;

/** The companies a figure is compared with when a formula asks for a sector or a universe. */
interface Peers
{
    /**
     * @param  Node  $expression  what is compared
     * @param  float|Absence  $own  the company's own value of it, amounts in the currency of the installation
     */
    public function standing(AmongCompanies $function, Node $expression, float|Absence $own, int $company): float|Absence;

    /** Where the values of a company's sector lie, without the tails; null where that is not known or they are too few. */
    public function spread(Node $expression, int $company): ?Extent;

    /** A company's value of a metric that is computed for all companies at once. */
    public function metric(string $key, int $company): float|Absence;
}
