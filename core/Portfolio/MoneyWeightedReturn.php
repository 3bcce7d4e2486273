<?php

declare(strict_types=1);

namespace Logion\Portfolio;

use Logion\Market\Returns;
use Logion\Time\Day;

/** What the money that was in a portfolio returned: the rate at which start, flows and end are worth nothing together, actual/365. */
final readonly class MoneyWeightedReturn
{
    private const YEAR = 365;

    private function __construct(
        public ?float $annual,
        public ?float $period,
        public float $gain,
        public float $netFlows,
        public int $days,
    ) {
    }

    /**
     * Flows before the start or after the end are ignored.
     *
     * @param  float  $start  before the flows of its day
     * @param  list<array{int, float}>  $flows  day YYYYMMDD and what was paid in
     * @param  float  $end  after the flows of its day
     */
    public static function of(int $from, float $start, array $flows, int $to, float $end): self
    {
        $inside = array_values(array_filter($flows, static fn (array $flow): bool => $flow[0] >= $from && $flow[0] <= $to));
        $net = array_sum(array_column($inside, 1));
        $terms = [[$from, -$start], ...array_map(static fn (array $flow): array => [$flow[0], -$flow[1]], $inside), [$to, $end]];
        $amounts = array_column($terms, 1);
        $days = Day::between($from, $to);
        $rate = $days > 0 && max($amounts) > 0 && min($amounts) < 0 ? Returns::moneyWeighted($terms) : null;

        return new self($rate, $rate === null ? null : (1 + $rate) ** ($days / self::YEAR) - 1, $end - $start - $net, (float) $net, $days);
    }
}
