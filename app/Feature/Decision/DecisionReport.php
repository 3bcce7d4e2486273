<?php

declare(strict_types=1);

namespace App\Feature\Decision;

use App\Models\Decision;
use App\Storage\LatestPrices;
use Illuminate\Support\Collection;
use Logion\Time\Day;
use Logion\Valuation\MarginOfSafety;

/** Decisions held against the prices of a day; shares split since count on the new basis. */
final class DecisionReport
{
    public function __construct(private readonly LatestPrices $prices)
    {
    }

    /** New shares per old since a decision: what it says in the share terms of then is that many times today's. */
    public function splitRatio(Decision $decision, int $day): float
    {
        return $this->prices->splitRatio($this->prices->identity($decision->company_id, $day), (int) $decision->decided_on, $day);
    }

    /**
     * @param  Collection<int, Decision>  $decisions  with company loaded
     * @return list<array<string, mixed>>
     */
    public function of(Collection $decisions, int $day): array
    {
        return $decisions
            ->map(function (Decision $decision) use ($day): array {
                $identity = $this->prices->identity($decision->company_id, $day);
                $ratio = $this->prices->splitRatio($identity, (int) $decision->decided_on, $day);
                $value = $decision->value_per_share / $ratio;
                $then = $decision->price_then / $ratio;
                $now = $this->prices->close($identity, $decision->currency, $day);
                $below = MarginOfSafety::buyBelow($value, $decision->margin_of_safety);

                return [
                    'id' => $decision->id,
                    'ticker' => $identity->reference,
                    'name' => $identity->name,
                    'verdict' => $decision->verdict,
                    'thesis' => $decision->thesis,
                    'disproof' => $decision->disproof,
                    'value_per_share' => $value,
                    'margin_of_safety' => $decision->margin_of_safety,
                    'buy_below' => $below,
                    'price_then' => $then,
                    'price_now' => $now,
                    'distance' => MarginOfSafety::distance($now, $below),
                    'since' => $now === null || $then <= 0 ? null : $now / $then - 1,
                    'currency' => $decision->currency,
                    'decided_on' => Day::iso((int) $decision->decided_on),
                    'valuation_id' => $decision->valuation_id,
                ];
            })
            ->values()
            ->all();
    }
}
