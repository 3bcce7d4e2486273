<?php

declare(strict_types=1);

namespace Logion\Valuation;

use Logion\Statistics\Descriptive;

/**
 * What several methods say together: their weighted centre, and how far they lie apart. A method without a centre or a weight is not used.
 */
final readonly class Summary
{
    /** Beyond a third of the centre the mean of methods is one of disagreement. */
    private const APART = 1 / 3;

    private const ROUNDING = 1e-12;

    /** Trading days of one, three and five years. */
    public const WINDOWS = [252, 756, 1260];

    /** A close counts as below a level only if it is by more than rounding. */
    private const BELOW = 1e-9;

    public ?float $low;

    public ?float $centre;

    public ?float $high;

    /** Highest less lowest centre, as a part of the weighted one. */
    public ?float $dispersion;

    /** @var array<string, float> by method, of those used, together one */
    public array $weights;

    public int $leftOut;

    /** @param  array<string, array{low: ?float, centre: ?float, high: ?float, weight: float}>  $methods */
    public function __construct(array $methods)
    {
        $used = array_filter($methods, static fn (array $of): bool => $of['centre'] !== null && $of['weight'] > 0);
        $this->leftOut = count($methods) - count($used);
        $all = array_sum(array_column($used, 'weight'));
        $this->weights = array_map(static fn (array $of): float => $of['weight'] / $all, $used);
        $weights = array_column($used, 'weight');
        $mean = static fn (string $of): ?float => Descriptive::weightedMean(array_column($used, $of), $weights)['mean'];
        [$this->low, $this->centre, $this->high] = [$mean('low'), $mean('centre'), $mean('high')];
        $centres = array_column($used, 'centre');
        $this->dispersion =
            $centres === [] || $this->centre === null || $this->centre <= 0 ? null : (max($centres) - min($centres)) / $this->centre;
    }

    public function disagrees(): bool
    {
        return $this->dispersion !== null && $this->dispersion > self::APART + self::ROUNDING;
    }

    public function upside(float $price): ?float
    {
        return $this->centre === null || $price <= 0 ? null : $this->centre / $price - 1;
    }

    /**
     * The part of the last closes that lay below a level; null with fewer of them.
     *
     * @param  list<float>  $closes  oldest first
     */
    public static function shareOfDays(array $closes, float $level, int $days): ?float
    {
        if ($days < 1 || count($closes) < $days) {
            return null;
        }
        $below = 0;
        foreach (array_slice($closes, -$days) as $close) {
            $below += $close < $level * (1 - self::BELOW) ? 1 : 0;
        }

        return $below / $days;
    }
}
