<?php

declare(strict_types=1);

namespace Logion\Multiple;

use Logion\Statistics\Descriptive;

/**
 * A multiple of each member of a group in the lines a table of peers has. The harmonic mean is that of a group bought with the same sum
 * in each; the one weighted by market value is led by the large ones, so that a tiny one does not distort.
 */
final readonly class GroupMultiples
{
    /** @var list<float> of the members that have one, in the order they were given */
    private array $known;

    /** @var list<float|null> */
    private array $weights;

    public MultipleSpread $spread;

    /**
     * @param  list<float|null>  $multiples  null where not meaningful
     * @param  list<float|null>  $marketValues  in one currency
     */
    public function __construct(array $multiples, array $marketValues)
    {
        $at = array_keys(array_filter($multiples, is_float(...)));
        $this->known = array_map(static fn (int $i): float => (float) $multiples[$i], $at);
        $this->weights = array_map(static fn (int $i): ?float => $marketValues[$i], $at);
        $this->spread = MultipleSpread::of($this->known);
    }

    /** Over members whose market value is known; null without any. */
    public function weightedMean(): ?float
    {
        return Descriptive::weightedMean($this->known, $this->weights)['mean'];
    }

    /** Null as soon as one is not above nothing. */
    public function harmonicMean(): ?float
    {
        return Descriptive::harmonicMean($this->known);
    }

    /** Share of the members a multiple stands above, those as high counted by half; null without members. */
    public function percentRank(?float $multiple): ?float
    {
        if ($multiple === null || $this->known === []) {
            return null;
        }
        $below = 0.0;
        foreach ($this->known as $one) {
            $below += $one < $multiple ? 1.0 : ($one == $multiple ? 0.5 : 0.0);
        }

        return $below / count($this->known);
    }
}
