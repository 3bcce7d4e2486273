<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Model;

/** What a house that follows a company expected of a fiscal year, on a day. */
final class HouseEstimate extends Model
{
    public $timestamps = false;

    protected $guarded = [];

    protected $table = 'house_estimates';

    /**
     * Of a company, known on a day, the latest first.
     *
     * @param  Builder<self>  $query
     */
    public function scopeOf(Builder $query, int $company, int $until): void
    {
        $query->where('company_id', $company)->where('day', '<=', $until)->orderByDesc('day')->orderByDesc('id');
    }
}
