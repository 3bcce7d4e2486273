<?php

declare(strict_types=1);

namespace App\Feature\Export;

use App\Models\Task;
use App\Models\User;
use App\Storage\UserArchive;
use App\Task\FailsWithAWord;
use App\Task\ReportsProgress;
use App\Task\TaskProgress;
use Illuminate\Bus\Queueable;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Bus\Dispatchable;
use Illuminate\Queue\InteractsWithQueue;
use Illuminate\Support\Facades\Storage;

/** Writes the archive of a user in the background; it is kept for a day, or until the next one is written. */
final class MakeArchive implements ShouldQueue
{
    use Dispatchable;
    use FailsWithAWord;
    use InteractsWithQueue;
    use Queueable;
    use ReportsProgress;

    private const FOLDER = 'archives';

    private const KEPT_SECONDS = 86400;

    public int $timeout = 7200;

    public function __construct(private readonly int $taskId, private readonly int $userId)
    {
    }

    public function handle(UserArchive $archive): void
    {
        $task = Task::query()->find($this->taskId);
        $user = User::query()->find($this->userId);
        if ($task === null || $user === null) {
            return;
        }
        Storage::makeDirectory(self::FOLDER);
        // Of an attempt before that was cancelled.
        TaskProgress::forget($task->id);
        $this->reporting($task, static function () use ($archive, $task, $user): void {
            $unfinished = self::path($user).'.part';
            try {
                // What is read is of one moment, and its transaction tells nobody how far it is.
                $archive->write($user, $unfinished, static fn (int $done, int $total) => TaskProgress::report($task->id, $done, $total));
                rename($unfinished, self::path($user));
            } finally {
                is_file($unfinished) && unlink($unfinished);
                TaskProgress::forget($task->id);
            }
        });
    }

    /** Where the archive of a user is kept, once it is written. */
    public static function path(User $user): string
    {
        return Storage::path(self::FOLDER."/user-{$user->id}.zip");
    }

    public static function forgetOld(): void
    {
        foreach (Storage::files(self::FOLDER) as $file) {
            Storage::lastModified($file) < time() - self::KEPT_SECONDS && Storage::delete($file);
        }
    }

    private function task(): ?Task
    {
        return Task::query()->find($this->taskId);
    }
}
