<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;

/** A cash dividend of a security. */
final class Dividend extends Model
{
    public $timestamps = false;

    protected $guarded = [];

    protected $table = 'dividends';
}
