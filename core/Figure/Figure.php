<?php

declare(strict_types=1);

namespace Logion\Figure;

/**
 * A number with its unit, or the reason why there is none. Immutable; a number is always finite.
 */
final readonly class Figure implements \JsonSerializable
{
    private function __construct(private float|Absence $content, public Unit $unit)
    {
    }

    /** A result that is not finite (overflow, a negative base to a fractional power) is not meaningful. */
    public static function of(float|Absence $content, Unit $unit): self
    {
        return new self(is_float($content) && ! is_finite($content) ? Absence::of(Reason::NotFinite) : $content, $unit);
    }

    public function isKnown(): bool
    {
        return is_float($this->content);
    }

    /** @throws \LogicException if there is no number; ask isKnown() first */
    public function value(): float
    {
        return is_float($this->content)
            ? $this->content
            : throw new \LogicException('Read a figure that has no value: '.$this->content->sentence());
    }

    public function absence(): ?Absence
    {
        return $this->content instanceof Absence ? $this->content : null;
    }

    /**
     * The first unknown input in reading order decides the result, so formulas never check for gaps.
     *
     * @param  \Closure(float...): (float|Absence)  $formula
     */
    public static function combine(Unit $unit, \Closure $formula, self ...$inputs): self
    {
        $values = [];
        foreach ($inputs as $input) {
            if ($input->content instanceof Absence) {
                return new self($input->content, $unit);
            }
            $values[] = $input->content;
        }

        return self::of($formula(...$values), $unit);
    }

    /** @return array{value: ?float, unit: string, state: string, reason: ?string} */
    public function jsonSerialize(): array
    {
        $absence = $this->absence();

        return [
            'value' => $absence === null ? $this->value() : null,
            'unit' => $this->unit->value,
            'state' => $absence === null ? 'value' : $absence->kind->value,
            'reason' => $absence?->sentence(),
        ];
    }
}
