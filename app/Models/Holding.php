<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/** Shares somebody held on a day. */
final class Holding extends Model
{
    public $timestamps = false;

    protected $guarded = [];

    protected $table = 'holdings';

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
