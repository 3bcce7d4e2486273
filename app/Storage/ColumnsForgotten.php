<?php

declare(strict_types=1);

namespace App\Storage;

use Logion\Figure\Words;
use Logion\Time\Day;
use Symfony\Component\HttpKernel\Exception\ConflictHttpException;

/** The columns of a day are not there: never computed, or let go since the data of it changed, perhaps while somebody was reading them. */
final class ColumnsForgotten extends ConflictHttpException
{
    public function __construct(int $day)
    {
        parent::__construct(Words::say('the_figures_as_of_have_not', day: Day::iso($day)));
    }
}
