<?php

declare(strict_types=1);

namespace App\Policies;

use App\Models\Task;
use App\Models\User;
use Illuminate\Auth\Access\Response;

/** A task belongs to all who wait for it. */
final class TaskPolicy
{
    public function view(User $user, Task $task): Response
    {
        return self::waits($user, $task);
    }

    public function delete(User $user, Task $task): Response
    {
        return self::waits($user, $task);
    }

    private static function waits(User $user, Task $task): Response
    {
        return $task->owners()->whereKey($user->id)->exists() ? Response::allow() : Response::denyAsNotFound(OwnerPolicy::notFound());
    }
}
