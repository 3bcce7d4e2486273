<?php

declare(strict_types=1);

namespace Simulation;

use Simulation\Company\Charter;
use Simulation\Company\ListedCompany;
use Simulation\Company\Names;
use Simulation\Company\SoldCompanies;
use Simulation\Economy\Statistics;
use Simulation\Market\Indices;

/**
 * The simulated exchange: a world that follows from its seed, and companies in blocks. A day of a block needs no other block, so a long
 * history is made block by block, and a day with one block in memory at a time; either way gives the same.
 */
final class Exchange
{
    public const BLOCK = 100;

    /** @var array<int, array<int, array{float, float}>> by day and exchange, 0 for all: value of the shares and what they made of it */
    private array $moves = [];

    public function __construct(public readonly World $world, private readonly Indices $indices)
    {
    }

    public static function found(int $seed): self
    {
        return new self(new World($seed), new Indices($seed));
    }

    /**
     * @param  list<Charter>  $charters  one that another is to hand out comes with that one
     * @return list<ListedCompany>
     */
    public static function block(array $charters): array
    {
        return array_map(
            static fn (Charter $charter): ListedCompany => new ListedCompany($charter),
            array_values(array_filter($charters, static fn (Charter $charter): bool => ! isset($charter->events['spun_off_from']))),
        );
    }

    /**
     * What concerns no listed company: the economy, companies that are sold, and on the first day the places themselves.
     *
     * @return list<Publication>
     */
    public function general(int $day): array
    {
        $wire = new Wire($day);
        $year = intdiv($day, 10000);
        if ($wire->before < Calendar::FIRST_DAY) {
            foreach (Names::COUNTRIES as $code => $name) {
                $wire->publish(Subject::Country, 0, ['code' => $code, 'name' => $name]);
            }
            foreach (Names::EXCHANGES as $code => [$name, $country]) {
                $wire->publish(Subject::Exchange, 0, [
                    'id' => Names::exchangeOf($country),
                    'code' => $code,
                    'name' => $name,
                    'country' => $country,
                    'currency' => Names::CURRENCY,
                ]);
            }
            $this->indices->begin($wire);
            $this->holidays($wire, $year);
        }
        // The holidays of a year are told in the autumn before it.
        if ($wire->reaches($year * 10000 + 1001)) {
            $this->holidays($wire, $year + 1);
        }
        Statistics::tell($this->world, $wire);
        SoldCompanies::tell($this->world, $wire);

        return $wire->publications();
    }

    /**
     * A day of some companies.
     *
     * @param  list<ListedCompany>  $block
     * @param  bool  $hours  whether the trades of single hours are told too
     * @return list<Publication>
     */
    public function companies(array $block, int $day, bool $hours = false): array
    {
        $wire = new Wire($day, $hours);
        $sums = [];
        foreach ($block as $company) {
            foreach ($company->day($this->world, $wire) as $moved) {
                $weight = min($moved['value'], Indices::LARGEST);
                foreach ([0, $company->charter->exchange()] as $of) {
                    $sums[$of][0] = ($sums[$of][0] ?? 0.0) + $weight;
                    $sums[$of][1] = ($sums[$of][1] ?? 0.0) + $weight * $moved['return'];
                }
            }
        }
        $this->join([$day => $sums]);

        return $wire->publications();
    }

    /**
     * What the shares of the days told since made of their value, as {@see join} takes it from whoever told the days of other companies.
     *
     * @return array<int, array<int, array{float, float}>> by day and exchange, 0 for all
     */
    public function moves(): array
    {
        return $this->moves;
    }

    /**
     * Blocks are joined in the order of their numbers, so that sums are the same whoever told their days.
     *
     * @param  array<int, array<int, array{float, float}>>  $moves
     */
    public function join(array $moves): void
    {
        foreach ($moves as $day => $sums) {
            foreach ($sums as $of => [$value, $made]) {
                $this->moves[$day][$of][0] = ($this->moves[$day][$of][0] ?? 0.0) + $value;
                $this->moves[$day][$of][1] = ($this->moves[$day][$of][1] ?? 0.0) + $made;
            }
        }
    }

    /**
     * Lets some companies live through a day that has been told already.
     *
     * @param  list<ListedCompany>  $block
     */
    public function relive(array $block, int $day): void
    {
        $wire = new Wire($day);
        foreach ($block as $company) {
            $company->day($this->world, $wire);
        }
    }

    /**
     * Levels of the indices, after all blocks.
     *
     * @return list<Publication>
     */
    public function indices(int $day): array
    {
        $wire = new Wire($day);
        $this->indices->close($wire, $this->moves[$day] ?? []);
        unset($this->moves[$day]);

        return $wire->publications();
    }

    /** What has to be kept beside the companies. */
    public function state(): Indices
    {
        return $this->indices;
    }

    private function holidays(Wire $wire, int $year): void
    {
        foreach (Statistics::holidays($year) as [$exchange, $day, $name]) {
            $wire->publish(Subject::Holiday, 0, ['exchange' => $exchange, 'on' => $day, 'name' => $name]);
        }
    }
}
