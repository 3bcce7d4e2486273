<?php

declare(strict_types=1);

namespace Logion\Reporting\Adjustment;

/** What a reader says of a figure they corrected or supplied: why, from which source, who and when (YYYYMMDD). */
final readonly class CorrectedBy
{
    public function __construct(public string $note, public string $source = '', public string $author = '', public int $madeOn = 0)
    {
    }
}
