<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;

/** A trading day of a listing. */
final class Bar extends Model
{
    public $timestamps = false;

    protected $guarded = [];

    protected $table = 'bars';

    public $incrementing = false;
}
