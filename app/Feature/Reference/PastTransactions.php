<?php

declare(strict_types=1);

namespace App\Feature\Reference;

use App\Models\PastTransaction;
use App\Models\User;
use App\Storage\ChangeLog;
use Logion\Figure\Words;
use Logion\Intake\Refusal;
use Logion\Reference\IndustryTree;
use Logion\Time\Day;

/** Companies that changed hands: what can be said of a sale, and its change in the log. */
final readonly class PastTransactions
{
    public function __construct(private ChangeLog $log)
    {
    }

    /**
     * A sale is known by its target and the day it was announced; what is known already is changed where it differs.
     *
     * @param  array<string, mixed>  $row
     * @return 'new'|'same'|'changed'
     *
     * @throws Refusal if it says what cannot be
     */
    public function put(?User $by, array $row, int $today): string
    {
        foreach ($row as $field => $value) {
            self::check($field, $value, $today);
        }
        $known = PastTransaction::query()->where('announced_on', $row['announced_on'])->where('target', $row['target'])->first();
        if ($known === null) {
            // Without a word on it the whole was bought, by nobody in particular.
            $this->create($by, [...$row, 'stake' => $row['stake'] ?? 1.0, 'buyer' => $row['buyer'] ?? 'other']);

            return 'new';
        }
        $differs = array_filter(
            $row,
            static fn (mixed $value, string $field): bool => $value !== null && $value != $known->{$field},
            ARRAY_FILTER_USE_BOTH,
        );
        if ($differs === []) {
            return 'same';
        }
        $this->change($by, $known, $differs);

        return 'changed';
    }

    /** @param  array<string, mixed>  $row */
    public function create(?User $by, array $row): int
    {
        return $this->log->record(
            $by,
            Words::say('a_transaction_was_entered', target: $row['target'], acquirer: $row['acquirer']),
            static fn (ChangeLog $log): int => $log->insert('past_transactions', $row),
        );
    }

    /** @param  array<string, mixed>  $values */
    public function change(?User $by, PastTransaction $known, array $values): void
    {
        $this->log->record(
            $by,
            Words::say('a_transaction_was_changed', target: $known->target, acquirer: $known->acquirer),
            static fn (ChangeLog $log) => $log->update('past_transactions', ['id' => $known->id], $values),
        );
    }

    public function delete(?User $by, PastTransaction $known): void
    {
        $this->log->record(
            $by,
            Words::say('a_transaction_was_deleted', target: $known->target, acquirer: $known->acquirer),
            static fn (ChangeLog $log) => $log->delete('past_transactions', ['id' => $known->id]),
        );
    }

    /** @throws Refusal which says what cannot be */
    public static function check(string $field, mixed $value, int $today): void
    {
        $refused = match (true) {
            $value === null => null,
            $field === 'announced_on' && $value > $today => Words::say('it_was_announced_after_today', day: Day::iso((int) $value)),
            $field === 'stake' && ($value <= 0 || $value > 1) => Words::say('a_stake_is_a_part', stake: 100 * (float) $value),
            $field === 'price' && $value <= 0 => Words::say('a_price_paid_is_above_nothing'),
            $field === 'revenue' && $value < 0 => Words::say('nobody_sells_less_than_nothing'),
            $field === 'premium' && ($value <= -1 || $value > 10) => Words::say('no_such_premium', premium: 100 * (float) $value),
            $field === 'industry' && IndustryTree::section((string) $value) === null => Words::say(
                'no_such_industry',
                code: (string) $value,
            ),
            $field === 'currency' && preg_match('/^[A-Z]{3}$/D', (string) $value) !== 1 => Words::say('a_currency_is_a_code_of_three'),
            $field === 'buyer' && ! in_array($value, PastTransaction::BUYERS, true) => Words::say(
                'no_such_buyer',
                buyer: (string) $value,
                buyers: implode(', ', PastTransaction::BUYERS),
            ),
            $field === 'payment' && ! in_array($value, PastTransaction::PAYMENTS, true) => Words::say(
                'no_such_payment',
                payment: (string) $value,
                payments: implode(', ', PastTransaction::PAYMENTS),
            ),
            default => null,
        };
        $refused === null || throw Refusal::because($refused);
    }
}
