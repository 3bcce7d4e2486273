<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\MassPrunable;
use Illuminate\Database\Eloquent\Model;

/** A part of long work: what is asked of it and, once a worker was at it, what it found. */
final class TaskPart extends Model
{
    use MassPrunable;

    public $timestamps = false;

    protected $guarded = [];

    protected $table = 'task_parts';

    /**
     * Of work that ended otherwise than well, and that nobody asked for again in a day.
     *
     * @return Builder<self>
     */
    public function prunable(): Builder
    {
        return self::query()->whereIn(
            'task_id',
            Task::query()
                ->whereIn('state', ['cancelled', 'failed', 'done'])
                ->where('updated_at', '<', now()->subDay())
                ->select('id'),
        );
    }

    /** @return array<string, string> */
    protected function casts(): array
    {
        return ['asked' => 'array', 'found' => Blob::class];
    }
}
