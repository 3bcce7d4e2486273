<?php

declare(strict_types=1);

namespace App\Feature\Portfolio;

use App\Evaluation\EvaluationContext;
use App\Feature\Screening\Universes;
use App\Models\Portfolio;
use Logion\Portfolio\LookThrough;
use Logion\Screening\Scorecard;
use Logion\Screening\ScreenDefinition;
use Logion\Time\Day;

/** What the companies held earn, owe and grow as one, and how many criteria of a screen they meet. */
final readonly class ThroughReport
{
    /** Figures of companies that can be weighed together; yields, so that a loss is one. */
    private const FIGURES = [
        'earnings_yield',
        'free_cash_flow_yield',
        'dividend_yield',
        'return_on_equity',
        'net_margin',
        'revenue_growth_3y',
        'net_debt_to_ebitda',
        'debt_to_equity',
    ];

    public function __construct(private PortfolioReport $report, private Universes $universes)
    {
    }

    /** @return array<string, mixed> */
    public function of(Portfolio $portfolio, EvaluationContext $context, ?ScreenDefinition $screen): array
    {
        $universe = $this->universes->on($context);
        $report = $this->report->of($portfolio, $context);
        $invested = 0.0;
        $positions = $weights = [];
        foreach ($report['positions'] as $of) {
            $invested += $of['value'] ?? 0.0;
        }
        foreach ($report['positions'] as $of) {
            $at = $of['company'] === null ? null : $universe->position($of['company']);
            if ($at !== null && $of['value'] !== null && $invested > 0) {
                $positions[] = $at;
                $weights[] = $of['value'] / $invested;
            }
        }
        $figures = array_values(array_filter(self::FIGURES, static fn (string $key): bool => $context->catalogue->find($key) !== null));
        $columns = [];
        foreach ($figures as $key) {
            $columns[$key] = $universe->column($key)->gather($positions);
        }
        $through = LookThrough::of(
            array_map(
                static fn (int $i): array => [
                    'weight' => $weights[$i],
                    'values' => array_map(static fn (array $column): ?float => is_nan($column[$i]) ? null : $column[$i], $columns),
                ],
                array_keys($positions),
            ),
            $figures,
        );
        $score = $screen === null ? null : Scorecard::of($screen, $universe, $positions);
        $byPosition = array_combine($positions, $weights);

        return [
            'as_of' => Day::iso($context->day),
            'known' => array_sum($weights),
            'figures' => array_map(
                static fn (string $key): array => [
                    'key' => $key,
                    'label' => $context->catalogue->label($key),
                    'unit' => $context->catalogue->unit($key)->value,
                    ...$through[$key],
                ],
                $figures,
            ),
            'criteria' => $screen === null ? [] : self::criteria($screen, $score ?? [], $byPosition),
            'scores' => array_map(
                static fn (array $of): array => [
                    'ticker' => $universe->attributeAt('ticker', $of['position']),
                    'name' => $universe->attributeAt('name', $of['position']),
                    'weight' => $byPosition[$of['position']],
                    'passed' => $of['passed'],
                    'failed' => $of['failed'],
                    'undecidable' => $of['undecidable'],
                    'states' => array_column($of['marks'], 'state'),
                ],
                $score ?? [],
            ),
        ];
    }

    /**
     * Which part of what is held meets each criterion.
     *
     * @param  list<array{position: int, marks: list<array<string, mixed>>}>  $score
     * @param  array<int, float>  $weights
     * @return list<array{formula: ?string, group: ?string, met: float, failed: float}>
     */
    private static function criteria(ScreenDefinition $screen, array $score, array $weights): array
    {
        $told = [];
        foreach (Scorecard::criteria($screen) as $i => $criterion) {
            $met = $failed = 0.0;
            foreach ($score as $of) {
                $state = $of['marks'][$i]['state'];
                $met += $state === 'pass' ? $weights[$of['position']] : 0.0;
                $failed += $state === 'fail' ? $weights[$of['position']] : 0.0;
            }
            $told[] = ['formula' => $criterion->formula, 'group' => $criterion->group, 'met' => $met, 'failed' => $failed];
        }

        return $told;
    }
}
