<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsToMany;

/** Long work with its progress. Several may wait for the same. */
final class Task extends Model
{
    protected $guarded = [];

    protected $table = 'tasks';

    /** @return BelongsToMany<User, $this> */
    public function owners(): BelongsToMany
    {
        return $this->belongsToMany(User::class);
    }
}
