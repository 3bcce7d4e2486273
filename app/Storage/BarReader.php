<?php

declare(strict_types=1);

namespace App\Storage;

use App\Storage\Identity\Identities;
use Illuminate\Support\Facades\DB;
use Logion\Identity\DatedListing;
use Logion\Market\Bars\PriceBars;
use Logion\Market\PriceSeries;
use Logion\Time\TradingDays;
use PDO;

/** What of bars only a chart asks for: the opening prices of days, and hours. */
final readonly class BarReader
{
    public function __construct(private Identities $identities)
    {
    }

    /** The bars of a series with their opening prices, on its share basis and in its currency. */
    public function days(int $security, PriceSeries $prices): PriceBars
    {
        $opens = array_fill(0, count($prices->days), null);
        $listings = $this->main($security);
        foreach ($listings as $nth => $listing) {
            $rows = DB::connection()
                ->getPdo()
                ->prepare(
                    'select day, open, close from bars where '.SeenBars::SQL.
                        ' and listing_id = ? and day >= ? and day < ? and open is not null order by day',
                );
            $rows->execute([$listing->id, $nth === 0 ? 0 : $listing->from, $listings[$nth + 1]->from ?? Identities::LATEST]);
            $i = 0;
            $n = count($prices->days);
            foreach ($rows->fetchAll(PDO::FETCH_NUM) as [$day, $open, $close]) {
                while ($i < $n && $prices->days[$i] < $day) {
                    $i++;
                }
                if ($i < $n && $prices->days[$i] === (int) $day && $close > 0) {
                    $opens[$i] = ($prices->closes[$i] / $close) * $open;
                }
            }
        }

        return new PriceBars($prices->days, $prices->closes, $prices->highs, $prices->lows, $opens, $prices->volumes);
    }

    /**
     * Hours of the listing of a day, none later than that day, on the share basis of the series.
     *
     * @return array{bars: PriceBars, hours: list<int>}
     */
    public function hours(int $security, PriceSeries $prices, int $asOf): array
    {
        $listing = DatedListing::nearest($this->main($security), $asOf);
        $rows =
            $listing === null
                ? []
                : DB::table('bars_by_hour')
                    ->where('listing_id', $listing->id)
                    ->where('day', '<=', $asOf)
                    ->orderBy('day')
                    ->pluck('hours', 'day');
        $days = $closes = $highs = $lows = $opens = $volumes = $hours = [];
        foreach ($rows as $day => $ofDay) {
            $at = TradingDays::lastUntil($prices->days, (int) $day);
            $factor = $at < 0 ? 1.0 : $prices->splitFactors[$at];
            foreach (json_decode((string) $ofDay, flags: JSON_THROW_ON_ERROR) as [$hour, $open, $high, $low, $close, $volume]) {
                $days[] = (int) $day;
                $hours[] = $hour;
                $opens[] = $open * $factor;
                $highs[] = $high * $factor;
                $lows[] = $low * $factor;
                $closes[] = $close * $factor;
                $volumes[] = $volume / $factor;
            }
        }

        return ['bars' => new PriceBars($days, $closes, $highs, $lows, $opens, $volumes), 'hours' => $hours];
    }

    /** @return list<DatedListing> one after another */
    private function main(int $security): array
    {
        return DatedListing::mainOf($security, $this->identities->ofSecurity($security));
    }
}
