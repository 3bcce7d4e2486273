<?php

declare(strict_types=1);

namespace App\Task;

use App\Models\Task;
use Illuminate\Support\Facades\Cache;

/**
 * Progress of work that holds a database transaction: nobody else sees what it writes there, so how far it is, and that it
 * should stop, are told through files.
 */
final class TaskProgress
{
    private const KEPT_SECONDS = 3600;

    /** A worker that has not been heard of for so long is gone. */
    public const SILENT_SECONDS = 60;

    /** @throws WorkCancelled if somebody asked to stop */
    public static function report(int $task, int $done, int $total): void
    {
        $cache = Cache::store(config('logion.seen_at_once'));
        $cache->put(self::key($task), ['done' => $done, 'total' => $total, 'at' => time()], self::KEPT_SECONDS);
        if ($cache->has(self::key($task).':cancel')) {
            throw new WorkCancelled();
        }
    }

    public static function cancel(int $task): void
    {
        Cache::store(config('logion.seen_at_once'))->put(self::key($task).':cancel', true, self::KEPT_SECONDS);
    }

    /** @return array{done: int, total: int, at: int}|null */
    public static function of(Task $task): ?array
    {
        return Cache::store(config('logion.seen_at_once'))->get(self::key($task->id));
    }

    public static function forget(int $task): void
    {
        Cache::store(config('logion.seen_at_once'))->forget(self::key($task));
        Cache::store(config('logion.seen_at_once'))->forget(self::key($task).':cancel');
    }

    /** Where several databases are served from one folder, tasks of the same number are others. */
    private static function key(int $task): string
    {
        $database = (string) config('database.connections.'.config('database.default').'.database');

        return 'task:'.sha1($database).":{$task}";
    }
}
