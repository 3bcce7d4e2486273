<?php

declare(strict_types=1);

namespace App\Following;

use App\Models\PriceOfInterest;
use App\Models\WatchedCondition;
use Logion\Following\CheckKind;

/** A price of interest calls when the price comes there: it has one condition, which goes with it. */
final class PriceOfInterestCalls
{
    /** @param  int  $today  latest day with data: what came before is no news */
    public static function keep(PriceOfInterest $price, int $today): void
    {
        self::forget((int) $price->user_id, (int) $price->company_id);
        WatchedCondition::query()->create([
            'user_id' => $price->user_id,
            'company_id' => $price->company_id,
            'role' => WatchedCondition::INTEREST,
            'kind' => CheckKind::PriceBelow->value,
            'settings' => ['price' => (float) $price->price],
            'set_on' => (int) $price->kept_on,
            'looked_through' => $today,
        ]);
    }

    public static function forget(int $user, int $company): void
    {
        WatchedCondition::query()
            ->where('user_id', $user)
            ->where('company_id', $company)
            ->where('role', WatchedCondition::INTEREST)
            ->delete();
    }
}
