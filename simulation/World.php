<?php

declare(strict_types=1);

namespace Simulation;

use Simulation\Company\Charter;
use Simulation\Economy\BusinessCycle;
use Simulation\Economy\Economy;
use Simulation\Industry\GoodsMarket;
use Simulation\Market\Factors;

/** What is common to all companies. It follows from the seed alone, so nothing of it has to be kept from one day to the next. */
final class World
{
    public readonly BusinessCycle $cycle;

    public readonly Economy $economy;

    public readonly Factors $factors;

    /** @var array<string, GoodsMarket> */
    private array $markets = [];

    public function __construct(public readonly int $seed)
    {
        $this->cycle = new BusinessCycle($seed);
        $this->economy = new Economy($seed, $this->cycle);
        $this->factors = new Factors($seed, $this->cycle, $this->economy);
    }

    /** The market a company shares with rivals; null for who has none. */
    public function market(Charter $charter): ?GoodsMarket
    {
        if (! isset($charter->events['market'])) {
            return null;
        }
        ['name' => $name, 'rivals' => $rivals] = $charter->events['market'];

        return $this->markets["{$name} {$rivals[0]}"] ??= new GoodsMarket($this->seed, "{$name} {$rivals[0]}", $rivals, $this->cycle);
    }
}
