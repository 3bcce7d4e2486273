<?php

declare(strict_types=1);

namespace App\Feature\Peer;

use App\Evaluation\EvaluationContext;
use Logion\Figure\Absence;
use Logion\Figure\Unit;
use Logion\Figure\Words;
use Logion\Peer\JustifiedMultiple;
use Logion\Statistics\Descriptive;

/**
 * What a subject costs more or less than its peers, beside how it grows, earns, is financed and how risky it is; and what a regression over
 * companies of its kind says these would justify.
 */
final readonly class DiscountReport
{
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
        $multiples = JustifiedMultiple::multiplesOf($template);
        $reasons = JustifiedMultiple::reasonsOf($template);
        $justification = new JustifiedMultiple($group->universe);
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
            $justified = $justification->of($group->subject->id, $key, $across);
            $rows[] = [
                ...$row,
                'premium' => $premium,
                'justified' => $justified['fit'] ?? null,
                'error' => $justified['error'] ?? null,
                'r_squared' => $justified['r_squared'] ?? null,
                'companies' => $justified['companies'] ?? 0,
                'drivers' => array_map($context->catalogue->label(...), JustifiedMultiple::driversOf($key)),
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
