<?php

declare(strict_types=1);

namespace Tests\Core;

use Logion\Reporting\FactSheet;
use Logion\Reporting\FiledFact;
use Logion\Reporting\ReportingModel;
use Logion\Time\FiscalPeriod;

/** Random statements of an industrial company that tie, in whole thousands. */
final class InventedFilings
{
    /** @return array<int, array<string, float>> lines by fiscal year */
    public static function years(int $seed, int $from = 2016, int $to = 2025): array
    {
        mt_srand($seed);
        $years = [];
        $cash = mt_rand(20_000, 60_000);
        $equity = mt_rand(300_000, 500_000);
        $revenue = mt_rand(400_000, 900_000);
        $shares = mt_rand(20_000, 60_000);
        for ($year = $from; $year <= $to; $year++) {
            $revenue = (int) round($revenue * (1 + mt_rand(-40, 120) / 1000));
            $cost = (int) round(($revenue * mt_rand(550, 620)) / 1000);
            $overhead = (int) round(($revenue * mt_rand(200, 240)) / 1000);
            $operating = $revenue - $cost - $overhead;
            $interest = mt_rand(4_000, 6_000);
            $pretax = $operating - $interest;
            $tax = (int) round($pretax * 0.25);
            $net = $pretax - $tax;
            $depreciation = mt_rand(20_000, 26_000);
            $investment = mt_rand(24_000, 30_000);
            $dividends = (int) round(0.4 * $net);
            $equity += $net - $dividends;
            $change = $net + $depreciation - $investment - $dividends;
            $before = $cash;
            $cash += $change;
            $receivables = (int) round($revenue * 0.14);
            $inventories = (int) round($cost * 0.16);
            $current = $cash + $receivables + $inventories;
            $debt = mt_rand(90_000, 110_000);
            $payables = (int) round($cost * 0.11);
            // Cash moves by the cash flow alone; the rest of the balance sheet is whatever makes it balance.
            $fixed = $equity + $debt + $payables - $current;
            $years[$year] = array_map(static fn (int|float $thousands): float => 1000.0 * $thousands, [
                'revenue' => $revenue,
                'cost_of_revenue' => $cost,
                'gross_profit' => $revenue - $cost,
                'selling_general_administrative' => $overhead,
                'operating_expenses' => $overhead,
                'operating_income' => $operating,
                'interest_expense' => $interest,
                'income_before_tax' => $pretax,
                'income_tax' => $tax,
                'income_from_continuing_operations' => $net,
                'net_income' => $net,
                'net_income_common' => $net,
                'cash_and_equivalents' => $cash,
                'receivables' => $receivables,
                'inventories' => $inventories,
                'total_current_assets' => $current,
                'property_plant_equipment_net' => $fixed,
                'total_non_current_assets' => $fixed,
                'total_assets' => $current + $fixed,
                'accounts_payable' => $payables,
                'long_term_debt' => $debt,
                'total_current_liabilities' => $payables,
                'total_non_current_liabilities' => $debt,
                'total_liabilities' => $payables + $debt,
                'total_equity' => $equity,
                'operating_cash_flow' => $net + $depreciation,
                'depreciation_amortization' => $depreciation,
                'capital_expenditure' => $investment,
                'investing_cash_flow' => -$investment,
                'dividends_paid' => $dividends,
                'financing_cash_flow' => -$dividends,
                'net_change_in_cash' => $cash - $before,
                'basic_shares_average' => $shares,
                'shares_outstanding_period_end' => $shares,
            ]);
            $years[$year]['earnings_per_share_basic'] = round($net / $shares, 2);
        }

        return $years;
    }

    /** @param  array<int, array<string, float>>  $years */
    public static function sheet(array $years, ReportingModel $template = ReportingModel::Industrial, int $asOf = 20260630): FactSheet
    {
        return new FactSheet($template, self::facts($years), self::ends(array_keys($years)), $asOf);
    }

    /**
     * @param  array<int, array<string, float>>  $years
     * @return list<FiledFact>
     */
    public static function facts(array $years): array
    {
        $facts = [];
        foreach ($years as $year => $lines) {
            foreach ($lines as $line => $value) {
                $facts[] = new FiledFact($line, FiscalPeriod::year($year), $value, ($year + 1) * 10000 + 301, $year);
            }
        }

        return $facts;
    }

    /**
     * @param  list<int>  $years
     * @return array<int, int>
     */
    public static function ends(array $years): array
    {
        return array_combine(
            array_map(FiscalPeriod::year(...), $years),
            array_map(static fn (int $year): int => $year * 10000 + 1231, $years),
        );
    }
}
