<?php

declare(strict_types=1);

namespace Logion\Figure;

/** The absence of a number, with the reason in words. Immutable and comparable by kind and reason. */
final readonly class Absence
{
    private function __construct(public AbsenceKind $kind, public string $reason)
    {
    }

    public static function missing(string $reason): self
    {
        return new self(AbsenceKind::Missing, $reason);
    }

    public static function notApplicable(string $reason): self
    {
        return new self(AbsenceKind::NotApplicable, $reason);
    }

    public static function notMeaningful(string $reason): self
    {
        return new self(AbsenceKind::NotMeaningful, $reason);
    }

    public static function notEnoughHistory(string $reason): self
    {
        return new self(AbsenceKind::NotEnoughHistory, $reason);
    }
}
