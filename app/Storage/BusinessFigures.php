<?php

declare(strict_types=1);

namespace App\Storage;

use Illuminate\Support\Facades\DB;

/** What companies sold, or earned, in each of their businesses in the fiscal years they told it of. */
final class BusinessFigures
{
    /**
     * @param  list<int>  $companies
     * @return array<int, array<string, float>> of the last year, by company and business; without those that tell none
     */
    public function of(array $companies, int $asOf, string $line = 'revenue'): array
    {
        $figures = [];
        foreach ($this->years($companies, $asOf, $line) as $company => $businesses) {
            $latest = max(array_map(static fn (array $years): int => max(array_keys($years)), $businesses));
            foreach ($businesses as $name => $years) {
                if (isset($years[$latest])) {
                    $figures[$company][$name] = $years[$latest];
                }
            }
        }

        return $figures;
    }

    /**
     * @param  list<int>  $companies
     * @return array<int, non-empty-array<string, non-empty-array<int, float>>> by company, business and year, as last told;
     *     without what was nothing or less
     */
    public function years(array $companies, int $asOf, string $line = 'revenue'): array
    {
        $figures = [];
        $rows = DB::table('breakdown_facts as b')
            ->join('filings as f', 'f.id', '=', 'b.filing_id')
            ->whereIn('b.company_id', $companies)
            ->where('b.axis', 'business')
            ->where('b.line', $line)
            ->where('f.filed_on', '<=', $asOf)
            ->orderBy('b.period')
            ->orderBy('f.filed_on')
            ->orderBy('b.id')
            ->get(['b.company_id', 'b.member', 'b.period', 'b.value']);
        foreach ($rows as $row) {
            // Fiscal years alone: a quarter may be the season of one business.
            if ((int) $row->period % 10 === 0 && (float) $row->value > 0) {
                $figures[(int) $row->company_id][(string) $row->member][intdiv((int) $row->period, 10)] = (float) $row->value;
            }
        }

        return $figures;
    }
}
