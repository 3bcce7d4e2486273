<?php

declare(strict_types=1);

namespace Logion\Multiple;

use Logion\Statistics\Descriptive;
use Logion\Valuation\EquityBridge;

/** Low, centre and high of multiples, those of a company's own past or of its peers, and what they make of a figure. */
final readonly class MultipleRange
{
    /**
     * @param  list<?float>  $multiples  null is not meaningful: left out and counted
     */
    private function __construct(
        public array $multiples,
        public int $used,
        public ?float $low,
        public ?float $centre,
        public ?float $high,
    ) {
    }

    /**
     * @param  list<array{?float, ?float}>  $paid  value and figure of each
     * @param  'median'|'mean'|'harmonic'  $centre
     */
    public static function of(array $paid, ?float $cap = null, string $centre = 'median', float $premium = 0.0): self
    {
        $multiples = array_map(static fn (array $of): ?float => Multiple::paid($of[0], $of[1], $cap), $paid);

        return self::ofMultiples($multiples, $centre, $premium);
    }

    /**
     * @param  list<?float>  $multiples
     * @param  'median'|'mean'|'harmonic'  $centre
     */
    public static function ofMultiples(array $multiples, string $centre = 'median', float $premium = 0.0): self
    {
        $spread = MultipleSpread::of($multiples);
        $raised = static fn (?float $of): ?float => $of === null ? null : $of * (1 + $premium);
        $middle = match ($centre) {
            'mean' => $spread->mean,
            'harmonic' => Descriptive::harmonicMean(Descriptive::known($multiples)),
            default => $spread->median,
        };

        return new self($multiples, $spread->count, $raised($spread->lowerQuartile), $raised($middle), $raised($spread->upperQuartile));
    }

    public function leftOut(): int
    {
        return count($this->multiples) - $this->used;
    }

    /**
     * A share's worth at a multiple. Null where the figure is not above nothing or there is no multiple.
     *
     * @param  EquityBridge|null  $bridge  where multiple and figure are of the whole company; null where both are a share
     */
    public static function value(?float $multiple, ?float $figure, ?EquityBridge $bridge = null, ?float $shares = null): ?float
    {
        if ($multiple === null || $figure === null || $figure <= 0) {
            return null;
        }
        if ($bridge === null) {
            return $multiple * $figure;
        }

        return $shares === null || $shares <= 0 ? null : $bridge->equityValue($multiple * $figure) / $shares;
    }

    /** Where a multiple stands among these: the part that is lower, those as high by half; null where there is none. */
    public function rank(float $multiple): ?float
    {
        $known = Descriptive::known($this->multiples);
        $below = count(array_filter($known, static fn (float $of): bool => $of < $multiple));
        $equal = count(array_filter($known, static fn (float $of): bool => $of === $multiple));

        return $known === [] ? null : ($below + 0.5 * $equal) / count($known);
    }
}
