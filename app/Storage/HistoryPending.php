<?php

declare(strict_types=1);

namespace App\Storage;

use Logion\Figure\Words;
use Symfony\Component\HttpKernel\Exception\ConflictHttpException;

/** An expression over the companies' own past that has not been computed for a day: long work, to be done with progress. */
final class HistoryPending extends ConflictHttpException
{
    public function __construct(public readonly string $formula)
    {
        parent::__construct(Words::say('the_history_that_looks_at_has', formula: $formula));
    }
}
