<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\HasMany;

/** A file of transactions: what was read in it, and whether it was taken in. */
final class PortfolioFile extends Model
{
    use BelongsToUser;

    protected $table = 'portfolio_files';

    protected $guarded = [];

    protected $casts = ['rows' => 'array', 'taken_at' => 'datetime'];

    /** @return BelongsTo<Portfolio, $this> */
    public function portfolio(): BelongsTo
    {
        return $this->belongsTo(Portfolio::class);
    }

    /** @return HasMany<PortfolioEntry, $this> */
    public function entries(): HasMany
    {
        return $this->hasMany(PortfolioEntry::class);
    }

    /** What is of a portfolio that was deleted is found no more than it is. */
    public function resolveRouteBindingQuery($query, $value, $field = null)
    {
        return parent::resolveRouteBindingQuery($query, $value, $field)->whereHas('portfolio');
    }
}
