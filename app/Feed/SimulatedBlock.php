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
    /**
     * @param  list<ListedCompany>  $companies  as they are after the last day they told
     * @param  int  $day  the day they are kept as of
     * @param  int  $told  the day they told last
     */
    public function __construct(
        private readonly SimulationState $state,
        private readonly Exchange $exchange,
        private readonly PublicationWriter $writer,
        private readonly int $number,
        private readonly array $companies,
        public readonly int $day,
        private readonly int $told,
    ) {
    }

    public function days(?int $after): iterable
    {
        yield from SimulatedExchange::daysAfter($after ?? $this->told);
    }

    public function on(int $day): array
    {
        return PublicationArrival::inOrder($this->exchange->companies($this->companies, $day, true), $this->writer);
    }

    public function settle(int $day): void
    {
        $this->state->keep($this->number, $this->companies, $day, $this->exchange->moves());
        $this->writer->flush();
    }

    /** Whether nobody else has stored days of it since it was opened; nobody can until the transaction that was begun ends. */
    public function isAsOpened(): bool
    {
        return $this->state->lockedDayOfBlock($this->number) === $this->day;
    }
}
