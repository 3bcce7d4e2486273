<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\HasMany;

/** A list of companies to walk through. */
final class CompanyList extends Model
{
    use BelongsToUser;

    protected $guarded = [];

    protected $table = 'company_lists';

    protected $casts = ['columns' => 'array'];

    /** @return HasMany<CompanyListItem, $this> */
    public function items(): HasMany
    {
        return $this->hasMany(CompanyListItem::class);
    }
}
