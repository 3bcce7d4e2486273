<?php

declare(strict_types=1);

namespace Logion\Time;

/** Days on which several series are set beside one another. */
final class CommonDays
{
    /** Lists of days whose places are remembered: those of a few exchanges. */
    private const REMEMBERED = 16;

    /** @var list<array{list<int>, list<int>}> days of a series, and the place of each common day among them, −1 where it has none */
    private array $places = [];

    /** @param  list<int>  $days  ascending */
    public function __construct(public readonly array $days)
    {
    }

    /**
     * Levels of a series on the common days; null on those that it does not have.
     *
     * @param  list<int>  $own  its days, ascending
     * @param  list<float>  $levels  on its days
     * @return list<float|null>
     */
    public function levels(array $own, array $levels): array
    {
        $common = [];
        foreach ($this->placesAmong($own) as $place) {
            $common[] = $place < 0 ? null : $levels[$place];
        }

        return $common;
    }

    /**
     * Series of one exchange have the same days: they are looked for once.
     *
     * @param  list<int>  $own
     * @return list<int>
     */
    private function placesAmong(array $own): array
    {
        foreach ($this->places as [$days, $places]) {
            if ($days === $own) {
                return $places;
            }
        }
        $at = array_flip($own);
        $places = [];
        foreach ($this->days as $day) {
            $places[] = $at[$day] ?? -1;
        }
        $this->places = [[$own, $places], ...array_slice($this->places, 0, self::REMEMBERED - 1)];

        return $places;
    }
}
