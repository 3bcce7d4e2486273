<?php

declare(strict_types=1);

namespace Logion\Valuation\Method;

/**
 * What owners would have of the balance sheet: current assets alone, what can be touched, or what a sale of everything brings.
 *
 * @see B. Graham and D. Dodd, Security Analysis, 1934, chapter 43 (current assets and what they bring)
 */
final class AssetValue
{
    /** What a dollar of receivables and of inventory is taken for. */
    private const RECEIVABLES = 0.75;

    private const INVENTORY = 0.5;

    /** Current assets less everything that is owed; null where either total is not known. */
    public static function netCurrentAssets(
        ?float $currentAssets,
        ?float $liabilities,
        float $preferred = 0.0,
        float $minorities = 0.0,
    ): ?float {
        return $currentAssets === null || $liabilities === null ? null : $currentAssets - $liabilities - $preferred - $minorities;
    }

    /** Cash, three quarters of receivables and half of the inventory, less everything that is owed; null where that is not known. */
    public static function netNetWorkingCapital(
        float $cash,
        float $shortTermInvestments,
        float $receivables,
        float $inventory,
        ?float $liabilities,
        float $preferred = 0.0,
        float $minorities = 0.0,
    ): ?float {
        return $liabilities === null
            ? null
            : $cash +
                    $shortTermInvestments +
                    self::RECEIVABLES * $receivables +
                    self::INVENTORY * $inventory -
                    $liabilities -
                    $preferred -
                    $minorities;
    }

    /** Equity of the common owners without what cannot be touched. */
    public static function tangibleBook(float $equity, float $preferred, float $goodwill, float $intangibles): float
    {
        return $equity - $preferred - $goodwill - $intangibles;
    }

    /**
     * A sale of everything, class by class. An asset without a rate brings nothing and is told.
     *
     * @param  list<array{class: string, book: ?float, recovery: ?float}>  $assets
     * @param  float  $cost  of the sale, of what it brings
     * @param  float  $owed  liabilities, on and off the balance sheet
     * @return array{proceeds: list<?float>, without_rate: list<string>, gross: float, costs: float, net: float, to_owners: float,
     *     average_recovery: ?float, creditor_coverage: ?float} owners are liable for nothing beyond
     */
    public static function liquidation(array $assets, float $cost, float $owed, float $preferred, float $minorities): array
    {
        $proceeds = $unrated = [];
        $gross = $books = 0.0;
        foreach ($assets as ['class' => $class, 'book' => $book, 'recovery' => $recovery]) {
            $books += $book ?? 0.0;
            $proceeds[] = $of = $book === null || $recovery === null ? null : $book * $recovery;
            $gross += $of ?? 0.0;
            if ($of === null) {
                $unrated[] = $class;
            }
        }
        $costs = $cost * $gross;
        $net = $gross - $costs - $owed - $preferred - $minorities;

        return [
            'proceeds' => $proceeds,
            'without_rate' => $unrated,
            'gross' => $gross,
            'costs' => $costs,
            'net' => $net,
            'to_owners' => max(0.0, $net),
            'average_recovery' => $books == 0.0 ? null : $gross / $books,
            'creditor_coverage' => $owed == 0.0 ? null : min(1.0, ($gross - $costs) / $owed),
        ];
    }
}
