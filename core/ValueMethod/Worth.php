<?php

declare(strict_types=1);

namespace Logion\ValueMethod;

use Logion\Figure\Unit;

/** What a method says a share is worth, in the currency it trades in, with the sheet it comes from. */
final readonly class Worth
{
    public ?float $low;

    public ?float $centre;

    public ?float $high;

    /** @param  list<array{label: string, unit: Unit, values: list<?float>}>  $rows  one figure, or one a year */
    public function __construct(?float $low, ?float $centre, ?float $high, public array $rows = [])
    {
        [$low, $this->centre, $high] = array_map(self::finite(...), [$low, $centre, $high]);
        // What loses money is worth less the more is paid for it, and the less its losses are discounted.
        $isTurned = $low !== null && $high !== null && $low > $high;
        [$this->low, $this->high] = $isTurned ? [$high, $low] : [$low, $high];
    }

    /**
     * The centre at a rate, and what a point more or less of it makes: the usual width of what one does not know.
     *
     * @param  \Closure(float): ?float  $value
     * @param  list<array{label: string, unit: Unit, values: list<?float>}>  $rows
     */
    public static function aroundRate(\Closure $value, float $rate, array $rows): self
    {
        return new self($value($rate + self::POINT), $value($rate), $value($rate - self::POINT), $rows);
    }

    private const POINT = 0.01;

    /**
     * @param  float|list<?float>|null  $values
     * @return array{label: string, unit: Unit, values: list<?float>}
     */
    public static function row(string $label, Unit $unit, float|array|null $values): array
    {
        return ['label' => $label, 'unit' => $unit, 'values' => array_map(self::finite(...), is_array($values) ? $values : [$values])];
    }

    /** What grew beyond all bounds is no figure. */
    private static function finite(?float $value): ?float
    {
        return $value !== null && is_finite($value) ? $value : null;
    }
}
