<?php

declare(strict_types=1);

namespace App\Task;

use Logion\Figure\Words;

/** Work in parts of which nothing is stored before all of it is done. */
trait StoresAtTheEnd
{
    public function cancelled(): string
    {
        return Words::say('cancelled_nothing_was_stored');
    }
}
