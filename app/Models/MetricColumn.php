<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;

/** One metric for every company of a day, packed. */
final class MetricColumn extends Model
{
    public $timestamps = false;

    public $incrementing = false;

    protected $guarded = [];

    protected $table = 'metric_columns';

    protected $primaryKey = 'as_of';

    protected $casts = [
        'values' => Blob::class,
        'states' => Blob::class,
        'codes' => Blob::class,
        'bounds' => Blob::class,
        'ordered' => Blob::class,
    ];
}
