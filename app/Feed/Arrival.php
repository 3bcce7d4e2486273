<?php

declare(strict_types=1);

namespace App\Feed;

/** Something new from a source, with the moment it became public. */
interface Arrival
{
    /** What it is, for people. */
    public function name(): string;

    public function day(): int;

    /** Minutes since midnight. */
    public function minute(): int;

    /** Stores it, at once or when its day is settled; what became of it, in words. */
    public function store(): string;
}
