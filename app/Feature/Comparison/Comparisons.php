<?php

declare(strict_types=1);

namespace App\Feature\Comparison;

use App\Evaluation\EvaluationContext;
use App\Feature\Screening\Universes;
use Logion\Comparison\CrossSectionalFit;
use Logion\Comparison\CrossSectionalRegression;
use Logion\Comparison\Ranking;
use Logion\Screening\Funnel;
use Logion\Screening\ScreenDefinition;
use Logion\Time\Day;

/** What compares a screen's survivors with one another, on the stored columns. */
final class Comparisons
{
    /** Points a plot of a regression can show and a person tell apart. */
    private const MOST_POINTS = 3000;

    public function __construct(private readonly Universes $universes)
    {
    }

    /** @return array<string, mixed> */
    public function ranking(
        ScreenDefinition $screen,
        Ranking $ranking,
        EvaluationContext $context,
        int $offset,
        int $limit,
        bool $otherRules,
    ): array {
        $universe = $this->universes->on($context);
        $positions = Funnel::surviving($screen, $universe);
        $result = $ranking->of($universe, $positions);
        $null = static fn (float $x): ?float => $x == $x ? $x : null;

        return [
            'as_of' => Day::iso($context->day),
            'total' => $result->count(),
            'left_out' => array_map(
                static fn (int $position): array => Universes::company($universe, $position),
                array_slice($result->leftOut, 0, 200),
            ),
            'left_out_total' => count($result->leftOut),
            'shares' => $ranking->shares(),
            'other_rules' => $otherRules ? (object) $ranking->otherRules($universe, $positions) : null,
            'rows' => array_map(
                static fn (array $row): array => [
                    ...Universes::company($universe, $row['position']),
                    'place' => $row['place'],
                    'score' => $row['score'],
                    'values' => array_map($null, $row['values']),
                    'scores' => $row['scores'],
                    'contributions' => $row['contributions'],
                ],
                $result->rows($offset, $limit),
            ),
        ];
    }

    /** @return array<string, mixed> */
    public function regression(ScreenDefinition $screen, CrossSectionalRegression $regression, EvaluationContext $context): array
    {
        $universe = $this->universes->on($context);
        $positions = Funnel::surviving($screen, $universe);
        $fit = $regression->fit($universe, $positions);
        $ols = $fit->regression;
        $p = $fit->pValues();
        $terms = [];
        foreach (
            [
                'intercept',
                ...array_map(static fn (array $x): string => $x['log'] ? "ln({$x['formula']})" : $x['formula'], $regression->regressors),
            ] as $i => $name
        ) {
            $terms[] = [
                'name' => $name,
                'coefficient' => $ols->coefficients[$i],
                'standard_error' => $ols->standardErrors[$i],
                't' => $ols->tValues[$i],
                'p' => $p[$i],
                'evidence' => CrossSectionalFit::evidence($p[$i]),
            ];
        }

        return [
            'as_of' => Day::iso($context->day),
            'used' => $ols->n,
            'dropped' => $fit->dropped,
            'terms' => $terms,
            'r_squared' => $ols->rSquared,
            'adjusted_r_squared' => $ols->adjustedRSquared,
            'residual_standard_error' => $ols->residualStandardError,
            'degrees_of_freedom' => $ols->degreesOfFreedom,
            'f' => $ols->fStatistic,
            'rows' => array_map(
                static fn (array $row): array => Universes::company($universe, $row['position']) + array_diff_key($row, ['position' => 0]),
                $fit->rows(self::MOST_POINTS),
            ),
        ];
    }
}
