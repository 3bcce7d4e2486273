<?php

declare(strict_types=1);

namespace Logion\Following;

/** That a check called: it began to be met, or what it waits for happened. */
final readonly class Call
{
    /**
     * @param  int  $day  YYYYMMDD
     * @param  string  $key  tells what happened from other things, however often it is looked at
     * @param  float|null  $actual  the figure that was met
     * @param  float|null  $required  what it was held against
     */
    public function __construct(public int $day, public string $key, public ?float $actual = null, public ?float $required = null)
    {
    }
}
