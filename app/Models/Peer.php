<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;

/** A company that was taken among the peers of another, or left out, with the reason. */
final class Peer extends Model
{
    public $timestamps = false;

    protected $guarded = [];

    protected $table = 'peers';

    protected $casts = ['included' => 'boolean'];
}
