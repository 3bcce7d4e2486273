<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\HasMany;

/** A class of a company's shares, a fund or an index. */
final class Security extends Model
{
    public $timestamps = false;

    protected $guarded = [];

    protected $table = 'securities';

    /** @return BelongsTo<Company, $this> */
    public function company(): BelongsTo
    {
        return $this->belongsTo(Company::class);
    }

    /** @return HasMany<Listing, $this> main ones first */
    public function listings(): HasMany
    {
        return $this->hasMany(Listing::class)->orderByDesc('main')->orderBy('id');
    }
}
