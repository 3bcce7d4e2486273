<?php

declare(strict_types=1);

namespace Logion\Formula;

use Logion\Figure\Absence;
use Logion\Figure\Reason;

/**
 * One value for each company of a batch: a number, or NAN with the reason why there is none. NAN carries itself through
 * arithmetic, so nothing branches on gaps; the reasons are few and stand beside.
 */
final readonly class Vector
{
    /**
     * @param  array<int, float>  $values  a list, in the order of companies; NAN where there is no value
     * @param  array<int, Absence>  $absences  reasons by position
     */
    public function __construct(public array $values, public array $absences = [])
    {
    }

    public static function constant(float $value, int $size): self
    {
        return new self($size === 0 ? [] : array_fill(0, $size, $value));
    }

    public static function absent(Absence $absence, int $size): self
    {
        return $size === 0 ? new self([]) : new self(array_fill(0, $size, NAN), array_fill(0, $size, $absence));
    }

    /** @param  iterable<float|Absence>  $contents  one a company, in order */
    public static function of(iterable $contents): self
    {
        $values = $absences = [];
        $i = 0;
        foreach ($contents as $content) {
            if ($content instanceof Absence) {
                $values[] = NAN;
                $absences[$i] = $content;
            } else {
                $values[] = $content;
            }
            $i++;
        }

        return new self($values, $absences);
    }

    public function at(int $position): float|Absence
    {
        return $this->absences[$position] ?? $this->values[$position];
    }

    /** A result that is no finite number, by overflow, is not meaningful. */
    public function finite(): self
    {
        // A sum is finite only if all that is added is.
        if ($this->absences === [] && is_finite(array_sum($this->values))) {
            return $this;
        }
        $values = $this->values;
        $absences = $this->absences;
        foreach ($values as $i => $value) {
            // Infinite less infinite, and NAN less NAN, are not zero.
            if ($value - $value != 0.0 && ! isset($absences[$i])) {
                $values[$i] = NAN;
                $absences[$i] = Absence::of(Reason::NotFinite);
            }
        }

        return count($absences) === count($this->absences) ? $this : new self($values, $absences);
    }

    /** Every value times a factor of its own; a factor nobody knows makes it missing. */
    public function times(self $factors): self
    {
        return Operator::Multiply->on($this, $factors);
    }
}
