<?php

declare(strict_types=1);

namespace Simulation\Market;

use Simulation\Chance;
use Simulation\Company\Charter;
use Simulation\World;

/**
 * The price of a share from day to day, in crowns: it moves with the market and its industry, by its own chance with calm and wild times,
 * jumps on news, and is drawn slowly towards what the business is worth to those who reckon it. What moves it alone is mostly opinion
 * that lasts for years: who buys what is cheap beside its earnings is rewarded, but seldom soon.
 */
final class SharePrice
{
    /** Part of the distance to its worth that is made up in a day: half of it in two years. */
    private const PULL = 0.0013;

    /** Part of what moves a share alone that is opinion, and what of it is gone after a day: half in six years. */
    private const LASTING = 0.9;

    private const FADE = 0.00035;

    /** Parts of a change of what the business is worth that the next price shows, and that follow within months. */
    private const AT_ONCE = 0.3;

    private const LATER = 0.08;

    public float $close = 0.0;

    /** What a share is worth to those who reckon it. */
    public float $worth = 0.0;

    /** What the market thinks a share is worth beyond what is reckoned, as a logarithm; it fades within years. */
    private float $opinion = 0.0;

    /** News that the next price answers, as a logarithm. */
    public float $news = 0.0;

    /** A price that is offered for every share, or nothing. */
    public float $offer = 0.0;

    /** What has moved the share alone since it was last asked for, as a logarithm: buyers and sellers who know something. */
    public float $rumour = 0.0;

    private float $heat = 1.0;

    /** What news still moves after the day it answered it, a day. */
    private float $drift = 0.0;

    private float $pending = 0.0;

    private readonly Chance $chance;

    public function __construct(private readonly Charter $charter)
    {
        $this->chance = new Chance($charter->seed, "price {$charter->id}");
    }

    /** Makes a price where there was none: what it is worth, give or take. */
    public function begin(): void
    {
        $this->close = self::rounded($this->worth * exp(0.18 * $this->chance->normal()));
    }

    /** A price that others made: what it is beyond the worth is opinion. */
    public function beginAt(float $price): void
    {
        $this->close = self::rounded($price);
        $this->opinion = log($this->close / max(1e-6, $this->worth));
    }

    /** What a share is worth is counted otherwise; what the market thinks of its price stays. */
    public function rebase(float $worth): void
    {
        $this->opinion += log($this->worth / $worth);
        $this->worth = $worth;
    }

    /** What the old price was becomes another where shares are split, or a dividend or a right goes off: nothing of that is a return. */
    public function adjust(float $ratio, float $cash = 0.0): void
    {
        $before = $this->close;
        $this->close = max(0.0001, ($before - $cash) / $ratio);
        $this->worth = max(0.0001, $this->worth / $ratio);
        $this->offer /= $ratio;
    }

    /**
     * News: what the next price answers.
     *
     * @param  float  $lasting  logarithm that stays as opinion
     * @param  float  $more  that goes with what the business is worth
     */
    public function hear(float $lasting, float $more = 0.0): void
    {
        $this->news += $lasting + $more;
        $this->opinion += $lasting;
    }

    /** What the business is worth is reckoned anew: a part is in the next price, most of the rest the market doubts for years. */
    public function reckon(float $worth): void
    {
        if ($this->worth > 0 && $this->close > 0) {
            $change = max(-0.3, min(0.3, log($worth / $this->worth)));
            $this->news += self::AT_ONCE * $change;
            $this->opinion -= (1 - self::AT_ONCE - self::LATER) * $change;
        }
        $this->worth = $worth;
    }

    /** A day on which the exchange is closed: what moves others moves this share when it opens again. */
    public function wait(World $world, int $day): void
    {
        $this->pending +=
            $this->charter->beta * $world->factors->market($day) + $world->factors->industry($day, $this->charter->industryCode);
    }

    /**
     * The trades of a day.
     *
     * @param  float  $strain  how troubled the company is, from 0
     * @param  int  $shares  outstanding, thousands
     * @return array{open: float, high: float, low: float, close: float, volume: float}
     */
    public function trade(World $world, int $day, float $strain, int $shares): array
    {
        $c = $this->chance;
        $p = $this->charter;
        $deviation = ($p->volatility / 15.9) * (1 + 0.05 * min(8.0, $strain));
        $shock = $c->fat();
        $rare = $c->happens(0.004) ? 2.8 * $c->normal() : 0.0;
        $own = $deviation * (sqrt($this->heat) * $shock + $rare);
        $this->heat = min(6.0, 0.06 + 0.06 * ($shock * $shock * $this->heat + $rare * $rare) + 0.88 * $this->heat);
        $common = $p->beta * $world->factors->market($day) + $world->factors->industry($day, $p->industryCode) + $this->pending;
        $this->pending = 0.0;
        $overnight = $this->news + 0.3 * $common + 0.3 * $own;
        $before = $this->close;
        if ($this->offer > 0) {
            // Little is left but the doubt whether the offer will come true.
            $target = $this->offer * (0.975 + 0.003 * $c->normal());
            $close = $target;
            $open = $this->news != 0.0 ? $target : $before;
            $deviation *= 0.1;
        } else {
            $pull = self::PULL * max(-0.9, min(0.9, log(max(1e-6, $this->worth) / $before) + $this->opinion));
            // The further it is from what is reckoned, the sooner it is given up.
            $fade = self::FADE * (1 + 3 * $this->opinion ** 2 + 2 * $this->opinion ** 4);
            $this->opinion = (1 - $fade) * $this->opinion + self::LASTING * $own;
            $this->rumour += $own;
            $open = $before * exp($overnight);
            $close = $before * exp(max(-1.2, min(0.7, $this->news + $common + $own + $pull + $this->drift)));
            // Not all is understood at once: a little more follows within months.
            $this->drift = 0.98 * $this->drift + 0.0015 * max(-0.15, min(0.15, $this->news + $own));
        }
        $news = abs($this->news);
        $this->news = 0.0;
        if ($p->turnover < 0.05 && $news < 0.001 && $c->happens(0.5)) {
            $last = self::rounded($before);

            return ['open' => $last, 'high' => $last, 'low' => $last, 'close' => ($this->close = $last), 'volume' => 0.0];
        }
        $close = self::rounded($close);
        $open = self::rounded($open);
        $range = 0.55 * $deviation;
        $high = max(self::rounded(max($open, $close) * exp($range * abs($c->normal()))), $open, $close);
        $low = min(self::rounded(min($open, $close) * exp(-$range * abs($c->normal()))), $open, $close);
        $busy = exp(0.4 * $c->normal() + 9 * min(0.12, abs($own)) + 5 * min(0.2, $news)) * ($this->offer > 0 ? 1.5 : 1.0);
        $volume = max(1.0, round(($shares * 1000 * $p->freeFloat * $p->turnover * $busy) / 290));
        $this->close = $close;

        return ['open' => $open, 'high' => $high, 'low' => $low, 'close' => $close, 'volume' => $volume];
    }

    public static function rounded(float $price): float
    {
        return $price < 1 ? max(0.0001, round($price, 4)) : round($price, 2);
    }
}
