<?php

declare(strict_types=1);

namespace App\Feature\Driver;

use App\Models\BreakdownFact;
use Logion\Time\Day;
use Logion\Time\FiscalPeriod;

/** What a company reported of volumes and prices, good by good and fiscal year by fiscal year. */
final class ReportedDrivers
{
    private const VOLUME = 'volume';

    private const EACH = 'revenue for each';

    /**
     * @return array<string, array{unit: string, years: array<int, array{units: float|null, price: float|null}>}> by good, years ascending;
     *     as last filed by the day
     */
    public static function of(int $company, int $asOf): array
    {
        $goods = [];
        foreach (BreakdownFact::inOrderOfFiling($company, ['driver']) as $row) {
            $period = (int) $row->period;
            if ((int) $row->filing->filed_on > $asOf || $period % 10 !== 0) {
                continue;
            }
            $year = FiscalPeriod::fiscalYear($period);
            $good = (string) $row->member;
            $goods[$good] ??= ['unit' => '', 'years' => []];
            $goods[$good]['years'][$year] ??= ['units' => null, 'price' => null];
            if ($row->line === self::VOLUME) {
                $goods[$good]['unit'] = (string) $row->unit;
                $goods[$good]['years'][$year]['units'] = (float) $row->value;
            } elseif ($row->line === self::EACH) {
                $goods[$good]['years'][$year]['price'] = (float) $row->value;
            }
        }
        foreach ($goods as $good => $_) {
            ksort($goods[$good]['years']);
        }

        return $goods;
    }

    /** @return list<int> companies that reported volumes of a good in the two years before the day, without one */
    public static function rivals(string $good, int $company, int $asOf): array
    {
        $since = Day::monthsEarlier($asOf, 24);

        return BreakdownFact::query()
            ->where('axis', 'driver')
            ->where('member', $good)
            ->where('line', self::VOLUME)
            ->where('company_id', '<>', $company)
            ->whereHas('filing', static fn ($query) => $query->where('filed_on', '<=', $asOf)->where('filed_on', '>', $since))
            ->distinct()
            ->orderBy('company_id')
            ->pluck('company_id')
            ->map(static fn (mixed $id): int => (int) $id)
            ->values()
            ->all();
    }
}
