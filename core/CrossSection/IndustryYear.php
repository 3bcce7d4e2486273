<?php

declare(strict_types=1);

namespace Logion\CrossSection;

use Logion\Statistics\Quantile;

/**
 * The companies of an industry in one fiscal year as if they were one: sums and what follows from them, and how their multiples lie.
 * A company that does not tell a figure is left out of what needs it, above and below the line.
 *
 * @phpstan-type Member array{revenue: float|null, operating_income: float|null, net_income: float|null, equity: float|null,
 *     ebitda: float|null, market_cap: float|null, enterprise_value: float|null, nopat?: float|null, invested_capital?: float|null,
 *     cost_of_capital?: float|null}
 */
final class IndustryYear
{
    /** @var array<string, array<int, float>> what was asked for before, by both figures and company */
    private array $ratios = [];

    /** Value above earnings or equity of those who earned or have something. */
    public const MULTIPLES = [
        'price_to_earnings' => ['market_cap', 'net_income'],
        'ev_to_ebitda' => ['enterprise_value', 'ebitda'],
        'price_to_book' => ['market_cap', 'equity'],
    ];

    /** @param  array<string, array<int, float>>  $told  what is told, by figure and company, all in one currency */
    public function __construct(private readonly array $told)
    {
    }

    /** @param  array<int, Member>  $members  by company, all in one currency */
    public static function ofMembers(array $members): self
    {
        $told = [];
        foreach ($members as $company => $figures) {
            foreach ($figures as $figure => $value) {
                if ($value !== null) {
                    $told[$figure][$company] = $value;
                }
            }
        }

        return new self($told);
    }

    /** Null where nobody tells any. */
    public function sum(string $figure): ?float
    {
        $told = $this->told($figure);

        return $told === [] ? null : array_sum($told);
    }

    /** How many companies tell a figure. */
    public function count(string $figure): int
    {
        return count($this->told($figure));
    }

    /** Sum over sum, of companies that tell both. Null where the sum below is not above nothing. */
    public function ratio(string $above, string $below): ?float
    {
        $both = array_intersect_key($this->told($above), $this->told($below));
        $sum = array_sum(array_intersect_key($this->told($below), $both));

        return $sum > 0 ? array_sum($both) / $sum : null;
    }

    /** Change of a sum over the companies that tell it in both years. Null without such, or where it was not above nothing. */
    public function growth(self $before, string $figure): ?float
    {
        $now = array_intersect_key($this->told($figure), $before->told($figure));
        $then = array_sum(array_intersect_key($before->told($figure), $now));

        return $then > 0 ? array_sum($now) / $then - 1 : null;
    }

    /**
     * How a figure of each company lies: quartiles of a ratio of two of its figures.
     *
     * @return array{low: float, median: float, high: float, count: int}|null null where no company has one
     */
    public function spread(string $above, string $below): ?array
    {
        $values = $this->ratios($above, $below);
        sort($values, SORT_NUMERIC);

        return $values === []
            ? null
            : [
                'low' => (float) Quantile::ofSorted($values, 0.25),
                'median' => (float) Quantile::ofSorted($values, 0.5),
                'high' => (float) Quantile::ofSorted($values, 0.75),
                'count' => count($values),
            ];
    }

    /** Mean of a multiple, each company weighing what its shares are worth. Null where none has one. */
    public function weighted(string $above, string $below): ?float
    {
        $ratios = $this->ratios($above, $below);
        $weights = array_intersect_key($this->told('market_cap'), $ratios);
        $all = array_sum($weights);
        $sum = 0.0;
        foreach ($weights as $company => $weight) {
            $sum += $weight * $ratios[$company];
        }

        return $all > 0 ? $sum / $all : null;
    }

    /** Part of the capital of those who tell all three that earns more than it costs. Null where they have none. */
    public function earningMoreThanCost(): ?float
    {
        $all = $more = 0.0;
        $costs = $this->told('cost_of_capital');
        foreach (array_intersect_key($this->ratios('nopat', 'invested_capital'), $costs) as $company => $return) {
            $capital = $this->told('invested_capital')[$company];
            $all += $capital;
            $more += $return > $costs[$company] ? $capital : 0.0;
        }

        return $all > 0 ? $more / $all : null;
    }

    /** @return array<int, float> by company its part of a sum; empty where that is not above nothing */
    public function shares(string $figure): array
    {
        $told = $this->told($figure);
        $sum = array_sum($told);

        return $sum > 0 ? array_map(static fn (float $of): float => $of / $sum, $told) : [];
    }

    /**
     * @return array<int, float> by company; what has nothing above zero below the line has no multiple, and no value above it is
     *     negative
     */
    private function ratios(string $above, string $below): array
    {
        if (isset($this->ratios["{$above}/{$below}"])) {
            return $this->ratios["{$above}/{$below}"];
        }
        $ratios = [];
        $lower = $this->told($below);
        foreach ($this->told($above) as $company => $value) {
            if (($lower[$company] ?? 0.0) > 0) {
                $ratios[$company] = $value / $lower[$company];
            }
        }

        return $this->ratios["{$above}/{$below}"] = $ratios;
    }

    /** @return array<int, float> by company */
    private function told(string $figure): array
    {
        return $this->told[$figure] ?? [];
    }
}
