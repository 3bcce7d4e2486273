<?php

declare(strict_types=1);

namespace Simulation\Disclosure;

/** A year told anew: less revenue and the receivables it was booked against, with all that follows from them. */
final class Restatement
{
    /**
     * @param  array<string, int|float>  $lines  of the year as first told
     * @param  float  $factor  what is left of revenue
     * @return array<string, int|float> the lines that changed
     */
    public static function of(array $lines, float $factor, float $taxRate): array
    {
        $cut = (int) round($lines['revenue'] * (1 - $factor));
        $tax = (int) round($taxRate * $cut);
        $net = $cut - $tax;
        $changes = [
            'revenue' => -$cut,
            'gross_profit' => -$cut,
            'operating_income' => -$cut,
            'income_before_tax' => -$cut,
            'income_tax' => -$tax,
            'income_from_continuing_operations' => -$net,
            'net_income' => -$net,
            'net_income_parent' => -$net,
            'net_income_common' => -$net,
            'receivables' => -$cut,
            'total_current_assets' => -$cut,
            'total_assets' => -$cut,
            'income_taxes_payable' => -$tax,
            'total_current_liabilities' => -$tax,
            'total_liabilities' => -$tax,
            'retained_earnings' => -$net,
            'common_equity' => -$net,
            'shareholders_equity' => -$net,
            'total_equity' => -$net,
            'increase_in_receivables' => -$cut,
            'increase_in_other_working_capital' => $tax,
            'change_in_working_capital' => -$net,
        ];
        $restated = [];
        foreach ($changes as $line => $change) {
            $restated[$line] = ($lines[$line] ?? 0) + $change;
        }
        foreach (['basic', 'diluted'] as $kind) {
            $restated["earnings_per_share_{$kind}"] = round($restated['net_income_common'] / $lines["{$kind}_shares_average"], 4);
        }

        return $restated;
    }
}
