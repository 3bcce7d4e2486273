<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;

/** A time that somebody looks at as a downturn. */
final class OwnDownturn extends Model
{
    use BelongsToUser;

    protected $guarded = [];

    protected $table = 'own_downturns';
}
