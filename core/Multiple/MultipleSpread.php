<?php

declare(strict_types=1);

namespace Logion\Multiple;

use Logion\Statistics\Descriptive;
use Logion\Statistics\Quantile;

/** How a multiple lies over a group, or what follows from it for a subject: all null where nobody has one. */
final readonly class MultipleSpread
{
    private function __construct(
        public int $count,
        public ?float $low,
        public ?float $lowerQuartile,
        public ?float $median,
        public ?float $mean,
        public ?float $upperQuartile,
        public ?float $high,
    ) {
    }

    /** @param  list<float|null>  $multiples  those that are not meaningful are left out */
    public static function of(array $multiples): self
    {
        $known = Descriptive::known($multiples);
        sort($known);

        return new self(
            count($known),
            $known[0] ?? null,
            Quantile::ofSorted($known, 0.25),
            Quantile::ofSorted($known, 0.5),
            Descriptive::mean($known),
            Quantile::ofSorted($known, 0.75),
            $known[count($known) - 1] ?? null,
        );
    }

    /** @param  \Closure(float): (float|null)  $step  of each that is known */
    public function map(\Closure $step): self
    {
        $of = static fn (?float $x): ?float => $x === null ? null : $step($x);

        return new self(
            $this->count,
            $of($this->low),
            $of($this->lowerQuartile),
            $of($this->median),
            $of($this->mean),
            $of($this->upperQuartile),
            $of($this->high),
        );
    }

    /** The same group with nothing to say. */
    public function withoutMeaning(): self
    {
        return $this->map(static fn (): ?float => null);
    }

    /**
     * @return array{count: int, low: float|null, lower_quartile: float|null, median: float|null, mean: float|null,
     *     upper_quartile: float|null, high: float|null}
     */
    public function toArray(): array
    {
        return [
            'count' => $this->count,
            'low' => $this->low,
            'lower_quartile' => $this->lowerQuartile,
            'median' => $this->median,
            'mean' => $this->mean,
            'upper_quartile' => $this->upperQuartile,
            'high' => $this->high,
        ];
    }
}
