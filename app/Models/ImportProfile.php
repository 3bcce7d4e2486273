<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;

/** A mapping of a file's columns and lines under a name. */
final class ImportProfile extends Model
{
    use BelongsToUser;

    protected $guarded = [];

    protected $table = 'import_profiles';

    protected $casts = ['mapping' => 'array'];
}
