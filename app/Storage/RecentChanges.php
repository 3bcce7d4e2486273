<?php

declare(strict_types=1);

namespace App\Storage;

use Illuminate\Database\Query\JoinClause;
use Illuminate\Support\Facades\DB;
use PDO;

/** Rows that are new of some companies, kind by kind, as they are stored. */
final class RecentChanges
{
    /** Written out, since the indices are of what it is true of. */
    private const OF_EARNINGS = "line = 'earnings_per_share_diluted'";

    /** News that change what a company is. */
    private const EVENTS = ['takeover', 'insolvency', 'spin_off', 'listing', 'year_end'];

    /** A fiscal year that runs is called by this year, the one before, or, until it was told, the one before that. */
    private const YEARS_BEFORE = 2;

    /** A fiscal year that runs is called by no later year than the next. */
    private const YEARS_AHEAD = 1;

    /** Companies asked for together. */
    private const TOGETHER = 500;

    /**
     * @param  array<int, int>  $since  day after which is wanted, by company
     * @return array<string, list<array<string, mixed>>> rows of filings, news, ratings, insider trades and dividends; a dividend
     *     has the regular one of its share that went before
     */
    public function of(array $since, int $until): array
    {
        $all = ['filings' => [], 'news' => [], 'ratings' => [], 'insider_trades' => [], 'dividends' => []];
        $from = $since === [] ? $until : min($since);
        $connection = DB::connection();
        foreach (array_chunk(array_keys($since), self::TOGETHER) as $companies) {
            $of = static fn (string $table, string $day) => DB::table($table)
                ->whereIntegerInRaw("{$table}.company_id", $companies)
                ->where($day, '>', $from)
                ->where($day, '<=', $until);
            $rows = [
                // With what quarters or years brought a share, and what was expected the day before they were told.
                'filings' => $of('filings', 'filed_on')
                    ->leftJoin(
                        'facts',
                        static fn (JoinClause $join) => $join
                            ->on('facts.filing_id', '=', 'filings.id')
                            ->on('facts.period', '=', 'filings.period')
                            ->whereRaw('facts.'.self::OF_EARNINGS),
                    )
                    ->orderBy('filed_on')
                    ->select([
                        'filings.company_id', 'filed_on as day', 'kind', 'filings.period', 'title', 'facts.value as actual',
                        DB::raw(
                            'case when facts.value is not null then (select mean from estimates where company_id = filings.company_id and '.
                                self::OF_EARNINGS.
                                ' and period = filings.period and day < filed_on order by day desc limit 1) end as consensus',
                        ),
                    ]),
                'news' => $of('news', 'day')
                    ->whereIn('kind', self::EVENTS)
                    ->orderBy('day')
                    ->select(['company_id', 'day', 'kind', 'title']),
                'ratings' => $of('ratings', 'day')
                    ->whereNotNull('before')
                    ->whereColumn('before', '!=', 'rating')
                    ->orderBy('day')
                    ->select(['company_id', 'day', 'house', 'rating', 'before', 'target']),
                'insider_trades' => $of('insider_trades', 'day')
                    ->orderBy('day')
                    ->select(['company_id', 'day', 'insider', 'shares', 'price']),
                'dividends' => DB::table('dividends')
                    ->join('securities', 'securities.id', '=', 'security_id')
                    ->whereIntegerInRaw('company_id', $companies)
                    ->where('securities.main', true)
                    ->where('declared_on', '>', $from)
                    ->where('declared_on', '<=', $until)
                    ->orderBy('declared_on')
                    ->select([
                        'company_id', 'security_id', 'declared_on as day', 'ex_date', 'amount', 'currency', 'special',
                        DB::raw(
                            '(select amount from dividends as earlier where earlier.security_id = dividends.security_id and '.
                                'earlier.special = false and earlier.ex_date < dividends.ex_date order by ex_date desc limit 1) '.
                                'as before',
                        ),
                    ]),
            ];
            foreach ($rows as $kind => $query) {
                $statement = $connection->getPdo()->prepare($query->toSql());
                $connection->bindValues($statement, $query->getBindings());
                $statement->execute();
                foreach ($statement->fetchAll(PDO::FETCH_ASSOC) as $row) {
                    // Each company has a day of its own from which on it is new.
                    if ($row['day'] > $since[(int) $row['company_id']]) {
                        $all[$kind][] = $row;
                    }
                }
            }
        }

        return $all;
    }

    /**
     * What is expected of the fiscal year that ran when it was first told, beside what was expected before.
     *
     * @param  array<int, int>  $since  day after which is wanted, by company
     * @return array<int, array{period: int, day: int, before: float|null, now: float}> by company
     */
    public function revised(array $since, int $until): array
    {
        $revised = [];
        foreach (array_chunk($since, self::TOGETHER, true) as $some) {
            $years = range(intdiv(min($some), 10_000) - self::YEARS_BEFORE, intdiv($until, 10_000) + self::YEARS_AHEAD);
            $told = static fn (string $day): string => 'from estimates where company_id = cared.company and '.
                self::OF_EARNINGS.
                " and period = years.period and day <= {$day} order by day desc limit 1";
            // Years and companies are met in the database, where what was said last of each is one step in an index.
            $rows = DB::connection()
                ->getPdo()
                ->query(
                    'with cared (company, since) as (values '.
                        implode(
                            ',',
                            array_map(static fn (int $company, int $day): string => "({$company},{$day})", array_keys($some), $some),
                        ).
                        '), years (period) as (values '.
                        implode(',', array_map(static fn (int $year): string => '('. 10 * $year.')', $years)).
                        ') select cared.company, years.period, now.day, '.
                        "(select mean {$told('cared.since')}), now.mean ".
                        "from cared cross join years join estimates now on now.id = (select id {$told((string) $until)}) ".
                        'where now.day > cared.since order by years.period',
                );
            foreach ($rows === false ? [] : $rows->fetchAll(PDO::FETCH_NUM) as [$company, $period, $day, $before, $now]) {
                $revised[(int) $company] ??= [
                    'period' => (int) $period,
                    'day' => (int) $day,
                    'before' => $before === null ? null : (float) $before,
                    'now' => (float) $now,
                ];
            }
        }

        return $revised;
    }
}
