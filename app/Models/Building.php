<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;

/** A building in an annual report of a property company. */
final class Building extends Model
{
    use FiledRow;

    public $timestamps = false;

    protected $guarded = [];

    protected $table = 'buildings';
}
