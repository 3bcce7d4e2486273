<?php

declare(strict_types=1);

namespace App\Feature\Decision;

use App\Models\Bar;
use App\Models\CorporateAction;
use App\Models\Decision;
use App\Storage\EconomyReader;
use App\Storage\Identity\CompanyIdentity;
use App\Storage\Identity\Identities;
use Illuminate\Support\Collection;
use Logion\Identity\DatedListing;
use Logion\Market\CorporateActions;
use Logion\Time\Day;
use Logion\Valuation\MarginOfSafety;

/** Decisions held against the prices of a day; shares split since count on the new basis. */
final class DecisionReport
{
    public function __construct(private readonly Identities $identities, private readonly EconomyReader $economy)
    {
    }

    /** New shares per old since a decision: what it says in the share terms of then is that many times today's. */
    public function splitRatio(Decision $decision, int $day): float
    {
        return $this->splits($this->identity($decision, $day)->security)->splitRatio((int) $decision->decided_on, $day);
    }

    /**
     * @param  Collection<int, Decision>  $decisions  with company loaded
     * @return list<array<string, mixed>>
     */
    public function of(Collection $decisions, int $day): array
    {
        return $decisions
            ->map(function (Decision $decision) use ($day): array {
                $identity = $this->identity($decision, $day);
                $ratio = $this->splits($identity->security)->splitRatio((int) $decision->decided_on, $day);
                $value = $decision->value_per_share / $ratio;
                $then = $decision->price_then / $ratio;
                $now = $this->price($identity, $decision->currency, $day);
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

    private function identity(Decision $decision, int $day): CompanyIdentity
    {
        return $this->identities->of($decision->company_id, $day) ??
            throw new \LogicException("Company {$decision->company_id} has no share.");
    }

    /** The latest close up to a day, in a currency; null where there is none. */
    private function price(CompanyIdentity $identity, string $currency, int $day): ?float
    {
        $listings = $identity->main($identity->security);
        $bar = Bar::query()
            ->whereIn('listing_id', array_map(static fn (DatedListing $listing): int => $listing->id, $listings))
            ->where('day', '<=', $day)
            ->orderByDesc('day')
            ->first(['listing_id', 'day', 'close']);
        foreach ($bar === null ? [] : $listings as $listing) {
            if ($listing->id === $bar->listing_id) {
                $rate = $this->economy->read()->exchange($listing->currency, $currency, (int) $bar->day);

                return $rate === null ? null : $bar->close * $rate;
            }
        }

        return null;
    }

    private function splits(int $security): CorporateActions
    {
        return new CorporateActions(
            CorporateAction::query()
                ->where('security_id', $security)
                ->where('kind', 'split')
                ->orderBy('ex_date')
                ->get()
                ->map(static fn (CorporateAction $split): array => [(int) $split->ex_date, (float) $split->ratio])
                ->values()
                ->all(),
        );
    }
}
