<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;

/** Long work with its progress. */
final class Task extends Model
{
    protected $guarded = [];

    protected $table = 'tasks';
}
