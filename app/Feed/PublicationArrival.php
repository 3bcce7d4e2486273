<?php

declare(strict_types=1);

namespace App\Feed;

use App\Storage\PublicationWriter;
use Simulation\Publication;

/** What the simulated exchange told. */
final readonly class PublicationArrival implements Arrival
{
    public function __construct(private Publication $publication, private PublicationWriter $writer)
    {
    }

    public function name(): string
    {
        return $this->publication->subject->value;
    }

    public function day(): int
    {
        return $this->publication->day;
    }

    public function minute(): int
    {
        return $this->publication->minute;
    }

    public function store(): string
    {
        $this->writer->write($this->publication);

        return $this->name();
    }
}
