<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;

/** A day on which something is to happen to a company, as it was announced. */
final class CalendarDate extends Model
{
    public $timestamps = false;

    protected $guarded = [];

    protected $table = 'calendar_dates';
}
