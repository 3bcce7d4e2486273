<?php

declare(strict_types=1);

namespace App\Storage;

/** What new data concern, so that only what follows from it is computed again. */
final class Arrived
{
    /** @var array<int, true> companies whose statements or shares changed */
    public array $statements = [];

    /** Whether anything has arrived. */
    public bool $any = false;
}
