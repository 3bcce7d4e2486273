<?php

declare(strict_types=1);

namespace Logion\Multiple;

/** What is paid for a unit of a figure, and what a multiple is applied to. */
enum Multiple: string
{
    case Sales = 'ev_to_sales';

    case Ebitda = 'ev_to_ebitda';

    case Ebit = 'ev_to_ebit';

    case Earnings = 'price_to_earnings';

    case Book = 'price_to_book';

    /** Of enterprise value, which the bridge leads to equity, or of the value of the shares themselves. */
    public function isOfEnterprise(): bool
    {
        return match ($this) {
            self::Sales, self::Ebitda, self::Ebit => true,
            self::Earnings, self::Book => false,
        };
    }

    /**
     * Value over a figure. Null, which is not meaningful, where either is missing, the figure is not above nothing, the value is negative,
     * or the multiple is above a cap.
     */
    public static function paid(?float $value, ?float $for, ?float $cap = null): ?float
    {
        if ($value === null || $for === null || $for <= 0 || $value < 0) {
            return null;
        }
        $multiple = $value / $for;

        return $cap !== null && $multiple > $cap ? null : $multiple;
    }
}
