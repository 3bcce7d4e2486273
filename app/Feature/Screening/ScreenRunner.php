<?php

declare(strict_types=1);

namespace App\Feature\Screening;

use App\Evaluation\ComputedPeers;
use App\Evaluation\EvaluationContext;
use App\Storage\ColumnStore;
use Logion\Comparison\CrossSectionalFit;
use Logion\Comparison\CrossSectionalRegression;
use Logion\Comparison\Ranking;
use Logion\CrossSection\Cleaning;
use Logion\CrossSection\Distribution;
use Logion\CrossSection\GroupLines;
use Logion\CrossSection\Mask;
use Logion\CrossSection\Universe;
use Logion\CrossSection\UniversePeers;
use Logion\Formula\Node;
use Logion\Metric\Peers;
use Logion\Screening\Funnel;
use Logion\Screening\Scorecard;
use Logion\Screening\ScreenDefinition;
use Logion\Screening\Thresholds;
use Logion\Screening\Warnings;
use Logion\Statistics\Rank;
use Logion\Time\Day;
use Symfony\Component\HttpKernel\Exception\ConflictHttpException;

/** Runs screens, and what is asked of their survivors, on the stored columns. */
final class ScreenRunner
{
    private const PREVIEW_BINS = 40;

    /** Points a plot of a regression can show and a person tell apart. */
    private const MOST_POINTS = 3000;

    public function __construct(private readonly ColumnStore $columns, private readonly NamedLists $lists)
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
        $universe = $this->universe($context, $computes);
        $funnel = Funnel::run($screen, $universe);
        $survivors = $funnel->survivors($screen, $universe);
        $page = array_slice($survivors, $offset, $limit);
        $withSetAside =
            $screen->setAside === []
                ? null
                : Mask::count(
                    Funnel::run(new ScreenDefinition($screen->name, '', $screen->universe, $screen->criteria, [], []), $universe)->survived,
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
                ...self::company($universe, $position),
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

    /** @return array{ticker: string, name: string, company: int, sector: string} */
    private static function company(Universe $universe, int $position): array
    {
        return [
            'ticker' => $universe->attributeAt('ticker', $position),
            'name' => $universe->attributeAt('name', $position),
            'company' => $universe->company($position),
            'sector' => $universe->category('sector')->at($position),
        ];
    }

    /** @return list<array<string, mixed>> warnings that take a closer look */
    public function closerLook(ScreenDefinition $screen, EvaluationContext $context): array
    {
        $universe = $this->universe($context, false);

        return Warnings::onCloserLook($screen, Funnel::run($screen, $universe), $universe);
    }

    /** @return array<string, array<string, float|int|null>> group lines of every column over the survivors */
    public function groupLines(ScreenDefinition $screen, EvaluationContext $context): array
    {
        $universe = $this->universe($context, false);
        $survivors = Mask::positions(Funnel::run($screen, $universe)->survived);
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
        $universe = $this->universe($context, false);
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
        $universe = $this->universe($context, false);
        $rows = Scorecard::of($screen, $universe, Mask::positions(Funnel::start($screen, $universe)));

        return [
            'criteria' => array_map('strval', Scorecard::criteria($screen)),
            'total' => count($rows),
            'rows' => array_map(
                static fn (array $row): array => self::company($universe, $row['position']) + array_diff_key($row, ['position' => 0]),
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
        $universe = $this->universe($context, false);
        $proposals = Cleaning::proposals($universe, Mask::positions(Funnel::start($screen, $universe)), $columns);

        return [
            'total' => count($proposals),
            'proposals' => array_map(
                static fn (array $proposal): array => [
                    ...self::company($universe, $proposal['position']),
                    ...array_diff_key($proposal, ['position' => 0]),
                ],
                array_slice($proposals, 0, $limit),
            ),
        ];
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
        $universe = $this->universe($context, false);
        $positions = Mask::positions(Funnel::run($screen, $universe)->survived);
        $result = $ranking->of($universe, $positions);
        $null = static fn (float $x): ?float => $x == $x ? $x : null;

        return [
            'as_of' => Day::iso($context->day),
            'total' => $result->count(),
            'left_out' => array_map(
                static fn (int $position): array => self::company($universe, $position),
                array_slice($result->leftOut, 0, 200),
            ),
            'left_out_total' => count($result->leftOut),
            'shares' => $ranking->shares(),
            'other_rules' => $otherRules ? (object) $ranking->otherRules($universe, $positions) : null,
            'rows' => array_map(
                static fn (array $row): array => [
                    ...self::company($universe, $row['position']),
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
        $universe = $this->universe($context, false);
        $positions = Mask::positions(Funnel::run($screen, $universe)->survived);
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
                static fn (array $row): array => self::company($universe, $row['position']) + array_diff_key($row, ['position' => 0]),
                $fit->rows(self::MOST_POINTS),
            ),
        ];
    }

    /**
     * The distribution of a formula over the companies a screen starts from.
     *
     * @param  array<string, mixed>  $definition
     * @return array<string, mixed>
     */
    public function distribution(string $formula, array $definition, EvaluationContext $context): array
    {
        $universe = $this->universe($context, false);
        $positions = Mask::positions($universe->selection->admits(ScreenDefinition::fromArray(['universe' => $definition])->universe));

        return get_object_vars(
            Distribution::of($universe->evaluate($universe->catalogue->parse($formula), $positions), self::PREVIEW_BINS),
        );
    }

    /**
     * A metric over all shares: its spread, how many have a value, the highest and the lowest.
     *
     * @return array<string, mixed>
     */
    public function metric(string $key, EvaluationContext $context, int $ends = 10): array
    {
        $universe = $this->universe($context, false);
        $universe->catalogue->get($key);
        $everyone = Mask::positions($universe->everyone());
        $column = $universe->column($key);
        $values = $column->gather($everyone);
        $known = [];
        $coverage = array_fill_keys(['value', 'missing', 'not_applicable', 'not_meaningful', 'not_enough_history'], 0);
        foreach ($everyone as $i => $position) {
            if ($values[$i] == $values[$i]) {
                $known[$position] = $values[$i];
                $coverage['value']++;
            } else {
                $coverage[$universe->absence(Node::name($key), $position)->kind->value]++;
            }
        }
        arsort($known);
        $side = static fn (array $positions): array => array_map(
            static fn (int $position): array => [...self::company($universe, $position), 'value' => $known[$position]],
            $positions,
        );

        return [
            'as_of' => Day::iso($context->day),
            'distribution' => get_object_vars(Distribution::of($values, self::PREVIEW_BINS)),
            'coverage' => $coverage,
            'highest' => $side(array_slice(array_keys($known), 0, $ends)),
            'lowest' => $side(array_reverse(array_slice(array_keys($known), -$ends))),
        ];
    }

    /** The companies that percentiles and places in a screen's criteria compare with. */
    public function peers(ScreenDefinition $screen, EvaluationContext $context): Peers
    {
        $universe = $this->universe($context, false);

        return new ComputedPeers(new UniversePeers($universe, Funnel::among(Funnel::start($screen, $universe), $universe)));
    }

    /** @throws ConflictHttpException if the day's columns have not been refreshed */
    public function universe(EvaluationContext $context, bool $computes): Universe
    {
        return $this->columns->universe(
            $context->day,
            $computes,
            $context->catalogue,
            $this->lists->on($context, $computes),
            $context->as,
        ) ??
            throw new ConflictHttpException(
                'The figures as of '.Day::iso($context->day).' have not been computed yet. Start the refresh and wait for it.',
            );
    }
}
