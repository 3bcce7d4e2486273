<?php

declare(strict_types=1);

use Illuminate\Support\Facades\Schedule;

// What has gone stale goes: previews of files that nobody came back to.
Schedule::command('model:prune')->daily();
