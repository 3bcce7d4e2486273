<?php

declare(strict_types=1);

namespace App\Feature\Desk;

use App\Following\CallReport;
use App\Models\ConditionCall;
use App\Models\User;
use App\Models\WatchedCondition;
use App\Storage\RecentChanges;
use App\Storage\RecentPrices;
use Logion\Following\CompanyChange;
use Logion\Time\Day;

/** What is new of companies somebody cares about, with the figures it is told by. */
final readonly class CaredChanges
{
    public function __construct(private RecentChanges $recent, private RecentPrices $prices, private CallReport $calls)
    {
    }

    /**
     * @param  array<int, int>  $since  day after which things are new, by company
     * @return array<int, list<CompanyChange>> by company
     */
    public function of(User $user, array $since, int $day): array
    {
        $rows = $this->recent->of($since, $day);
        $changes = [];
        foreach (
            [
                $this->called($user, $since, $day),
                self::results($rows['filings']),
                self::events($rows['news']),
                self::ratings($rows['ratings']),
                self::insiders($rows['insider_trades']),
                self::dividends($rows['dividends']),
                self::revisions($this->recent->revised($since, $day)),
                $this->moves($since, $day),
            ] as $some
        ) {
            foreach ($some as [$company, $change]) {
                $changes[$company][] = $change;
            }
        }

        return $changes;
    }

    /**
     * @param  array<int, int>  $since
     * @return list<array{int, CompanyChange}>
     */
    private function called(User $user, array $since, int $day): array
    {
        if ($since === []) {
            return [];
        }
        $calls = ConditionCall::query()
            ->of($user)
            ->where('day', '>', min($since))
            ->where('day', '<=', $day)
            ->with('condition.line')
            ->get()
            ->filter(
                static fn (ConditionCall $of): bool => isset($since[(int) $of->company_id]) && $of->day > $since[(int) $of->company_id],
            );
        $changes = [];
        foreach ($this->calls->of($user, $calls) as $call) {
            $isBroken = in_array($call['role'], [WatchedCondition::REASON, WatchedCondition::DISPROOF], true);
            $changes[] = [$call['company'], new CompanyChange($isBroken ? 'broken' : 'called', Day::parse($call['day']), $call)];
        }

        return $changes;
    }

    /**
     * @param  list<array<string, mixed>>  $filings
     * @return list<array{int, CompanyChange}>
     */
    private static function results(array $filings): array
    {
        $changes = [];
        foreach ($filings as $of) {
            $isRestatement = $of['kind'] === 'restatement';
            $isSurprise = ! $isRestatement && $of['actual'] !== null && $of['consensus'] !== null && $of['consensus'] != 0.0;
            $surprise = $isSurprise ? ($of['actual'] - $of['consensus']) / abs($of['consensus']) : null;
            $changes[] = [
                (int) $of['company_id'],
                new CompanyChange($isRestatement ? 'restatement' : 'result', (int) $of['day'], $of, $surprise),
            ];
        }

        return $changes;
    }

    /**
     * @param  list<array<string, mixed>>  $news
     * @return list<array{int, CompanyChange}>
     */
    private static function events(array $news): array
    {
        return array_map(
            static fn (array $of): array => [(int) $of['company_id'], new CompanyChange('event', (int) $of['day'], $of)],
            $news,
        );
    }

    /**
     * @param  list<array<string, mixed>>  $ratings
     * @return list<array{int, CompanyChange}>
     */
    private static function ratings(array $ratings): array
    {
        return array_map(
            static fn (array $of): array => [(int) $of['company_id'], new CompanyChange('rating', (int) $of['day'], $of)],
            $ratings,
        );
    }

    /**
     * What insiders bought, and what they sold, each as one.
     *
     * @param  list<array<string, mixed>>  $trades
     * @return list<array{int, CompanyChange}>
     */
    private static function insiders(array $trades): array
    {
        $sums = [];
        foreach ($trades as $of) {
            $side = $of['shares'] > 0 ? 'insider' : 'sold';
            $known = $sums[(int) $of['company_id']][$side] ?? ['shares' => 0.0, 'people' => [], 'day' => 0];
            $sums[(int) $of['company_id']][$side] = [
                'shares' => $known['shares'] + abs((float) $of['shares']),
                'people' => [...$known['people'], (string) $of['insider'] => true],
                'day' => max($known['day'], (int) $of['day']),
            ];
        }
        $changes = [];
        foreach ($sums as $company => $sides) {
            foreach ($sides as $side => $of) {
                $changes[] = [
                    $company,
                    new CompanyChange($side, $of['day'], ['people' => count($of['people']), 'shares' => $of['shares']]),
                ];
            }
        }

        return $changes;
    }

    /**
     * @param  list<array<string, mixed>>  $dividends
     * @return list<array{int, CompanyChange}>
     */
    private static function dividends(array $dividends): array
    {
        $changes = [];
        foreach ($dividends as $of) {
            $before = $of['special'] ? null : $of['before'];
            $moved = $before === null || $before <= 0 ? null : $of['amount'] / $before - 1;
            $changes[] = [(int) $of['company_id'], new CompanyChange('dividend', (int) $of['day'], $of, $moved)];
        }

        return $changes;
    }

    /**
     * How far what is expected of the fiscal year that runs moved since somebody looked.
     *
     * @param  array<int, array{period: int, day: int, before: float|null, now: float}>  $revised  by company
     * @return list<array{int, CompanyChange}>
     */
    private static function revisions(array $revised): array
    {
        $changes = [];
        foreach ($revised as $company => ['period' => $period, 'day' => $day, 'before' => $then, 'now' => $now]) {
            $moved = $then === null || $then == 0.0 ? null : ($now - $then) / abs($then);
            if ($moved !== null && abs($moved) >= CompanyChange::LEAST_REVISION) {
                $figures = ['year' => intdiv($period, 10), 'before' => $then, 'now' => $now];
                $changes[] = [$company, new CompanyChange('revision', $day, $figures, $moved)];
            }
        }

        return $changes;
    }

    /**
     * @param  array<int, int>  $since
     * @return list<array{int, CompanyChange}>
     */
    private function moves(array $since, int $day): array
    {
        $changes = [];
        foreach ($this->prices->ends($since, $day) as $company => [$then, $now, $on]) {
            $moved = $then > 0 ? $now / $then - 1 : 0.0;
            if (abs($moved) >= CompanyChange::LEAST_MOVE) {
                $changes[] = [$company, new CompanyChange('price', $on, ['before' => $then, 'now' => $now], $moved)];
            }
        }

        return $changes;
    }
}
