<?php

declare(strict_types=1);

namespace Simulation\Books;

use Logion\Figure\Unit;
use Logion\Reporting\LineItems;

/** Statements of a company and of a business it owns wholly as one: amounts add up, shares are those of the owner (IFRS 10). */
final class Consolidation
{
    /**
     * @param  array<string, int|float>  $owner  lines of a quarter: amounts and counts of shares in thousands, amounts a share whole
     * @param  array<string, int|float>  $owned
     * @return array<string, int|float>
     */
    public static function of(array $owner, array $owned): array
    {
        $items = LineItems::all();
        foreach ($owned as $line => $value) {
            if ($items[$line]->unit !== Unit::Shares && $items[$line]->unit !== Unit::MoneyPerShare) {
                $owner[$line] = ($owner[$line] ?? 0) + $value;
            }
        }
        foreach (['basic', 'diluted'] as $kind) {
            $owner["earnings_per_share_{$kind}"] = round($owner['net_income_common'] / $owner["{$kind}_shares_average"], 4);
        }

        return $owner;
    }

    /**
     * The first quarter after a business was handed out: its cash is gone.
     *
     * @param  array<string, int|float>  $owner
     * @param  array<string, int|float>  $owned  lines of the last quarter in which it was owned
     * @return array<string, int|float>
     */
    public static function after(array $owner, array $owned): array
    {
        $cash = $owned['cash_and_equivalents'];
        $owner['other_investing_cash_flow'] = ($owner['other_investing_cash_flow'] ?? 0) - $cash;
        $owner['investing_cash_flow'] -= $cash;
        $owner['net_change_in_cash'] -= $cash;

        return $owner;
    }
}
