<?php

declare(strict_types=1);

namespace App\Feature\Reference;

use App\Models\Exchange;
use App\Models\Security;
use App\Models\User;
use App\Storage\ChangeLog;
use App\Storage\ColumnStore;
use App\Storage\EconomyReader;
use App\Storage\Settings;
use Logion\Figure\Words;
use Logion\Intake\Refusal;

/** Exchanges: made, changed, measured by an index, removed while nothing is listed on them. */
final readonly class Exchanges
{
    public function __construct(
        private ChangeLog $log,
        private ColumnStore $columns,
        private Settings $settings,
        private EconomyReader $economy,
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

    /** The first exchange gives the installation its currency until one is chosen. */
    private function forget(): void
    {
        $this->settings->forget();
        $this->economy->forget();
    }
}
