<?php

declare(strict_types=1);

namespace App\Demo;

/** Holders reported at the end of each quarter, and the trades of the people who run the company. */
final class PeopleSimulator
{
    private const FIRST_DAY = 20240101;

    private const HOUSES = [
        'Pension Chest',
        'Mutual Savings',
        'Widows and Orphans Fund',
        'Harbour Trust',
        'Guild Endowment',
        'Assurance Portfolio',
    ];

    private const ROLES = ['Chair', 'Managing director', 'Finance director', 'Member of the board'];

    private const FAMILIES = [
        'Tarn',
        'Ulvey',
        'Skerrow',
        'Brannet',
        'Quillan',
        'Orrick',
        'Fennow',
        'Hallowin',
        'Merrow',
        'Dunskel',
        'Wrackley',
        'Yarrowby',
    ];

    public function __construct(private readonly Profile $profile)
    {
    }

    /**
     * @param  array<int, float>  $closes  by day
     * @param  \Closure(int): float  $shares  shares outstanding on a day
     * @return array{holdings: list<array{string, string, int, float}>, trades: list<array{string, string, int, float, float}>} holder,
     *     kind, day, shares; insider, role, day, shares, price
     */
    public function run(array $closes, \Closure $shares): array
    {
        $chance = new Chance($this->profile->seed + 6151);
        $holdings = $trades = $houses = $people = [];
        for ($i = 0; $i < 7; $i++) {
            $houses[$chance->pick(Names::PLACES).' '.$chance->pick(self::HOUSES)] = $chance->between(0.006, 0.08);
        }
        foreach (self::ROLES as $i => $role) {
            $people[] = [chr(65 + $chance->integer(0, 20)).'. '.$chance->pick(self::FAMILIES), $role, $chance->between(0.0002, 0.02)];
        }
        $days = array_keys($closes);
        $buying = isset($this->profile->events['insider_buying']);
        foreach ($days as $i => $day) {
            if ($day < self::FIRST_DAY) {
                continue;
            }
            $next = $days[$i + 1] ?? null;
            if ($next !== null && intdiv((intdiv($day, 100) % 100) - 1, 3) !== intdiv((intdiv($next, 100) % 100) - 1, 3)) {
                foreach ($houses as $name => $share) {
                    $houses[$name] = max(0.001, $share * exp(0.09 * $chance->normal()));
                    $holdings[] = [$name, 'institution', $day, round($houses[$name] * $shares($day))];
                }
                foreach ($people as [$name, , $share]) {
                    $holdings[] = [$name, 'insider', $day, round($share * $shares($day))];
                }
            }
            if ($chance->uniform() < ($buying ? 0.03 : 0.012)) {
                [$name, $role] = $chance->pick($people);
                $count = round($shares($day) * ($buying ? 0.002 : 0.0002) * exp($chance->normal()));
                $buys = $buying || $chance->uniform() < 0.35;
                if ($count > 0) {
                    $trades[] = [$name, $role, $day, $buys ? $count : -$count, round($closes[$day], 2)];
                }
            }
        }

        return ['holdings' => $holdings, 'trades' => $trades];
    }
}
