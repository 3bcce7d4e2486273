<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;

/** Whether a condition was met by a company when it was last looked at. */
final class ConditionState extends Model
{
    public $timestamps = false;

    public $incrementing = false;

    protected $primaryKey = null;

    protected $table = 'condition_states';

    protected $guarded = [];

    protected $casts = ['met' => 'boolean', 'actual' => 'float', 'required' => 'float', 'since' => 'integer'];
}
