<?php

declare(strict_types=1);

namespace App\Storage;

use App\Models\ColumnSet;
use App\Models\MetricColumn;

/** Brings what is computed from facts up to date after some companies changed: metric columns and integrity findings. */
final class CompanyRefresh
{
    /** Above this many companies the columns of the day are computed anew in the background, when they are next asked for. */
    private const MOST_AT_ONCE = 40;

    public function __construct(
        private readonly ColumnStore $columns,
        private readonly StatementFindings $findings,
        private readonly CompanyYears $years,
    ) {
    }

    /**
     * @param  array<int, int>  $companies  earliest affected day by company
     * @param  bool  $statements  whether statements or splits changed; prices and the like leave findings as they are
     */
    public function companies(array $companies, bool $statements = true): void
    {
        if ($companies === []) {
            return;
        }
        $latest = $this->columns->latestDay();
        $earliest = min($companies);
        // Columns of past days that saw the change are made again when asked for.
        foreach (ColumnSet::query()->where('as_of', '>=', $earliest)->pluck('as_of') as $day) {
            if (
                (int) $day !== $latest ||
                count($companies) > self::MOST_AT_ONCE ||
                ! $this->columns->patch((int) $day, array_keys($companies))
            ) {
                MetricColumn::query()->where('as_of', $day)->delete();
                ColumnSet::query()->where('as_of', $day)->delete();
            }
        }
        $this->years->forget($companies);
        if (count($companies) <= self::MOST_AT_ONCE) {
            $this->years->fill(array_keys($companies));
        }
        $statements && $this->findings->check(array_keys($companies));
    }
}
