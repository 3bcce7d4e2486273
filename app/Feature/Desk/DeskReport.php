<?php

declare(strict_types=1);

namespace App\Feature\Desk;

use App\Evaluation\EvaluationContext;
use App\Models\Company;
use App\Models\Decision;
use App\Models\LookedCompany;
use App\Models\User;
use App\Storage\CaredCompanies;
use App\Storage\Identity\Identities;
use App\Storage\UpcomingDates;
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
        private CaredChanges $changes,
        private UpcomingDates $upcoming,
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
        $changes = $this->changes->of($user, $since, $day);
        $order = [];
        foreach ($changes as $company => $own) {
            usort($own, static fn (CompanyChange $a, CompanyChange $b): int => $b->weight <=> $a->weight ?: $b->day <=> $a->day);
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
                            'sentence' => ChangeWords::of($of),
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
     * @param  list<int>  $companies
     * @return list<array{company: int, day: int, kind: string, amount: float|null}>
     */
    private function dates(User $user, array $companies, int $day): array
    {
        $dates = $this->upcoming->of($companies, $day, Day::plus($day, self::NEXT_DAYS));
        foreach (Decision::query()->of($user)->standing($day)->where('review_on', '>', $day)->get() as $of) {
            $dates[] = ['company' => (int) $of->company_id, 'day' => (int) $of->review_on, 'kind' => 'review', 'amount' => null];
        }
        usort($dates, static fn (array $a, array $b): int => $a['day'] <=> $b['day']);

        return array_slice($dates, 0, self::MOST_DATES);
    }
}
