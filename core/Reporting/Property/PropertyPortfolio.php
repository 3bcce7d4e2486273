<?php

declare(strict_types=1);

namespace Logion\Reporting\Property;

use Logion\Time\Day;

/**
 * What leases and buildings say together, as property companies disclose it (EPRA best practice recommendations).
 */
final readonly class PropertyPortfolio
{
    /**
     * @param  list<Lease>  $leases
     * @param  list<LetProperty>  $properties
     */
    public function __construct(private array $leases, private array $properties)
    {
    }

    /** Years to the end of each lease, weighted by rent; a lease that has ended counts with none. Null without rent. */
    public function weightedAverageLeaseTerm(int $asOf): ?float
    {
        $rent = $this->rent();
        $years = array_sum(
            array_map(static fn (Lease $lease): float => ($lease->rent * max(0, Day::between($asOf, $lease->end))) / 365, $this->leases),
        );

        return $rent > 0 ? $years / $rent : null;
    }

    /** Let area over total area. Null without area. */
    public function occupancy(): ?float
    {
        $total = array_sum(array_column($this->properties, 'totalArea'));

        return $total > 0 ? array_sum(array_column($this->properties, 'letArea')) / $total : null;
    }

    /** Growth of net operating income over the buildings owned in both years. Null if they earned nothing before. */
    public function samePropertyGrowth(): ?float
    {
        $compared = $this->comparable();
        $before = array_sum(array_column($compared, 'previousNetOperatingIncome'));

        return $before > 0 ? array_sum(array_column($compared, 'netOperatingIncome')) / $before - 1 : null;
    }

    /** @return list<LetProperty> buildings owned in both years */
    public function comparable(): array
    {
        return array_values(
            array_filter(
                $this->properties,
                static fn (LetProperty $p): bool => $p->previousNetOperatingIncome !== null && $p->netOperatingIncome !== null,
            ),
        );
    }

    /** The largest tenant's share of rent, over all its leases. Null without rent. */
    public function largestTenantShare(): ?float
    {
        $byTenant = [];
        foreach ($this->leases as $lease) {
            $byTenant[$lease->tenant] = ($byTenant[$lease->tenant] ?? 0.0) + $lease->rent;
        }

        return $byTenant !== [] && $this->rent() > 0 ? max($byTenant) / $this->rent() : null;
    }

    private function rent(): float
    {
        return array_sum(array_column($this->leases, 'rent'));
    }
}
