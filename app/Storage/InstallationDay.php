<?php

declare(strict_types=1);

namespace App\Storage;

use App\Models\Bar;
use App\Models\Company;
use App\Models\Holiday;
use App\Models\Import;
use App\Models\Setting;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Support\Collection;
use Illuminate\Support\Facades\DB;
use Logion\Time\Day;

/**
 * The latest day that everything is looked at from. It follows the bulk of the listings: one row with a far-off day moves nobody, and
 * none of a day on which its exchange was closed counts. Where there are no prices it is that of the latest report, and of a company
 * without either it is today.
 */
final class InstallationDay
{
    /** Name of the row it is kept in; it is recomputed in the transaction that changes prices. */
    private const KEPT = 'latest_day';

    /** A day counts once this part of the listings, and at least two where there are more, have prices within so many days of it. */
    private const PART = 0.05;

    private const NEAR_DAYS = 31;

    /** Below so many listings none is more than another. */
    private const FEW = 3;

    public function __construct(private SimulationState $simulation)
    {
    }

    /** @return int|null null while there is no company */
    public function read(): ?int
    {
        $kept = Setting::query()->where('name', self::KEPT)->value('value');

        return $kept === null ? $this->stored() : (int) $kept;
    }

    /** Prices, reports or companies came or went; the caller holds the transaction. */
    public function recompute(): void
    {
        $day = $this->stored();
        if ($day === null) {
            Setting::query()->where('name', self::KEPT)->delete();
        } elseif (! $this->isHeld($day)) {
            $this->keep($day);
        }
    }

    /** Days are stored that are not to be seen yet. */
    public function hold(): void
    {
        Setting::query()->where('name', self::KEPT)->exists() || $this->recompute();
    }

    /** Whether it is a day of the exchange whose metrics are not there yet, or one beyond days of which only a part is stored. */
    private function isHeld(int $day): bool
    {
        $seen = Setting::query()->where('name', self::KEPT)->value('value');
        $simulated = $this->simulation->read();

        return $seen !== null &&
            $simulated !== null &&
            $day > (int) $seen &&
            ($day <= $simulated['day'] || $simulated['reaches'] !== null);
    }

    /** What follows from a day is there now; the caller holds the transaction. */
    public function moveTo(int $day): void
    {
        $day > ($this->read() ?? 0) && $this->keep($day);
    }

    /** The last day that is not so far ahead of the bulk of the listings that somebody has to say it is meant; null while they are few. */
    public function limit(): ?int
    {
        $last = $this->lastDays();

        return count($last) < self::FEW ? null : Day::plus($this->ofListings($last) ?? 0, self::NEAR_DAYS);
    }

    private function keep(int $day): void
    {
        Setting::query()->upsert([['name' => self::KEPT, 'value' => (string) $day]], ['name'], ['value']);
    }

    /** The day it is by what is stored, which may be ahead of the one kept: an exchange's day is not seen before what follows from it. */
    public function stored(): ?int
    {
        $moved = (int) Import::query()->where('state', 'stored')->max('moved_day');
        $day = max($this->ofListings($this->lastDays()) ?? 0, $moved);
        if ($day > 0) {
            return $day;
        }
        $today = (int) date('Ymd');
        $filed = DB::table('filings')->where('filed_on', '<=', $today)->max('filed_on');

        return $filed === null ? (Company::query()->exists() ? $today : null) : (int) $filed;
    }

    /**
     * Of days of the exchange that are being stored nothing counts before all is there.
     *
     * @return list<int> the last day of each listing that has prices and on which its exchange was open, the latest first
     */
    private function lastDays(): array
    {
        ['day' => $whole, 'reaches' => $reaches] = $this->simulation->read() ?? ['day' => 0, 'reaches' => null];
        $reaches ??= $whole;
        $closed = Holiday::query()->get()->groupBy('exchange_id')->map(static fn (Collection $days): array => $days->pluck('day')->all());

        return DB::table('listings')
            ->select('id', 'exchange_id')
            ->selectRaw(
                '(select max(day) from bars where '.SeenBars::SQL.' and listing_id = listings.id and (day <= ? or day > ?)) as last',
                [$whole, $reaches],
            )
            ->get()
            ->map(
                static fn (object $of): int => in_array((int) $of->last, $closed[$of->exchange_id] ?? [], true)
                    ? (int) Bar::query()
                        ->where('listing_id', $of->id)
                        ->whereNot(static fn (Builder $day) => $day->where('day', '>', $whole)->where('day', '<=', $reaches))
                        ->whereNotIn('day', $closed[$of->exchange_id])
                        ->max('day')
                    : (int) $of->last,
            )
            ->filter()
            ->sortDesc()
            ->values()
            ->all();
    }

    /**
     * The latest day near which enough listings have prices.
     *
     * @param  list<int>  $last
     */
    private function ofListings(array $last): ?int
    {
        $enough = count($last) < self::FEW ? 1 : max(2, (int) ceil(self::PART * count($last)));
        foreach ($last as $at => $day) {
            $nth = $last[$at + $enough - 1] ?? null;
            if ($nth !== null && Day::between($nth, $day) <= self::NEAR_DAYS) {
                return $day;
            }
        }

        return $last[0] ?? null;
    }
}
