<?php

declare(strict_types=1);

namespace App\Storage;

use Symfony\Component\HttpKernel\Exception\ConflictHttpException;

/** An expression over the companies' own past that has not been computed for a day: long work, to be done with progress. */
final class HistoryPending extends ConflictHttpException
{
    public function __construct(public readonly string $formula)
    {
        parent::__construct(
            "The history that \"{$formula}\" looks at has not been computed for this day yet. Start the refresh and wait for it.",
        );
    }
}
