<?php

declare(strict_types=1);

use App\Feature\Account\OldSessions;
use App\Feature\Export\MakeArchive;
use App\Feature\Simulation\LeftDays;
use App\Storage\SpooledBars;
use App\Task\LostWork;
use Illuminate\Support\Facades\Schedule;

// What has gone stale goes: previews of files that nobody came back to, parts of work nobody waits for, archives that were fetched.
Schedule::command('model:prune')->daily();
Schedule::command('queue:prune-batches --hours=48 --unfinished=72 --cancelled=72')->daily();
Schedule::call(MakeArchive::forgetOld(...))->daily();
Schedule::call(OldSessions::forget(...))->daily();
// Where it is wished, a simulated exchange lives a day whenever a working day has passed.
Schedule::command('logion:advance')
    ->weekdays()
    ->at('18:30')
    ->onOneServer()
    ->when(static fn (): bool => (bool) config('logion.advances_daily'));
Schedule::command('logion:backup')
    ->dailyAt('03:10')
    ->when(static fn (): bool => config('logion.backs_up_nightly') && ! config('logion.demo') && config('database.default') === 'sqlite');
// Conditions are looked at whenever a day has come in by whatever way, and what is due is delivered.
Schedule::command('logion:follow')->everyMinute();
// Who waits for work that nobody will take up is told.
Schedule::call(static fn () => app(LostWork::class)->tell())->everyMinute();
Schedule::call(SpooledBars::forgetDead(...))->everyMinute();
// Days of a simulated exchange that a killed process left unfinished. Last, since it may take minutes where companies are many.
Schedule::call(static fn () => app(LeftDays::class)->complete())->everyMinute();
