<?php

declare(strict_types=1);

namespace App\Feature\Portfolio;

use App\Models\InstrumentPrice;
use App\Models\Portfolio;
use App\Models\PortfolioEntry;
use App\Models\User;
use App\Storage\Holding\PortfolioBooks;
use Closure;
use Illuminate\Support\Facades\DB;
use Logion\Figure\Words;
use Logion\Intake\Refusal;
use Logion\Portfolio\Ledger\Oversold;
use Logion\Time\Day;

/** Enters, changes and takes back transactions; what would sell more than is held is not done. */
final readonly class Entries
{
    public function __construct(private EntryRows $rows, private PortfolioBooks $books, private HeldNames $names)
    {
    }

    /**
     * @param  array<string, mixed>  $told
     *
     * @throws Refusal
     */
    public function enter(User $user, Portfolio $portfolio, array $told): PortfolioEntry
    {
        $row = $this->rows->of($user, $portfolio, $told);

        return $this->changing($portfolio, fn (): PortfolioEntry => $this->store($user, $portfolio, $row));
    }

    /**
     * Stores a row within a change; what was paid for an instrument of one's own is a price of it.
     *
     * @param  array<string, mixed>  $row
     */
    public function store(User $user, Portfolio $portfolio, array $row, ?int $file = null): PortfolioEntry
    {
        if ($row['instrument_id'] !== null && $row['price'] !== null) {
            InstrumentPrice::query()->insertOrIgnore([
                'instrument_id' => $row['instrument_id'],
                'day' => $row['day'],
                'price' => (float) $row['price'],
            ]);
        }

        return PortfolioEntry::query()->create([
            ...$row,
            'user_id' => $user->id,
            'portfolio_id' => $portfolio->id,
            'portfolio_file_id' => $file,
        ]);
    }

    /**
     * @param  array<string, mixed>  $told
     *
     * @throws Refusal
     */
    public function change(User $user, PortfolioEntry $entry, array $told): PortfolioEntry
    {
        $row = $this->rows->of($user, $entry->portfolio, $told);

        return $this->changing($entry->portfolio, static function () use ($entry, $row): PortfolioEntry {
            $entry->update([...$row, 'reference' => $entry->reference]);

            return $entry;
        });
    }

    /** @throws Refusal if what was bought so was sold since */
    public function takeBack(PortfolioEntry $entry): void
    {
        $this->changing($entry->portfolio, static fn () => $entry->delete());
    }

    /** @throws Refusal */
    public function restore(PortfolioEntry $entry): void
    {
        $this->changing($entry->portfolio, static fn () => $entry->restore());
    }

    /**
     * Does something to transactions of a portfolio, or nothing if they would not hold together any more.
     *
     * @template T
     *
     * @param  Closure(): T  $change
     * @return T
     *
     * @throws Refusal
     */
    public function changing(Portfolio $portfolio, Closure $change): mixed
    {
        try {
            return DB::transaction(function () use ($portfolio, $change): mixed {
                // The row is locked first, so that of two changes at once the second sees what the first did.
                Portfolio::query()->whereKey($portfolio->id)->increment('revision');
                $done = $change();
                $this->books->keep($portfolio->refresh());

                return $done;
            });
        } catch (Oversold $oversold) {
            $entry = PortfolioEntry::query()->withTrashed()->find($oversold->row);
            throw Refusal::because(
                Words::say(
                    'more_sold_than_held_on',
                    security: $this->names->of($portfolio, $oversold->security),
                    day: $entry === null ? Words::say('this_day') : Day::iso($entry->day),
                    quantity: $oversold->quantity,
                    held: $oversold->held,
                ),
            );
        }
    }
}
