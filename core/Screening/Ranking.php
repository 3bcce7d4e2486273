<?php

declare(strict_types=1);

namespace Logion\Screening;

use Logion\Absence;
use Logion\Metrics\Comparison;
use Logion\Statistics\Descriptive;
use Logion\Statistics\Quantile;
use Logion\Statistics\Rank;

/**
 * A weighted ranking: components with a direction, turned into scores, weighted and added; the highest sum is first.
 */
final readonly class Ranking implements Comparison
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
            throw InvalidRanking::because('it needs a list of 1 to '.self::MOST.' components.');
        }
        $read = [];
        foreach ($components as $i => $component) {
            $formula = is_array($component) ? $component['formula'] ?? null : null;
            $weight = is_array($component) ? $component['weight'] ?? 1 : null;
            $better = is_array($component) ? $component['better'] ?? 'higher' : null;
            $n = $i + 1;
            if (! is_string($formula) || trim($formula) === '') {
                throw InvalidRanking::because("component {$n} has no formula.");
            }
            if (! (is_int($weight) || is_float($weight)) || ! is_finite((float) $weight) || $weight <= 0 || $weight > 1e6) {
                throw InvalidRanking::because("the weight of component {$n} must be a number above 0 and at most 1 000 000.");
            }
            if ($better !== 'higher' && $better !== 'lower') {
                throw InvalidRanking::because("component {$n} must say whether \"higher\" or \"lower\" is better.");
            }
            $read[] = ['formula' => $formula, 'weight' => (float) $weight, 'better' => $better];
        }
        $within = $data['within'] ?? 'universe';
        if ($within !== 'universe' && $within !== 'sector') {
            throw InvalidRanking::because('"within" is "universe" or "sector".');
        }
        $case = static fn (string $key, string $enum, string $default) => $enum::tryFrom(is_string($data[$key] ?? $default) ? $data[$key] ?? $default : '')
            ?? throw InvalidRanking::because("\"{$key}\" is one of ".implode(', ', array_column($enum::cases(), 'value')).'.');

        return new self($read, $case('combination', Combination::class, 'percentile'), $within, $case('missing', MissingRule::class, 'leave_out'));
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return ['components' => $this->components, 'combination' => $this->combination->value, 'within' => $this->within, 'missing' => $this->missing->value];
    }

    public function withMissing(MissingRule $rule): self
    {
        return new self($this->components, $this->combination, $this->within, $rule, $this->shows);
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
     * @throws \Logion\Metrics\Formula\FormulaError if a component cannot be understood
     */
    public function of(Universe $universe, array $positions): RankingResult
    {
        $groups = [];
        foreach ($positions as $i => $position) {
            $groups[$this->within === 'sector' ? $universe->category('sector')->at($position) : ''][] = $i;
        }
        $values = $scores = [];
        $reference = Mask::at($positions, $universe->size());
        foreach ($this->components as $c => $component) {
            $values[$c] = $universe->evaluate($universe->catalogue->parse($component['formula']), $positions, $reference);
            $scores[$c] = array_fill(0, count($positions), NAN);
            foreach ($groups as $members) {
                foreach ($this->scores($values[$c], $members, $component['better'] === 'lower') as $i => $score) {
                    $scores[$c][$i] = $score;
                }
            }
        }

        return RankingResult::of($positions, $this->shares(), $values, array_map('array_values', $scores));
    }

    /**
     * Scores of a component for the members of a group.
     *
     * @param  list<float>  $values
     * @param  list<int>  $members  indices into the values
     * @return array<int, float> by index; NaN for a company to be left out
     */
    private function scores(array $values, array $members, bool $lowerIsBetter): array
    {
        $known = [];
        foreach ($members as $i) {
            if ($values[$i] == $values[$i]) {
                $known[$i] = $lowerIsBetter ? -$values[$i] : $values[$i];
            }
        }
        $scores = $this->score($known);
        $absent = match (true) {
            $this->missing === MissingRule::LeaveOut || $scores === [] => $this->missing === MissingRule::LeaveOut ? NAN : 0.0,
            $this->missing === MissingRule::Worst => min($scores),
            $this->missing === MissingRule::Best => max($scores),
            $this->missing === MissingRule::Mean => array_sum($scores) / count($scores),
            default => 0.0,
        };
        foreach ($members as $i) {
            $scores[$i] ??= $absent;
        }

        return $scores;
    }

    /**
     * @param  array<int, float>  $known  turned so that more is better
     * @return array<int, float>
     */
    private function score(array $known): array
    {
        if ($known === []) {
            return [];
        }
        if ($this->combination === Combination::ZScore) {
            $sorted = array_values($known);
            sort($sorted);
            $low = (float) Quantile::ofSorted($sorted, self::WINSORISED);
            $high = (float) Quantile::ofSorted($sorted, 1 - self::WINSORISED);
            $pulled = array_map(static fn (float $x): float => max($low, min($high, $x)), $known);
            $mean = (float) Descriptive::mean(array_values($pulled));
            $deviation = Descriptive::deviation(array_values($pulled));

            return array_map(static fn (float $x): float => $deviation === null || $deviation == 0.0 ? 0.0 : ($x - $mean) / $deviation, $pulled);
        }
        $ranks = array_combine(array_keys($known), Rank::of(array_values($known)));
        $n = count($known);

        return array_map(fn (?float $rank): float => $this->combination === Combination::Rank ? (float) $rank : ((float) $rank - 0.5) / $n, $ranks);
    }

    /**
     * How many companies would change place by more than so many under each other rule for missing values.
     *
     * @param  list<int>  $positions
     * @return array<string, array{moved: int, ranked: int}> by rule
     */
    public function otherRules(Universe $universe, array $positions, int $moreThan = 10): array
    {
        $places = $this->of($universe, $positions)->places();
        $effects = [];
        foreach (MissingRule::cases() as $rule) {
            if ($rule === $this->missing) {
                continue;
            }
            $others = $this->withMissing($rule)->of($universe, $positions)->places();
            $moved = 0;
            foreach ($positions as $position) {
                $moved += isset($places[$position], $others[$position]) ? (int) (abs($places[$position] - $others[$position]) > $moreThan) : (int) (isset($places[$position]) !== isset($others[$position]));
            }
            $effects[$rule->value] = ['moved' => $moved, 'ranked' => count($others)];
        }

        return $effects;
    }

    public function column(Universe $universe): Column
    {
        $result = $this->of($universe, Mask::positions($universe->everyone()));
        $shown = $this->shows === 'place' ? $result->places() : $result->scores();
        $absent = Absence::missing('A component of the ranking has no value.');

        return Column::of(array_map(static fn (int $position): float|Absence => isset($shown[$position]) ? (float) $shown[$position] : $absent, array_keys($universe->ids)));
    }

    public function formulas(): array
    {
        return array_column($this->components, 'formula');
    }
}
