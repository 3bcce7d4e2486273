<?php

declare(strict_types=1);

namespace App\Feature\Reference;

use App\Models\Exchange;
use App\Models\Listing;
use App\Models\Security;
use App\Models\User;
use App\Storage\ChangeLog;
use App\Storage\ColumnStore;
use Logion\Figure\Words;
use Logion\Intake\Refusal;

/** Market indices: made under a ticker of their own, whose levels come as prices do; merged; removed while nothing is built on them. */
final readonly class MarketIndices
{
    public function __construct(private ChangeLog $log, private ColumnStore $columns)
    {
    }

    /**
     * @return int the security it is kept as
     *
     * @throws Refusal if the ticker is taken on the exchange
     */
    public function create(?User $by, Exchange $exchange, string $ticker, string $name): int
    {
        if (Listing::query()->where('exchange_id', $exchange->id)->where('ticker', $ticker)->exists()) {
            throw Refusal::because(Words::say('is_already_a_ticker_on', ticker: $ticker, name: $exchange->name));
        }

        return $this->log->record($by, Words::say('index_made', ticker: $ticker), static function (ChangeLog $log) use (
            $exchange,
            $ticker,
            $name,
        ): int {
            $security = $log->insert('securities', ['company_id' => null, 'kind' => 'index', 'name' => $name]);
            $log->insert('listings', [
                'security_id' => $security,
                'exchange_id' => $exchange->id,
                'ticker' => $ticker,
                'currency' => $exchange->currency,
            ]);
            // The first index of an exchange is what its shares are measured against.
            $exchange->index_id === null && $log->update('exchanges', ['id' => $exchange->id], ['index_id' => $security]);

            return $security;
        });
    }

    /** @return bool whether it had another name */
    public function rename(?User $by, int $index, string $name): bool
    {
        $known = Security::query()->where('kind', 'index')->findOrFail($index);
        if ($known->name === $name) {
            return false;
        }
        $this->log->record(
            $by,
            Words::say('index_renamed', name: $known->name),
            static fn (ChangeLog $log) => $log->update('securities', ['id' => $index], ['name' => mb_substr($name, 0, 120)]),
        );

        return true;
    }

    /**
     * Makes one index of two that are the same: members and exchanges of the one are of the other, and files that use its ticker find it.
     *
     * @throws Refusal if it is the same one
     */
    public function merge(?User $by, Security $gone, Security $kept): void
    {
        if ($gone->id === $kept->id) {
            throw Refusal::because(Words::say('an_index_is_not_merged_with'));
        }
        $what = Words::say('index_merged_into', name: $gone->name, into: $kept->name);
        $this->log->record($by, $what, function (ChangeLog $log) use ($gone, $kept): void {
            // Of two who merge the same at once the second finds it gone.
            $gone->refresh();
            IndexMembers::give($log, 'index_id', $gone->id, $kept->id);
            $log->move('exchanges', 'index_id', $gone->id, $kept->id);
            ShareMerge::join($log, $gone, $kept);
            // What shares are measured against is in the columns.
            $this->columns->forgetFrom(0);
        });
    }

    /** @throws Refusal if it has levels or members */
    public function remove(?User $by, Security $index): void
    {
        $this->log->record($by, Words::say('index_removed', name: $index->name), static function (ChangeLog $log) use ($index): void {
            foreach (Exchange::query()->where('index_id', $index->id)->pluck('id') as $exchange) {
                $log->update('exchanges', ['id' => $exchange], ['index_id' => null]);
            }
            foreach ($index->listings as $listing) {
                $log->delete('listings', ['id' => $listing->id]);
            }
            $log->delete('securities', ['id' => $index->id]);
        });
    }
}
