<?php

declare(strict_types=1);

use App\Feature\Export\MakeArchive;
use Illuminate\Support\Facades\Schedule;

// What has gone stale goes: previews of files that nobody came back to, archives that were fetched or forgotten.
Schedule::command('model:prune')->daily();
Schedule::call(MakeArchive::forgetOld(...))->daily();
// Where it is wished, a simulated exchange lives a day whenever a working day has passed.
Schedule::command('logion:advance')->weekdays()->at('18:30')->when(static fn (): bool => (bool) config('logion.advances_daily'));
// Conditions are looked at whenever a day has come in by whatever way, and what is due is delivered.
Schedule::command('logion:follow')->everyMinute()->withoutOverlapping();
