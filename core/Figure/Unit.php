<?php

declare(strict_types=1);

namespace Logion\Figure;

/**
 * Unit of a figure. Fractions are stored as fractions; per cent exists only on the screen.
 *
 * For checking formulas a unit has two dimensions, powers of money and of shares: money per share is (1, −1).
 */
enum Unit: string
{
    case Money = 'money';
    case MoneyPerShare = 'money_per_share';
    case Shares = 'shares';
    case Percent = 'percent';
    case Ratio = 'ratio';
    case Times = 'times';
    case Days = 'days';
    case Years = 'years';
    case Count = 'count';
    case Score = 'score';
    case Date = 'date';

    /** Whether its figures depend on a currency. */
    public function isMoney(): bool
    {
        return $this === self::Money || $this === self::MoneyPerShare;
    }

    /** @return array{float, float} powers of money and of shares */
    public function dimension(): array
    {
        return match ($this) {
            self::Money => [1.0, 0.0],
            self::MoneyPerShare => [1.0, -1.0],
            self::Shares => [0.0, 1.0],
            default => [0.0, 0.0],
        };
    }
}
