<?php

declare(strict_types=1);

namespace Logion\Valuation\Method;

use Logion\Valuation\EquityBridge;

/** Value of a group from its parts, each by a multiple or a given value, at the share that is owned. */
final readonly class SumOfParts
{
    /** @var list<float> */
    public array $values;

    public float $gross;

    public float $netAssetValue;

    public float $afterDiscount;

    /**
     * @param  list<array{metric?: ?float, multiple?: ?float, value?: ?float, ownership?: ?float}>  $parts  a metric and its multiple, or a
     *     value; wholly owned unless told
     * @param  float  $corporateCost  a year, not carried by any part
     */
    public function __construct(array $parts, float $corporateCost, float $corporateMultiple, EquityBridge $bridge, float $holdingDiscount)
    {
        $this->values = array_map(
            static fn (array $part): float => (isset($part['metric'])
                ? $part['metric'] * (float) ($part['multiple'] ?? 0.0)
                : (float) ($part['value'] ?? 0.0)) *
                ($part['ownership'] ?? 1.0),
            $parts,
        );
        $this->gross = array_sum($this->values);
        $this->netAssetValue = $this->gross - $corporateCost * $corporateMultiple + $bridge->net();
        $this->afterDiscount = $this->netAssetValue * (1 - $holdingDiscount);
    }
}
