<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\HasMany;

/** A report made public on a day. */
final class Filing extends Model
{
    public $timestamps = false;

    protected $guarded = [];

    protected $table = 'filings';

    /** @return HasMany<Fact, $this> */
    public function facts(): HasMany
    {
        return $this->hasMany(Fact::class);
    }

    /** @return BelongsTo<Company, $this> */
    public function company(): BelongsTo
    {
        return $this->belongsTo(Company::class);
    }
}
