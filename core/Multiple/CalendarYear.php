<?php

declare(strict_types=1);

namespace Logion\Multiple;

/** Fiscal years that end in different months, laid on one calendar year. */
final class CalendarYear
{
    /**
     * So many twelfths of the fiscal year that ends in the calendar year as lie in it, and the rest of the next one.
     *
     * @param  int  $month  1 to 12, in which the fiscal year ends
     * @param  float|null  $next  of the fiscal year after; not needed where the year ends in December
     * @return float|null null where a part is not known
     */
    public static function figure(int $month, ?float $fiscalYear, ?float $next): ?float
    {
        if ($month < 1 || $month > 12) {
            throw new \InvalidArgumentException("A year has no month {$month}.");
        }
        if ($fiscalYear === null || ($next === null && $month < 12)) {
            return null;
        }

        return ($month / 12) * $fiscalYear + ((12 - $month) / 12) * ($next ?? 0.0);
    }
}
