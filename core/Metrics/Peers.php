<?php

declare(strict_types=1);

namespace Logion\Metrics;

use Logion\Absence;
use Logion\Metrics\Formula\Node;

/** The companies a figure is compared with when a formula asks for a sector or a universe. */
interface Peers
{
    /**
     * @param  string  $measure  sector_median, sector_rank, sector_percentile or universe_percentile
     * @param  Node  $expression  what is compared
     * @param  float|Absence  $own  the company's own value of it
     */
    public function compare(string $measure, Node $expression, float|Absence $own, int $company): float|Absence;
}
