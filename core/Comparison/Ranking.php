<?php

declare(strict_types=1);

namespace Logion\Comparison;

use Logion\CrossSection\Column;
use Logion\CrossSection\Mask;
use Logion\CrossSection\Universe;
use Logion\CrossSection\UniverseComparison;
use Logion\Figure\Absence;
use Logion\Figure\Reason;
use Logion\Figure\Words;
use Logion\Statistics\Descriptive;
use Logion\Statistics\Quantile;
use Logion\Statistics\Rank;

/**
 * A weighted ranking: components with a direction, turned into scores, weighted and added; the highest sum is first.
 */
final readonly class Ranking implements UniverseComparison
{
    public const MOST = 20;

    private const WINSORISED = 0.025;

    /**
     * @param  list<array{formula: string, weight: float, better: 'higher'|'lower'}>  $components
     * @param  'universe'|'sector'  $within  whom a company is compared with
     * @param  'place'|'score'  $shows  what it gives when used as a metric
     */
    private function __construct(
        public array $components,
        public Combination $combination,
        public string $within,
        public MissingRule $missing,
        private string $shows = 'place',
    ) {
    }

    /**
     * @param  array<string, mixed>  $data  components: [{formula, weight, better}], combination, within, missing
     *
     * @throws InvalidRanking if the data is not a ranking
     */
    public static function fromArray(array $data): self
    {
        $components = $data['components'] ?? null;
        if (! is_array($components) || $components === [] || ! array_is_list($components) || count($components) > self::MOST) {
            throw InvalidRanking::because(Words::say('it_needs_a_list_of_to', most: self::MOST));
        }
        $read = [];
        foreach ($components as $i => $component) {
            $formula = is_array($component) ? $component['formula'] ?? null : null;
            $weight = is_array($component) ? $component['weight'] ?? 1 : null;
            $better = is_array($component) ? $component['better'] ?? 'higher' : null;
            $n = $i + 1;
            if (! is_string($formula) || trim($formula) === '') {
                throw InvalidRanking::because(Words::say('component_has_no_formula', n: $n));
            }
            if (! (is_int($weight) || is_float($weight)) || ! is_finite((float) $weight) || $weight <= 0 || $weight > 1e6) {
                throw InvalidRanking::because(Words::say('the_weight_of_component_must_be', n: $n));
            }
            if ($better !== 'higher' && $better !== 'lower') {
                throw InvalidRanking::because(Words::say('component_must_say_whether_higher_or', n: $n));
            }
            $read[] = ['formula' => $formula, 'weight' => (float) $weight, 'better' => $better];
        }
        $within = $data['within'] ?? 'universe';
        if ($within !== 'universe' && $within !== 'sector') {
            throw InvalidRanking::because(Words::say('within_is_universe_or_sector'));
        }
        $case = static fn (string $key, string $enum, string $default) => $enum::tryFrom(
            is_string($data[$key] ?? $default) ? $data[$key] ?? $default : '',
        ) ??
            throw InvalidRanking::because(
                Words::say('is_one_of', key: $key, choices: implode(', ', array_column($enum::cases(), 'value'))),
            );

        return new self(
            $read,
            $case('combination', Combination::class, 'percentile'),
            $within,
            $case('missing', MissingRule::class, 'leave_out'),
        );
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return [
            'components' => $this->components,
            'combination' => $this->combination->value,
            'within' => $this->within,
            'missing' => $this->missing->value,
        ];
    }

    /** The same ranking, giving its score rather than its place when used as a metric. */
    public function asScore(): self
    {
        return new self($this->components, $this->combination, $this->within, $this->missing, 'score');
    }

    /** @return list<float> share of each component in the sum of weights */
    public function shares(): array
    {
        $total = array_sum(array_column($this->components, 'weight'));

        return array_map(static fn (array $component): float => $component['weight'] / $total, $this->components);
    }

    /**
     * Ranks some companies among themselves.
     *
     * @param  list<int>  $positions
     *
     * @throws \Logion\Formula\FormulaError if a component cannot be understood
     */
    public function of(Universe $universe, array $positions): RankingResult
    {
        return $this->assemble($universe, $positions, $this->known($universe, $positions), $this->missing);
    }

    /**
     * How many companies would change place by more than so many under each other rule for missing values.
     *
     * @param  list<int>  $positions
     * @return array<string, array{moved: int, ranked: int}> by rule
     */
    public function otherRules(Universe $universe, array $positions, int $moreThan = 10): array
    {
        $known = $this->known($universe, $positions);
        $places = $this->assemble($universe, $positions, $known, $this->missing)->places();
        $effects = [];
        foreach (MissingRule::cases() as $rule) {
            if ($rule === $this->missing) {
                continue;
            }
            $others = $this->assemble($universe, $positions, $known, $rule)->places();
            $moved = 0;
            foreach ($positions as $position) {
                $moved += isset($places[$position], $others[$position])
                    ? (int) (abs($places[$position] - $others[$position]) > $moreThan)
                    : (int) (isset($places[$position]) !== isset($others[$position]));
            }
            $effects[$rule->value] = ['moved' => $moved, 'ranked' => count($others)];
        }

        return $effects;
    }

    /**
     * Scores of all companies per component, by position, NaN where there is no value; and the scores of each group.
     *
     * @param  list<int>  $positions
     * @return list<array{scores: array<int, float>, groups: array<array-key, list<float>>}>
     */
    private function known(Universe $universe, array $positions): array
    {
        $reference = Mask::choosing($positions, $universe->size());
        $none = $universe->size() === 0 ? [] : array_fill(0, $universe->size(), NAN);
        $known = [];
        foreach ($this->components as $component) {
            [$ordered, $values] = $universe->peers()->inOrder($universe->catalogue->parse($component['formula']), $reference, $reference);
            $groups = ['' => [$ordered, $values]];
            if ($this->within === 'sector') {
                $groups = [];
                foreach ($ordered as $i => $position) {
                    $sector = $universe->category('sector')->at($position);
                    $groups[$sector][0][] = $position;
                    $groups[$sector][1][] = $values[$i];
                }
            }
            $scores = $none;
            $given = [];
            foreach ($groups as $group => [$members, $ascending]) {
                $given[$group] = $this->score($ascending, $component['better'] === 'lower');
                foreach ($given[$group] as $i => $score) {
                    $scores[$members[$i]] = $score;
                }
            }
            $known[] = ['scores' => $scores, 'groups' => $given];
        }

        return $known;
    }

    /**
     * Scores of a component for the companies that have it.
     *
     * @param  list<float>  $ascending
     * @return list<float>
     */
    private function score(array $ascending, bool $lowerIsBetter): array
    {
        $n = count($ascending);
        $scores = [];
        if ($this->combination === Combination::ZScore) {
            $low = (float) Quantile::ofSorted($ascending, self::WINSORISED);
            $high = (float) Quantile::ofSorted($ascending, 1 - self::WINSORISED);
            $pulled = array_map(static fn (float $x): float => max($low, min($high, $x)), $ascending);
            $mean = (float) Descriptive::mean($pulled);
            $deviation = Descriptive::deviation($pulled);
            foreach ($pulled as $x) {
                $scores[] = $deviation === null || $deviation == 0.0 ? 0.0 : ($lowerIsBetter ? $mean - $x : $x - $mean) / $deviation;
            }

            return $scores;
        }
        $percentile = $this->combination === Combination::Percentile;
        $ranks = Rank::ofAscending($ascending);
        if (! $percentile && ! $lowerIsBetter) {
            return $ranks;
        }
        foreach ($ranks as $rank) {
            $points = $lowerIsBetter ? $n + 1 - $rank : $rank;
            $scores[] = $percentile ? ($points - 0.5) / $n : $points;
        }

        return $scores;
    }

    /**
     * Lets the rule stand in where a company has no value, and adds up.
     *
     * @param  list<int>  $positions
     * @param  list<array{scores: array<int, float>, groups: array<array-key, list<float>>}>  $known
     */
    private function assemble(Universe $universe, array $positions, array $known, MissingRule $rule): RankingResult
    {
        $sectors = $universe->category('sector');
        $scores = [];
        foreach ($known as $component) {
            $filled = $component['scores'];
            if ($rule !== MissingRule::LeaveOut) {
                $absent = array_map(static fn (array $group): float => self::absent($group, $rule), $component['groups']);
                foreach ($positions as $position) {
                    if ($filled[$position] != $filled[$position]) {
                        $filled[$position] = $absent[$this->within === 'sector' ? $sectors->at($position) : ''] ?? 0.0;
                    }
                }
            }
            $scores[] = $filled;
        }

        $reference = Mask::choosing($positions, $universe->size());

        return RankingResult::of(
            $positions,
            $this->shares(),
            $scores,
            fn (array $some): array => array_map(
                static fn (array $component): array => $universe->evaluate(
                    $universe->catalogue->parse($component['formula']),
                    $some,
                    $reference,
                ),
                $this->components,
            ),
        );
    }

    /** @param  list<float>  $scores  of those that have one */
    private static function absent(array $scores, MissingRule $rule): float
    {
        return match (true) {
            $scores === [], $rule === MissingRule::Zero => 0.0,
            $rule === MissingRule::Worst => min($scores),
            $rule === MissingRule::Best => max($scores),
            default => array_sum($scores) / count($scores),
        };
    }

    public function column(Universe $universe): Column
    {
        $result = $this->of($universe, Mask::positions($universe->everyone()));
        $shown = $this->shows === 'place' ? $result->places() : $result->scores();
        $absent = Absence::of(Reason::RankingComponentMissing);

        return Column::of(
            array_map(
                static fn (int $position): float|Absence => isset($shown[$position]) ? (float) $shown[$position] : $absent,
                $universe->positions(),
            ),
        );
    }

    public function formulas(): array
    {
        return array_column($this->components, 'formula');
    }
}
