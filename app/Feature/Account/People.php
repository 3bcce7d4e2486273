<?php

declare(strict_types=1);

namespace App\Feature\Account;

use Illuminate\Auth\EloquentUserProvider;

/** Who is signed in is asked of the first server: a replica may not know yet of somebody who has just made an account. */
final class People extends EloquentUserProvider
{
    protected function newModelQuery($model = null)
    {
        return parent::newModelQuery($model)->useWritePdo();
    }
}
