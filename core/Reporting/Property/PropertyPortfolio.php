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

    /** Years to the end of each lease, weighted by rent; one that has ended, or has no end, counts with none. Null without rent. */
    public function weightedAverageLeaseTerm(int $asOf): ?float
    {
        $rent = $this->rent();
        $years = array_sum(
            array_map(
                static fn (Lease $lease): float => ($lease->rent * max(0, Day::between($asOf, $lease->end ?? $asOf))) / 365,
                $this->leases,
            ),
        );

        return $rent > 0 ? $years / $rent : null;
    }

    /** Let area over total area, of buildings that tell both. Null without area. */
    public function occupancy(): ?float
    {
        return self::occupied($this->properties);
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
        return $this->byTenant()[0]['share'] ?? null;
    }

    /**
     * Rent of each tenant over all its leases, the largest first.
     *
     * @return list<array{name: string, rent: float, share: float|null, leases: int, trade: string, standing: string, area: float|null,
     *     end: int|null}> trade and standing as its first lease tells them; area where all its leases tell one; the last day of the
     *     lease that ends first
     */
    public function byTenant(): array
    {
        return $this->grouped(static fn (Lease $lease): string => $lease->tenant);
    }

    /** @return list<array{name: string, rent: float, share: float|null, leases: int, area: float|null, end: int|null}> the largest first */
    public function byTrade(): array
    {
        return $this->grouped(static fn (Lease $lease): string => $lease->trade);
    }

    /** @return list<array{name: string, rent: float, share: float|null, leases: int, area: float|null, end: int|null}> the largest first */
    public function byStanding(): array
    {
        return $this->grouped(static fn (Lease $lease): string => $lease->standing);
    }

    /**
     * Rent by the calendar year in which its lease ends.
     *
     * @return list<array{year: int|null, rent: float, share: float|null, leases: int}> those that have ended and run on at the head, as the
     *     year nought; those without an end last, as none
     */
    public function endings(int $asOf): array
    {
        $years = [];
        foreach ($this->leases as $lease) {
            $year = $lease->end === null ? PHP_INT_MAX : ($lease->end <= $asOf ? 0 : Day::year($lease->end));
            $years[$year]['rent'] = ($years[$year]['rent'] ?? 0.0) + $lease->rent;
            $years[$year]['leases'] = ($years[$year]['leases'] ?? 0) + 1;
        }
        ksort($years);
        $rent = $this->rent();

        return array_map(
            static fn (int $year, array $of): array => [
                'year' => $year === PHP_INT_MAX ? null : $year,
                'rent' => $of['rent'],
                'share' => $rent > 0 ? $of['rent'] / $rent : null,
                'leases' => $of['leases'],
            ],
            array_keys($years),
            array_values($years),
        );
    }

    /**
     * How many tenants of equal rent would be as concentrated: one over the sum of squared shares (A. O. Hirschman, 1945;
     * O. C. Herfindahl, 1950). Null without rent.
     */
    public function effectiveTenants(): ?float
    {
        $squares = array_sum(array_map(static fn (array $of): float => ($of['share'] ?? 0.0) ** 2, $this->byTenant()));

        return $squares > 0 ? 1 / $squares : null;
    }

    /** Share of rent of the largest tenants, so many of them. Null without rent. */
    public function largestTenantsShare(int $count): ?float
    {
        $shares = array_column(array_slice($this->byTenant(), 0, $count), 'share');

        return $this->rent() > 0 ? array_sum($shares) : null;
    }

    /** Rent for a square metre of what is let, over leases that tell their area. Null without one. */
    public function rentPerArea(): ?float
    {
        $told = array_filter($this->leases, static fn (Lease $lease): bool => ($lease->area ?? 0.0) > 0);
        $area = array_sum(array_column($told, 'area'));

        return $area > 0 ? array_sum(array_column($told, 'rent')) / $area : null;
    }

    /**
     * Buildings by kind or by place.
     *
     * @param  'sector'|'place'  $by
     * @return list<array{name: string, buildings: int, area: float|null, occupancy: float|null, value: float|null,
     *     net_operating_income: float|null, share: float|null}> the most valuable first; share of the value of all; sums where all of a
     *     group tell it
     */
    public function byBuilding(string $by): array
    {
        $groups = [];
        foreach ($this->properties as $property) {
            $groups[$property->{$by}][] = $property;
        }
        $all = self::sum($this->properties, 'value');
        $rows = [];
        foreach ($groups as $name => $of) {
            $value = self::sum($of, 'value');
            $rows[] = [
                'name' => (string) $name,
                'buildings' => count($of),
                'area' => self::sum($of, 'totalArea'),
                'occupancy' => self::occupied($of),
                'value' => $value,
                'net_operating_income' => self::sum($of, 'netOperatingIncome'),
                'share' => $all !== null && $all > 0 && $value !== null ? $value / $all : null,
            ];
        }
        usort($rows, static fn (array $a, array $b): int => $b['value'] <=> $a['value'] ?: $a['name'] <=> $b['name']);

        return $rows;
    }

    public function rent(): float
    {
        return array_sum(array_column($this->leases, 'rent'));
    }

    /**
     * @param  \Closure(Lease): string  $by
     * @return list<array{name: string, rent: float, share: float|null, leases: int, trade: string, standing: string, area: float|null,
     *     end: int|null}>
     */
    private function grouped(\Closure $by): array
    {
        $groups = [];
        foreach ($this->leases as $lease) {
            $groups[$by($lease)][] = $lease;
        }
        $all = $this->rent();
        $rows = [];
        foreach ($groups as $name => $leases) {
            $rent = array_sum(array_column($leases, 'rent'));
            $ends = array_filter(array_column($leases, 'end'), is_int(...));
            $rows[] = [
                'name' => (string) $name,
                'rent' => $rent,
                'share' => $all > 0 ? $rent / $all : null,
                'leases' => count($leases),
                'trade' => $leases[0]->trade,
                'standing' => $leases[0]->standing,
                'area' => self::sum($leases, 'area'),
                'end' => $ends === [] ? null : min($ends),
            ];
        }
        usort($rows, static fn (array $a, array $b): int => $b['rent'] <=> $a['rent'] ?: $a['name'] <=> $b['name']);

        return $rows;
    }

    /** @param  list<LetProperty>  $properties */
    private static function occupied(array $properties): ?float
    {
        $told = array_values(
            array_filter($properties, static fn (LetProperty $of): bool => $of->totalArea !== null && $of->letArea !== null),
        );
        $total = array_sum(array_column($told, 'totalArea'));

        return $total > 0 ? array_sum(array_column($told, 'letArea')) / $total : null;
    }

    /**
     * @param  list<LetProperty|Lease>  $rows
     * @return float|null null where one of them does not tell it
     */
    private static function sum(array $rows, string $figure): ?float
    {
        $values = array_column($rows, $figure);

        return $rows === [] || in_array(null, $values, true) ? null : (float) array_sum($values);
    }
}
