<?php

declare(strict_types=1);

namespace Logion\Reporting;

/** Sums by which a total is made of its parts. */
final class SignedSum
{
    /**
     * A signed sum; null unless every required part is known (optional ones count as nothing).
     *
     * @param  list<array{int, string}>  $parts
     * @param  \Closure(string): ?float  $value
     */
    public static function of(array $parts, \Closure $value): ?float
    {
        $sum = 0.0;
        foreach ($parts as [$sign, $line]) {
            $amount = $value($line);
            if ($amount === null) {
                if (LineItems::all()[$line]->absence === 'unknown') {
                    return null;
                }

                continue;
            }
            $sum += $sign * $amount;
        }

        return $sum;
    }
}
