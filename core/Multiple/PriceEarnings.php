<?php

declare(strict_types=1);

namespace Logion\Multiple;

use Logion\Statistics\Descriptive;

/** Price/earnings of a group in all the ways it is averaged: over those that earn, and over all with their losses. */
final readonly class PriceEarnings
{
    /** @var list<float|null> */
    public array $multiples;

    public GroupMultiples $group;

    /** @param  list<array{market_value: float, net_income: float}>  $members  in one currency */
    public function __construct(private array $members)
    {
        $this->multiples = array_map(static fn (array $of): ?float => Multiple::paid($of['market_value'], $of['net_income']), $members);
        $this->group = new GroupMultiples($this->multiples, array_column($members, 'market_value'));
    }

    /** Sum of values over sum of earnings, of those that earn. */
    public function aggregate(): ?float
    {
        return self::sums(array_filter($this->members, static fn (array $of): bool => $of['net_income'] > 0));
    }

    /** The same with those that lose; null where all together earn nothing. */
    public function aggregateWithLosses(): ?float
    {
        return self::sums($this->members);
    }

    /** Median of what each earns on its value, losses counted; null where none has a value. */
    public function medianYield(): ?float
    {
        $valued = array_filter($this->members, static fn (array $of): bool => $of['market_value'] > 0);

        return Descriptive::median(
            array_values(array_map(static fn (array $of): float => $of['net_income'] / $of['market_value'], $valued)),
        );
    }

    /** @param  array<int, array{market_value: float, net_income: float}>  $members */
    private static function sums(array $members): ?float
    {
        return Multiple::paid(
            (float) array_sum(array_column($members, 'market_value')),
            (float) array_sum(array_column($members, 'net_income')),
        );
    }
}
