<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;

/** Where somebody's calls go besides Desk, and when not. */
final class DeliverySettings extends Model
{
    use BelongsToUser;

    protected $guarded = [];

    protected $table = 'delivery_settings';

    protected $hidden = ['secret'];
}
