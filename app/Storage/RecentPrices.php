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
        $select = 'select day, close from bars where '.SeenBars::SQL.' and listing_id = ?';
        $before = $connection->prepare("{$select} and day <= ? order by day desc limit 1");
        $after = $connection->prepare("{$select} and day > ? and day <= ? order by day");
        foreach ($this->listed(array_keys($since), $until) as $company => [$listing, $actions]) {
            $before->execute([$listing, $since[$company]]);
            $after->execute([$listing, $since[$company], $until]);
            $rows = [...$before->fetchAll(PDO::FETCH_NUM), ...$after->fetchAll(PDO::FETCH_NUM)];
            $series[$company] = self::series($rows, $actions, $until);
        }

        return $series;
    }

    /**
     * The close of a day or the last before it, on the share basis of a later one, and the close of that.
     *
     * @param  array<int, int>  $since  by company
     * @return array<int, array{float, float, int}> then, now, and the day of now, by company; what is first listed later has none
     */
    public function ends(array $since, int $until): array
    {
        $ends = $companies = $actions = [];
        foreach ($this->listed(array_keys($since), $until) as $company => [$listing, $splits]) {
            $companies[$listing] = $company;
            $actions[$company] = $splits;
        }
        foreach (array_chunk($companies, self::TOGETHER, true) as $some) {
            $asked = implode(
                ',',
                array_map(static fn (int $listing, int $of): string => "({$listing},{$since[$of]})", array_keys($some), $some),
            );
            $latest = '(select max(day) from bars where '.SeenBars::SQL.' and listing_id = asked.listing and day <= ';
            $rows = DB::connection()
                ->getPdo()
                ->query(
                    "with asked (listing, since) as (values {$asked}) ".
                        'select asked.listing, old.day, old.close, new.day, new.close from asked '.
                        "join bars old on old.listing_id = asked.listing and old.day = {$latest}asked.since) ".
                        "join bars new on new.listing_id = asked.listing and new.day = {$latest}{$until}) where old.day < new.day",
                );
            foreach ($rows === false ? [] : $rows->fetchAll(PDO::FETCH_NUM) as [$listing, $then, $before, $day, $now]) {
                $company = $some[(int) $listing];
                $of = self::series([[$then, $before], [$day, $now]], $actions[$company], $until);
                $ends[$company] = [$of->closes[0], $of->closes[1], $of->days[1]];
            }
        }

        return $ends;
    }

    /**
     * The listing that has the prices of these days, and the splits of its shares.
     *
     * @param  list<int>  $all
     * @return array<int, array{int, CorporateActions}> by company
     */
    private function listed(array $all, int $until): array
    {
        $found = [];
        foreach (array_chunk($all, self::TOGETHER) as $companies) {
            $listings = $securities = [];
            foreach (
                DB::table('listings')
                    ->join('securities', 'securities.id', '=', 'security_id')
                    ->whereIntegerInRaw('company_id', $companies)
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
                ->whereIntegerInRaw('security_id', $securities)
                ->where('kind', 'split')
                ->where('ex_date', '<=', $until)
                ->orderBy('ex_date')
                ->get(['security_id', 'ex_date', 'ratio'])
                ->groupBy('security_id');
            foreach ($listings as $company => $listing) {
                $own = [];
                foreach ($splits->get($securities[$company]) ?? [] as $of) {
                    $own[] = [(int) $of->ex_date, (float) $of->ratio];
                }
                $found[$company] = [$listing, new CorporateActions($own)];
            }
        }

        return $found;
    }

    /** @param  list<array{int|string, float|string}>  $rows  day and close */
    private static function series(array $rows, CorporateActions $actions, int $until): PriceSeries
    {
        return new PriceSeries(
            array_map(static fn (array $row): int => (int) $row[0], $rows),
            array_map(static fn (array $row): float => (float) $row[1], $rows),
            actions: $actions,
            asOf: $until,
        );
    }
}
