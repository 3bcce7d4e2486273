<?php

declare(strict_types=1);

namespace Logion\Capital;

/** Those who have put money into a company on the same terms: what it is worth, and what they ask for a year. */
final readonly class CapitalClass
{
    public const EQUITY = 'equity';

    public const DEBT = 'debt';

    public const LEASES = 'leases';

    public const PREFERRED = 'preferred';

    /**
     * @param  self::EQUITY|self::DEBT|self::LEASES|self::PREFERRED  $name
     * @param  float  $value  any currency, the same for all
     * @param  float  $cost  a year, before tax
     */
    public function __construct(public string $name, public float $value, public float $cost)
    {
    }

    /** Interest is paid before tax; what owners ask for is not. */
    public function costAfterTax(float $taxRate): float
    {
        return $this->name === self::DEBT || $this->name === self::LEASES ? $this->cost * (1 - $taxRate) : $this->cost;
    }
}
