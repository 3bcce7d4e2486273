<?php

declare(strict_types=1);

namespace Logion\Following;

use Closure;
use Logion\Metric\CompanyScope;

/** A company as a check looks at it. */
final class Followed
{
    /** @var array<int, CompanyScope> by day */
    private array $scopes = [];

    /**
     * @param  CompanyScope  $now  on the latest day
     * @param  Closure(int): CompanyScope  $on  the same company on an earlier day
     * @param  list<array{day: int, shares: float, price: ?float}>  $insiderTrades  as they were told, by day; sales are negative
     * @param  list<array{declared: int, ex: int, amount: float, special: bool}>  $dividends  a share, by ex-day; in the share terms of then
     */
    public function __construct(
        public readonly CompanyScope $now,
        private readonly Closure $on,
        public readonly array $insiderTrades = [],
        public readonly array $dividends = [],
    ) {
    }

    public function on(int $day): CompanyScope
    {
        return $day === $this->now->asOf ? $this->now : ($this->scopes[$day] ??= ($this->on)($day));
    }
}
