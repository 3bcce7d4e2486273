<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/** A company in an index, from a day up to but without another. */
final class IndexMember extends Model
{
    public $timestamps = false;

    protected $guarded = [];

    protected $table = 'index_members';

    public $incrementing = false;

    /** @return BelongsTo<Company, $this> */
    public function company(): BelongsTo
    {
        return $this->belongsTo(Company::class);
    }

    /** @return BelongsTo<Security, $this> */
    public function index(): BelongsTo
    {
        return $this->belongsTo(Security::class, 'index_id');
    }

    /**
     * In the index on a day.
     *
     * @param  Builder<self>  $query
     */
    public function scopeOn(Builder $query, int $day): void
    {
        $query->where('from_day', '<=', $day)->where(static fn (Builder $open) => $open->whereNull('to_day')->orWhere('to_day', '>', $day));
    }
}
