<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/** A back-test with its settings and, once it has run, its result. */
final class BackTest extends Model
{
    use BelongsToUser;

    protected $guarded = [];

    protected $table = 'back_tests';

    /** @return BelongsTo<Task, $this> */
    public function task(): BelongsTo
    {
        return $this->belongsTo(Task::class);
    }

    /** @return array<string, string> */
    protected function casts(): array
    {
        return ['settings' => 'array', 'result' => 'array'];
    }
}
