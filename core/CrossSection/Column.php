<?php

declare(strict_types=1);

namespace Logion\CrossSection;

use Closure;
use Logion\Figure\Absence;
use Logion\Figure\AbsenceKind;
use Logion\Figure\Reason;
use Logion\Formula\Operator;
use Logion\Formula\Vector;
use Logion\Statistics\Bisection;
use Logion\Statistics\Quantile;

/**
 * One figure for every company of a universe, packed: float64 values (NaN where there is none) and one letter per company
 * for the state: v value, m missing, a not applicable, n not meaningful, h not enough history.
 *
 * A column may be indexed. One byte per company tells in which of 250 equally filled bins its value lies: a criterion then
 * decides all bins but one by translating bytes, and looks only at the values of that bin. And the positions are kept in the
 * order of their values, so that ranks and percentiles need no sorting.
 */
final class Column
{
    private const LETTERS = ['missing' => 'm', 'not_applicable' => 'a', 'not_meaningful' => 'n', 'not_enough_history' => 'h'];

    /** @var array<int, float>|null positions from 1, as unpack gives them */
    private ?array $unpacked = null;

    private const BINS = 250;

    /**
     * @param  string|null  $codes  bin of each company from 1, 0 where there is no value
     * @param  string|null  $bounds  smallest value of each bin, packed, ascending
     * @param  string|(Closure(): (string|null))|null  $ordered  positions that have a value, packed as 32-bit numbers, the lowest value
     *     first; or what reads them when they are asked for
     */
    public function __construct(
        public readonly string $packed,
        public readonly string $states,
        public readonly ?string $codes = null,
        public readonly ?string $bounds = null,
        private string|Closure|null $ordered = null,
    ) {
    }

    /** @param  list<float|Absence>  $values */
    public static function of(array $values): self
    {
        $floats = [];
        $states = '';
        foreach ($values as $value) {
            if ($value instanceof Absence) {
                $floats[] = NAN;
                $states .= self::LETTERS[$value->kind->value];
            } else {
                $floats[] = $value;
                $states .= 'v';
            }
        }

        return new self($floats === [] ? '' : pack('d*', ...$floats), $states);
    }

    /** The columns of some companies, of others, and so on, as one; without an index. */
    public static function joined(self ...$parts): self
    {
        return new self(implode('', array_column($parts, 'packed')), implode('', array_column($parts, 'states')));
    }

    private static function float(string $packed, int $position): float
    {
        return (unpack('d', $packed, 8 * $position) ?: [1 => NAN])[1];
    }

    public function size(): int
    {
        return strlen($this->states);
    }

    public function at(int $position): ?float
    {
        if ($this->states[$position] !== 'v') {
            return null;
        }

        return $this->unpacked === null ? self::float($this->packed, $position) : $this->unpacked[$position + 1];
    }

    public function state(int $position): string
    {
        $letter = $this->states[$position];

        return $letter === 'v' ? 'value' : (string) array_search($letter, self::LETTERS, true);
    }

    /** Why there is no value; a column keeps the kind of reason, the company itself knows the words. */
    public function absence(int $position): ?Absence
    {
        static $absences = [];
        $letter = $this->states[$position];

        return $letter === 'v'
            ? null
            : ($absences[$letter] ??= match (AbsenceKind::from($this->state($position))) {
                AbsenceKind::Missing => Absence::of(Reason::Missing),
                AbsenceKind::NotApplicable => Absence::of(Reason::NotApplicable),
                AbsenceKind::NotMeaningful => Absence::of(Reason::NotMeaningful),
                AbsenceKind::NotEnoughHistory => Absence::of(Reason::NotEnoughHistory),
            });
    }

    /**
     * Values at some positions, NaN where there is none. A few are read one by one, many by unpacking all once.
     *
     * @param  list<int>  $positions
     * @return list<float>
     */
    public function gather(array $positions): array
    {
        $values = [];
        if ($this->unpacked === null && count($positions) * 12 < strlen($this->states)) {
            foreach ($positions as $position) {
                $values[] = self::float($this->packed, $position);
            }

            return $values;
        }
        $all = $this->unpacked();
        foreach ($positions as $position) {
            $values[] = $all[$position + 1];
        }

        return $values;
    }

    /**
     * From numbers, NaN where there is none for a reason that is told elsewhere.
     *
     * @param  list<float>  $values
     */
    public static function ofNumbers(array $values): self
    {
        $states = '';
        foreach ($values as $value) {
            $states .= $value == $value ? 'v' : 'm';
        }

        return new self($values === [] ? '' : pack('d*', ...$values), $states);
    }

    /**
     * Values with the states of those that have none, at some positions.
     *
     * @param  list<int>  $positions
     */
    public function vector(array $positions): Vector
    {
        $absences = [];
        if (strspn($this->states, 'v') !== strlen($this->states)) {
            foreach ($positions as $i => $position) {
                if ($this->states[$position] !== 'v') {
                    $absences[$i] = $this->absence($position) ?? throw new \LogicException('The state says there is no value.');
                }
            }
        }

        return new Vector($this->gather($positions), $absences);
    }

    public static function ofVector(Vector $vector): self
    {
        $states = str_repeat('v', count($vector->values));
        foreach ($vector->absences as $i => $absence) {
            $states[$i] = self::LETTERS[$absence->kind->value];
        }

        return new self($vector->values === [] ? '' : pack('d*', ...$vector->values), $states);
    }

    /** The same column with its index. */
    public function indexed(): self
    {
        $values = $this->all();
        $order = $this->order();
        $n = count($order);
        $bounds = [];
        for ($i = 0; $i < self::BINS && $n > 0; $i++) {
            $bound = $values[$order[intdiv($i * $n, self::BINS)]];
            if ($bounds === [] || $bound > $bounds[count($bounds) - 1]) {
                $bounds[] = $bound;
            }
        }
        $codes = str_repeat("\0", count($values));
        $bin = 0;
        foreach ($order as $position) {
            while ($bin < count($bounds) && $bounds[$bin] <= $values[$position]) {
                $bin++;
            }
            $codes[$position] = chr($bin);
        }

        return new self(
            $this->packed,
            $this->states,
            $codes,
            $bounds === [] ? '' : pack('d*', ...$bounds),
            $order === [] ? '' : pack('V*', ...$order),
        );
    }

    /**
     * The same column with other values at some positions; its index is carried on, not made anew.
     *
     * @param  array<int, float|Absence>  $changes  by position
     */
    public function with(array $changes): self
    {
        $packed = $this->packed;
        $states = $this->states;
        $codes = $this->codes;
        $ordered = $this->ordered();
        $bounds = $this->bounds === null || $this->bounds === '' ? [] : array_values(unpack('d*', $this->bounds) ?: []);
        foreach ($changes as $position => $value) {
            $changed = self::of([$value]);
            if ($ordered !== null && $states[$position] === 'v') {
                $ordered = substr_replace($ordered, '', 4 * self::place($ordered, $packed, self::float($packed, $position), $position), 4);
            }
            $packed = substr_replace($packed, $changed->packed, 8 * $position, 8);
            $states[$position] = $changed->states;
            if ($codes === null) {
                continue;
            }
            if ($value instanceof Absence) {
                $codes[$position] = "\0";

                continue;
            }
            if ($bounds === [] || $value < $bounds[0]) {
                $bounds[0] = $value;
            }
            $codes[$position] = chr(Bisection::below($bounds, $value, orEqual: true));
            if ($ordered !== null) {
                $ordered = substr_replace($ordered, pack('V', $position), 4 * self::place($ordered, $packed, $value, $position), 0);
            }
        }

        return new self($packed, $states, $codes, $this->bounds === null ? null : ($bounds === [] ? '' : pack('d*', ...$bounds)), $ordered);
    }

    /** Where a value at a position stands, or would stand, among the ordered positions. */
    private static function place(string $ordered, string $packed, float $value, int $position): int
    {
        return Bisection::count(intdiv(strlen($ordered), 4), static function (int $nth) use ($ordered, $packed, $value, $position): bool {
            $at = (unpack('V', $ordered, 4 * $nth) ?: [1 => 0])[1];
            $other = self::float($packed, $at);

            return $other < $value || ($other == $value && $at < $position);
        });
    }

    /** @return string|null positions that have a value, packed as 32-bit numbers, the lowest value first; null without an index */
    public function ordered(): ?string
    {
        return $this->ordered instanceof Closure ? ($this->ordered = ($this->ordered)()) : $this->ordered;
    }

    /** @return list<int> positions that have a value, the lowest value first; equal values in the order of positions */
    public function order(): array
    {
        $ordered = $this->ordered();
        if ($ordered !== null) {
            return $ordered === '' ? [] : array_values(unpack('V*', $ordered) ?: []);
        }
        $known = array_filter($this->all(), static fn (float $x): bool => $x == $x);
        asort($known);

        return array_keys($known);
    }

    /**
     * The companies of a selection that have a value, and their values, the lowest first.
     *
     * @return array{list<int>, list<float>} positions, values
     */
    public function orderedAmong(string $of): array
    {
        $all = $this->unpacked();
        $positions = $this->order();
        if (strpos($of, "\0") !== false) {
            $everyone = $positions;
            $positions = [];
            foreach ($everyone as $position) {
                if ($of[$position] === "\1") {
                    $positions[] = $position;
                }
            }
        }
        $values = [];
        foreach ($positions as $position) {
            $values[] = $all[$position + 1];
        }

        return [$positions, $values];
    }

    /** A comparison with a number, decided for every company. */
    public function compare(Operator $operator, float $threshold): Mask
    {
        if ($this->codes === null || $this->bounds === null) {
            return $this->compareEach($operator, $threshold);
        }
        $bounds = $this->bounds === '' ? [] : array_values(unpack('d*', $this->bounds) ?: []);
        $bin = Bisection::below($bounds, $threshold, orEqual: true);
        [$below, $equal, $above] = self::decisions($operator, $threshold);
        // All bins below the threshold's fail or pass as one, so do those above; its own is marked 2 and looked into.
        $to = Mask::OPEN.str_repeat($below, max(0, $bin - 1)).($bin > 0 ? "\2" : '').str_repeat($above, 255 - $bin);
        $decided = strtr($this->codes, self::everyByte(), $to);
        for ($at = strpos($decided, "\2"); $at !== false; $at = strpos($decided, "\2", $at + 1)) {
            $value = self::float($this->packed, $at);
            $decided[$at] = $value > $threshold ? $above : ($value < $threshold ? $below : $equal);
        }

        return new Mask($decided);
    }

    private function compareEach(Operator $operator, float $threshold): Mask
    {
        [$below, $equal, $above] = self::decisions($operator, $threshold);
        $decided = '';
        foreach ($this->unpacked() as $value) {
            $decided .= $value > $threshold ? $above : ($value < $threshold ? $below : ($value != $value ? Mask::OPEN : $equal));
        }

        return new Mask($decided);
    }

    /** @return array{string, string, string} of a value below a number, equal to it, and above it */
    private static function decisions(Operator $operator, float $threshold): array
    {
        return array_map(
            static fn (bool $holds): string => $holds ? Mask::HOLDS : Mask::FAILS,
            [$operator->holds(0.0, 1.0), $operator->holds($threshold, $threshold), $operator->holds(1.0, 0.0)],
        );
    }

    /** The 256 bytes in order, to translate from. */
    public static function everyByte(): string
    {
        static $bytes = null;

        return $bytes ??= implode('', array_map('chr', range(0, 255)));
    }

    /** @return array<int, float> every value, positions from 1 */
    private function unpacked(): array
    {
        return $this->unpacked ??= $this->packed === '' ? [] : (unpack('d*', $this->packed) ?: []);
    }

    /** @return list<float> every value, NaN where there is none */
    public function all(): array
    {
        return array_values($this->unpacked());
    }

    /**
     * Lower and upper quartile of the known values at some positions; null if there are none.
     *
     * @param  list<int>  $positions
     * @return array{float, float}|null
     */
    public function quartiles(array $positions): ?array
    {
        $known = array_values(array_filter($this->gather($positions), static fn (float $x): bool => $x == $x));
        sort($known);

        return $known === [] ? null : [(float) Quantile::ofSorted($known, 0.25), (float) Quantile::ofSorted($known, 0.75)];
    }

    /** @return array{value: int, missing: int, not_applicable: int, not_meaningful: int, not_enough_history: int} */
    public function coverage(): array
    {
        $counts = ['value' => substr_count($this->states, 'v')];
        foreach (self::LETTERS as $state => $letter) {
            $counts[$state] = substr_count($this->states, $letter);
        }

        return $counts;
    }
}
