<?php

declare(strict_types=1);

namespace Logion\Decision;

/**
 * How often somebody was right. To buy was right where the company returned more than its index since, to pass where it returned less;
 * to watch is no judgement of the price. A decision without an index beside it is held against nothing.
 *
 * @phpstan-type Group array{count: int, judged: int, right: int, hit_rate: ?float, mean_excess: ?float, reached: int}
 */
final class DecisionRecord
{
    public const BUY = 'buy';

    public const PASS = 'pass';

    /** Whether a decision was right; null where that cannot be said. */
    public static function isRight(string $verdict, DecisionOutcome $outcome): ?bool
    {
        $beyond = $outcome->excess ?? $outcome->totalReturn;

        return match (true) {
            $beyond === null || $beyond == 0.0 => null,
            $verdict === self::BUY => $beyond > 0,
            $verdict === self::PASS => $beyond < 0,
            default => null,
        };
    }

    /**
     * @param  list<array{group: string, verdict: string, outcome: DecisionOutcome}>  $decisions
     * @return array<string, Group> by group; reached counts those whose price to buy below was there
     */
    public static function of(array $decisions): array
    {
        $groups = [];
        foreach ($decisions as ['group' => $group, 'verdict' => $verdict, 'outcome' => $outcome]) {
            $groups[$group][] = [$outcome, self::isRight($verdict, $outcome)];
        }

        return array_map(static function (array $of): array {
            $right = array_filter(array_column($of, 1), static fn (?bool $is): bool => $is !== null);
            $excess = array_filter(
                array_map(static fn (array $one): ?float => $one[0]->excess, $of),
                static fn (?float $x): bool => $x !== null,
            );
            $hits = count(array_filter($right));

            return [
                'count' => count($of),
                'judged' => count($right),
                'right' => $hits,
                'hit_rate' => $right === [] ? null : $hits / count($right),
                'mean_excess' => $excess === [] ? null : array_sum($excess) / count($excess),
                'reached' => count(array_filter($of, static fn (array $one): bool => $one[0]->reached !== null)),
            ];
        }, $groups);
    }
}
