<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\HasMany;
use Illuminate\Database\Eloquent\SoftDeletes;

/** What somebody holds, by its transactions. */
final class Portfolio extends Model
{
    use BelongsToUser;
    use SoftDeletes;

    protected $table = 'portfolios';

    protected $guarded = [];

    protected $casts = ['keeps_cash' => 'boolean', 'withholding' => 'float'];

    /** @return HasMany<PortfolioEntry, $this> */
    public function entries(): HasMany
    {
        return $this->hasMany(PortfolioEntry::class);
    }
}
