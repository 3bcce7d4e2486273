<?php

declare(strict_types=1);

namespace Logion\Screening;

use Logion\Figure\Absence;
use Logion\Figure\Figure;
use Logion\Figure\Reason;
use Logion\Formula\Node;
use Logion\Metric\CompanyScope;
use Logion\Statistics\Descriptive;

/**
 * The criteria of a screen used on one company: what is required, what is, and how far they are apart.
 *
 * @phpstan-type Item array{criterion: string, depth: int, group: bool, state: 'pass'|'fail'|'undecidable', reason: string|null,
 *     actual: Figure|null, actual_formula: string|null, operator: string|null, required: Figure|null, slack: float|null,
 *     relative: float|null, years: list<int>, history: list<float|null>, trend: 'rising'|'falling'|'level'|null}
 */
final class Checklist
{
    /** Years whose figures show the trend. */
    private const YEARS = 6;

    /** A slope of less than this share of the mean a year is level. */
    private const LEVEL = 0.01;

    public function __construct(private readonly CompanyScope $scope)
    {
    }

    /**
     * The items in the order of the screen, members of a group after it and one level deeper.
     *
     * @return list<Item>
     *
     * @throws \Logion\Formula\FormulaError if a criterion cannot be understood
     */
    public function of(ScreenDefinition $screen): array
    {
        return array_merge([], ...array_map(fn (Criterion $criterion): array => $this->items($criterion, 0), Scorecard::criteria($screen)));
    }

    /** @return list<Item> */
    private function items(Criterion $criterion, int $depth): array
    {
        $verdict = $this->verdict($criterion);
        $item = [
            'criterion' => (string) $criterion,
            'depth' => $depth,
            'group' => $criterion->group !== null,
            'state' => $verdict instanceof Absence ? 'undecidable' : ($verdict != 0.0 ? 'pass' : 'fail'),
            'reason' => $verdict instanceof Absence ? $verdict->sentence() : null,
            'actual' => null,
            'actual_formula' => null,
            'operator' => null,
            'required' => null,
            'slack' => null,
            'relative' => null,
            'years' => [],
            'history' => [],
            'trend' => null,
        ];
        $condition = $criterion->formula === null ? null : Condition::of($this->scope->catalogue->parse($criterion->formula));
        if ($condition !== null) {
            $actual = $this->scope->value($condition->actual);
            $required = $this->scope->value($condition->required);
            $unit = $this->scope->catalogue->unitOf($condition->actual);
            $history = $this->history($condition->actual);
            $item = [
                ...$item,
                'actual' => Figure::of($actual, $unit),
                'actual_formula' => (string) $condition->actual,
                'operator' => $condition->operator->value,
                'required' => Figure::of($required, $unit),
                'slack' => is_float($actual) && is_float($required) ? $condition->slack($actual, $required) : null,
                'relative' => is_float($actual) && is_float($required) ? $condition->relative($actual, $required) : null,
                'years' => array_keys($history),
                'history' => array_values($history),
                'trend' => self::trend(array_values($history)),
            ];
        }

        return [
            $item,
            ...array_merge(
                [],
                ...array_map(
                    fn (Criterion $member): array => $this->items($member, $depth + 1),
                    array_values(array_filter($criterion->criteria, static fn (Criterion $member): bool => $member->active)),
                ),
            ),
        ];
    }

    private function verdict(Criterion $criterion): float|Absence
    {
        if ($criterion->formula !== null) {
            return $this->scope->value($this->scope->catalogue->parse($criterion->formula));
        }
        $passed = $failed = 0;
        $unknown = null;
        $members = array_filter($criterion->criteria, static fn (Criterion $member): bool => $member->active);
        foreach ($members as $member) {
            $verdict = $this->verdict($member);
            if ($verdict instanceof Absence) {
                $unknown ??= $verdict;
            } else {
                $verdict != 0.0 ? $passed++ : $failed++;
            }
        }
        $needed = match ($criterion->group) {
            'any' => 1,
            'at_least' => min($criterion->count, count($members)),
            default => count($members),
        };
        if ($members === []) {
            return Absence::of(Reason::NoActiveCriterion);
        }

        return $passed >= $needed ? 1.0 : ($failed > count($members) - $needed || $unknown === null ? 0.0 : $unknown);
    }

    /** @return array<int, float|null> by fiscal year */
    private function history(Node $formula): array
    {
        if ($formula->names() === []) {
            return [];
        }
        $values = [];
        foreach (array_slice($this->scope->moments->years(), -self::YEARS) as $year) {
            $value = $this->scope->value($formula, $this->scope->moments->year($year)->inBase(true));
            $values[$year] = is_float($value) ? $value : null;
        }

        return $values;
    }

    /**
     * Direction of the least-squares line through the known years; null for fewer than three.
     *
     * @param  list<float|null>  $history
     * @return 'rising'|'falling'|'level'|null
     */
    public static function trend(array $history): ?string
    {
        $known = array_filter($history, static fn (?float $x): bool => $x !== null);
        $n = count($known);
        if ($n < 3) {
            return null;
        }
        $size = array_sum(array_map(abs(...), $known)) / $n;
        $slope = $size == 0.0 ? 0.0 : (float) Descriptive::slope($known) / $size;

        return abs($slope) < self::LEVEL ? 'level' : ($slope > 0 ? 'rising' : 'falling');
    }
}
