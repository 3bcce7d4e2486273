<?php

declare(strict_types=1);

namespace Logion\Following;

/** Whether a check is met on a day. */
final readonly class Standing
{
    /**
     * @param  bool|null  $met  null where it cannot be said
     * @param  int|null  $since  day of what happened last, of an event
     */
    public function __construct(public ?bool $met, public ?float $actual = null, public ?float $required = null, public ?int $since = null)
    {
    }
}
