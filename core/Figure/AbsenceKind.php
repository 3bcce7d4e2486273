<?php

declare(strict_types=1);

namespace Logion\Figure;

/** Why there is no number. None of these is ever treated as zero. */
enum AbsenceKind: string
{
    /** Not reported, or no data. */
    case Missing = 'missing';

    /** The figure does not exist for this kind of business. */
    case NotApplicable = 'not_applicable';

    /** It could be computed but would say nothing: a multiple of a loss, a division by zero. */
    case NotMeaningful = 'not_meaningful';

    /** The series does not reach back far enough. */
    case NotEnoughHistory = 'not_enough_history';

    /** What a table shows in place of the number. */
    public function mark(): string
    {
        return match ($this) {
            self::Missing => '–',
            self::NotApplicable => 'n/a',
            self::NotMeaningful => 'n.m.',
            self::NotEnoughHistory => '–',
        };
    }
}
