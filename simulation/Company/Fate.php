<?php

declare(strict_types=1);

namespace Simulation\Company;

use Logion\Time\Day;
use Simulation\Calendar;
use Simulation\Chance;

/** How a company leaves the exchange: bought by another at a price above the market's, or insolvent. Most never do. */
final class Fate
{
    /** That a buyer comes forward in a quarter. */
    private const OFFERED = 0.0036;

    /** Day on which the shares are traded for the last time, and why; 0 while there is none. */
    public int $ends = 0;

    public string $because = '';

    /**
     * An offer under way.
     *
     * @var array{announced: int, closes: int, premium: float, buyer: string, fails: bool, price: float, cash: float}|null
     */
    public ?array $offer = null;

    public bool $insolvent = false;

    private readonly Chance $chance;

    public function __construct(private readonly Charter $charter)
    {
        $this->chance = new Chance($charter->seed, "fate {$charter->id}");
    }

    /**
     * Whether a buyer comes forward after results, at what part above the market and when.
     *
     * @param  float  $cheap  logarithm of worth over price
     * @param  float  $value  of all shares, in millions
     */
    public function courted(int $day, float $cheap, float $value): void
    {
        $likely = self::OFFERED * (1 + 1.5 * max(-0.5, min(1.0, $cheap))) * ($value > 6000 ? 0.15 : 1.0);
        $c = $this->chance;
        $drawn = $c->happens($likely);
        $after = $c->integer(8, 50);
        $lasts = $c->integer(45, 130);
        $premium = $c->between(0.16, 0.52);
        $fails = $c->happens(0.13);
        $cash = $c->happens(0.7) ? 1.0 : $c->between(0.0, 0.7);
        $buyer = $c->pick(Names::PLACES).' '.$c->pick(['Guild Holding', 'Partners', 'Tontine', 'Combined Estates', 'Investment Chest']);
        if (
            ! $drawn ||
            $this->offer !== null ||
            $this->ends > 0 ||
            $this->charter->id <= Stories::COUNT ||
            isset($this->charter->events['stays'])
        ) {
            return;
        }
        $this->announce(Day::plus($day, $after), Day::plus($day, $after + $lasts), 1 + $premium, $buyer, $fails, $cash);
    }

    public function told(): void
    {
        $told = $this->charter->events['taken_over'] ?? null;
        if ($told !== null) {
            $this->announce($told[0], $told[1], $told[2], $told[3], false, 1.0);
        }
    }

    private function announce(int $day, int $closes, float $premium, string $buyer, bool $fails, float $cash): void
    {
        $exchange = $this->charter->exchange();
        $this->offer = [
            'announced' => Calendar::openFrom($exchange, $day),
            'closes' => Calendar::openFrom($exchange, $closes),
            'premium' => $premium,
            'buyer' => $buyer,
            'fails' => $fails,
            'price' => 0.0,
            'cash' => round($cash, 2),
        ];
    }

    /** Creditors will not wait: the shares are traded for some days more. */
    public function fail(int $day, ?int $last = null): void
    {
        if ($this->insolvent || ($this->offer !== null && $this->offer['price'] > 0)) {
            return;
        }
        $this->insolvent = true;
        $this->offer = null;
        $this->ends = $last ?? Calendar::openFrom($this->charter->exchange(), Day::plus($day, 18));
        $this->because = 'Insolvent.';
    }
}
