<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;

/** A saved set of columns, to be used on any list. */
final class ColumnView extends Model
{
    use BelongsToUser;

    protected $guarded = [];

    protected $table = 'column_views';

    /** @return array<string, string> */
    protected function casts(): array
    {
        return ['columns' => 'array'];
    }
}
