<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;

/** How somebody arranges the first reading of a kind of business. */
final class ReadingLayout extends Model
{
    use BelongsToUser;

    protected $guarded = [];

    protected $table = 'reading_layouts';

    protected $casts = ['definition' => 'array', 'is_default' => 'boolean'];
}
