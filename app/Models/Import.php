<?php

declare(strict_types=1);

namespace App\Models;

use App\Files\FileFormat;
use Illuminate\Database\Eloquent\Model;

/** A file handed in: previewed, then stored as a whole or not at all, and undone as a whole. */
final class Import extends Model
{
    use BelongsToUser;

    protected $guarded = [];

    protected $table = 'imports';

    protected $casts = ['format' => FileFormat::class, 'mapping' => 'array', 'preview' => 'array', 'stored_at' => 'datetime'];
}
