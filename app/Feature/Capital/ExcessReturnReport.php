<?php

declare(strict_types=1);

namespace App\Feature\Capital;

use App\Evaluation\EvaluationContext;
use App\Feature\Peer\SubjectGroup;
use App\Storage\CompanyYears;
use Logion\Reference\IndustryTree;

/**
 * Return on invested capital less what the capital costs, of a subject, its peers and its industry, through fiscal years: both as they were
 * on the day of each annual report, for a beta of the past is that of then.
 */
final readonly class ExcessReturnReport
{
    private const YEARS = 10;

    public function __construct(private CompanyYears $years)
    {
    }

    /** @return array<string, mixed> */
    public function of(SubjectGroup $group, EvaluationContext $context): array
    {
        $universe = $group->universe;
        $at = $group->position($group->subject->id);
        $sector = $group->subject->sector;
        $shares = $universe->everyone();
        $among = $universe->category('sector')->among([$sector]);
        $members = array_values(
            array_filter($universe->positions(), static fn (int $of): bool => $among[$of] === "\1" && $shares[$of] === "\1"),
        );
        $compared = [$group->subject->id, ...$group->in()];
        $lines = array_fill_keys($compared, []);
        $last = 0;
        foreach ($this->years->of($compared, $context->day) as $year => $companies) {
            foreach ($companies as $id => $of) {
                $capital = $of['invested_capital'];
                $return = $of['nopat'] === null || $capital === null || $capital <= 0 ? null : $of['nopat'] / $capital;
                $lines[$id][$year] = [$return, $of['cost_of_capital']];
                $last = max($last, $year);
            }
        }
        $years = $last === 0 ? [] : range($last - self::YEARS + 1, $last);
        $industry = $this->years->industry(
            array_map($universe->company(...), $members),
            $context->day,
            ['nopat', 'invested_capital', 'cost_of_capital'],
        );

        return [
            'years' => $years,
            'listed' => $at !== null,
            'industry' => IndustryTree::label($sector),
            'lines' => array_map(
                static fn (int $id, array $of): array => [
                    ...$group->named($id),
                    'subject' => $id === $group->subject->id,
                    'returns' => array_map(static fn (int $year): ?float => $of[$year][0] ?? null, $years),
                    'costs' => array_map(static fn (int $year): ?float => $of[$year][1] ?? null, $years),
                    'excess' => array_map(
                        static fn (int $year): ?float => isset($of[$year][0], $of[$year][1]) ? $of[$year][0] - $of[$year][1] : null,
                        $years,
                    ),
                ],
                array_keys($lines),
                array_values($lines),
            ),
            'industry_years' => array_map(
                static fn (int $year): array => [
                    'year' => $year,
                    'companies' => isset($industry[$year]) ? $industry[$year]->count('invested_capital') : 0,
                    'return' => isset($industry[$year]) ? $industry[$year]->ratio('nopat', 'invested_capital') : null,
                    'earning_share' => isset($industry[$year]) ? $industry[$year]->earningMoreThanCost() : null,
                ],
                $years,
            ),
        ];
    }
}
