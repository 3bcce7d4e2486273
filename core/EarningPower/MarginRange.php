<?php

declare(strict_types=1);

namespace Logion\EarningPower;

use Logion\Statistics\Descriptive;

/** Where the margin that earnings imply lies within what the company kept of its sales before. */
final readonly class MarginRange
{
    /** From this part of the way to the highest on, earnings are at the top of their range. */
    private const TOP = 0.9;

    /**
     * @param  float|null  $position  0 at the lowest of the past, 1 at the highest; null where these are one
     */
    private function __construct(public float $implied, public float $low, public float $high, public ?float $position)
    {
    }

    /**
     * @param  float|null  $earnings  a share, and sales a share of the same year
     * @param  list<array{float|null, float|null}>  $past  earnings and sales a share of fiscal years
     * @return self|null null where sales are not known, or fewer than three years to compare with
     */
    public static function of(?float $earnings, ?float $sales, array $past): ?self
    {
        $margins = Descriptive::known(
            array_map(
                static fn (array $year): ?float => $year[0] === null || ($year[1] ?? 0.0) <= 0 ? null : $year[0] / $year[1],
                $past,
            ),
        );
        if ($earnings === null || ($sales ?? 0.0) <= 0 || count($margins) < 3) {
            return null;
        }
        [$low, $high, $implied] = [min($margins), max($margins), $earnings / $sales];

        return new self($implied, $low, $high, $high > $low ? ($implied - $low) / ($high - $low) : null);
    }

    public function isAtTheTop(): bool
    {
        return $this->position !== null && $this->position >= self::TOP;
    }
}
