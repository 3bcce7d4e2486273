<?php

declare(strict_types=1);

namespace App\Feature\Desk;

use App\Evaluation\EvaluationContext;
use App\Following\CallReport;
use App\Models\Company;
use App\Models\ConditionCall;
use App\Models\Decision;
use App\Models\LookedCompany;
use App\Models\User;
use App\Models\WatchedCondition;
use App\Storage\CaredCompanies;
use App\Storage\Identity\Identities;
use App\Storage\RecentChanges;
use App\Storage\RecentPrices;
use Logion\Figure\Numerals;
use Logion\Figure\Words;
use Logion\Following\CompanyChange;
use Logion\Time\Day;

/** What changed, since somebody last looked, of the companies they hold, watch and work on; and what comes next. */
final readonly class DeskReport
{
    /** How far back is looked where nobody looked before, and at most. */
    private const DAYS_BACK = 30;

    private const MOST_DAYS_BACK = 370;

    private const MOST_COMPANIES = 100;

    private const MOST_CHANGES = 8;

    private const NEXT_DAYS = 45;

    private const MOST_DATES = 40;

    public function __construct(
        private CaredCompanies $cared,
        private RecentChanges $recent,
        private RecentPrices $prices,
        private CallReport $calls,
        private Identities $identities,
    ) {
    }

    /** @return array<string, mixed> */
    public function of(EvaluationContext $context): array
    {
        $user = $context->user ?? throw new \LogicException('A desk has an owner.');
        $day = $context->day;
        $cared = $this->cared->of($user, $day);
        [$all, $since] = $this->since($user, array_keys($cared), $day);
        $changes = $this->changes($user, $since, $day);
        $order = [];
        foreach ($changes as $company => $own) {
            usort($own, static fn (CompanyChange $a, CompanyChange $b): int => [$b->weight(), $b->day] <=> [$a->weight(), $a->day]);
            $changes[$company] = $own;
            $order[$company] = CompanyChange::together($own) + (in_array('held', $cared[$company] ?? [], true) ? 5 : 0);
        }
        arsort($order);
        $shown = array_slice(array_keys($order), 0, self::MOST_COMPANIES);
        $dates = $this->dates($user, array_keys($cared), $day);
        $named = [...$shown, ...array_column($dates, 'company')];
        $references = $this->identities->references($named);
        $names = Company::query()->whereKey(array_values(array_unique($named)))->pluck('name', 'id');

        return [
            'as_of' => Day::iso($day),
            'since' => Day::iso($all),
            'cared' => count($cared),
            'changes' => array_sum(array_map('count', $changes)),
            'others' => max(0, count($order) - count($shown)),
            'companies' => array_map(
                static fn (int $company): array => [
                    'ticker' => $references[$company] ?? '',
                    'name' => (string) $names->get($company),
                    'why' => array_values(array_unique($cared[$company] ?? [])),
                    'since' => Day::iso($since[$company] ?? $all),
                    'changes' => array_map(
                        static fn (CompanyChange $of): array => [
                            'kind' => $of->kind,
                            'day' => Day::iso($of->day),
                            'sentence' => $of->sentence,
                            'size' => $of->size,
                        ],
                        array_slice($changes[$company], 0, self::MOST_CHANGES),
                    ),
                    'more' => max(0, count($changes[$company]) - self::MOST_CHANGES),
                ],
                $shown,
            ),
            'next' => array_map(
                static fn (array $of): array => [
                    'ticker' => $references[$of['company']] ?? '',
                    'name' => (string) $names->get($of['company']),
                    'day' => Day::iso($of['day']),
                    'kind' => $of['kind'],
                    'amount' => $of['amount'],
                ],
                $dates,
            ),
        ];
    }

    /**
     * From when on things are new, of all companies and of each; those that are snoozed are left out.
     *
     * @param  list<int>  $companies
     * @return array{int, array<int, int>}
     */
    private function since(User $user, array $companies, int $day): array
    {
        $looked = LookedCompany::query()->of($user)->get();
        // A past day is looked at as on that day: what was looked at later says nothing of it.
        $by = static fn (?int $through): ?int => $through !== null && $through <= $day ? $through : null;
        $all = $by($looked->firstWhere('company_id', null)?->through) ?? Day::plus($day, -self::DAYS_BACK);
        $all = max($all, Day::plus($day, -self::MOST_DAYS_BACK));
        $own = $looked->whereNotNull('company_id')->keyBy('company_id');
        $since = [];
        foreach ($companies as $company) {
            $of = $own->get($company);
            if ($of === null || $of->snoozed_until === null || $of->snoozed_until <= $day) {
                $since[$company] = max($all, $by($of?->through) ?? $all);
            }
        }

        return [$all, $since];
    }

    /**
     * @param  array<int, int>  $since
     * @return array<int, list<CompanyChange>> by company
     */
    private function changes(User $user, array $since, int $day): array
    {
        $rows = $this->recent->of($since, $day);
        $changes = [];
        foreach (
            [
                $this->called($user, $since, $day),
                $this->results($rows['filings']),
                self::events($rows['news']),
                self::ratings($rows['ratings']),
                self::insiders($rows['insider_trades']),
                $this->dividends($rows['dividends']),
                $this->revisions($rows['estimates'], $since),
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
            $changes[] = [
                $call['company'],
                new CompanyChange(
                    $isBroken ? 'broken' : 'called',
                    Day::parse($call['day']),
                    $call['short'].($call['note'] === null ? '' : " ({$call['note']})"),
                ),
            ];
        }

        return $changes;
    }

    /**
     * @param  list<array<string, mixed>>  $filings
     * @return list<array{int, CompanyChange}>
     */
    private function results(array $filings): array
    {
        $earnings = $this->recent->earnings($filings);
        $changes = [];
        foreach ($filings as $of) {
            if ($of['kind'] === 'restatement') {
                $changes[] = [(int) $of['company_id'], new CompanyChange('restatement', (int) $of['day'], (string) $of['title'])];

                continue;
            }
            $told = $earnings[(int) $of['id']] ?? null;
            $surprise =
                $told === null || $told['consensus'] === null || $told['consensus'] == 0.0
                    ? null
                    : ($told['actual'] - $told['consensus']) / abs($told['consensus']);
            $sentence = match (true) {
                $told === null => (string) $of['title'],
                $surprise === null => Words::say('desk_result', title: $of['title'], actual: Numerals::decimal($told['actual'], 2)),
                default => Words::say(
                    'desk_result_surprise',
                    title: $of['title'],
                    actual: Numerals::decimal($told['actual'], 2),
                    expected: Numerals::decimal((float) $told['consensus'], 2),
                    percent: self::percent($surprise),
                ),
            };
            $changes[] = [(int) $of['company_id'], new CompanyChange('result', (int) $of['day'], $sentence, $surprise)];
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
            static fn (array $of): array => [(int) $of['company_id'], new CompanyChange('event', (int) $of['day'], (string) $of['title'])],
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
            static fn (array $of): array => [
                (int) $of['company_id'],
                new CompanyChange(
                    'rating',
                    (int) $of['day'],
                    Words::say(
                        'desk_rating',
                        house: $of['house'],
                        before: $of['before'],
                        rating: $of['rating'],
                        target: Numerals::decimal((float) $of['target'], 2),
                    ),
                ),
            ],
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
            $side = $of['shares'] > 0 ? 'bought' : 'sold';
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
                $sentence =
                    $side === 'bought'
                        ? Words::say('desk_insiders_bought', people: count($of['people']), shares: Numerals::decimal($of['shares']))
                        : Words::say('desk_insiders_sold', people: count($of['people']), shares: Numerals::decimal($of['shares']));
                $changes[] = [$company, new CompanyChange($side === 'bought' ? 'insider' : 'sold', $of['day'], $sentence)];
            }
        }

        return $changes;
    }

    /**
     * @param  list<array<string, mixed>>  $dividends
     * @return list<array{int, CompanyChange}>
     */
    private function dividends(array $dividends): array
    {
        $changes = [];
        $earlier = $this->recent->dividendsBefore($dividends);
        foreach ($dividends as $of) {
            $before = $of['special'] ? null : $earlier["{$of['security_id']}:{$of['ex_date']}"] ?? null;
            $moved = $before === null || $before <= 0 ? null : $of['amount'] / $before - 1;
            $sentence = Words::say(
                'desk_dividend',
                amount: Numerals::decimal((float) $of['amount'], 4),
                currency: $of['currency'],
                day: Day::iso((int) $of['ex_date']),
                change: match (true) {
                    (bool) $of['special'] => Words::say('desk_dividend_special'),
                    $moved === null || abs($moved) < 0.005 => '',
                    default => Words::say('desk_dividend_changed', percent: self::percent($moved)),
                },
            );
            $changes[] = [(int) $of['company_id'], new CompanyChange('dividend', (int) $of['day'], $sentence, $moved)];
        }

        return $changes;
    }

    /**
     * How far what is expected of the fiscal year that runs moved since somebody looked.
     *
     * @param  list<array<string, mixed>>  $estimates
     * @param  array<int, int>  $since
     * @return list<array{int, CompanyChange}>
     */
    private function revisions(array $estimates, array $since): array
    {
        $latest = [];
        foreach ($estimates as $of) {
            if ($of['period'] % 10 === 0) {
                $latest[(int) $of['company_id']][(int) $of['period']] = $of;
            }
        }
        $changes = [];
        foreach ($latest as $company => $years) {
            ksort($years);
            $of = reset($years);
            $then = $this->recent->expected($company, (int) $of['period'], $since[$company]);
            $now = $this->recent->expected($company, (int) $of['period'], (int) $of['day']);
            $moved = $then === null || $now === null || $then == 0.0 ? null : ($now - $then) / abs($then);
            if ($moved !== null && abs($moved) >= CompanyChange::LEAST_REVISION) {
                $sentence = Words::say(
                    'desk_revision',
                    year: intdiv((int) $of['period'], 10),
                    before: Numerals::decimal($then, 2),
                    now: Numerals::decimal((float) $now, 2),
                    percent: self::percent($moved),
                );
                $changes[] = [$company, new CompanyChange('revision', (int) $of['day'], $sentence, $moved)];
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
                $sentence = Words::say(
                    'desk_price_moved',
                    before: Numerals::decimal($then, 2),
                    now: Numerals::decimal($now, 2),
                    percent: self::percent($moved),
                );
                $changes[] = [$company, new CompanyChange('price', $on, $sentence, $moved)];
            }
        }

        return $changes;
    }

    /**
     * @param  list<int>  $companies
     * @return list<array{company: int, day: int, kind: string, amount: float|null}>
     */
    private function dates(User $user, array $companies, int $day): array
    {
        $dates = $this->recent->dates($companies, $day, Day::plus($day, self::NEXT_DAYS));
        foreach (Decision::query()->of($user)->standing($day)->where('review_on', '>', $day)->get() as $of) {
            $dates[] = ['company' => (int) $of->company_id, 'day' => (int) $of->review_on, 'kind' => 'review', 'amount' => null];
        }
        usort($dates, static fn (array $a, array $b): int => $a['day'] <=> $b['day']);

        return array_slice($dates, 0, self::MOST_DATES);
    }

    private static function percent(float $of): string
    {
        return ($of > 0 ? '+' : '').Numerals::decimal(100 * $of, 1);
    }
}
