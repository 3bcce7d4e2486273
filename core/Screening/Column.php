<?php

declare(strict_types=1);

namespace Logion\Screening;

use Logion\Absence;
use Logion\AbsenceKind;

/**
 * One figure for every company of a universe, packed: float64 values (NaN where there is none) and one letter per company
 * for the state: v value, m missing, a not applicable, n not meaningful, h not enough history.
 */
final class Column
{
    private const LETTERS = ['missing' => 'm', 'not_applicable' => 'a', 'not_meaningful' => 'n', 'not_enough_history' => 'h'];

    /** @var array<int, float>|null positions from 1, as unpack gives them */
    private ?array $unpacked = null;

    public function __construct(public readonly string $packed, public readonly string $states)
    {
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

    public function absence(int $position): ?Absence
    {
        return match (AbsenceKind::tryFrom($this->state($position))) {
            AbsenceKind::Missing => Absence::missing('Missing.'),
            AbsenceKind::NotApplicable => Absence::notApplicable('Does not apply to this kind of business.'),
            AbsenceKind::NotMeaningful => Absence::notMeaningful('Not meaningful.'),
            AbsenceKind::NotEnoughHistory => Absence::notEnoughHistory('Not enough history.'),
            null => null,
        };
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
        $this->unpacked ??= $this->packed === '' ? [] : (unpack('d*', $this->packed) ?: []);
        foreach ($positions as $position) {
            $values[] = $this->unpacked[$position + 1];
        }

        return $values;
    }

    /**
     * The commonest criterion, a figure against a number, decided in one loop.
     *
     * @param  list<int>  $positions
     * @return array{list<int>, int}|null positions that pass and how many have no value; null for another operator
     */
    public function compare(string $operator, float $threshold, array $positions): ?array
    {
        if (! in_array($operator, ['<', '<=', '>', '>='], true)) {
            return null;
        }
        $values = $this->unpacked ??= $this->packed === '' ? [] : (unpack('d*', $this->packed) ?: []);
        // Less than is greater than with both signs turned; NaN is neither.
        $sign = $operator[0] === '<' ? -1.0 : 1.0;
        $limit = $sign * $threshold;
        $orEqual = strlen($operator) === 2;
        $passed = [];
        $unknown = 0;
        foreach ($positions as $position) {
            $value = $sign * $values[$position + 1];
            if ($value > $limit || ($orEqual && $value == $limit)) {
                $passed[] = $position;
            } elseif ($value != $value) {
                $unknown++;
            }
        }

        return [$passed, $unknown];
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
