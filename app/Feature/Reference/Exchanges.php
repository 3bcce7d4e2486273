<?php

declare(strict_types=1);

namespace App\Feature\Reference;

use App\Models\Exchange;
use App\Models\Listing;
use App\Models\Security;
use App\Models\User;
use App\Storage\ChangeLog;
use App\Storage\ColumnStore;
use App\Storage\EconomyReader;
use App\Storage\InstallationDay;
use App\Storage\Settings;
use Logion\Figure\Words;
use Logion\Intake\Refusal;

/** Exchanges: made, changed, measured by an index, merged, removed while nothing is listed on them. */
final readonly class Exchanges
{
    /** Tickers that a refusal names. */
    private const NAMED = 5;

    public function __construct(
        private ChangeLog $log,
        private ColumnStore $columns,
        private Settings $settings,
        private EconomyReader $economy,
        private InstallationDay $day,
    ) {
    }

    /**
     * @param  array{code: string, name: string, country: string, currency: string}  $exchange
     *
     * @throws Refusal if the code is taken
     */
    public function create(?User $by, array $exchange): Exchange
    {
        if (Exchange::query()->where('code', $exchange['code'])->exists()) {
            throw Refusal::because(Words::say('there_is_already_an_exchange_with', code: $exchange['code']));
        }
        $id = $this->log->record(
            $by,
            Words::say('exchange_made', code: $exchange['code']),
            static fn (ChangeLog $log): int => $log->insert('exchanges', $exchange),
        );
        $this->forget();

        return Exchange::query()->findOrFail($id);
    }

    /**
     * @param  array{name?: string, country?: string, currency?: string, index_id?: int|null}  $values
     *
     * @throws Refusal if what is chosen as its index is none
     */
    public function change(?User $by, Exchange $exchange, array $values): Exchange
    {
        if (isset($values['index_id']) && ! Security::query()->where('kind', 'index')->whereKey($values['index_id'])->exists()) {
            throw Refusal::because(Words::say('there_is_no_index_of_number', index_id: $values['index_id']));
        }
        if ($values === []) {
            return $exchange;
        }
        $this->log->record($by, Words::say('exchange_changed', code: $exchange->code), function (ChangeLog $log) use (
            $exchange,
            $values,
        ): void {
            $log->update('exchanges', ['id' => $exchange->id], $values);
            // What its shares are measured against, and what their names say of their country, is in the columns.
            $this->columns->forgetFrom(0);
        });
        $this->forget();

        return $exchange->refresh();
    }

    /** @throws Refusal if something is listed on it */
    public function remove(?User $by, Exchange $exchange): void
    {
        $this->log->record(
            $by,
            Words::say('exchange_removed', code: $exchange->code),
            static fn (ChangeLog $log) => $log->delete('exchanges', ['id' => $exchange->id]),
        );
        $this->forget();
    }

    /**
     * Makes one exchange of two that are the same: what is listed on the one is listed on the other, under its code.
     *
     * @throws Refusal if they trade in different currencies, or both list a ticker at the same time
     */
    public function merge(?User $by, Exchange $gone, Exchange $kept): void
    {
        $what = Words::say('exchange_merged_into', code: $gone->code, into: $kept->code);
        $this->log->record($by, $what, function (ChangeLog $log) use ($gone, $kept): void {
            self::refuseUnlessOne($gone->refresh(), $kept->refresh());
            $log->move('listings', 'exchange_id', $gone->id, $kept->id);
            $log->moveUnlessThere('holidays', 'exchange_id', $gone->id, $kept->id, ['day']);
            $kept->index_id === null && $log->update('exchanges', ['id' => $kept->id], ['index_id' => $gone->index_id]);
            $log->delete('exchanges', ['id' => $gone->id]);
            $this->columns->forgetFrom(0);
            $this->day->recompute();
        });
        $this->forget();
    }

    private static function refuseUnlessOne(Exchange $gone, Exchange $kept): void
    {
        if ($gone->id === $kept->id) {
            throw Refusal::because(Words::say('an_exchange_is_not_merged_with'));
        }
        if ($gone->currency !== $kept->currency) {
            throw Refusal::because(
                Words::say(
                    'they_trade_in_different_currencies',
                    code: $gone->code,
                    currency: $gone->currency,
                    into: $kept->code,
                    currency2: $kept->currency,
                ),
            );
        }
        $both = [];
        $there = Listing::query()->where('exchange_id', $kept->id)->get()->groupBy('ticker');
        foreach (Listing::query()->where('exchange_id', $gone->id)->orderBy('ticker')->get() as $listing) {
            $isThere = $there->get($listing->ticker)?->contains($listing->sharesDaysWith(...)) ?? false;
            $isThere && ($both[$listing->ticker] = $listing->ticker);
        }
        if ($both !== []) {
            throw Refusal::because(
                Words::say(
                    'both_exchanges_list',
                    code: $gone->code,
                    into: $kept->code,
                    tickers: implode(', ', array_slice($both, 0, self::NAMED)),
                    more: count($both) > self::NAMED ? Words::say('and_more_tickers', count: count($both) - self::NAMED) : '',
                ),
            );
        }
    }

    /** The first exchange gives the installation its currency until one is chosen. */
    private function forget(): void
    {
        $this->settings->forget();
        $this->economy->forget();
    }
}
