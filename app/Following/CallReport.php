<?php

declare(strict_types=1);

namespace App\Following;

use App\Evaluation\Catalogues;
use App\Models\Company;
use App\Models\ConditionCall;
use App\Models\User;
use App\Models\WatchedCondition;
use App\Storage\Identity\Identities;
use Illuminate\Support\Collection;
use Logion\Figure\LogionException;
use Logion\Figure\Words;
use Logion\Time\Day;

/** Calls in words and figures. */
final readonly class CallReport
{
    public function __construct(private Catalogues $catalogues, private Identities $identities)
    {
    }

    /**
     * @param  Collection<int, ConditionCall>  $calls  with their conditions loaded
     * @return list<array{id: int, condition: int, ticker: string, name: string, company: int, day: string, role: string, kind: string,
     *     sentence: string, short: string, note: ?string, actual: ?float, required: ?float}>
     */
    public function of(User $user, Collection $calls): array
    {
        $companies = $calls->pluck('company_id')->map(intval(...))->unique()->values();
        $references = $this->identities->references($companies);
        $names = Company::query()->whereKey($companies)->pluck('name', 'id');

        return $calls
            ->map(function (ConditionCall $call) use ($user, $references, $names): array {
                $condition = $call->condition;
                $name = (string) $names->get($call->company_id);

                return [
                    'id' => $call->id,
                    'condition' => $condition->id,
                    'ticker' => $references[(int) $call->company_id] ?? '',
                    'name' => $name,
                    'company' => (int) $call->company_id,
                    'day' => Day::iso($call->day),
                    'role' => $condition->role,
                    'kind' => $condition->kind,
                    'sentence' => "{$name}: {$this->sentence($user, $condition)}",
                    'short' => $this->sentence($user, $condition),
                    'note' => $condition->note,
                    'actual' => $call->actual,
                    'required' => $call->required,
                ];
            })
            ->values()
            ->all();
    }

    /** What a condition says when it calls. */
    private function sentence(User $user, WatchedCondition $condition): string
    {
        $words = $this->words($user, $condition);

        return match ($condition->role) {
            WatchedCondition::REASON => Words::say('reason_broke', what: $words),
            WatchedCondition::DISPROOF => Words::say('disproof_came', what: $words),
            WatchedCondition::INTEREST => Words::say('interest_reached', what: $words),
            WatchedCondition::BUY_BELOW => Words::say('buy_below_reached', what: $words),
            default => $words,
        };
    }

    /** What a condition looks at; where what it needs is gone, it says so. */
    public function words(User $user, WatchedCondition $condition): string
    {
        try {
            $catalogue = $this->catalogues->of($user);

            return ConditionChecks::of($condition, $catalogue)->words($catalogue);
        } catch (LogionException $error) {
            return Words::say('check_is_gone', why: $error->getMessage());
        }
    }
}
