<?php

declare(strict_types=1);

use App\Feature\Export\MakeArchive;
use Illuminate\Support\Facades\Schedule;

// What has gone stale goes: previews of files that nobody came back to, archives that were fetched or forgotten.
Schedule::command('model:prune')->daily();
Schedule::call(MakeArchive::forgetOld(...))->daily();
