<?php

declare(strict_types=1);

namespace App\Task;

use App\Models\Task;
use App\Storage\ColumnStore;
use Illuminate\Bus\Queueable;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Bus\Dispatchable;
use Illuminate\Queue\InteractsWithQueue;
use Logion\Metric\Catalogue;

/** Computes in the background: the metric columns of a day, or one expression over the companies' history. */
final class RefreshColumns implements ShouldQueue
{
    use Dispatchable;
    use InteractsWithQueue;
    use Queueable;
    use ReportsProgress;

    public int $timeout = 3600;

    public function __construct(private readonly int $taskId, private readonly int $asOf, private readonly ?string $formula = null)
    {
    }

    public function handle(ColumnStore $columns): void
    {
        $task = Task::query()->find($this->taskId);
        if ($task === null) {
            return;
        }
        $this->reporting(
            $task,
            fn (\Closure $progress) => $this->formula === null
                ? $columns->refresh($this->asOf, $progress)
                : $columns->derive($this->asOf, Catalogue::builtIn()->parse($this->formula), $progress),
        );
    }
}
