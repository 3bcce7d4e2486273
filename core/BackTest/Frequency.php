<?php

declare(strict_types=1);

namespace Logion\BackTest;

use Logion\Time\Day;

/** How often a portfolio is brought back to its weights. */
enum Frequency: string
{
    case Daily = 'daily';
    case Monthly = 'monthly';
    case Quarterly = 'quarterly';
    case Yearly = 'yearly';
    case Never = 'never';

    /**
     * Indices of the days on which a period ends, the first day always among them: the portfolio begins there.
     *
     * @param  list<int>  $days  YYYYMMDD, ascending
     * @return list<int>
     */
    public function ends(array $days): array
    {
        if ($days === []) {
            return [];
        }
        $ends = [0];
        foreach ($days as $i => $day) {
            if ($i > 0 && $i < count($days) - 1 && $this->period($day) !== $this->period($days[$i + 1])) {
                $ends[] = $i;
            }
        }

        return $ends;
    }

    private function period(int $day): int
    {
        $month = Day::month($day);

        return match ($this) {
            self::Daily => $day,
            self::Monthly => $month,
            self::Quarterly => Day::year($day) * 10 + intdiv(($month % 100) - 1, 3),
            self::Yearly => Day::year($day),
            self::Never => 0,
        };
    }
}
