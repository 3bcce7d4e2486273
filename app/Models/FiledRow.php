<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/** What a filing tells of a company, row by row. */
trait FiledRow
{
    /** @return BelongsTo<Filing, $this> */
    public function filing(): BelongsTo
    {
        return $this->belongsTo(Filing::class);
    }

    /**
     * Of a company, with their filing, the one filed last at the end.
     *
     * @param  Builder<static>  $query
     */
    public function scopeInOrderOfFiling(Builder $query, int $company): void
    {
        $table = $this->getTable();
        $query
            ->select("{$table}.*")
            ->join('filings', 'filings.id', '=', "{$table}.filing_id")
            ->where("{$table}.company_id", $company)
            ->with('filing')
            ->orderBy('filings.filed_on')
            ->orderBy("{$table}.id");
    }
}
