<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Model;

/** A notice about a company, or what a house wrote on it. */
final class News extends Model
{
    /** What a house writes. */
    public const BROKER = 'broker';

    public $timestamps = false;

    protected $guarded = [];

    protected $table = 'news';

    /**
     * Of a company, known on a day, the latest first.
     *
     * @param  Builder<self>  $query
     */
    public function scopeOf(Builder $query, int $company, int $until): void
    {
        $query->where('company_id', $company)->where('day', '<=', $until)->orderByDesc('day')->orderByDesc('minute')->orderByDesc('id');
    }
}
