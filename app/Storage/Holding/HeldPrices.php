<?php

declare(strict_types=1);

namespace App\Storage\Holding;

use App\Storage\EconomyReader;
use App\Storage\PackedRows;
use App\Storage\SeenBars;
use Illuminate\Support\Facades\DB;
use Logion\Portfolio\ClosingPrices;
use PDO;
use PDOStatement;

/** Prices of what is held, as traded, in the currency it is traded in now. */
final readonly class HeldPrices
{
    private const OWN_PRICES = 'select day, price from instrument_prices where instrument_id = ? and day <= ? order by day';

    public function __construct(private PackedRows $packed, private EconomyReader $economy)
    {
    }

    /**
     * @param  array<string, Held>  $held  by key
     * @return array<string, ClosingPrices> by key, all days up to one
     */
    public function all(array $held, int $until): array
    {
        $readOwn = DB::connection()->getPdo()->prepare(self::OWN_PRICES);
        $prices = [];
        foreach ($held as $key => $of) {
            $instrument = Held::instrumentOf($key);
            [$days, $closes] = $instrument !== null ? self::ownPrices($readOwn, $instrument, $until) : $this->listed($of, $until);
            $prices[$key] = new ClosingPrices($days, $closes, (float) $of->multiplier);
        }

        return $prices;
    }

    /**
     * The last two up to a day, which is all a list of positions shows.
     *
     * @param  array<string, Held>  $held  by key
     * @return array<string, ClosingPrices> by key
     */
    public function latest(array $held, int $until): array
    {
        $connection = DB::connection()->getPdo();
        $read = $connection->prepare(
            'select day, close from bars where '.SeenBars::SQL.' and listing_id = ? and day <= ? order by day desc limit 2',
        );
        $readOwn = $connection->prepare(self::OWN_PRICES.' desc limit 2');
        $prices = [];
        foreach ($held as $key => $of) {
            $instrument = Held::instrumentOf($key);
            if ($instrument !== null) {
                [$days, $closes] = array_map(array_reverse(...), self::ownPrices($readOwn, $instrument, $until));
                $prices[$key] = new ClosingPrices($days, $closes, (float) $of->multiplier);

                continue;
            }
            $days = $closes = [];
            foreach (array_reverse($of->listings) as $listing) {
                if ($days === [] && $listing->from <= $until) {
                    $read->execute([$listing->id, $until]);
                    foreach (array_reverse($read->fetchAll(PDO::FETCH_NUM)) as [$day, $close]) {
                        $rate = $this->rate($listing->currency, $of->currency, (int) $day);
                        if ($rate !== null) {
                            $days[] = (int) $day;
                            $closes[] = $close * $rate;
                        }
                    }
                }
            }
            $prices[$key] = new ClosingPrices($days, $closes);
        }

        return $prices;
    }

    /** @return array{list<int>, list<float>} */
    private function listed(Held $of, int $until): array
    {
        $days = $closes = [];
        foreach ($of->listings as $nth => $listing) {
            $next = $of->listings[$nth + 1]->from ?? PHP_INT_MAX;
            [0 => $own, 3 => $ownCloses] = $this->packed->columns('bars', $listing->id, [0, 3]);
            if (count($of->listings) === 1 && ($own === [] || $own[count($own) - 1] <= $until)) {
                return [$own, $ownCloses];
            }
            foreach ($own as $i => $day) {
                if ($day <= $until && $day < $next && ($nth === 0 || $day >= $listing->from)) {
                    $rate = $this->rate($listing->currency, $of->currency, $day);
                    if ($rate !== null) {
                        $days[] = $day;
                        $closes[] = $ownCloses[$i] * $rate;
                    }
                }
            }
        }

        return [$days, $closes];
    }

    private function rate(string $from, string $to, int $day): ?float
    {
        return $from === $to ? 1.0 : $this->economy->read()->exchange($from, $to, $day);
    }

    /** @return array{list<int>, list<float>} */
    private static function ownPrices(PDOStatement $read, int $instrument, int $until): array
    {
        $read->execute([$instrument, $until]);
        $rows = $read->fetchAll(PDO::FETCH_NUM);

        return [array_map(intval(...), array_column($rows, 0)), array_map(floatval(...), array_column($rows, 1))];
    }
}
