<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;

/** Work that waits for a worker, or that one has taken up. */
final class Job extends Model
{
    public $timestamps = false;

    protected $table = 'jobs';

    protected $guarded = [];
}
