<?php

declare(strict_types=1);

namespace App\Feed;

use App\Storage\PublicationWriter;
use App\Storage\SimulationState;
use Simulation\Company\ListedCompany;
use Simulation\Exchange;

/** What a block of companies of the simulated exchange tells: its days need no other block. */
final class SimulatedBlock implements Feed
{
    /** What is kept of it, where it was packed since the last day it told. */
    private ?string $packed = null;

    /**
     * @param  Exchange  $exchange  joined by what the shares of the block made of days that are not closed
     * @param  list<ListedCompany>  $companies  as they are after the last day they told
     * @param  int  $kept  the day they are kept as of
     * @param  int  $day  the day they told last
     */
    public function __construct(
        private readonly SimulationState $state,
        private readonly Exchange $exchange,
        private readonly PublicationWriter $writer,
        private readonly int $number,
        private readonly array $companies,
        private int $kept,
        private int $day,
    ) {
    }

    /** The day that is stored of it. */
    public function day(): int
    {
        return $this->day;
    }

    public function days(?int $after): iterable
    {
        yield from SimulatedExchange::daysAfter($after ?? $this->day);
    }

    public function on(int $day): array
    {
        $this->packed = null;

        return PublicationArrival::inOrder($this->exchange->companies($this->companies, $day, true), $this->writer);
    }

    /** Packs what is kept of it ahead of {@see settle}, so that nobody waits for that who would write. */
    public function pack(): void
    {
        $this->packed = SimulationState::packed($this->companies);
    }

    public function settle(int $day): void
    {
        $packed = $this->packed ?? SimulationState::packed($this->companies);
        $this->state->keep($this->number, $packed, $day, $this->exchange->moves());
        $this->writer->flush();
        $this->kept = $this->day = $day;
    }

    /** Whether nobody else has stored days of it since it was opened; nobody can until the transaction that was begun ends. */
    public function isAsOpened(): bool
    {
        return $this->state->lockedDayOfBlock($this->number) === $this->kept;
    }
}
