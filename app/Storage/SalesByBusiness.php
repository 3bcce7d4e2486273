<?php

declare(strict_types=1);

namespace App\Storage;

use Illuminate\Support\Facades\DB;

/** What companies sold in each of their businesses in the last fiscal year they told it of. */
final class SalesByBusiness
{
    /**
     * @param  list<int>  $companies
     * @return array<int, array<string, float>> by company and business; without those that tell none
     */
    public function of(array $companies, int $asOf): array
    {
        $sales = $latest = [];
        $rows = DB::table('breakdown_facts as b')
            ->join('filings as f', 'f.id', '=', 'b.filing_id')
            ->whereIn('b.company_id', $companies)
            ->where('b.axis', 'business')
            ->where('b.line', 'revenue')
            ->where('f.filed_on', '<=', $asOf)
            ->orderBy('b.period')
            ->orderBy('f.filed_on')
            ->orderBy('b.id')
            ->get(['b.company_id', 'b.member', 'b.period', 'b.value']);
        foreach ($rows as $row) {
            $id = (int) $row->company_id;
            // Fiscal years alone: a quarter may be the season of one business.
            if ((int) $row->period % 10 !== 0) {
                continue;
            }
            if (($latest[$id] ?? 0) < (int) $row->period) {
                $latest[$id] = (int) $row->period;
                $sales[$id] = [];
            }
            if ((float) $row->value > 0) {
                $sales[$id][(string) $row->member] = (float) $row->value;
            }
        }

        return array_filter($sales);
    }
}
