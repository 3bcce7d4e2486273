<?php

declare(strict_types=1);

namespace App\Feature\BackTest;

use App\Models\BackTest;
use App\Models\User;
use App\Task\ReportsProgress;
use Illuminate\Bus\Queueable;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Bus\Dispatchable;
use Illuminate\Queue\InteractsWithQueue;

/** Runs a back-test in the background. */
final class RunBackTest implements ShouldQueue
{
    use Dispatchable;
    use InteractsWithQueue;
    use Queueable;
    use ReportsProgress;

    public int $timeout = 3600;

    public function __construct(private readonly int $backTestId)
    {
    }

    public function handle(BackTestRunner $runner): void
    {
        $test = BackTest::query()->with('task')->find($this->backTestId);
        if ($test?->task === null) {
            return;
        }
        $this->reporting($test->task, static function (\Closure $progress) use ($test, $runner): void {
            $test->update(['result' => $runner->run($test->settings, User::query()->find($test->user_id), $progress)]);
        });
    }
}
