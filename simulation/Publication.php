<?php

declare(strict_types=1);

namespace Simulation;

/** Something that became public at a moment: what it is, and its figures by name. */
final readonly class Publication
{
    /** Minutes since midnight: before and after the exchanges are open, and when they close. */
    public const MORNING = 450;

    public const OPENING = 540;

    public const CLOSE = 1020;

    public const EVENING = 1065;

    /** @param  array<string, mixed>  $values */
    public function __construct(public Subject $subject, public int $day, public int $minute, public array $values)
    {
    }
}
