<?php

declare(strict_types=1);

namespace App\Storage;

use Closure;

/**
 * Keeps PHP's collector of cycles off while companies are evaluated: it would look through hundreds of thousands of values again and again,
 * and take half of the time. What is done with is free without it, but for a ring here and there, which a look now and then collects.
 */
final class CollectorPause
{
    /**
     * @template T
     *
     * @param  Closure(Closure(): void): T  $work  called with what collects, to be called between companies
     * @return T
     */
    public static function during(Closure $work): mixed
    {
        $collects = gc_enabled();
        gc_disable();
        try {
            return $work(static function (): void {
                gc_collect_cycles();
            });
        } finally {
            $collects && gc_enable();
        }
    }
}
