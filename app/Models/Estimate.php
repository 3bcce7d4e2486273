<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;

/** A consensus estimate as it stood on a day. */
final class Estimate extends Model
{
    public $timestamps = false;

    protected $guarded = [];

    protected $table = 'estimates';
}
