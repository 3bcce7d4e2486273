<?php

declare(strict_types=1);

namespace App\Storage;

use Illuminate\Support\Facades\DB;
use Logion\Market\CorporateActions;
use Logion\Market\PriceSeries;
use PDO;

/** The latest closes of many companies, with the one before them, on the share basis of a day. */
final class RecentPrices
{
    private const TOGETHER = 500;

    /**
     * @param  array<int, int>  $since  day after which closes are wanted, by company
     * @return array<int, PriceSeries> by company
     */
    public function since(array $since, int $until): array
    {
        $series = [];
        $connection = DB::connection()->getPdo();
        $before = $connection->prepare('select day, close from bars where listing_id = ? and day <= ? order by day desc limit 1');
        $after = $connection->prepare('select day, close from bars where listing_id = ? and day > ? and day <= ? order by day');
        foreach (array_chunk(array_keys($since), self::TOGETHER) as $companies) {
            $listings = $securities = [];
            foreach (
                DB::table('listings')
                    ->join('securities', 'securities.id', '=', 'security_id')
                    ->whereIn('company_id', $companies)
                    ->where('securities.main', true)
                    ->where('listings.main', true)
                    ->where('from_day', '<=', $until)
                    ->orderBy('from_day')
                    ->get(['listings.id', 'company_id', 'security_id']) as $row
            ) {
                // Of listings that followed each other the latest has the prices of these days.
                $listings[(int) $row->company_id] = (int) $row->id;
                $securities[(int) $row->company_id] = (int) $row->security_id;
            }
            $splits = DB::table('corporate_actions')
                ->whereIn('security_id', $securities)
                ->where('kind', 'split')
                ->where('ex_date', '<=', $until)
                ->orderBy('ex_date')
                ->get(['security_id', 'ex_date', 'ratio'])
                ->groupBy('security_id');
            foreach ($listings as $company => $listing) {
                $before->execute([$listing, $since[$company]]);
                $after->execute([$listing, $since[$company], $until]);
                $rows = [...$before->fetchAll(PDO::FETCH_NUM), ...$after->fetchAll(PDO::FETCH_NUM)];
                $own = [];
                foreach ($splits->get($securities[$company]) ?? [] as $of) {
                    $own[] = [(int) $of->ex_date, (float) $of->ratio];
                }
                $series[$company] = new PriceSeries(
                    array_map(static fn (array $row): int => (int) $row[0], $rows),
                    array_map(static fn (array $row): float => (float) $row[1], $rows),
                    actions: new CorporateActions($own),
                    asOf: $until,
                );
            }
        }

        return $series;
    }

    /**
     * The close of a day or the last before it, on the share basis of a later one, and the close of that.
     *
     * @param  array<int, int>  $since  by company
     * @return array<int, array{float, float, int}> then, now, and the day of now, by company
     */
    public function ends(array $since, int $until): array
    {
        $ends = [];
        foreach ($this->since($since, $until) as $company => $of) {
            $last = count($of->closes) - 1;
            // The first is of the day since which is looked, or before; what is first listed after it has none.
            if ($last >= 1 && $of->days[0] <= $since[$company]) {
                $ends[$company] = [$of->closes[0], $of->closes[$last], $of->days[$last]];
            }
        }

        return $ends;
    }
}
