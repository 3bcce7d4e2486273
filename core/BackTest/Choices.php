<?php

declare(strict_types=1);

namespace Logion\BackTest;

use Logion\Comparison\Ranking;
use Logion\CrossSection\Mask;
use Logion\CrossSection\PastUniverses;
use Logion\CrossSection\Universe;
use Logion\Metric\Catalogue;
use Logion\Screening\Funnel;
use Logion\Screening\ScreenDefinition;

/** What a screen or ranking chose on each of several days, by what was known on it. */
final readonly class Choices
{
    /**
     * @param  array<int, array{universe: int, undecidable: int, picked: list<int>}>  $on  by day YYYYMMDD: how many companies it started
     *     from, of how many it could not be decided whether they survive, and the companies picked
     */
    public function __construct(public array $on)
    {
    }

    /**
     * @param  list<int>  $days  YYYYMMDD
     * @param  Ranking|null  $ranking  of the survivors, the best first
     * @param  int|null  $top  so many of the ranking, all of them by default
     *
     * @throws \Logion\Formula\FormulaError if a formula cannot be understood
     */
    public static function of(ScreenDefinition $screen, ?Ranking $ranking, ?int $top, PastUniverses $past, array $days): self
    {
        $on = [];
        foreach ($days as $day) {
            $universe = $past->on($day);
            [$start, $decided] = Funnel::decided($screen, $universe);
            $survivors = Mask::positions($decided->true());
            $on[$day] = [
                'universe' => Mask::count($start),
                'undecidable' => $decided->countOf(Mask::OPEN),
                'picked' => array_map(
                    $universe->company(...),
                    $ranking === null ? $survivors : self::best($ranking, $top, $universe, $survivors),
                ),
            ];
        }

        return new self($on);
    }

    /**
     * @param  list<int>  $survivors  positions
     * @return list<int>
     */
    private static function best(Ranking $ranking, ?int $top, Universe $universe, array $survivors): array
    {
        return array_slice(array_keys($ranking->of($universe, $survivors)->places()), 0, $top);
    }

    /**
     * Whether a company is chosen without a look at others, or at lists that somebody may change: then what is chosen of some companies and
     * of others is what is chosen of all.
     *
     * @throws \Logion\Formula\FormulaError if a criterion cannot be understood
     */
    public static function areOneByOne(ScreenDefinition $screen, ?Ranking $ranking, Catalogue $catalogue): bool
    {
        return $ranking === null &&
            $screen->setAside === [] &&
            ! isset($screen->universe['lists']) &&
            ! $screen->comparesCompanies($catalogue);
    }

    /**
     * What was chosen one by one of some companies, of others, and so on.
     *
     * @param  non-empty-list<self>  $parts  on the same days
     */
    public static function joined(array $parts): self
    {
        $on = [];
        foreach (array_keys($parts[0]->on) as $day) {
            $its = array_map(static fn (self $part): array => $part->on[$day], $parts);
            $on[$day] = [
                'universe' => array_sum(array_column($its, 'universe')),
                'undecidable' => array_sum(array_column($its, 'undecidable')),
                'picked' => array_merge(...array_column($its, 'picked')),
            ];
        }

        return new self($on);
    }

    /** @return list<int> companies picked on any day */
    public function everyone(): array
    {
        $picked = [];
        foreach ($this->on as $its) {
            $picked += array_fill_keys($its['picked'], true);
        }

        return array_keys($picked);
    }
}
