<?php

declare(strict_types=1);

namespace Logion\Metric;

use Logion\Time\Day;
use Logion\Time\FiscalPeriod;

/** A formula through the fiscal years of a company, each with its first and last day. */
final class YearFigures
{
    /**
     * @return list<array{start: int, end: int, value: float|null}> oldest first, days YYYYMMDD; a year begins the day after the one before
     *     it ended, or twelve months before its own end
     *
     * @throws \Logion\Formula\FormulaError if the formula is none
     */
    public static function of(CompanyScope $scope, string $formula): array
    {
        $tree = $scope->catalogue->parse($formula);
        $years = [];
        foreach ($scope->moments->years() as $year) {
            $end = $scope->facts->periodEnd(FiscalPeriod::year($year));
            if ($end === null) {
                continue;
            }
            $before = $scope->facts->periodEnd(FiscalPeriod::year($year - 1));
            $value = $scope->value($tree, $scope->moments->year($year));
            $years[] = [
                'start' => Day::plus($before ?? Day::monthsEarlier($end, 12), 1),
                'end' => $end,
                'value' => is_float($value) ? $value : null,
            ];
        }

        return $years;
    }
}
