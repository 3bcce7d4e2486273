<?php

declare(strict_types=1);

namespace App\Storage;

use Illuminate\Support\Facades\DB;
use PDO;
use PDOStatement;

/** Rows that are new of some companies, kind by kind, as they are stored. */
final class RecentChanges
{
    private const EARNINGS = 'earnings_per_share_diluted';

    /** News that change what a company is. */
    private const EVENTS = ['takeover', 'insolvency', 'spin_off', 'listing', 'year_end'];

    /** Companies asked for together. */
    private const TOGETHER = 500;

    private ?PDOStatement $expected = null;

    /**
     * @param  array<int, int>  $since  day after which is wanted, by company
     * @return array<string, list<array<string, mixed>>> rows of filings, news, ratings, insider trades, dividends and estimates
     */
    public function of(array $since, int $until): array
    {
        $all = ['filings' => [], 'news' => [], 'ratings' => [], 'insider_trades' => [], 'dividends' => [], 'estimates' => []];
        $from = $since === [] ? $until : min($since);
        foreach (array_chunk(array_keys($since), self::TOGETHER) as $companies) {
            $of = static fn (string $table, string $day) => DB::table($table)
                ->whereIn('company_id', $companies)
                ->where($day, '>', $from)
                ->where($day, '<=', $until);
            $rows = [
                'filings' => $of('filings', 'filed_on')
                    ->orderBy('filed_on')
                    ->get(['id', 'company_id', 'filed_on as day', 'kind', 'period', 'title']),
                'news' => $of('news', 'day')
                    ->whereIn('kind', self::EVENTS)
                    ->orderBy('day')
                    ->get(['company_id', 'day', 'kind', 'title']),
                'ratings' => $of('ratings', 'day')
                    ->whereNotNull('before')
                    ->whereColumn('before', '!=', 'rating')
                    ->orderBy('day')
                    ->get(['company_id', 'day', 'house', 'rating', 'before', 'target']),
                'insider_trades' => $of('insider_trades', 'day')
                    ->orderBy('day')
                    ->get(['company_id', 'day', 'insider', 'shares', 'price']),
                'dividends' => DB::table('dividends')
                    ->join('securities', 'securities.id', '=', 'security_id')
                    ->whereIn('company_id', $companies)
                    ->where('securities.main', true)
                    ->where('declared_on', '>', $from)
                    ->where('declared_on', '<=', $until)
                    ->orderBy('declared_on')
                    ->get(['company_id', 'security_id', 'declared_on as day', 'ex_date', 'amount', 'currency', 'special']),
                // Of a year told several times the latest counts.
                'estimates' => $of('estimates', 'day')
                    ->where('line', self::EARNINGS)
                    ->groupBy('company_id', 'period')
                    ->get(['company_id', 'period', DB::raw('max(day) as day')]),
            ];
            foreach ($rows as $kind => $some) {
                foreach ($some as $row) {
                    // Each company has a day of its own from which on it is new.
                    if ($row->day > $since[(int) $row->company_id]) {
                        $all[$kind][] = (array) $row;
                    }
                }
            }
        }

        return $all;
    }

    /**
     * What quarters or years brought a share, and what was expected the day before they were told.
     *
     * @param  list<array<string, mixed>>  $filings  rows of filings
     * @return array<int, array{actual: float, consensus: float|null}> by filing
     */
    public function earnings(array $filings): array
    {
        $periods = array_column($filings, 'period', 'id');
        $actual = [];
        foreach (array_chunk(array_keys($periods), self::TOGETHER) as $ids) {
            foreach (
                DB::table('facts')
                    ->whereIn('filing_id', $ids)
                    ->where('line', self::EARNINGS)
                    ->get(['filing_id', 'period', 'value']) as $row
            ) {
                if ((int) $row->period === (int) $periods[(int) $row->filing_id]) {
                    $actual[(int) $row->filing_id] = (float) $row->value;
                }
            }
        }
        $told = [];
        foreach ($filings as $filing) {
            if (isset($actual[$filing['id']])) {
                $told[(int) $filing['id']] = [
                    'actual' => $actual[$filing['id']],
                    'consensus' => $this->expected((int) $filing['company_id'], (int) $filing['period'], (int) $filing['day'] - 1),
                ];
            }
        }

        return $told;
    }

    /** What was expected of a period up to a day. */
    public function expected(int $company, int $period, int $until): ?float
    {
        $this->expected ??= DB::connection()
            ->getPdo()
            ->prepare(
                "select mean from estimates where company_id = ? and line = '".
                    self::EARNINGS.
                    "' and period = ? and day <= ? order by day desc limit 1",
            );
        $this->expected->execute([$company, $period, $until]);
        $row = $this->expected->fetch(PDO::FETCH_NUM);

        return $row === false ? null : (float) $row[0];
    }

    /**
     * The regular dividend before each of some.
     *
     * @param  list<array<string, mixed>>  $dividends
     * @return array<string, float> amount by security and ex-day of the later one
     */
    public function dividendsBefore(array $dividends): array
    {
        $before = [];
        foreach (array_chunk(array_values(array_unique(array_column($dividends, 'security_id'))), self::TOGETHER) as $securities) {
            $last = [];
            $rows = DB::table('dividends')
                ->whereIn('security_id', $securities)
                ->where('special', false)
                ->orderBy('ex_date')
                ->get(['security_id', 'ex_date', 'amount']);
            foreach ($rows as $row) {
                if (isset($last[$row->security_id])) {
                    $before["{$row->security_id}:{$row->ex_date}"] = $last[$row->security_id];
                }
                $last[$row->security_id] = (float) $row->amount;
            }
        }

        return $before;
    }

    /**
     * Results and dividends to come that were announced.
     *
     * @param  list<int>  $companies
     * @return list<array{company: int, day: int, kind: string, amount: float|null}> the soonest first
     */
    public function dates(array $companies, int $after, int $until): array
    {
        $dates = [];
        foreach (array_chunk($companies, self::TOGETHER) as $some) {
            $rows = DB::table('calendar_dates')
                ->whereIn('company_id', $some)
                ->where('announced_on', '<=', $after)
                ->where('on_day', '>', $after)
                ->where('on_day', '<=', $until)
                ->orderBy('on_day')
                ->get(['company_id', 'kind', 'on_day', 'amount']);
            foreach ($rows as $row) {
                $dates[] = [
                    'company' => (int) $row->company_id,
                    'day' => (int) $row->on_day,
                    'kind' => (string) $row->kind,
                    'amount' => $row->amount === null ? null : (float) $row->amount,
                ];
            }
        }
        usort($dates, static fn (array $a, array $b): int => $a['day'] <=> $b['day']);

        return $dates;
    }
}
