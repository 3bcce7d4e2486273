<?php

declare(strict_types=1);

namespace App\Feature\Decision;

use App\Following\CallReport;
use App\Models\Decision;
use App\Models\WatchedCondition;
use App\Storage\LatestPrices;
use Illuminate\Support\Collection;
use Logion\Time\Day;
use Logion\Valuation\MarginOfSafety;

/** Decisions held against the prices of a day; shares split since count on the new basis. */
final class DecisionReport
{
    public function __construct(private readonly LatestPrices $prices, private readonly CallReport $words)
    {
    }

    /**
     * @param  Collection<int, Decision>  $decisions  with company, user and conditions loaded
     * @return list<array<string, mixed>>
     */
    public function of(Collection $decisions, int $day): array
    {
        return $decisions
            ->map(function (Decision $decision) use ($day): array {
                $identity = $this->prices->identity($decision->company_id, $day);
                $ratio = $this->prices->splitRatio($identity, (int) $decision->decided_on, $day);
                $value = $decision->value_per_share / $ratio;
                $then = $decision->price_then / $ratio;
                $now = $this->prices->close($identity, $decision->currency, $day);
                $below = MarginOfSafety::buyBelow($value, $decision->margin_of_safety);

                return [
                    'id' => $decision->id,
                    'ticker' => $identity->reference,
                    'name' => $identity->name,
                    'verdict' => $decision->verdict,
                    'thesis' => $decision->thesis,
                    'disproof' => $decision->disproof,
                    'value_per_share' => $value,
                    'margin_of_safety' => $decision->margin_of_safety,
                    'buy_below' => $below,
                    'price_then' => $then,
                    'price_now' => $now,
                    'distance' => MarginOfSafety::distance($now, $below),
                    'since' => $now === null || $then <= 0 ? null : $now / $then - 1,
                    'currency' => $decision->currency,
                    'decided_on' => Day::iso((int) $decision->decided_on),
                    'valuation_id' => $decision->valuation_id,
                    'replaced_on' => $decision->replaced_on === null ? null : Day::iso($decision->replaced_on),
                    'is_revised' => $decision->first_id !== null,
                    'reasons' => $this->reasons($decision, $decision->reasons ?? [], WatchedCondition::REASON),
                    'disproofs' => $this->reasons($decision, $decision->disproofs ?? [], WatchedCondition::DISPROOF),
                    'grades' => $decision->grades ?? [],
                    'cases' => array_map(
                        static fn (array $of): array => [
                            'name' => (string) $of['name'],
                            'value' => $of['value'] / $ratio,
                            'probability' => isset($of['probability']) ? (float) $of['probability'] : null,
                        ],
                        $decision->cases ?? [],
                    ),
                    'horizon' => $decision->horizon,
                    'checklist' => $decision->checklist,
                    'summary' => array_map(static fn (array $of): array => self::method($of, $ratio), $decision->summary ?? []),
                    'confidence' => $decision->confidence,
                    'invalidation' => $decision->invalidation === null ? null : $decision->invalidation / $ratio,
                    'size' => $decision->size === null ? null : (object) $decision->size,
                    'review_on' => $decision->review_on === null ? null : Day::iso($decision->review_on),
                ];
            })
            ->values()
            ->all();
    }

    /**
     * @param  list<array{text: string}>  $told
     * @return list<array<string, mixed>> each with how it stands, where it can be checked
     */
    private function reasons(Decision $decision, array $told, string $role): array
    {
        $conditions = $decision->conditions
            ->where('role', $role)
            ->keyBy(static fn (WatchedCondition $of): int => (int) ($of->settings['place'] ?? -1));

        return array_map(
            function (array $of, int $place) use ($conditions, $decision): array {
                $condition = $conditions->get($place);
                $state = $condition?->states->first();

                return [
                    'text' => (string) $of['text'],
                    'check' => $condition === null ? null : (object) [
                        ...array_diff_key($condition->settings, ['place' => 1]),
                        'kind' => $condition->kind,
                        ...($condition->drawn_line_id === null ? [] : ['drawn_line' => $condition->drawn_line_id]),
                    ],
                    'words' => $condition === null ? null : $this->words->words($decision->user, $condition),
                    'met' => $state?->met,
                    'actual' => $state?->actual,
                    'required' => $state?->required,
                    'since' => $state === null ? null : Day::iso($state->since),
                ];
            },
            $told,
            array_keys($told),
        );
    }

    /**
     * @param  array<string, mixed>  $of
     * @return array<string, mixed>
     */
    private static function method(array $of, float $ratio): array
    {
        $price = static fn (string $name): ?float => isset($of[$name]) ? $of[$name] / $ratio : null;

        return [
            'method' => (string) $of['method'],
            'label' => (string) $of['label'],
            'low' => $price('low'),
            'centre' => $price('centre'),
            'high' => $price('high'),
            'weight' => isset($of['weight']) ? (float) $of['weight'] : null,
        ];
    }
}
