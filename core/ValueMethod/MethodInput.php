<?php

declare(strict_types=1);

namespace Logion\ValueMethod;

use Logion\Figure\Unit;
use Logion\Figure\Words;

/** A figure a method starts from: what it is taken as and from where, what else it could be, and between what it makes sense. */
final readonly class MethodInput
{
    /**
     * @param  float|null  $value  null where it is not known: a method has no value without it
     * @param  string  $source  where it comes from, or why it is not known
     * @param  float  $low  of the range in which it is searched and drawn
     * @param  array<string, float>  $alternatives  by source
     * @param  YearPath|null  $years  where it has a figure for each year of a forecast
     * @param  list<string>  $choices  where it is one of several ways, counted from nought
     * @param  string|null  $beside  the input it says something of, and beside which it is read
     */
    public function __construct(
        public string $name,
        public string $label,
        public Unit $unit,
        public ?float $value,
        public string $source,
        public float $low,
        public float $high,
        public array $alternatives = [],
        public ?YearPath $years = null,
        public array $choices = [],
        public ?string $beside = null,
    ) {
    }

    /**
     * One of several ways, the first unless one says otherwise.
     *
     * @param  non-empty-list<string>  $choices
     */
    public static function choice(string $name, string $label, array $choices, ?string $beside = null): self
    {
        return new self(
            $name,
            $label,
            Unit::Count,
            0.0,
            Words::label('value.usual', 'usual'),
            0.0,
            count($choices) - 1.0,
            choices: $choices,
            beside: $beside,
        );
    }

    /** The same with a figure for each year. */
    public function throughYears(YearPath $years): self
    {
        return new self(
            $this->name,
            $this->label,
            $this->unit,
            $this->value,
            $this->source,
            $this->low,
            $this->high,
            $this->alternatives,
            $years,
        );
    }

    /**
     * A rate a year.
     *
     * @param  array<string, ?float>  $alternatives
     */
    public static function rate(
        string $name,
        string $label,
        ?float $value,
        string $source,
        float $low,
        float $high,
        array $alternatives = [],
    ): self {
        return new self($name, $label, Unit::Percent, $value, $source, $low, $high, self::known($alternatives));
    }

    /** A number of years. */
    public static function years(string $name, string $label, int $value, int $high): self
    {
        return new self($name, $label, Unit::Years, (float) $value, Words::label('value.usual', 'usual'), 0.0, (float) $high);
    }

    /**
     * An amount of which the range is its own tenth to its tenfold.
     *
     * @param  array<string, ?float>  $alternatives
     */
    public static function amount(string $name, string $label, Unit $unit, ?float $value, string $source, array $alternatives = []): self
    {
        $size = abs($value ?? 1.0) ?: 1.0;

        return new self(
            $name,
            $label,
            $unit,
            $value,
            $source,
            ($value ?? 0.0) < 0 ? -10 * $size : $size / 10,
            10 * $size,
            self::known($alternatives),
        );
    }

    public function isWhole(): bool
    {
        return $this->unit === Unit::Years || $this->choices !== [];
    }

    /**
     * @return array{float, float} a step to each side that one would look at: a point of a rate, a tenth of an amount, a year; none of a
     *     choice
     */
    public function around(float $at): array
    {
        $step = match ($this->choices === [] ? $this->unit : Unit::Count) {
            Unit::Count => 0.0,
            Unit::Percent => 0.01,
            Unit::Years => 1.0,
            default => 0.1 * abs($at),
        };

        return [max($this->low, $at - $step), min($this->high, $at + $step)];
    }

    /**
     * @param  array<string, ?float>  $alternatives
     * @return array<string, float>
     */
    private static function known(array $alternatives): array
    {
        return array_filter($alternatives, static fn (?float $of): bool => $of !== null);
    }
}
