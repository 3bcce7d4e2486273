<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/** A trade of somebody who leads the company or sits on its board. */
final class InsiderTrade extends Model
{
    public $timestamps = false;

    protected $guarded = [];

    protected $table = 'insider_trades';

    /** @return BelongsTo<Company, $this> */
    public function company(): BelongsTo
    {
        return $this->belongsTo(Company::class);
    }

    /**
     * Known on a day.
     *
     * @param  Builder<self>  $query
     */
    public function scopeUntil(Builder $query, int $day): void
    {
        $query->where('day', '<=', $day);
    }
}
