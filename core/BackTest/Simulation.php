<?php

declare(strict_types=1);

namespace Logion\BackTest;

use Logion\Portfolio\PortfolioPath;

/** What a rule that picks companies at the end of each period would have earned, bought some days after it spoke. */
final readonly class Simulation
{
    /**
     * @param  list<int>  $days  from the first purchase on
     * @param  list<float>  $values
     * @param  list<array{signal: int, entry: int, picked: int, held: array<int|string, float>, turnover: float, cost: float,
     *     not_bought: list<int|string>}>  $dates
     * @param  list<array{from: int, to: int, return: float, benchmark: float, members: array<int|string, float>}>  $periods
     */
    private function __construct(public array $days, public array $values, public array $dates, public array $periods)
    {
    }

    /**
     * @param  list<int>  $days  trading days YYYYMMDD, ascending
     * @param  array<int|string, list<float|null>>  $levels  by company: levels with dividends reinvested on those days
     * @param  list<float|null>  $benchmark  level of the index on those days
     * @param  array<int, list<int|string>>  $picks  companies by index of the day on which the rule spoke
     * @param  int  $lag  trading days from the rule's word to the purchase, at the close
     * @param  float  $costBasisPoints  of each amount traded
     */
    public static function run(array $days, array $levels, array $benchmark, array $picks, int $lag, float $costBasisPoints): self
    {
        $targets = $signals = [];
        foreach ($picks as $signal => $companies) {
            $entry = $signal + $lag;
            if ($entry < count($days)) {
                $targets[$entry] = $companies === [] ? [] : array_fill_keys($companies, 1 / count($companies));
                $signals[$entry] = [$signal, count($companies)];
            }
        }
        $path = PortfolioPath::run($levels, $targets, $costBasisPoints, count($days));
        $dates = [];
        foreach ($path->rebalancings as $rebalancing) {
            [$signal, $picked] = $signals[$rebalancing['day']];
            $dates[] = [
                'signal' => $days[$signal],
                'entry' => $days[$rebalancing['day']],
                'picked' => $picked,
                'held' => $rebalancing['weights'],
                'turnover' => $rebalancing['turnover'],
                'cost' => $rebalancing['cost'],
                'not_bought' => $rebalancing['not_bought'],
            ];
        }
        $periods = array_map(static function (array $period) use ($days, $benchmark): array {
            $before = $benchmark[$period['from']] ?? null;
            $after = $benchmark[$period['to']] ?? null;

            return [
                'from' => $days[$period['from']],
                'to' => $days[$period['to']],
                'return' => $period['return'],
                'benchmark' => $before === null || $after === null || $before == 0.0 ? 0.0 : $after / $before - 1,
                'members' => $period['members'],
            ];
        }, $path->periods);

        return new self($targets === [] ? [] : array_slice($days, $path->first), $path->values, $dates, $periods);
    }

    /** Share of all purchases that did better than the index until the next rebalancing; null without any. */
    public function hitRate(): ?float
    {
        $hits = $all = 0;
        foreach ($this->periods as $period) {
            foreach ($period['members'] as $return) {
                $all++;
                $hits += $return > $period['benchmark'] ? 1 : 0;
            }
        }

        return $all === 0 ? null : $hits / $all;
    }

    /** Share of the periods in which the portfolio did better than the index; null without any. */
    public function periodHitRate(): ?float
    {
        return $this->periods === []
            ? null
            : count(array_filter($this->periods, static fn (array $period): bool => $period['return'] > $period['benchmark'])) /
                    count($this->periods);
    }

    /** Mean turnover of a year, the first purchase left out. */
    public function annualTurnover(): ?float
    {
        $dates = array_slice($this->dates, 1);
        $years = count($this->days) / 252;

        return $dates === [] || $years == 0.0 ? null : array_sum(array_column($dates, 'turnover')) / $years;
    }
}
