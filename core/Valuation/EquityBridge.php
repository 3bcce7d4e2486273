<?php

declare(strict_types=1);

namespace Logion\Valuation;

use Logion\Figure\Words;

/**
 * From enterprise value to equity value: + cash + non-operating assets − debt − leases − pension deficit − minorities
 * − preferred.
 * All amounts are positive in the sense of their name, in one currency.
 */
final readonly class EquityBridge
{
    public const ADDED = ['cash', 'non_operating_assets'];

    public const DEDUCTED = ['debt', 'lease_liabilities', 'pension_deficit', 'minority_interest', 'preferred'];

    /** @param  array<string, float>  $amounts by the names above; a missing name counts as nothing to add or deduct */
    public function __construct(public array $amounts = [])
    {
        foreach (array_keys($amounts) as $name) {
            if (! in_array($name, [...self::ADDED, ...self::DEDUCTED], true)) {
                throw new \InvalidArgumentException(
                    Words::say('is_not_a_part_of_the', name: $name, parts: implode(', ', [...self::ADDED, ...self::DEDUCTED])),
                );
            }
        }
    }

    /** What the bridge adds to enterprise value; negative when claims outweigh cash. */
    public function net(): float
    {
        $net = 0.0;
        foreach (self::ADDED as $name) {
            $net += $this->amounts[$name] ?? 0.0;
        }
        foreach (self::DEDUCTED as $name) {
            $net -= $this->amounts[$name] ?? 0.0;
        }

        return $net;
    }

    /** Negative equity stays negative. */
    public function equityValue(float $enterpriseValue): float
    {
        return $enterpriseValue + $this->net();
    }
}
