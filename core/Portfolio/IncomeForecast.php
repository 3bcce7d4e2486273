<?php

declare(strict_types=1);

namespace Logion\Portfolio;

use Logion\Time\Day;

/**
 * Dividends of the twelve months to come, if each position goes on paying what it paid last as often as it did. Nothing grows, and what was
 * special is not paid again.
 *
 * @phpstan-type Payer array{name: string, quantity: float, dividend: ?float, frequency: ?int, last_payment: ?int, fx: ?float,
 *     withholding_tax: ?float, price: ?float}
 */
final readonly class IncomeForecast
{
    private const MONTHS = 12;

    /**
     * @param  list<array{name: string, payments: list<int>, gross: float, net: float, yield: ?float}>  $positions
     * @param  array<int, array{gross: float, net: float}>  $months  by month YYYYMM, rising
     */
    private function __construct(
        public array $positions,
        public array $months,
        public float $gross,
        public float $net,
        public ?float $yield,
    ) {
    }

    /** @param  list<Payer>  $positions */
    public static function of(int $asOf, array $positions): self
    {
        $until = Day::monthsEarlier($asOf, -self::MONTHS);
        $told = $months = $values = [];
        foreach ($positions as $of) {
            $each = $of['quantity'] * ($of['dividend'] ?? 0.0) * ($of['fx'] ?? 1.0);
            $days = self::payments($of, $asOf, $until);
            foreach ($days as $day) {
                $month = intdiv($day, 100);
                $months[$month]['gross'] = ($months[$month]['gross'] ?? 0.0) + $each;
                $months[$month]['net'] = ($months[$month]['net'] ?? 0.0) + $each * (1 - ($of['withholding_tax'] ?? 0.0));
            }
            $gross = $each * count($days);
            $value = ($of['price'] ?? 0.0) > 0 && $of['quantity'] > 0 ? $of['quantity'] * $of['price'] * ($of['fx'] ?? 1.0) : null;
            $values[] = $of['price'] === null ? null : $value ?? 0.0;
            $told[] = [
                'name' => $of['name'],
                'payments' => $days,
                'gross' => $gross,
                'net' => $gross * (1 - ($of['withholding_tax'] ?? 0.0)),
                'yield' => $value === null ? null : $gross / $value,
            ];
        }
        ksort($months);
        $gross = (float) array_sum(array_column($told, 'gross'));
        $whole = in_array(null, $values, true) ? null : (float) array_sum($values);

        return new self(
            $told,
            $months,
            $gross,
            (float) array_sum(array_column($told, 'net')),
            $whole === null || $whole <= 0 ? null : $gross / $whole,
        );
    }

    /**
     * @param  Payer  $of
     * @return list<int> days after the day on, up to the end
     */
    private static function payments(array $of, int $after, int $until): array
    {
        if (($of['dividend'] ?? 0.0) <= 0 || ($of['frequency'] ?? 0) < 1 || $of['last_payment'] === null) {
            return [];
        }
        $apart = intdiv(self::MONTHS, (int) $of['frequency']);
        $days = [];
        for ($k = 0; ($day = Day::monthsEarlier($of['last_payment'], -$k * $apart)) <= $until; $k++) {
            if ($day > $after) {
                $days[] = $day;
            }
        }

        return $days;
    }
}
