<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;

/** What an instrument was worth on a day, as its owner says or paid. */
final class InstrumentPrice extends Model
{
    public $timestamps = false;

    public $incrementing = false;

    protected $table = 'instrument_prices';

    protected $guarded = [];

    protected $primaryKey = null;

    protected $casts = ['price' => 'float'];
}
