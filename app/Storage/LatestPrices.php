<?php

declare(strict_types=1);

namespace App\Storage;

use App\Models\Bar;
use App\Models\CorporateAction;
use App\Storage\Identity\CompanyIdentity;
use App\Storage\Identity\Identities;
use Logion\Identity\DatedListing;
use Logion\Market\CorporateActions;

/** What a price that was written down once is beside that of a day: the close, and shares split since. */
final readonly class LatestPrices
{
    public function __construct(private Identities $identities, private EconomyReader $economy)
    {
    }

    /** @throws \LogicException if the company has no share */
    public function identity(int $company, int $day): CompanyIdentity
    {
        return $this->identities->of($company, $day) ?? throw new \LogicException("Company {$company} has no share.");
    }

    /** The latest close up to a day, in a currency; null where there is none. */
    public function close(CompanyIdentity $identity, string $currency, int $day): ?float
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

    /** New shares for an old one from a day to another. */
    public function splitRatio(CompanyIdentity $identity, int $from, int $to): float
    {
        $splits = new CorporateActions(
            CorporateAction::query()
                ->where('security_id', $identity->security)
                ->where('kind', 'split')
                ->orderBy('ex_date')
                ->get()
                ->map(static fn (CorporateAction $split): array => [(int) $split->ex_date, (float) $split->ratio])
                ->values()
                ->all(),
        );

        return $splits->splitRatio($from, $to);
    }
}
