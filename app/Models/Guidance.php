<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;

/** What a company itself expects of a fiscal year: from, and up to. */
final class Guidance extends Model
{
    public $timestamps = false;

    protected $guarded = [];

    protected $table = 'guidance';
}
