<?php

declare(strict_types=1);

namespace App\Storage;

use App\Models\ColumnSet;
use App\Models\MetricColumn;
use Illuminate\Support\Facades\DB;
use Logion\Reporting\Quality\Integrity;

/** Brings what is computed from facts up to date after some companies changed: metric columns and integrity findings. */
final class CompanyRefresh
{
    /** Above this many companies the columns of the day are computed anew in the background, when they are next asked for. */
    private const MOST_AT_ONCE = 40;

    public function __construct(
        private readonly ColumnStore $columns,
        private readonly CompanyReader $companies,
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
        if ($statements) {
            DB::transaction(function () use ($companies): void {
                array_map($this->check(...), array_keys($companies));
            });
        }
    }

    /** Checks a company's statements and keeps the findings. */
    public function check(int $company): void
    {
        $read = $this->companies->read($company, accountsOnly: true);
        DB::table('findings')->where('company_id', $company)->delete();
        if ($read === null) {
            return;
        }
        $rows = [];
        foreach (Integrity::ofSheet($read->statements()) as $finding) {
            $rows[] = [
                'company_id' => $company,
                'weight' => $finding->weight,
                'subject' => $finding->key(),
                'finding' => json_encode($finding, JSON_THROW_ON_ERROR | JSON_PRESERVE_ZERO_FRACTION),
            ];
        }
        foreach (array_chunk($rows, 200) as $chunk) {
            DB::table('findings')->insert($chunk);
        }
    }
}
