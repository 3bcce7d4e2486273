<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;

/** The universe of an as-of day: its companies in the order of the columns. */
final class ColumnSet extends Model
{
    public $timestamps = false;

    public $incrementing = false;

    protected $guarded = [];

    protected $table = 'column_sets';

    protected $primaryKey = 'as_of';

    protected $casts = ['companies' => Blob::class];
}
