<?php

declare(strict_types=1);

namespace App\Task;

/** A queue with a lane for everybody who asked for work. */
interface Lanes
{
    /** Whether nothing waits in any lane and no worker is at anything. */
    public function areEmpty(): bool;
}
