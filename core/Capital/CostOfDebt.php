<?php

declare(strict_types=1);

namespace Logion\Capital;

use Logion\Figure\Words;

/**
 * Cost of debt from a synthetic grade: interest cover picks a row of a spread table.
 */
final readonly class CostOfDebt
{
    private function __construct(
        public ?float $coverage,
        public string $grade,
        public float $spread,
        public float $preTax,
        public float $afterTax,
        public float $limitedShieldTaxRate,
        public float $afterTaxLimitedShield,
    ) {
    }

    /**
     * @param  list<array{grade: string, min_coverage: ?float, spread: float}>  $table  in any order; null takes everything below. Who pays
     *     no interest has the best grade, that of the highest cover
     */
    public static function byInterestCover(
        float $riskFree,
        ?float $ebit,
        ?float $interestExpense,
        float $taxRate,
        array $table,
        float $countrySpread = 0.0,
    ): self {
        $paysInterest = $interestExpense !== null && $interestExpense != 0.0 && $ebit !== null;
        $coverage = $paysInterest ? $ebit / $interestExpense : null;
        if ($table === []) {
            throw new \InvalidArgumentException(Words::say('the_table_of_spreads_is_empty'));
        }
        usort($table, static fn (array $a, array $b): int => ($b['min_coverage'] ?? -INF) <=> ($a['min_coverage'] ?? -INF));
        $reached = array_values(
            array_filter($table, static fn (array $row): bool => $coverage === null || ($row['min_coverage'] ?? -INF) <= $coverage),
        );
        $row = $reached[0] ?? $table[count($table) - 1];
        $cost = $riskFree + $row['spread'] + $countrySpread;
        $limited = $coverage === null ? $taxRate : $taxRate * min(1.0, max(0.0, $coverage));

        return new self($coverage, $row['grade'], $row['spread'], $cost, $cost * (1 - $taxRate), $limited, $cost * (1 - $limited));
    }

    /**
     * The table used where none is given: spread over government bonds by interest cover, invented round figures in the
     * order of magnitude of long-run averages; a setting, not a measurement.
     *
     * @return list<array{grade: string, min_coverage: ?float, spread: float}>
     */
    public static function defaultSpreads(): array
    {
        $rows = [
            [12.0, 0.006],
            [8.0, 0.009],
            [5.5, 0.013],
            [4.0, 0.018],
            [3.0, 0.025],
            [2.0, 0.038],
            [1.25, 0.06],
            [0.75, 0.09],
            [null, 0.14],
        ];

        return array_map(
            static fn (array $row): array => [
                'grade' => 'cover '.($row[0] === null ? 'below 0.75' : "from {$row[0]}"),
                'min_coverage' => $row[0],
                'spread' => $row[1],
            ],
            $rows,
        );
    }
}
