<?php

declare(strict_types=1);

namespace App\Feature\Peer;

use App\Storage\BusinessFigures;
use Logion\CrossSection\Mask;
use Logion\CrossSection\Universe;
use Logion\Peer\Aspect;
use Logion\Peer\Closeness;
use Logion\Reference\IndustryTree;

/** Companies that are like a subject, aspect by aspect. Each closeness is a number one sees, and its weight can be moved. */
final readonly class PeerProposals
{
    /** So many of the closest by their figures are asked what their businesses are, which takes a look into their reports. */
    private const LOOKED_INTO = 60;

    public function __construct(private BusinessFigures $businesses)
    {
    }

    /**
     * @param  array<string, float>|null  $weights  by aspect; the usual ones by default
     * @param  list<int>|null  $among  companies to choose from; all of the subject's kind of business by default
     * @return list<array{position: int, total: float, known: float, parts: array<string, float|null>}> the closest first
     */
    public function closest(Universe $universe, int $subject, int $most, ?array $weights = null, ?array $among = null): array
    {
        $at = $universe->position($subject);
        if ($at === null) {
            return [];
        }
        $weights ??= Closeness::usualWeights();
        $closeness = new Closeness($weights);
        $positions =
            $among === null
                ? $this->ofTheKind($universe, $at)
                : array_values(
                    array_filter(array_map($universe->position(...), $among), static fn (?int $of): bool => $of !== null && $of !== $at),
                );
        $aspects = $this->figures($universe, $at, $positions);
        $first = $closeness->closest($aspects, $among === null ? max(self::LOOKED_INTO, $most) : count($positions));
        if ($first === []) {
            return [];
        }
        $rows = array_column($first, 'row');
        $narrowed = array_map(static fn (array $values): array => array_map(static fn (int $row): float => $values[$row], $rows), $aspects);
        $narrowed[Aspect::Businesses->value] = $this->businesses(
            $subject,
            array_map(static fn (int $row): int => $universe->company($positions[$row]), $rows),
            $universe->asOf,
        );

        return array_map(
            static fn (array $of): array => [
                'position' => $positions[$rows[$of['row']]],
                'total' => $of['total'],
                'known' => $of['known'],
                'parts' => array_map(
                    static fn (array $values): ?float => is_nan($values[$of['row']]) ? null : $values[$of['row']],
                    $narrowed,
                ),
            ],
            $closeness->closest($narrowed, $most),
        );
    }

    /** @return list<int> shares of the same kind of business, without the subject */
    private function ofTheKind(Universe $universe, int $at): array
    {
        $template = $universe->category('template');
        $alike = $template->among([$template->at($at)]) & $universe->everyone();
        $alike[$at] = "\0";

        return Mask::positions($alike);
    }

    /**
     * @param  list<int>  $positions
     * @return array<string, list<float>>
     */
    private function figures(Universe $universe, int $at, array $positions): array
    {
        $aspects = [];
        foreach (Aspect::cases() as $aspect) {
            $metric = $aspect->metric();
            if ($metric !== null) {
                $column = $universe->column($metric);
                $aspects[$aspect->value] = Closeness::ofFigures($aspect, $column->at($at), $column->gather($positions));
            }
        }
        $sector = $universe->category('sector');
        $section = IndustryTree::section($sector->at($at));
        $near = $sector->among(
            array_values(array_filter($sector->words, static fn (string $of): bool => IndustryTree::section($of) === $section)),
        );
        $same = $sector->among([$sector->at($at)]);
        $home = $universe->category('country')->among([$universe->category('country')->at($at)]);
        foreach ($positions as $of) {
            // Half as close in another division of the same section.
            $aspects[Aspect::Industry->value][] = $same[$of] === "\1" ? 1.0 : ($near[$of] === "\1" ? 0.5 : 0.0);
            $aspects[Aspect::Place->value][] = $home[$of] === "\1" ? 1.0 : 0.0;
        }

        return $aspects;
    }

    /**
     * @param  list<int>  $companies
     * @return list<float>
     */
    private function businesses(int $subject, array $companies, int $asOf): array
    {
        $sales = $this->businesses->of([$subject, ...$companies], $asOf);

        return array_map(
            static fn (int $company): float => Closeness::ofBusinesses($sales[$subject] ?? [], $sales[$company] ?? []) ?? NAN,
            $companies,
        );
    }
}
