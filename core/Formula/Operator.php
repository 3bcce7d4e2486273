<?php

declare(strict_types=1);

namespace Logion\Formula;

use Logion\Figure\Absence;
use Logion\Figure\Reason;
use Logion\Figure\Unit;
use Logion\Figure\Words;

/**
 * The operators between two operands: how they are written, how tightly they bind, what units they take and give, and their
 * meaning. Parser, units and every evaluation read this table and no other.
 */
enum Operator: string
{
    case Or = 'or';
    case And = 'and';
    case Less = '<';
    case Greater = '>';
    case AtMost = '<=';
    case AtLeast = '>=';
    case Equal = '==';
    case Unequal = '!=';
    case Add = '+';
    case Subtract = '-';
    case Multiply = '*';
    case Divide = '/';
    case Power = '**';

    /** Other ways to write some of them. */
    private const ALSO_WRITTEN = ['&&' => 'and', '||' => 'or', '===' => '==', '!==' => '!='];

    public static function written(string $symbol): ?self
    {
        return self::tryFrom(self::ALSO_WRITTEN[$symbol] ?? $symbol);
    }

    /** How tightly it binds: 1 the loosest; a conditional and `??` have 0, the unary operators stand in {@see UnaryOperator}. */
    public function rank(): int
    {
        return match ($this) {
            self::Or => 1,
            self::And => 2,
            self::Add, self::Subtract => 4,
            self::Multiply, self::Divide => 5,
            self::Power => 7,
            default => 3,
        };
    }

    public function groupsFromTheRight(): bool
    {
        return $this === self::Power;
    }

    public function isLogical(): bool
    {
        return $this === self::And || $this === self::Or;
    }

    public function isComparison(): bool
    {
        return $this->rank() === 3;
    }

    /** Whether its result is yes or no. */
    public function decides(): bool
    {
        return $this->isLogical() || $this->isComparison();
    }

    /** Whether it asks for less, or more, than something. */
    public function isInequality(): bool
    {
        return $this->isComparison() && $this !== self::Equal && $this !== self::Unequal;
    }

    /** Whether it asks for less than something. */
    public function asksForLess(): bool
    {
        return $this === self::Less || $this === self::AtMost;
    }

    /** The inequality that admits equality too. */
    public function orEqual(): self
    {
        return match ($this) {
            self::Less => self::AtMost,
            self::Greater => self::AtLeast,
            default => $this,
        };
    }

    /** The comparison that says the same with its sides exchanged. */
    public function mirrored(): self
    {
        return self::from(strtr($this->value, '<>', '><'));
    }

    /**
     * Dimension of the result from those of the operands; null is a plain number.
     *
     * @param  array{float, float}|null  $a
     * @param  array{float, float}|null  $b
     * @return array{float, float}|null
     *
     * @throws FormulaError if units do not fit
     */
    public function dimension(?array $a, ?array $b, Node $node, string $formula): ?array
    {
        [$left, $right] = $node->children;
        switch ($this) {
            case self::Multiply:
                return $a === null ? $b : ($b === null ? $a : [$a[0] + $b[0], $a[1] + $b[1]]);
            case self::Divide:
                return $b === null ? $a : [($a[0] ?? 0.0) - $b[0], ($a[1] ?? 0.0) - $b[1]];
            case self::Power:
                $power = $right->constant();

                return $a === null || $a === [0.0, 0.0]
                    ? $a
                    : ($power !== null
                        ? [$a[0] * $power, $a[1] * $power]
                        : throw FormulaError::at(Words::say('only_a_pure_number_can_have'), $formula));
            case self::Add:
            case self::Subtract:
                // A bare constant beside an amount is a slip; zero, as in "0 - x", is not.
                foreach ([[$left, $b], [$right, $a]] as [$constant, $other]) {
                    if ($constant->kind === 'number' && $constant->number != 0.0 && $other !== null && $other !== [0.0, 0.0]) {
                        throw FormulaError::at(Words::say('a_plain_number_cannot_be_added', name: Dimensions::name($other)), $formula);
                    }
                }

                return Dimensions::same(
                    $a,
                    $b,
                    $this === self::Add ? Words::say('the_two_sides_of_a_sum') : Words::say('the_two_sides_of_a_difference'),
                    $formula,
                );
            case self::And:
            case self::Or:
                return Unit::Ratio->dimension();
            default:
                Dimensions::same($a, $b, Words::say('the_two_sides_of_a_comparison'), $formula);

                return Unit::Ratio->dimension();
        }
    }

    /** Whether a comparison holds between two known numbers. */
    public function holds(float $x, float $y): bool
    {
        return match ($this) {
            self::Less => $x < $y,
            self::Greater => $x > $y,
            self::AtMost => $x <= $y,
            self::AtLeast => $x >= $y,
            self::Equal => $x == $y,
            self::Unequal => $x != $y,
            default => throw new \LogicException("{$this->value} does not compare."),
        };
    }

    /**
     * Its meaning on a value of each company. An operand without a value makes the result so, the left one's reason first;
     * `and` and `or` are three-valued: a known side that decides, decides.
     */
    public function on(Vector $x, Vector $y): Vector
    {
        return match ($this) {
            self::Add => self::add($x, $y),
            self::Subtract => self::subtract($x, $y),
            self::Multiply => self::multiply($x, $y),
            self::Divide => self::divide($x, $y),
            self::Power => self::power($x, $y),
            self::And, self::Or => self::logical($x, $y, $this === self::Or),
            default => $this->compare($x, $y),
        };
    }

    private static function add(Vector $x, Vector $y): Vector
    {
        $values = $x->values;
        foreach ($y->values as $i => $b) {
            $values[$i] += $b;
        }

        return new Vector($values, $x->absences + $y->absences);
    }

    private static function subtract(Vector $x, Vector $y): Vector
    {
        $values = $x->values;
        foreach ($y->values as $i => $b) {
            $values[$i] -= $b;
        }

        return new Vector($values, $x->absences + $y->absences);
    }

    private static function multiply(Vector $x, Vector $y): Vector
    {
        $values = $x->values;
        foreach ($y->values as $i => $b) {
            $values[$i] *= $b;
        }

        return new Vector($values, $x->absences + $y->absences);
    }

    private static function divide(Vector $x, Vector $y): Vector
    {
        $values = $x->values;
        $absences = $x->absences + $y->absences;
        foreach ($y->values as $i => $b) {
            if ($b == 0.0) {
                $values[$i] = NAN;
                $absences[$i] ??= Absence::of(Reason::DivisionByZero);
            } else {
                $values[$i] /= $b;
            }
        }

        return new Vector($values, $absences);
    }

    private static function power(Vector $x, Vector $y): Vector
    {
        $values = $x->values;
        $absences = $x->absences + $y->absences;
        foreach ($y->values as $i => $b) {
            $a = $values[$i];
            $result = $a == 0.0 && $b < 0 ? NAN : $a ** $b;
            if (is_finite($result) && ! isset($absences[$i])) {
                $values[$i] = $result;
            } else {
                $values[$i] = NAN;
                $absences[$i] ??= Absence::of(Reason::NoPower);
            }
        }

        return new Vector($values, $absences);
    }

    private function compare(Vector $x, Vector $y): Vector
    {
        $values = $x->values;
        // By which of the two is the greater, −1, 0 or 1.
        $holds = [-1 => (float) $this->holds(0.0, 1.0), 0 => (float) $this->holds(0.0, 0.0), 1 => (float) $this->holds(1.0, 0.0)];
        foreach ($y->values as $i => $b) {
            $a = $values[$i];
            $values[$i] = $a != $a || $b != $b ? NAN : $holds[$a <=> $b];
        }

        return new Vector($values, $x->absences + $y->absences);
    }

    private static function logical(Vector $x, Vector $y, bool $decisive): Vector
    {
        $values = $x->values;
        $absences = $x->absences + $y->absences;
        foreach ($y->values as $i => $b) {
            $a = $values[$i];
            if (($a == $a && ($a != 0.0) === $decisive) || ($b == $b && ($b != 0.0) === $decisive)) {
                $values[$i] = $decisive ? 1.0 : 0.0;
                unset($absences[$i]);
            } else {
                $values[$i] = $a != $a || $b != $b ? NAN : ($decisive ? 0.0 : 1.0);
            }
        }

        return new Vector($values, $absences);
    }
}
