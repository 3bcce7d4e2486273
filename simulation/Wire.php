<?php

declare(strict_types=1);

namespace Simulation;

use Logion\Time\Day;

/** A workday, and what becomes public on it. */
final class Wire
{
    public readonly int $before;

    public readonly int $next;

    public readonly bool $endsMonth;

    /** @var list<Publication> */
    private array $publications = [];

    /** @param  bool  $hours  whether the trades of single hours are told too */
    public function __construct(public readonly int $day, public readonly bool $hours = false)
    {
        $before = $next = $day;
        do {
            $before = Day::plus($before, -1);
        } while (! Calendar::isWorkday($before));
        do {
            $next = Day::plus($next, 1);
        } while (! Calendar::isWorkday($next));
        $this->before = $before;
        $this->next = $next;
        $this->endsMonth = intdiv($next, 100) !== intdiv($day, 100);
    }

    /** Whether a day has come that had not on the workday before. */
    public function reaches(int $day): bool
    {
        return $this->before < $day && $day <= $this->day;
    }

    /** @param  array<string, mixed>  $values */
    public function publish(Subject $subject, int $minute, array $values): void
    {
        $this->publications[] = new Publication($subject, $this->day, $minute, $values);
    }

    /** @return list<Publication> in the order in which they became public */
    public function publications(): array
    {
        // The sort is stable: what became public at one moment stays in the order in which it was told.
        usort($this->publications, static fn (Publication $a, Publication $b): int => $a->minute <=> $b->minute);

        return $this->publications;
    }
}
