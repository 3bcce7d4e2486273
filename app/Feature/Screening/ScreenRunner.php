<?php

declare(strict_types=1);

namespace App\Feature\Screening;

use App\Evaluation\ComputedPeers;
use App\Evaluation\EvaluationContext;
use Logion\CrossSection\Cleaning;
use Logion\CrossSection\GroupLines;
use Logion\CrossSection\Mask;
use Logion\CrossSection\Universe;
use Logion\CrossSection\UniversePeers;
use Logion\Metric\Peers;
use Logion\Screening\Funnel;
use Logion\Screening\Scorecard;
use Logion\Screening\ScreenDefinition;
use Logion\Screening\Thresholds;
use Logion\Screening\Warnings;
use Logion\Statistics\Rank;
use Logion\Time\Day;

/** Runs screens, and what is asked of their survivors, on the stored columns. */
final class ScreenRunner
{
    public function __construct(private readonly Universes $universes)
    {
    }

    /**
     * @param  bool  $shaded  whether each figure's percentile among the survivors is told too
     * @return array<string, mixed> as_of, universe, steps, total, rows, sectors, warnings
     */
    public function run(
        ScreenDefinition $screen,
        EvaluationContext $context,
        int $offset = 0,
        ?int $limit = null,
        bool $shaded = false,
        bool $computes = true,
    ): array {
        $universe = $this->universes->on($context, $computes);
        $funnel = Funnel::run($screen, $universe);
        $survivors = $funnel->survivors($screen, $universe);
        $page = array_slice($survivors, $offset, $limit);
        $withSetAside =
            $screen->setAside === []
                ? null
                : count(
                    Funnel::surviving(new ScreenDefinition($screen->name, '', $screen->universe, $screen->criteria, [], []), $universe),
                );

        return [
            'as_of' => Day::iso($context->day),
            'universe' => ['size' => Mask::count($funnel->start), 'definition' => (object) $screen->universe],
            'steps' => $funnel->steps,
            'total' => count($survivors),
            'total_with_set_aside' => $withSetAside,
            'units' => (object) array_combine(
                $screen->columns,
                array_map(
                    static fn (string $column): string => $universe->catalogue->unitOf($universe->catalogue->parse($column))->value,
                    $screen->columns,
                ),
            ),
            'rows' => $this->rows($universe, $screen->columns, $page, $shaded ? $survivors : null, $funnel->reference($universe)),
            'sectors' => (object) $universe->category('sector')->counts($funnel->survived),
            'warnings' => Warnings::of($funnel, $universe),
        ];
    }

    /**
     * @param  list<string>  $columns  formulas
     * @param  list<int>  $positions
     * @param  list<int>|null  $shading  companies a figure's percentile is taken among
     * @param  string|null  $reference  companies that percentiles in the columns compare with; all shares by default
     * @return list<array<string, mixed>>
     */
    public function rows(Universe $universe, array $columns, array $positions, ?array $shading = null, ?string $reference = null): array
    {
        $rows = array_map(
            static fn (int $position): array => [
                ...Universes::company($universe, $position),
                'values' => [],
                'states' => [],
                'percentiles' => [],
            ],
            $positions,
        );
        foreach ($columns as $column) {
            $tree = $universe->catalogue->parse($column);
            $sorted = null;
            if ($shading !== null) {
                $sorted = array_values(
                    array_filter($universe->evaluate($tree, $shading, $reference), static fn (float $x): bool => $x == $x),
                );
                sort($sorted);
            }
            $vector = $universe->vector($tree, $positions, $reference);
            foreach ($vector->values as $i => $value) {
                $absence = $vector->absences[$i] ?? null;
                $rows[$i]['values'][$column] = $absence === null ? $value : null;
                if ($absence !== null) {
                    $rows[$i]['states'][$column] = $absence->kind->value;
                } elseif ($sorted !== null) {
                    $rows[$i]['percentiles'][$column] = Rank::percentile($sorted, $value);
                }
            }
        }

        return array_map(
            static fn (array $row): array => [
                ...$row,
                'values' => (object) $row['values'],
                'states' => (object) $row['states'],
                'percentiles' => (object) $row['percentiles'],
            ],
            $rows,
        );
    }

    /** @return list<array<string, mixed>> warnings that take a closer look */
    public function closerLook(ScreenDefinition $screen, EvaluationContext $context): array
    {
        $universe = $this->universes->on($context);

        return Warnings::onCloserLook($screen, Funnel::run($screen, $universe), $universe);
    }

    /** @return array<string, array<string, float|int|null>> group lines of every column over the survivors */
    public function groupLines(ScreenDefinition $screen, EvaluationContext $context): array
    {
        $universe = $this->universes->on($context);
        $survivors = Funnel::surviving($screen, $universe);
        $weights = $universe->column('market_cap')->gather($survivors);
        $lines = [];
        foreach ($screen->columns as $column) {
            $lines[$column] = GroupLines::of($universe->evaluate($universe->catalogue->parse($column), $survivors), $weights);
        }

        return $lines;
    }

    /** @return array{total: int, proposals: list<array<string, mixed>>} */
    public function proposals(ScreenDefinition $screen, int $wished, EvaluationContext $context): array
    {
        $universe = $this->universes->on($context);
        $funnel = Funnel::run($screen, $universe);

        return ['total' => Mask::count($funnel->survived), 'proposals' => Thresholds::towards($wished, $screen, $universe, $funnel)];
    }

    /**
     * The criteria used as scores for the companies the screen starts from, or for its survivors.
     *
     * @return array{criteria: list<string>, total: int, rows: list<array<string, mixed>>}
     */
    public function score(ScreenDefinition $screen, EvaluationContext $context, int $offset, int $limit): array
    {
        $universe = $this->universes->on($context);
        $rows = Scorecard::of($screen, $universe, Mask::positions(Funnel::start($screen, $universe)));

        return [
            'criteria' => array_map('strval', Scorecard::criteria($screen)),
            'total' => count($rows),
            'rows' => array_map(
                static fn (array $row): array => Universes::company($universe, $row['position']) + array_diff_key($row, ['position' => 0]),
                array_slice($rows, $offset, $limit),
            ),
        ];
    }

    /**
     * @param  list<string>  $columns
     * @return array{total: int, proposals: list<array<string, mixed>>}
     */
    public function cleaning(ScreenDefinition $screen, array $columns, EvaluationContext $context, int $limit): array
    {
        $universe = $this->universes->on($context);
        $proposals = Cleaning::proposals($universe, Mask::positions(Funnel::start($screen, $universe)), $columns);

        return [
            'total' => count($proposals),
            'proposals' => array_map(
                static fn (array $proposal): array => [
                    ...Universes::company($universe, $proposal['position']),
                    ...array_diff_key($proposal, ['position' => 0]),
                ],
                array_slice($proposals, 0, $limit),
            ),
        ];
    }

    /** The companies that percentiles and places in a screen's criteria compare with. */
    public function peers(ScreenDefinition $screen, EvaluationContext $context): Peers
    {
        $universe = $this->universes->on($context);

        return new ComputedPeers(new UniversePeers($universe, Funnel::among(Funnel::start($screen, $universe), $universe)));
    }
}
