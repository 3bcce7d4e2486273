<?php

declare(strict_types=1);

namespace Logion\Portfolio;

/** What each position added to the return of a portfolio that was bought and held through a period. Contributions add up to the return. */
final readonly class Contribution
{
    /** Where a position belongs to no group. */
    public const NO_GROUP = 'none';

    /**
     * @param  list<array{name: string, weight: ?float, return: ?float, contribution: ?float}>  $positions  weights of the beginning
     * @param  array<string, ?float>  $groups
     * @param  float|null  $end  with the income of the period, as the cash it is
     */
    private function __construct(
        public array $positions,
        public array $groups,
        public ?float $begin,
        public ?float $end,
        public ?float $return,
    ) {
    }

    /**
     * @param  list<array{name: string, group: ?string, quantity: float, price_begin: ?float, price_end: ?float,
     *     dividends_per_share: ?float, fx_begin: ?float, fx_end: ?float}>  $positions  rates are base currency per unit, one where
     *     none is told
     * @param  float  $cash  in the base currency, which earns nothing
     */
    public static function of(array $positions, float $cash): self
    {
        $begins = $gains = $ends = [];
        foreach ($positions as $of) {
            $fx = $of['fx_end'] ?? 1.0;
            $begin = $of['price_begin'] === null ? null : $of['quantity'] * $of['price_begin'] * ($of['fx_begin'] ?? 1.0);
            $end = $of['price_end'] === null ? null : $of['quantity'] * $of['price_end'] * $fx;
            $income = $of['quantity'] * ($of['dividends_per_share'] ?? 0.0) * $fx;
            $begins[] = $begin;
            $ends[] = $end === null ? null : $end + $income;
            $gains[] = $begin === null || $end === null ? null : $end + $income - $begin;
        }
        $sum = static fn (array $of): ?float => in_array(null, $of, true) ? null : (float) array_sum($of);
        [$begin, $end] = [$sum([...$begins, $cash]), $sum([...$ends, $cash])];
        $over = static fn (?float $part): ?float => $part === null || $begin === null || $begin <= 0 ? null : $part / $begin;
        $told = $byGroup = [];
        foreach ($positions as $i => $of) {
            $contribution = $over($gains[$i]);
            $told[] = [
                'name' => $of['name'],
                'weight' => $over($begins[$i]),
                'return' => $gains[$i] === null || $begins[$i] === null || $begins[$i] == 0.0 ? null : $gains[$i] / $begins[$i],
                'contribution' => $contribution,
            ];
            $byGroup[$of['group'] ?? self::NO_GROUP][] = $contribution;
        }

        return new self($told, array_map($sum, $byGroup), $begin, $end, $over($sum($gains)));
    }
}
