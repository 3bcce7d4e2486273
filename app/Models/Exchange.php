<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;

/** A stock exchange. */
final class Exchange extends Model
{
    public $timestamps = false;

    protected $guarded = [];

    protected $table = 'exchanges';
}
