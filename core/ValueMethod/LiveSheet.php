<?php

declare(strict_types=1);

namespace Logion\ValueMethod;

use Logion\Figure\Unit;
use Logion\Figure\Words;

/**
 * A method as formulas over its inputs, for a spreadsheet. A formula is written in OpenFormula (OASIS, 2011) with names in braces: {name}
 * is an input or a row of one figure; {name@} the same year of what goes through the years, {name@-} the year before, {name@first} and
 * {name@last} its ends, {name@all} all of it. {year@} counts the years from one.
 *
 * What shapes the sheet, such as the number of years, is fixed when it is written.
 */
final class LiveSheet
{
    public const CENTRE = 'centre';

    public const LOW = 'low';

    public const HIGH = 'high';

    public const NONE = '"n.m."';

    /** @var array<string, array{label: string, unit: Unit, formulas: list<string>, yearly: bool}> by name, in the order one reads them */
    public array $rows = [];

    /** A rate on both sides of which the low and the high lie; null where these are rows. */
    public ?string $around = null;

    /**
     * @param  int  $years  that rows go through
     * @param  list<string>  $fixed  inputs that shape the sheet
     */
    public function __construct(public readonly int $years = 0, public readonly array $fixed = [])
    {
        $this->yearly('year', Words::label('value.row.year', 'Year'), Unit::Count, static fn (int $t): string => (string) $t);
    }

    /** A figure as a formula has it, to the last digit. */
    public static function number(float $value): string
    {
        $text = json_encode($value, JSON_THROW_ON_ERROR | JSON_PRESERVE_ZERO_FRACTION);

        return $value < 0 ? "({$text})" : $text;
    }

    public function one(string $name, string $label, Unit $unit, string $formula): self
    {
        $this->rows[$name] = ['label' => $label, 'unit' => $unit, 'formulas' => [$formula], 'yearly' => false];

        return $this;
    }

    /** @param  \Closure(int): string  $formula  of each year, from one */
    public function yearly(string $name, string $label, Unit $unit, \Closure $formula): self
    {
        if ($this->years > 0) {
            $this->rows[$name] = [
                'label' => $label,
                'unit' => $unit,
                'formulas' => array_map($formula, range(1, $this->years)),
                'yearly' => true,
            ];
        }

        return $this;
    }

    /** The value a share, with a row for its low and its high where it has them. */
    public function worth(string $centre, ?string $low = null, ?string $high = null): self
    {
        if ($low !== null && $high !== null) {
            // The lower of both is the low, whichever end it comes from.
            $this->one('end_low', Words::label('value.row.end_low', 'At the lower end'), Unit::MoneyPerShare, $low);
            $this->one('end_high', Words::label('value.row.end_high', 'At the upper end'), Unit::MoneyPerShare, $high);
            $ordered = static fn (
                string $which,
                string $end,
            ): string => "IF(COUNT({end_low},{end_high})=2,{$which}({end_low},{end_high}),{$end})";
            [$low, $high] = [$ordered('MIN', '{end_low}'), $ordered('MAX', '{end_high}')];
        }
        foreach ([self::LOW => $low, self::CENTRE => $centre, self::HIGH => $high] as $name => $formula) {
            if ($formula !== null) {
                $this->rows[$name] = ['label' => $name, 'unit' => Unit::MoneyPerShare, 'formulas' => [$formula], 'yearly' => false];
            }
        }

        return $this;
    }

    /** The value a share, whose low and high are those at a rate a point higher and lower. */
    public function worthAround(string $rate, string $centre): self
    {
        $this->around = $rate;

        return $this->worth($centre);
    }
}
