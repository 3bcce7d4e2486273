<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Model;

/** What a house advised, and the price it had in view. */
final class Rating extends Model
{
    public $timestamps = false;

    protected $guarded = [];

    protected $table = 'ratings';

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
