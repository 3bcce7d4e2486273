<?php

declare(strict_types=1);

namespace Simulation\Company;

use Simulation\Industry\Industry;

/** The hand-written companies, each with a story that readers of statements meet; docs/guide/demo-companies.md says what to look for. */
final class Stories
{
    public const COUNT = 27;

    /** @return list<Charter> numbered from one */
    public static function all(int $seed): array
    {
        $charters = [];
        foreach (require __DIR__.'/stories.php' as $i => [$name, $ticker, $country, $code, $description, $with, $events]) {
            $industry = Industry::of($code);
            $charter = new Charter($i + 1, $seed, $name, $ticker, $country, $code, $description);
            foreach (
                [
                    'revenue' => 9e8,
                    'growth' => $industry->growth,
                    'longGrowth' => 0.03,
                    'grossMargin' => $industry->grossMargin,
                    'margin' => $industry->margin,
                    'research' => $industry->research,
                    'receivableDays' => $industry->receivableDays,
                    'inventoryDays' => $industry->inventoryDays,
                    'payableDays' => $industry->payableDays,
                    'prepaidDays' => $industry->prepaid,
                    'capital' => $industry->capital,
                    'life' => $industry->life,
                    'leverage' => $industry->leverage,
                    'leases' => $industry->leases,
                    'cyclicality' => $industry->cyclicality,
                    'fixed' => $industry->fixed,
                    'beta' => $industry->beta,
                    'taxRate' => ['XA' => 0.24, 'XB' => 0.19, 'XC' => 0.28][$country],
                    ...$with,
                ] as $property => $value
            ) {
                $charter->{$property} = $value;
            }
            $charter->events = $events;
            $charters[] = $charter;
        }

        return $charters;
    }
}
