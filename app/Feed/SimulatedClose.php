<?php

declare(strict_types=1);

namespace App\Feed;

use App\Storage\HourlyWindow;
use App\Storage\PublicationWriter;
use App\Storage\SimulationState;
use Simulation\Exchange;

/** What the simulated exchange tells of a day when all its companies have: the economy, and the levels of the indices. */
final readonly class SimulatedClose implements Feed
{
    /** @param  Exchange  $exchange  joined by what the shares of all blocks made */
    public function __construct(
        private SimulationState $state,
        private HourlyWindow $hours,
        private Exchange $exchange,
        private PublicationWriter $writer,
        private int $day,
    ) {
    }

    public function days(?int $after): iterable
    {
        yield from SimulatedExchange::daysAfter($after ?? $this->day);
    }

    public function on(int $day): array
    {
        return PublicationArrival::inOrder([...$this->exchange->general($day), ...$this->exchange->indices($day)], $this->writer);
    }

    public function settle(int $day): void
    {
        $this->state->advance($day, $this->exchange->state());
        $this->writer->flush();
        $this->hours->trim($day);
    }
}
