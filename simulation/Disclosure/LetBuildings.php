<?php

declare(strict_types=1);

namespace Simulation\Disclosure;

use Logion\Time\Day;
use Simulation\Chance;
use Simulation\Company\Charter;
use Simulation\Company\Names;

/**
 * The buildings of a property company and who rents them: leases end and are renewed or let to others, and buildings are bought. What
 * is told of a year adds up to its rent, area, net operating income and book value.
 *
 * @phpstan-type Building array{name: string, sector: string, place: string, weight: float, vacancy: float, margin: float}
 * @phpstan-type Tenancy array{tenant: string, trade: string, standing: string, building: int, weight: float, ends: int,
 *     first: bool}
 */
final class LetBuildings
{
    /** Kind of building, its names, and the trades of who rents it. */
    private const SECTORS = [
        'Offices' => [
            ['House', 'Court', 'Exchange Buildings'],
            ['Insurance', 'Law and accounts', 'Public administration', 'Engineering design'],
        ],
        'Shops' => [['Arcade', 'Market Hall', 'Parade'], ['Groceries', 'Clothing', 'Household goods', 'Chemists']],
        'Warehouses' => [['Depot', 'Storehouses', 'Freight Yard'], ['Parcel delivery', 'Wholesale', 'Groceries', 'Cold storage']],
        'Dwellings' => [['Terraces', 'Gardens', 'Mews'], ['Dwellings let singly']],
        'Workshops' => [['Works', 'Foundry Yard', 'Sheds'], ['Metalwork', 'Boat building', 'Food making']],
    ];

    private const STANDINGS = ['strong', 'sound', 'sound', 'fair', 'fair', 'weak', 'unrated'];

    private const FIRMS = ['& Sons', 'Brothers', 'Company', 'Trading', 'Holdings', 'Partners', 'Cooperative'];

    private const MOST_BUILDINGS = 24;

    private readonly Chance $chance;

    /** @var list<Building> */
    private array $buildings = [];

    /** @var list<Tenancy> */
    private array $leases = [];

    /** @var array{string, string, string} name, trade and standing of the largest tenant */
    private array $largest = ['', '', ''];

    /** @var list<string> kinds it owns */
    private array $sectors = [];

    public function __construct(private readonly Charter $charter)
    {
        $this->chance = new Chance($charter->seed, "buildings {$charter->id}");
    }

    /**
     * What the annual report tells.
     *
     * @param  int  $end  last day of the year, YYYYMMDD
     * @param  array<string, int|float>  $lines  of the year; money in thousands, areas in square metres
     * @return array{buildings: list<array{name: string, sector: string, place: string, area: int, let_area: int, rent: int,
     *     net_operating_income: int, value: int}>, leases: list<array{tenant: string, trade: string, standing: string, building: string,
     *     area: int, rent: int, ends: int}>}|null money in thousands; null where nothing is let
     */
    public function year(int $end, array $lines): ?array
    {
        if ($this->charter->kind() !== 'property' || ($lines['annualized_rent'] ?? 0) <= 0) {
            return null;
        }
        if ($this->buildings === []) {
            $this->begin($end);
        } elseif (($lines['property_acquisitions'] ?? 0) > 0.04 * $lines['investment_property']) {
            $this->buy($end, $lines['property_acquisitions'] / $lines['investment_property']);
        }
        $this->renew($end);
        $this->spread($end, $lines['rent_expiring_next_year'] / $lines['annualized_rent']);

        return $this->told($end, $lines);
    }

    private function begin(int $end): void
    {
        $c = $this->chance;
        $kinds = array_keys(self::SECTORS);
        $this->sectors = $c->happens(0.5) ? [$c->pick($kinds)] : [$c->pick($kinds), $c->pick($kinds), $c->pick($kinds)];
        $count = $c->integer(6, 15);
        for ($i = 0; $i < $count; $i++) {
            $this->build($end, $c->between(0.4, 1.8));
        }
        $sector = $this->buildings[0]['sector'];
        // A block of dwellings may be let as a whole, to the public hand.
        $this->largest = $this->tenant($sector === 'Dwellings' ? 'Offices' : $sector, 0);
        foreach ($this->leases as $i => $lease) {
            if ($lease['building'] <= 1 && ($i === 0 || ! $this->leases[$i - 1]['first'])) {
                $this->let($i, $this->largest);
                $this->leases[$i]['first'] = true;
            }
        }
    }

    private function buy(int $end, float $part): void
    {
        if (count($this->buildings) < self::MOST_BUILDINGS) {
            $this->build($end, ($part * array_sum(array_column($this->buildings, 'weight'))) / (1 - min(0.8, $part)));
        }
    }

    private function build(int $end, float $weight): void
    {
        $c = $this->chance;
        $sector = $c->pick($this->sectors);
        $place = $c->pick(Names::PLACES);
        $taken = array_column($this->buildings, 'name');
        do {
            $name = $c->pick(Names::PLACES).' '.$c->pick(self::SECTORS[$sector][0]);
        } while (in_array($name, $taken, true));
        $this->buildings[] = [
            'name' => $name,
            'sector' => $sector,
            'place' => $place,
            'weight' => $weight,
            'vacancy' => $c->between(0.4, 1.6),
            'margin' => $c->between(0.92, 1.08),
        ];
        $count = $c->integer(1, 4);
        for ($i = 0; $i < $count; $i++) {
            [$tenant, $trade, $standing] = $this->tenant($sector, count($this->buildings) - 1);
            $this->leases[] = [
                'tenant' => $tenant,
                'trade' => $trade,
                'standing' => $standing,
                'building' => count($this->buildings) - 1,
                'weight' => ($weight * $c->between(0.5, 1.5)) / $count,
                'ends' => $this->term($end, 1, 11),
                'first' => false,
            ];
        }
    }

    /** Leases that have ended: most tenants stay. */
    private function renew(int $end): void
    {
        foreach ($this->leases as $i => $lease) {
            if ($lease['ends'] <= $end) {
                if (! $lease['first'] && $this->chance->happens(0.3)) {
                    $this->let($i, $this->tenant($this->buildings[$lease['building']]['sector'], $lease['building']));
                }
                $this->leases[$i]['ends'] = $this->term($end, 3, 12);
            }
        }
    }

    /** About as much as is told ends in the coming year, and never the lease of the largest tenant. */
    private function spread(int $end, float $expiring): void
    {
        $until = Day::monthsEarlier($end, -12);
        $all = array_sum(array_column($this->leases, 'weight'));
        $ending = 0.0;
        foreach ($this->leases as $i => $lease) {
            if ($lease['ends'] > $until) {
                continue;
            }
            if ($lease['first'] || ($ending > 0 && ($ending + $lease['weight']) / $all > 1.4 * $expiring)) {
                $this->leases[$i]['ends'] = $this->term($until, 4, 9);
            } else {
                $ending += $lease['weight'];
            }
        }
        if ($ending === 0.0) {
            $others = array_keys(array_filter($this->leases, static fn (array $lease): bool => ! $lease['first']));
            $this->leases[$this->chance->pick($others)]['ends'] = Day::plus($end, $this->chance->integer(20, 360));
        }
    }

    /**
     * @param  array<string, int|float>  $lines
     * @return array{buildings: list<array{name: string, sector: string, place: string, area: int, let_area: int, rent: int,
     *     net_operating_income: int, value: int}>, leases: list<array{tenant: string, trade: string, standing: string, building: string,
     *     area: int, rent: int, ends: int}>}
     */
    private function told(int $end, array $lines): array
    {
        $until = Day::monthsEarlier($end, -12);
        $kinds = array_map(
            static fn (array $lease): string => $lease['first'] ? 'first' : ($lease['ends'] <= $until ? 'ending' : 'other'),
            $this->leases,
        );
        $sums = [
            'first' => (int) $lines['top_tenant_rent'],
            'ending' => (int) $lines['rent_expiring_next_year'],
            'other' => (int) ($lines['annualized_rent'] - $lines['top_tenant_rent'] - $lines['rent_expiring_next_year']),
        ];
        $rents = [];
        foreach ($sums as $kind => $sum) {
            $of = array_keys($kinds, $kind, true);
            $rents += array_combine($of, self::divided($sum, array_map(fn (int $i): float => $this->leases[$i]['weight'], $of)));
        }
        $rentOf = array_fill(0, count($this->buildings), 0);
        foreach ($this->leases as $i => $lease) {
            $rentOf[$lease['building']] += $rents[$i];
        }
        $areas = self::divided((int) $lines['lettable_area'], array_column($this->buildings, 'weight'));
        $let = self::divided((int) $lines['occupied_area'], $this->letWeights($areas, $lines['occupied_area'] / $lines['lettable_area']));
        $margins = array_map(static fn (int $rent, array $of): float => $rent * $of['margin'], $rentOf, $this->buildings);
        $income = self::divided((int) $lines['net_operating_income'], $margins);
        $values = self::divided((int) $lines['investment_property'], $margins);
        $buildings = $leases = [];
        foreach ($this->buildings as $i => $of) {
            $buildings[] = [
                'name' => $of['name'],
                'sector' => $of['sector'],
                'place' => $of['place'],
                'area' => $areas[$i],
                'let_area' => $let[$i],
                'rent' => $rentOf[$i],
                'net_operating_income' => $income[$i],
                'value' => $values[$i],
            ];
        }
        foreach ($this->leases as $i => $lease) {
            $building = $lease['building'];
            $leases[] = [
                'tenant' => $lease['tenant'],
                'trade' => $lease['trade'],
                'standing' => $lease['standing'],
                'building' => $this->buildings[$building]['name'],
                'area' => (int) round(($let[$building] * $rents[$i]) / max(1, $rentOf[$building])),
                'rent' => $rents[$i],
                'ends' => $lease['ends'],
            ];
        }

        return ['buildings' => $buildings, 'leases' => $leases];
    }

    /**
     * @param  list<int>  $areas
     * @return list<float> let area of each building, some emptier than others
     */
    private function letWeights(array $areas, float $occupancy): array
    {
        $vacancies = array_map(static fn (int $area, array $of): float => $area * $of['vacancy'], $areas, $this->buildings);
        $factor = ((1 - $occupancy) * array_sum($areas)) / max(1e-9, array_sum($vacancies));

        return array_map(static fn (int $area, float $of): float => $area - $factor * $of, $areas, $vacancies);
    }

    /** @return array{string, string, string} */
    private function tenant(string $sector, int $building): array
    {
        $c = $this->chance;
        $trade = $c->pick(self::SECTORS[$sector][1]);
        if ($sector === 'Dwellings') {
            return ["Households of {$this->buildings[$building]['name']}", $trade, 'unrated'];
        }
        $taken = array_column($this->leases, 'tenant');
        do {
            $name = $c->happens(0.5) ? $c->pick(Names::FAMILIES).' '.$c->pick(self::FIRMS) : $c->pick(Names::PLACES).' '.$trade;
        } while (in_array($name, $taken, true));

        return [$name, $trade, $c->pick(self::STANDINGS)];
    }

    /** @param  array{string, string, string}  $tenant */
    private function let(int $lease, array $tenant): void
    {
        [$this->leases[$lease]['tenant'], $this->leases[$lease]['trade'], $this->leases[$lease]['standing']] = $tenant;
    }

    private function term(int $from, int $least, int $most): int
    {
        return Day::plus(Day::monthsEarlier($from, -12 * $this->chance->integer($least, $most)), $this->chance->integer(-170, 170));
    }

    /**
     * @param  list<float>  $weights
     * @return list<int>
     */
    private static function divided(int $sum, array $weights): array
    {
        $all = array_sum($weights);
        $done = 0.0;
        $told = 0;
        $parts = [];
        foreach ($weights as $weight) {
            $done += $weight;
            $until = (int) round(($sum * $done) / $all);
            $parts[] = $until - $told;
            $told = $until;
        }

        return $parts;
    }
}
