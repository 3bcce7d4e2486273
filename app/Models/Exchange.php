<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\HasMany;

/** A stock exchange. */
final class Exchange extends Model
{
    public $timestamps = false;

    protected $guarded = [];

    protected $table = 'exchanges';

    /** @return HasMany<Listing, $this> */
    public function listings(): HasMany
    {
        return $this->hasMany(Listing::class);
    }

    /** @return HasMany<Holiday, $this> */
    public function holidays(): HasMany
    {
        return $this->hasMany(Holiday::class);
    }

    /** @return BelongsTo<Security, $this> what its shares are measured against */
    public function index(): BelongsTo
    {
        return $this->belongsTo(Security::class, 'index_id');
    }
}
