<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/** A figure of a segment, a region or an operating driver in a filing. */
final class BreakdownFact extends Model
{
    public $timestamps = false;

    protected $guarded = [];

    protected $table = 'breakdown_facts';

    /** @return BelongsTo<Filing, $this> */
    public function filing(): BelongsTo
    {
        return $this->belongsTo(Filing::class);
    }

    /**
     * Of a company, with their filing, the one filed last at the end.
     *
     * @param  list<string>|null  $axes  business, region, driver, class, loans, securities, insurance; all without it
     * @return Collection<int, self>
     */
    public static function inOrderOfFiling(int $company, ?array $axes = null): Collection
    {
        return self::query()
            ->where('company_id', $company)
            ->when($axes !== null, static fn (Builder $query) => $query->whereIn('axis', $axes ?? []))
            ->with('filing')
            ->orderBy('id')
            ->get()
            ->sortBy(static fn (self $part): int => (int) $part->filing->filed_on, SORT_NUMERIC)
            ->values();
    }
}
