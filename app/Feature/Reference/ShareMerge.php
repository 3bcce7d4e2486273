<?php

declare(strict_types=1);

namespace App\Feature\Reference;

use App\Models\Bar;
use App\Models\Listing;
use App\Models\Security;
use App\Storage\ChangeLog;

/** Makes one share, or one index, of two that are the same: what is listed, paid and split of the one is of the other. */
final class ShareMerge
{
    /** What belongs to a security without a rule that only one such row may be there, and the column that names it. */
    private const GOES_OVER = [
        ['listings', 'security_id'],
        ['portfolio_entries', 'security_id'],
        ['portfolio_entries', 'new_security_id'],
        ['known_securities', 'security_id'],
    ];

    /** Tables in which a security has one row for each of these; what is there already stays. */
    private const ONE_EACH = [
        'dividends' => ['ex_date'],
        'corporate_actions' => ['kind', 'ex_date'],
        'identifiers' => ['scheme'],
    ];

    /** @param  ChangeLog  $log  within a change */
    public static function join(ChangeLog $log, Security $gone, Security $kept): void
    {
        $main = Listing::query()->where('security_id', $kept->id)->where('main', true)->get();
        foreach (Listing::query()->where('security_id', $gone->id)->where('main', true)->get() as $listing) {
            $overlapping = $main->filter($listing->sharesDaysWith(...));
            if ($overlapping->isEmpty()) {
                continue;
            }
            // Prices stand on one listing at a time: on that which has them.
            $second = $overlapping->contains(self::hasPrices(...)) || ! self::hasPrices($listing) ? collect([$listing]) : $overlapping;
            foreach ($second as $of) {
                $log->update('listings', ['id' => $of->id], ['main' => 0]);
            }
        }
        foreach (self::GOES_OVER as [$table, $column]) {
            $log->move($table, $column, $gone->id, $kept->id);
        }
        foreach (self::ONE_EACH as $table => $key) {
            $log->moveUnlessThere($table, 'security_id', $gone->id, $kept->id, $key);
        }
        $log->delete('securities', ['id' => $gone->id]);
    }

    private static function hasPrices(Listing $listing): bool
    {
        return Bar::query()->where('listing_id', $listing->id)->exists();
    }
}
