<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsToMany;

/** Long work with its progress. Several may wait for the same. */
final class Task extends Model
{
    /** States of a task that waits for a worker, or that one is at. */
    public const UNDER_WAY = ['waiting', 'running'];

    protected $guarded = [];

    protected $table = 'tasks';

    /** The work of a kind on a subject, for one more who waits for it; what is new waits. */
    public static function of(string $kind, string $subject, ?User $owner): self
    {
        $task = self::query()->firstOrCreate(['kind' => $kind, 'subject' => $subject], ['state' => 'waiting']);
        $owner === null || $task->owners()->syncWithoutDetaching($owner);

        return $task;
    }

    /** Whether it waits for a worker or one is at it. */
    public function isUnderWay(): bool
    {
        return in_array($this->state, self::UNDER_WAY, true);
    }

    /** Whether it has to be handed to a worker: it is new, or has ended, or nothing was heard of it for so many minutes. */
    public function isIdle(int $minutes): bool
    {
        return $this->wasRecentlyCreated || ! $this->isUnderWay() || $this->updated_at?->lt(now()->subMinutes($minutes)) === true;
    }

    /** @param  int  $cost  steps of a formula for one company */
    public function begin(int $cost = 0): void
    {
        $this->update(['state' => 'waiting', 'done' => 0, 'total' => 0, 'message' => null, 'cost' => $cost]);
    }

    /** @return BelongsToMany<User, $this> */
    public function owners(): BelongsToMany
    {
        return $this->belongsToMany(User::class);
    }
}
