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

    /**
     * @param  list<Publication>  $publications  of a day
     * @return list<self> as they became public
     */
    public static function inOrder(array $publications, PublicationWriter $writer): array
    {
        usort($publications, static fn (Publication $a, Publication $b): int => $a->minute <=> $b->minute);

        return array_map(static fn (Publication $of): self => new self($of, $writer), $publications);
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
        $this->writer->hold($this->publication);

        return $this->name();
    }
}
