<?php

declare(strict_types=1);

namespace App\Task;

use Fidry\CpuCoreCounter\CpuCoreCounter;

/**
 * Work on a database server has a process there that no priority of its worker reaches. On a busy machine it rests as long as it has
 * worked, so that others are answered.
 */
final class Pace
{
    private float $since;

    /** @param  (\Closure(): float)|null  $load  processes that want a processor, for each there is */
    public function __construct(private readonly ?\Closure $load = null)
    {
        $this->since = microtime(true);
    }

    /** @return float seconds rested */
    public function keep(): float
    {
        $worked = microtime(true) - $this->since;
        $rests = ($this->load ?? self::load(...))() > 1.0 ? $worked : 0.0;
        usleep((int) round(1e6 * $rests));
        $this->since = microtime(true);

        return $rests;
    }

    private static function load(): float
    {
        return (sys_getloadavg() ?: [0.0])[0] / (new CpuCoreCounter())->getCountWithFallback(1);
    }
}
