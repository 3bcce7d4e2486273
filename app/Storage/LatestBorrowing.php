<?php

declare(strict_types=1);

namespace App\Storage;

use Illuminate\Support\Facades\DB;
use Logion\CostOfCapital\Borrowing;

/** The latest long borrowing of a company of which a report tells the coupon. */
final class LatestBorrowing
{
    private const AXIS = 'debt';

    private const COUPON = 'Coupon';

    public function of(int $company, int $asOf): ?Borrowing
    {
        $rows = DB::table('breakdown_facts as b')
            ->join('filings as f', 'f.id', '=', 'b.filing_id')
            ->where('b.company_id', $company)
            ->where('b.axis', self::AXIS)
            ->where('b.line', self::COUPON)
            ->where('f.filed_on', '<=', $asOf)
            ->orderBy('b.period')
            ->orderBy('f.filed_on')
            ->orderBy('b.id')
            ->get(['b.member', 'b.period', 'b.value', 'f.title']);
        $latest = $rows->max('period');
        $first = [];
        foreach ($rows as $row) {
            $first[(string) $row->member] ??= (int) $row->period;
        }
        // What is told last of all for the first time was borrowed last.
        $borrowing = $rows->where('period', $latest)->sortBy(static fn (object $row): int => $first[(string) $row->member])->last();

        return $borrowing === null
            ? null
            : new Borrowing((string) $borrowing->member, (float) $borrowing->value, (string) $borrowing->title);
    }
}
