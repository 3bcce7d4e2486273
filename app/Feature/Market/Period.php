<?php

declare(strict_types=1);

namespace App\Feature\Market;

use Logion\Time\Day;

/** A period back from a day. */
final readonly class Period
{
    /** Months by name; null from the first day on. */
    public const MONTHS = ['1m' => 1, '3m' => 3, '6m' => 6, '1y' => 12, '3y' => 36, '5y' => 60, '10y' => 120, 'all' => null];

    /** @param  key-of<self::MONTHS>  $name */
    public function __construct(public string $name)
    {
    }

    /** First day YYYYMMDD of it, if it ends on a day. */
    public function from(int $until): int
    {
        $months = self::MONTHS[$this->name];

        return $months === null ? 0 : Day::monthsEarlier($until, $months);
    }
}
