<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;

/** A saved screen: belief, criteria, columns. */
final class Screen extends Model
{
    use BelongsToUser;

    protected $guarded = [];

    protected $table = 'screens';

    /** @return array<string, string> */
    protected function casts(): array
    {
        return ['definition' => 'array'];
    }
}
