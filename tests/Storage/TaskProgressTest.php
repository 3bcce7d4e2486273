<?php

declare(strict_types=1);

namespace Tests\Storage;

use App\Models\Task;
use App\Task\TaskProgress;
use App\Task\WorkCancelled;
use Illuminate\Support\Facades\DB;
use Tests\DemoTestCase;

/** Progress told through files is that of a task of one database, though several are served from one folder. */
final class TaskProgressTest extends DemoTestCase
{
    public function test_who_cancels_a_task_cancels_none_of_another_database(): void
    {
        $here = DB::getDefaultConnection();
        config(['database.connections.another' => [...(array) config("database.connections.{$here}"), 'database' => 'another']]);
        $task = (new Task())->forceFill(['id' => 987_654_321]);
        TaskProgress::report($task->id, 3, 10);
        TaskProgress::cancel($task->id);
        DB::setDefaultConnection('another');
        $this->assertNull(TaskProgress::of($task));
        TaskProgress::report($task->id, 5, 20);
        DB::setDefaultConnection($here);
        $this->assertSame([3, 10], [TaskProgress::of($task)['done'] ?? null, TaskProgress::of($task)['total'] ?? null]);
        try {
            TaskProgress::report($task->id, 4, 10);
            $this->fail('It went on.');
        } catch (WorkCancelled) {
            TaskProgress::forget($task->id);
        }
        TaskProgress::report($task->id, 4, 10);
        TaskProgress::forget($task->id);
        $this->assertNull(TaskProgress::of($task));
        DB::setDefaultConnection('another');
        TaskProgress::forget($task->id);
        DB::setDefaultConnection($here);
    }
}
