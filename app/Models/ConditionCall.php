<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/** That a condition called. */
final class ConditionCall extends Model
{
    use BelongsToUser;

    protected $table = 'condition_calls';

    protected $guarded = [];

    protected $casts = ['day' => 'integer', 'actual' => 'float', 'required' => 'float', 'handed_on' => 'boolean'];

    /** @return BelongsTo<WatchedCondition, $this> */
    public function condition(): BelongsTo
    {
        return $this->belongsTo(WatchedCondition::class, 'condition_id')->withTrashed();
    }
}
