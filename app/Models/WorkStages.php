<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;

/** The stages somebody works in, as they call them. */
final class WorkStages extends Model
{
    use BelongsToUser;

    protected $guarded = [];

    protected $table = 'work_stages';

    protected $casts = ['stages' => 'array'];
}
