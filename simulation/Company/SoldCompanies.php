<?php

declare(strict_types=1);

namespace Simulation\Company;

use Logion\Time\Day;
use Simulation\Calendar;
use Simulation\Chance;
use Simulation\Industry\Industry;
use Simulation\Subject;
use Simulation\Wire;
use Simulation\World;

/**
 * Companies that are sold as a whole or in part, mostly such as never were listed. Each year's follow from the seed alone. What is paid is
 * what the industry's growth and need of capital are worth at the yield of the day, and two firms never agree on it.
 */
final class SoldCompanies
{
    private const IN_A_YEAR = [2, 4];

    /** Multiple of EBITDA of an industry that neither grows nor needs capital, at a yield of three per cent. */
    private const PLAIN_MULTIPLE = 7.0;

    public static function tell(World $world, Wire $wire): void
    {
        $year = intdiv($wire->day, 10000);
        $chance = new Chance($world->seed, "sold companies of {$year}");
        $count = $chance->integer(...self::IN_A_YEAR);
        $industries = array_values(array_filter(Industry::all(), static fn (Industry $industry): bool => $industry->kind === 'industrial'));
        for ($i = 0; $i < $count; $i++) {
            $day = Day::plus($year * 10000 + 101, $chance->integer(3, 355));
            while (! Calendar::isWorkday($day)) {
                $day = Day::plus($day, 1);
            }
            $sold = self::sold($chance, $chance->pick($industries), $world->economy->onDay($day)['long']);
            if ($wire->reaches($day)) {
                $wire->publish(Subject::Transaction, 470, $sold);
            }
        }
    }

    /** @return array<string, mixed> amounts in units of the currency, figures of the last fiscal year */
    private static function sold(Chance $chance, Industry $industry, float $yield): array
    {
        $revenue = exp($chance->between(log(4e7), log(2e9)));
        $margin = $industry->margin * $chance->between(0.6, 1.3) + ($chance->happens(0.12) ? -$industry->margin - 0.08 : 0.0);
        $ebit = $revenue * $margin;
        $ebitda = $ebit + $revenue * $industry->capital * $chance->between(0.7, 0.9);
        $multiple =
            (self::PLAIN_MULTIPLE + 70 * $industry->growth - 15 * $industry->capital) *
            (1 - 7 * ($yield - 0.03)) *
            exp(0.2 * $chance->normal());
        // Without earnings one pays for sales.
        $value = max($ebitda * $multiple, 0.35 * $revenue);
        $debt = min(0.7 * $value, max(0.0, $ebitda) * $industry->leverage * $chance->between(0.3, 1.3));
        $stake = $chance->happens(0.75) ? 1.0 : round($chance->between(0.51, 0.9), 2);
        $buyer = $chance->pick(['company', 'company', 'company', 'fund', 'fund', 'managers']);
        $name = $chance->pick(Names::PLACES);
        $of = $chance->pick($industry->trades);
        $other = $chance->pick(Names::PLACES);

        return [
            'target' => "{$name} {$of}",
            'acquirer' => match ($buyer) {
                'company' => $other.' '.$chance->pick($industry->trades),
                'fund' => $other.' '.$chance->pick(['Partners', 'Investment Chest', 'Tontine']),
                default => 'Its managers',
            },
            'buyer' => $buyer,
            'industry' => $industry->code,
            'country' => $chance->pick(array_keys(Names::COUNTRIES)),
            'price' => self::rounded(($value - $debt) * $stake),
            'stake' => $stake,
            'net_debt' => self::rounded($debt),
            'revenue' => self::rounded($revenue),
            'ebitda' => self::rounded($ebitda),
            'ebit' => self::rounded($ebit),
            'net_income' => $chance->happens(0.85) ? self::rounded(0.75 * ($ebit - 0.05 * $debt)) : null,
            'payment' => $chance->pick(['cash', 'cash', 'cash', 'shares', 'both']),
            // Few had a price a month before.
            'premium' => $chance->happens(0.3) ? round($chance->between(0.08, 0.55), 3) : null,
        ];
    }

    private static function rounded(float $amount): float
    {
        return round($amount, -5);
    }
}
