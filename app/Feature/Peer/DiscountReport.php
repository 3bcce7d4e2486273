<?php

declare(strict_types=1);

namespace App\Feature\Peer;

use App\Evaluation\EvaluationContext;
use Logion\Comparison\CrossSectionalRegression;
use Logion\Comparison\InvalidRegression;
use Logion\CrossSection\Mask;
use Logion\CrossSection\Universe;
use Logion\Figure\Absence;
use Logion\Figure\Unit;
use Logion\Figure\Words;
use Logion\Statistics\Descriptive;

/**
 * What a subject costs more or less than its peers, beside how it grows, earns, is financed and how risky it is; and what a regression over
 * companies of its kind says these would justify.
 */
final readonly class DiscountReport
{
    private const MULTIPLES = [
        'bank' => ['price_to_earnings', 'forward_price_to_earnings', 'price_to_tangible_book'],
        'insurer' => ['price_to_earnings', 'forward_price_to_earnings', 'price_to_book'],
        'property' => ['price_to_funds_from_operations', 'price_to_adjusted_funds_from_operations', 'price_to_book'],
        'industrial' => ['price_to_earnings', 'forward_price_to_earnings', 'ev_to_ebitda', 'ev_to_sales', 'price_to_book'],
    ];

    private const REASONS = [
        'bank' => [
            'earnings_per_share_growth_5y',
            'loan_growth_1y',
            'return_on_equity',
            'efficiency_ratio',
            'common_equity_tier1_ratio',
            'beta_adjusted',
        ],
        'insurer' => ['premium_growth_1y', 'return_on_equity', 'combined_ratio', 'solvency_ratio', 'beta_adjusted'],
        'property' => [
            'funds_from_operations_per_share_growth_5y',
            'net_operating_income_margin',
            'occupancy',
            'loan_to_value',
            'beta_adjusted',
        ],
        'industrial' => [
            'revenue_growth_3y',
            'estimated_earnings_growth_next_year',
            'gross_margin',
            'operating_margin',
            'return_on_invested_capital',
            'net_debt_to_ebitda',
            'beta_adjusted',
        ],
    ];

    /** What explains each multiple across companies; the rest are explained by growth and returns. */
    private const DRIVERS = [
        'ev_to_sales' => ['operating_margin', 'revenue_growth_3y', 'beta_adjusted'],
        'ev_to_ebitda' => ['revenue_growth_3y', 'return_on_invested_capital', 'beta_adjusted'],
        'price_to_book' => ['return_on_equity', 'beta_adjusted'],
        'price_to_tangible_book' => ['return_on_equity', 'beta_adjusted'],
        'price_to_funds_from_operations' => ['funds_from_operations_per_share_growth_5y', 'loan_to_value'],
        'price_to_adjusted_funds_from_operations' => ['funds_from_operations_per_share_growth_5y', 'loan_to_value'],
    ];

    private const USUAL_DRIVERS = ['revenue_growth_3y', 'return_on_equity', 'beta_adjusted'];

    public function __construct(private PeerColumns $figures)
    {
    }

    /**
     * @param  list<int>|null  $across  the companies the line runs through, those of its kind among them; null for all of its kind
     * @return array<string, mixed>
     */
    public function of(SubjectGroup $group, EvaluationContext $context, ?array $across = null): array
    {
        $template = $group->subject->template;
        $multiples = self::MULTIPLES[$template] ?? self::MULTIPLES['industrial'];
        $reasons = self::REASONS[$template] ?? self::REASONS['industrial'];
        $values = $this->figures->of($group->universe, $context, [$group->subject->id, ...$group->in()], [...$multiples, ...$reasons]);
        $number = static fn (float|Absence $of): ?float => is_float($of) ? $of : null;
        $beside = static function (string $key) use ($values, $number, $context): array {
            $own = $number($values[$key][0]);
            $median = Descriptive::median(Descriptive::known(array_map($number, array_slice($values[$key], 1))));
            $metric = $context->catalogue->get($key);

            return [
                'key' => $key,
                'label' => $metric->label,
                'unit' => $metric->unit->value,
                'own' => $own,
                'median' => $median,
                'beside' => $own === null || $median === null ? null : $metric->against($own, $median),
            ];
        };
        $differences = array_map($beside, $reasons);
        $rows = [];
        foreach ($multiples as $key) {
            $row = $beside($key);
            $premium = $row['own'] === null || ($row['median'] ?? 0.0) <= 0 ? null : $row['own'] / $row['median'] - 1;
            $justified = $this->justified($group, $context, $key, $across);
            $rows[] = [
                ...$row,
                'premium' => $premium,
                'justified' => $justified['fit'] ?? null,
                'error' => $justified['error'] ?? null,
                'r_squared' => $justified['r_squared'] ?? null,
                'companies' => $justified['companies'] ?? 0,
                'drivers' => array_map($context->catalogue->label(...), self::DRIVERS[$key] ?? self::USUAL_DRIVERS),
                'unexplained' => $row['own'] === null || ($justified['fit'] ?? 0.0) <= 0 ? null : $row['own'] / $justified['fit'] - 1,
                'why_not' => $justified['why_not'] ?? null,
            ];
        }

        return [
            'peers' => count($group->in()),
            'multiples' => $rows,
            'differences' => $differences,
            'sentences' => self::sentences($rows, $differences),
        ];
    }

    /**
     * @param  list<int>|null  $across
     * @return array{fit?: float, error?: float, r_squared?: float|null, companies?: int, why_not?: string}
     */
    private function justified(SubjectGroup $group, EvaluationContext $context, string $multiple, ?array $across): array
    {
        $universe = $group->universe;
        $at = $group->position($group->subject->id);
        if ($at === null) {
            return ['why_not' => Words::say('it_is_not_traded_any_more')];
        }
        $drivers = self::DRIVERS[$multiple] ?? self::USUAL_DRIVERS;
        $kind = $universe->category('template')->among([$universe->category('template')->at($at)]) & $universe->everyone();
        if ($across !== null) {
            $kind &= Mask::at($universe->positionsOf($across), $universe->size());
        }
        $kind[$at] = "\0";
        $own = array_map(static fn (string $key): ?float => $universe->column($key)->at($at), $drivers);
        $unknown = array_search(null, $own, true);
        if ($unknown !== false) {
            return ['why_not' => Words::say('a_driver_of_it_is_not_known', label: $context->catalogue->label($drivers[$unknown]))];
        }
        try {
            $fit = $this->regression($multiple, $drivers)->fit(
                $universe,
                self::withoutOutliers($universe, $multiple, Mask::positions($kind)),
            );
        } catch (InvalidRegression $refusal) {
            return ['why_not' => $refusal->getMessage()];
        }
        $predicted = $fit->regression->predict(array_map(static fn (?float $x): float => (float) $x, $own));

        return $predicted === null
            ? []
            : [
                'fit' => $predicted['fit'],
                'error' => $predicted['se_prediction'],
                'r_squared' => $fit->regression->rSquared,
                'companies' => $fit->regression->n,
            ];
    }

    /** @param  list<string>  $drivers */
    private function regression(string $multiple, array $drivers): CrossSectionalRegression
    {
        return CrossSectionalRegression::fromArray([
            'dependent' => ['formula' => $multiple],
            'regressors' => array_map(static fn (string $key): array => ['formula' => $key], $drivers),
        ]);
    }

    /**
     * Without multiples of hardly any earnings, which would lead the line: those beyond five median deviations.
     *
     * @param  list<int>  $positions
     * @return list<int>
     */
    private static function withoutOutliers(Universe $universe, string $multiple, array $positions): array
    {
        $column = $universe->column($multiple);
        $known = Descriptive::known(array_map($column->at(...), $positions));
        $median = Descriptive::median($known);
        $deviation = Descriptive::medianAbsoluteDeviation($known);

        return $median === null || $deviation === null
            ? $positions
            : array_values(
                array_filter(
                    $positions,
                    static fn (int $at): bool => ($value = $column->at($at)) !== null && abs($value - $median) <= 5 * $deviation,
                ),
            );
    }

    /**
     * @param  list<array<string, mixed>>  $rows
     * @param  list<array<string, mixed>>  $differences
     * @return list<array{key: string, sentence: string}> each about one figure, whose working it opens
     */
    private static function sentences(array $rows, array $differences): array
    {
        $said = [];
        foreach ($rows as $row) {
            if ($row['premium'] === null) {
                continue;
            }
            $percent = round(100 * abs($row['premium']), 1);
            [$own, $median] = [self::told($row['own'], $row['unit']), self::told($row['median'], $row['unit'])];
            $said[] = [
                'key' => $row['key'],
                'sentence' => $row['premium'] >= 0
                        ? Words::say('it_costs_more_than_peers', label: $row['label'], own: $own, median: $median, percent: $percent)
                        : Words::say('it_costs_less_than_peers', label: $row['label'], own: $own, median: $median, percent: $percent),
            ];
            if ($row['unexplained'] !== null) {
                $percent = round(100 * abs($row['unexplained']), 1);
                $justified = self::told($row['justified'], $row['unit']);
                $explained = round(100 * (float) $row['r_squared']);
                $of = $row['companies'];
                $said[] = [
                    'key' => $row['key'],
                    'sentence' => $row['unexplained'] >= 0
                            ? Words::say(
                                'more_is_paid_than_justified',
                                companies: $of,
                                justified: $justified,
                                percent: $percent,
                                explained: $explained,
                            )
                            : Words::say(
                                'less_is_paid_than_justified',
                                companies: $of,
                                justified: $justified,
                                percent: $percent,
                                explained: $explained,
                            ),
                ];
            }
        }
        foreach ($differences as $of) {
            if ($of['beside'] !== null) {
                [$own, $median] = [self::told($of['own'], $of['unit']), self::told($of['median'], $of['unit'])];
                $said[] = [
                    'key' => $of['key'],
                    'sentence' => $of['beside'] === 'better'
                            ? Words::say('it_is_better_than_peers', label: $of['label'], own: $own, median: $median)
                            : Words::say('it_is_worse_than_peers', label: $of['label'], own: $own, median: $median),
                ];
            }
        }

        return $said;
    }

    private static function told(?float $value, string $unit): string
    {
        return $value === null ? '–' : ($unit === Unit::Percent->value ? round(100 * $value, 1).' %' : (string) round($value, 2));
    }
}
