<?php

declare(strict_types=1);

namespace Simulation\Company;

use Logion\Time\Day;
use Simulation\Analysts\Record;
use Simulation\World;

/** A business that a company owns wholly and runs apart, until its shareholders are handed the shares of it. */
final class SpinOff
{
    /** So many days before it is done it is told. */
    private const TOLD_BEFORE = 55;

    public readonly ListedCompany $business;

    /** The last quarter of the business that is closed, thousands. @var array<string, int|float> */
    public array $last = [];

    /** @param  Record  $rest  what the owner would tell without the business */
    public function __construct(Charter $charter, public readonly Record $rest)
    {
        $this->business = new ListedCompany($charter);
    }

    /** Day on which the shares are handed out. */
    public function day(): int
    {
        return $this->business->charter->events['listed'];
    }

    public function toldOn(): int
    {
        return Day::plus($this->day(), -self::TOLD_BEFORE);
    }

    /** @return array<string, int|float> lines of the quarter of the business */
    public function close(World $world, int $day): array
    {
        return $this->last = $this->business->closeQuarter($world, $day);
    }

    /** The part of what both earn that the business does: it pays as much of the dividends. */
    public function part(float $owner): float
    {
        $earned = max(0.0, $this->business->earned());

        return $earned > 0 ? min(0.6, $earned / ($earned + max(0.0, $owner))) : 0.0;
    }

    /** Shares of the owner for one of the business. */
    public function ownersForOne(): int
    {
        return 1 + ($this->business->charter->id % 5);
    }
}
