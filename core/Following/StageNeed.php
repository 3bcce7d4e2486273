<?php

declare(strict_types=1);

namespace Logion\Following;

/** What has to be there before a candidate goes on to a stage. */
enum StageNeed: string
{
    case None = 'none';

    /** A note on the company. */
    case Note = 'note';

    case Valuation = 'valuation';

    case Decision = 'decision';

    case Position = 'position';

    /** Nothing is held of it any more. */
    case NoPosition = 'no_position';

    /** @param  array{notes: int, valuations: int, decisions: int, held: bool}  $work  what there is */
    public function isThere(array $work): bool
    {
        return match ($this) {
            self::None => true,
            self::Note => $work['notes'] > 0,
            self::Valuation => $work['valuations'] > 0,
            self::Decision => $work['decisions'] > 0,
            self::Position => $work['held'],
            self::NoPosition => ! $work['held'],
        };
    }
}
