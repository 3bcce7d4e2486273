<?php

declare(strict_types=1);

namespace App\Research;

use App\Models\Bar;
use App\Models\CorporateAction;
use App\Models\Decision;
use Illuminate\Support\Collection;
use Logion\Market\CorporateActions;
use Logion\Market\Day;
use Logion\Valuation\MarginOfSafety;

/** Decisions held against the prices of a day; shares split since count on the new basis. */
final class DecisionReport
{
    /** New shares per old since a decision: what it says in the share terms of then is that many times today's. */
    public static function splitRatio(Decision $decision, int $day): float
    {
        $security = $decision->company->security->id;

        return (self::splits(collect([$security]))[$security] ?? new CorporateActions)->splitRatio((int) $decision->decided_on, $day);
    }

    /**
     * @param  Collection<int, Decision>  $decisions  with company.security loaded
     * @return list<array<string, mixed>>
     */
    public static function of(Collection $decisions, int $day): array
    {
        $securities = $decisions->map(static fn (Decision $decision): int => $decision->company->security->id)->unique();
        $latest = Bar::query()->selectRaw('security_id, max(day) as day')->whereIn('security_id', $securities)->where('day', '<=', $day)->groupBy('security_id');
        $prices = Bar::query()->joinSub($latest, 'latest', static fn ($join) => $join->on('bars.security_id', '=', 'latest.security_id')->on('bars.day', '=', 'latest.day'))->pluck('bars.close', 'bars.security_id');
        $splits = self::splits($securities);

        return $decisions->map(static function (Decision $decision) use ($day, $prices, $splits): array {
            $security = $decision->company->security;
            $ratio = ($splits[$security->id] ?? new CorporateActions)->splitRatio((int) $decision->decided_on, $day);
            $value = $decision->value_per_share / $ratio;
            $then = $decision->price_then / $ratio;
            $now = isset($prices[$security->id]) ? (float) $prices[$security->id] : null;
            $below = MarginOfSafety::buyBelow($value, $decision->margin_of_safety);

            return [
                'id' => $decision->id, 'ticker' => $security->ticker, 'name' => $decision->company->name, 'verdict' => $decision->verdict, 'thesis' => $decision->thesis, 'disproof' => $decision->disproof,
                'value_per_share' => $value, 'margin_of_safety' => $decision->margin_of_safety, 'buy_below' => $below, 'price_then' => $then, 'price_now' => $now,
                'distance' => MarginOfSafety::distance($now, $below), 'since' => $now === null || $then <= 0 ? null : $now / $then - 1,
                'currency' => $decision->currency, 'decided_on' => Day::iso((int) $decision->decided_on), 'valuation_id' => $decision->valuation_id,
            ];
        })->values()->all();
    }

    /**
     * @param  Collection<int, int>  $securities
     * @return Collection<int, CorporateActions> by security
     */
    private static function splits(Collection $securities): Collection
    {
        return CorporateAction::query()->whereIn('security_id', $securities)->where('kind', 'split')->orderBy('ex_date')->get()
            ->groupBy('security_id')->map(static fn (Collection $actions): CorporateActions => new CorporateActions($actions->map(static fn (CorporateAction $split): array => [(int) $split->ex_date, (float) $split->ratio])->values()->all()));
    }
}
