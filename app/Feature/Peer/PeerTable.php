<?php

declare(strict_types=1);

namespace App\Feature\Peer;

use App\Evaluation\EvaluationContext;
use App\Storage\EconomyReader;
use Logion\CrossSection\GroupLines;
use Logion\Figure\Absence;
use Logion\Figure\Unit;
use Logion\Statistics\Rank;
use Logion\Time\Day;

/** A subject beside its peers, figure by figure, with the lines of the group, of which the subject is no part. */
final readonly class PeerTable
{
    private const LINES = ['median', 'mean', 'weighted_mean', 'harmonic_mean', 'upper_quartile', 'lower_quartile', 'high', 'low'];

    public function __construct(private PeerColumns $figures, private EconomyReader $economy)
    {
    }

    /**
     * @param  list<string>  $columns  metrics of the catalogue or formulas; none for those usual in the subject's business
     * @return array<string, mixed>
     */
    public function of(SubjectGroup $group, EvaluationContext $context, array $columns): array
    {
        $columns = $columns === [] ? self::usual($group->subject->template) : $columns;
        $ids = array_column($group->members, 'id');
        $values = $this->figures->of($group->universe, $context, [$group->subject->id, ...$ids], ['market_cap', ...$columns]);
        $catalogue = $context->catalogue;
        $in = array_keys(array_filter($group->members, static fn (array $of): bool => $of['in']));
        $number = static fn (float|Absence $of): float => is_float($of) ? $of : NAN;
        $weights = array_map(static fn (int $i): float => $number($values['market_cap'][$i + 1]), $in);
        $told = [];
        foreach ($columns as $key) {
            $metric = $catalogue->find($key);
            $unit = $metric->unit ?? $catalogue->unitOf($catalogue->parse($key));
            $lines = GroupLines::of(array_map(static fn (int $i): float => $number($values[$key][$i + 1]), $in), $weights);
            // A mean of reciprocals is a mean of prices alone.
            $lines['harmonic_mean'] = $unit === Unit::Times && ($metric->better ?? '') === 'lower' ? $lines['harmonic_mean'] : null;
            $lines['weighted_mean'] = $unit->isMoney() ? null : $lines['weighted_mean'];
            $ranks =
                $metric === null || $metric->better === 'neutral'
                    ? array_fill(0, count($in) + 1, null)
                    : Rank::of(
                        array_map(static fn (float|Absence $of): ?float => is_float($of) ? $of : null, [
                            $values[$key][0],
                            ...array_map(static fn (int $i): float|Absence => $values[$key][$i + 1], $in),
                        ]),
                        'min',
                        $metric->better === 'higher',
                    );
            $places = array_combine([-1, ...$in], $ranks);
            $told[] = [
                'key' => $key,
                'label' => $metric->label ?? $key,
                'unit' => $unit->value,
                'better' => $metric->better ?? 'neutral',
                'count' => $lines['count'],
                'lines' => array_intersect_key($lines, array_flip(self::LINES)),
                'figures' => array_map(
                    static fn (float|Absence $value, int $i): array => [
                        'value' => is_float($value) ? $value : null,
                        'state' => is_float($value) ? 'value' : $value->kind->value,
                        'beside' => is_float($value) && $lines['median'] !== null ? $metric?->against($value, $lines['median']) : null,
                        'place' => isset($places[$i]) ? (int) $places[$i] : null,
                    ],
                    $values[$key],
                    range(-1, count($ids) - 1),
                ),
            ];
        }

        return [
            'as_of' => Day::iso($context->day),
            'currency' => $this->economy->read()->baseCurrency(),
            'chosen' => $group->chosen !== null,
            'rows' => [
                [...$group->named($group->subject->id), 'in' => true, 'subject' => true, 'reason' => null],
                ...array_map(
                    static fn (array $of): array => [
                        ...$group->named($of['id']),
                        'in' => $of['in'],
                        'subject' => false,
                        'reason' => $of['reason'],
                    ],
                    $group->members,
                ),
            ],
            'columns' => $told,
        ];
    }

    /** @return list<string> columns that tell most of a kind of business */
    private static function usual(string $template): array
    {
        return match ($template) {
            'bank' => [
                'market_cap',
                'price_to_earnings',
                'forward_price_to_earnings',
                'price_to_tangible_book',
                'return_on_equity',
                'net_interest_margin',
                'efficiency_ratio',
                'common_equity_tier1_ratio',
                'non_performing_loan_ratio',
                'loan_growth_1y',
                'dividend_yield',
            ],
            'insurer' => [
                'market_cap',
                'price_to_earnings',
                'forward_price_to_earnings',
                'price_to_book',
                'return_on_equity',
                'combined_ratio',
                'loss_ratio',
                'solvency_ratio',
                'premium_growth_1y',
                'dividend_yield',
            ],
            'property' => [
                'market_cap',
                'price_to_funds_from_operations',
                'price_to_adjusted_funds_from_operations',
                'net_asset_value_discount',
                'implied_capitalization_rate',
                'occupancy',
                'like_for_like_growth',
                'loan_to_value',
                'property_net_debt_to_ebitda',
                'dividend_yield',
            ],
            default => [
                'market_cap',
                'price_to_earnings',
                'forward_price_to_earnings',
                'ev_to_ebitda',
                'forward_ev_to_ebitda',
                'ev_to_sales',
                'revenue_growth_3y',
                'gross_margin',
                'operating_margin',
                'return_on_invested_capital',
                'net_debt_to_ebitda',
                'dividend_yield',
            ],
        };
    }
}
