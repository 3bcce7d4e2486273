<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;

/** What a name in somebody's files means, once they said it. */
final class KnownSecurity extends Model
{
    use BelongsToUser;

    protected $guarded = [];

    protected $table = 'known_securities';
}
