<?php

declare(strict_types=1);

namespace App\Feature\Simulation;

use App\Feed\Advance;
use App\Feed\SimulatedExchange;
use App\Models\Task;

/** Days whose process ended between their first row and their last metric: they are completed without being asked for. */
final readonly class LeftDays
{
    public function __construct(private SimulatedExchange $exchange, private Advance $advance)
    {
    }

    public function complete(): void
    {
        $isAtWork = Task::query()->where('kind', AdvanceWork::KIND)->whereIn('state', Task::UNDER_WAY)->exists();
        if (! $isAtWork && $this->exchange->day() !== null && $this->advance->isAhead()) {
            $this->advance->complete();
        }
    }
}
