<?php

declare(strict_types=1);

namespace Logion\Valuation\Method;

/**
 * Cash flow that is left for the owners after lenders had theirs, discounted at what owners ask for.
 *
 * @see A. Damodaran, Investment Valuation, 3rd ed., 2012, chapter 14
 */
final class EquityCashFlow
{
    /**
     * Net income + depreciation − capital expenditure − more working capital + net borrowing.
     *
     * @param  list<float>  $netIncome  one a year, as all here
     * @param  list<float>  $depreciation
     * @param  list<float>  $capitalExpenditure  positive
     * @param  list<float>  $workingCapitalChange  more capital bound is positive
     * @param  list<float>  $netBorrowing
     * @return list<float>
     */
    public static function ofBorrowing(
        array $netIncome,
        array $depreciation,
        array $capitalExpenditure,
        array $workingCapitalChange,
        array $netBorrowing,
    ): array {
        return array_map(
            static fn (float $income, float $written, float $spent, float $bound, float $borrowed): float => $income +
                $written -
                $spent -
                $bound +
                $borrowed,
            $netIncome,
            $depreciation,
            $capitalExpenditure,
            $workingCapitalChange,
            $netBorrowing,
        );
    }

    /**
     * With a part of all new capital borrowed that is the same every year.
     *
     * @param  list<float>  $netIncome
     * @param  list<float>  $depreciation
     * @param  list<float>  $capitalExpenditure
     * @param  list<float>  $workingCapitalChange
     * @return list<float>
     */
    public static function atDebtRatio(
        array $netIncome,
        array $depreciation,
        array $capitalExpenditure,
        array $workingCapitalChange,
        float $debtRatio,
    ): array {
        return array_map(
            static fn (float $income, float $written, float $spent, float $bound): float => $income -
                (1 - $debtRatio) * ($spent - $written + $bound),
            $netIncome,
            $depreciation,
            $capitalExpenditure,
            $workingCapitalChange,
        );
    }
}
