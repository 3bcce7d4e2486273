<?php

declare(strict_types=1);

namespace Logion\ValueMethod\Method;

use Logion\Figure\Absence;
use Logion\Figure\Words;
use Logion\Formula\Moment;
use Logion\Reporting\LineItems;
use Logion\ValueMethod\ValueSubject;

/**
 * Operating costs line by line through fiscal years, as parts of sales: what a company tells, what its people are paid in shares taken out
 * of the line that holds it, and all that is not told as one line, so that the lines add up to what stands between sales and operating
 * income.
 */
final class CostLines
{
    public const OTHER = 'other_costs';

    private const SHARES = 'stock_based_compensation';

    /** As a statement of income shows them. */
    private const TOLD = [
        'cost_of_revenue',
        'selling_general_administrative',
        'research_development',
        'depreciation_amortization_expense',
        'restructuring_charges',
        'impairment_charges',
    ];

    /** Lines that hold what is paid in shares, the likeliest first. */
    private const HOLD_SHARES = ['selling_general_administrative', self::OTHER];

    private const SMALL = 1e-9;

    /**
     * @return array<string, array<int, ?float>> part of sales by line and fiscal year; lines that were nought throughout are left out, and
     *     of a year whose operating income is not known all are null
     */
    public static function of(ValueSubject $of, int $baseYear, int $years): array
    {
        $lines = [];
        for ($back = $years - 1; $back >= 0; $back--) {
            $shares = self::year($of, $back);
            foreach ([...self::TOLD, self::SHARES, self::OTHER] as $line) {
                $lines[$line][$baseYear - $back] = $shares[$line] ?? null;
            }
        }

        return array_filter(
            $lines,
            static fn (array $past): bool => array_filter($past, static fn (?float $x): bool => abs($x ?? 0.0) > self::SMALL) !== [],
        );
    }

    public static function label(string $line): string
    {
        return $line === self::OTHER ? Words::label('value.other_costs', 'All other costs of operation') : LineItems::all()[$line]->label;
    }

    /** @return array<string, float>|null */
    private static function year(ValueSubject $of, int $back): ?array
    {
        $moment = Moment::of('annual')->completedYear($back);
        $part = static function (string $line) use ($of, $moment): ?float {
            $value = $of->scope->value($of->scope->catalogue->parse("{$line} / revenue"), $moment);

            return $value instanceof Absence ? null : $value;
        };
        $left = $part('ebit');
        if ($left === null) {
            return null;
        }
        $shares = [];
        $left = 1.0 - $left;
        foreach (self::TOLD as $line) {
            $shares[$line] = $part($line) ?? 0.0;
            $left -= $shares[$line];
        }
        $shares[self::OTHER] = $left;
        $shares[self::SHARES] = 0.0;
        $paid = $part(self::SHARES) ?? 0.0;
        foreach (self::HOLD_SHARES as $line) {
            if ($paid > 0 && $shares[$line] >= $paid) {
                $shares[$line] -= $paid;
                $shares[self::SHARES] = $paid;
                break;
            }
        }

        return $shares;
    }
}
