<?php

declare(strict_types=1);

namespace Simulation\Disclosure;

use Logion\Time\Day;
use Simulation\Chance;
use Simulation\Company\Charter;
use Simulation\Company\Names;
use Simulation\Subject;
use Simulation\Wire;

/** Who holds the shares, what the people who run the company buy and sell, and how much is sold short; figures agree with the trades. */
final class Ownership
{
    private const HOUSES = [
        'Pension Chest',
        'Mutual Savings',
        'Widows and Orphans Fund',
        'Harbour Trust',
        'Guild Endowment',
        'Assurance Portfolio',
    ];

    private const ROLES = ['Chair', 'Managing director', 'Finance director', 'Member of the board'];

    private const FIRST_HOLDINGS = 20220101;

    private const FIRST_TRADES = 20190101;

    private const FIRST_OBSERVATIONS = 20180101;

    /** Before this day figures are told at the ends of quarters, from it on at the ends of months. */
    private const MONTHLY_FROM = 20240101;

    private const MOST_OF_INSIDERS = 0.58;

    private readonly Chance $chance;

    /** @var array<string, float> part of all shares by institution */
    private array $institutions = [];

    /** What institutions hold that are too small to be named, as a part of all shares. */
    private float $others;

    /** @var list<array{string, string, float}> name, role, shares */
    private array $people = [];

    /** @var list<array{int, float}> day and shares bought, negative if sold */
    private array $trades = [];

    private float $short;

    public function __construct(private readonly Charter $charter)
    {
        $c = $this->chance = new Chance($charter->seed, "ownership {$charter->id}");
        $insiders = 1 - $charter->freeFloat;
        $institutional = $c->between(0.25, 0.85) * $charter->freeFloat;
        for ($i = 0; $i < 7; $i++) {
            $this->institutions[$c->pick(Names::PLACES).' '.$c->pick(self::HOUSES)] = 0.0;
        }
        $named = $institutional * $c->between(0.35, 0.7);
        $weights = array_map(static fn (float $_): float => $c->between(0.3, 1.7), $this->institutions);
        foreach ($weights as $name => $weight) {
            $this->institutions[$name] = ($named * $weight) / array_sum($weights);
        }
        $this->others = $institutional - $named;
        $families = Names::FAMILIES;
        foreach (self::ROLES as $i => $role) {
            $part = $i === 0 ? 0.75 * $insiders : $insiders * $c->between(0.02, 0.1);
            $family = array_splice($families, $c->integer(0, count($families) - 1), 1)[0];
            $this->people[] = [chr(65 + $c->integer(0, 20)).'. '.$family, $role, round($part * $charter->shares)];
        }
        $this->short = $charter->shorted;
    }

    public function split(float $ratio): void
    {
        foreach ($this->people as $i => [$name, $role, $shares]) {
            $this->people[$i] = [$name, $role, round($shares * $ratio)];
        }
        foreach ($this->trades as $i => [$day, $shares]) {
            $this->trades[$i] = [$day, $shares * $ratio];
        }
    }

    /**
     * What insiders do on a day on which they may: not between the end of a quarter and its report.
     *
     * @param  float  $shares  outstanding
     * @param  float  $cheap  logarithm of worth over price
     */
    public function trade(Wire $wire, float $price, float $shares, float $cheap): void
    {
        $c = $this->chance;
        $buying = isset($this->charter->events['insider_buying']) && $wire->day > 20250101;
        if (! $c->happens($buying ? 0.08 : 0.011)) {
            return;
        }
        $at = $c->integer(0, 3);
        [$name, $role, $held] = $this->people[$at];
        // They buy what they think cheap, and sell for reasons of their own.
        $buys = $buying || $c->happens(max(0.08, min(0.85, 0.36 + 0.5 * $cheap)));
        $count = round($shares * ($buying ? 0.003 : 0.00015) * exp($c->normal()));
        $count = $buys ? $count : min($count, floor(0.3 * $held));
        if ($count <= 0) {
            return;
        }
        $signed = $buys ? $count : -$count;
        $this->people[$at][2] = $held + $signed;
        $this->trades[] = [$wire->day, $signed];
        if ($wire->day >= self::FIRST_TRADES) {
            $wire->publish(Subject::InsiderTrade, 1090, [
                'company' => $this->charter->id,
                'insider' => $name,
                'role' => $role,
                'shares' => $signed,
                'price' => $price,
            ]);
        }
    }

    /**
     * Tells holdings and what is known of them at the end of a month.
     *
     * @param  float  $shares  outstanding
     * @param  array<string, float>  $more  what else is observed of the share on the day
     */
    public function endOfMonth(Wire $wire, float $shares, array $more): void
    {
        $c = $this->chance;
        $quarter = (intdiv($wire->day, 100) % 100) % 3 === 0;
        foreach ($this->institutions as $name => $part) {
            $this->institutions[$name] = max(0.0005, min(0.14, $part * exp(0.045 * $c->normal())));
        }
        $this->others = max(0.01, $this->others * exp(0.02 * $c->normal()));
        $insiders = array_sum(array_column($this->people, 2));
        if ($insiders > self::MOST_OF_INSIDERS * $shares) {
            // Where the company buys back its shares they give some of theirs.
            foreach ($this->people as $i => [$name, $role, $held]) {
                $this->people[$i] = [$name, $role, floor(($held * self::MOST_OF_INSIDERS * $shares) / $insiders)];
            }
            $insiders = array_sum(array_column($this->people, 2));
        }
        $all = array_sum($this->institutions) + $this->others;
        $most = 0.985 * (1 - $insiders / $shares);
        if ($all > $most) {
            $this->institutions = array_map(static fn (float $part): float => ($part * $most) / $all, $this->institutions);
            $this->others *= $most / $all;
            $all = $most;
        }
        $this->short = max(0.0004, min(0.45, $this->short * exp(0.09 * $c->normal() + 0.04 * log($this->charter->shorted / $this->short))));
        $since = Day::plus($wire->day, -182);
        $this->trades = array_values(array_filter($this->trades, static fn (array $trade): bool => $trade[0] > $since));
        if ($wire->day < self::FIRST_OBSERVATIONS || ($wire->day < self::MONTHLY_FROM && ! $quarter)) {
            return;
        }
        $sum = fn (int $sign): float => array_sum(array_map(static fn (array $trade): float => max(0.0, $sign * $trade[1]), $this->trades));
        foreach (
            [
                ...$more,
                'insider_shares' => round($insiders),
                'insider_shares_bought_6m' => $sum(1),
                'insider_shares_sold_6m' => $sum(-1),
                'institutional_shares' => round($all * $shares),
                'float_shares' => round($shares - $insiders),
                'shares_short' => round($this->short * ($shares - $insiders)),
            ] as $name => $value
        ) {
            $wire->publish(Subject::Observation, 1120, ['company' => $this->charter->id, 'name' => $name, 'value' => (float) $value]);
        }
        if ($quarter && $wire->day >= self::FIRST_HOLDINGS) {
            foreach ($this->institutions as $name => $part) {
                $wire->publish(Subject::Holding, 1125, [
                    'company' => $this->charter->id,
                    'holder' => $name,
                    'kind' => 'institution',
                    'shares' => round($part * $shares),
                ]);
            }
            foreach ($this->people as [$name, , $held]) {
                $wire->publish(Subject::Holding, 1125, [
                    'company' => $this->charter->id,
                    'holder' => $name,
                    'kind' => 'insider',
                    'shares' => $held,
                ]);
            }
        }
    }
}
