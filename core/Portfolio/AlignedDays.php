<?php

declare(strict_types=1);

namespace Logion\Portfolio;

/** Where in series of prices the price of each of some days stands. Securities of an exchange have the same days: they are aligned once. */
final class AlignedDays
{
    /** @var list<array{list<int>, list<int>}> days of a series, and the places found */
    private array $known = [];

    /** @param  list<int>  $days  ascending */
    public function __construct(private readonly array $days)
    {
    }

    /**
     * @param  list<int>  $priced  ascending
     * @return list<int> for each day the place of the last price up to it; −1 where there is none yet
     */
    public function places(array $priced): array
    {
        foreach ($this->known as [$of, $places]) {
            if ($of === $priced) {
                return $places;
            }
        }
        $places = [];
        $at = -1;
        $last = count($priced) - 1;
        foreach ($this->days as $day) {
            while ($at < $last && $priced[$at + 1] <= $day) {
                $at++;
            }
            $places[] = $at;
        }
        $this->known[] = [$priced, $places];

        return $places;
    }
}
