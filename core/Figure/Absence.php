<?php

declare(strict_types=1);

namespace Logion\Figure;

/** The absence of a number: why, and with what figures. Immutable and comparable by both. */
final readonly class Absence
{
    public AbsenceKind $kind;

    /** @param  list<string|int|float>  $figures  what the reason tells: names, currencies, counts */
    private function __construct(public Reason $reason, public array $figures)
    {
        $this->kind = $reason->kind();
    }

    public static function of(Reason $reason, string|int|float ...$figures): self
    {
        return new self($reason, array_values($figures));
    }

    /** The reason in words. */
    public function sentence(): string
    {
        return Words::of()->reason($this);
    }
}
