<?php

declare(strict_types=1);

namespace App\Storage;

use App\Models\Change;
use App\Models\User;
use Closure;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;
use Logion\Figure\Words;
use Logion\Intake\Refusal;

/**
 * Changes the rows that describe the installation's world, and remembers who changed what, so that each change can be taken back as
 * a whole. A row that others have built on, or changed since, is not touched by that.
 */
final class ChangeLog
{
    /** Tables that may be changed here, with the columns that tell a row. */
    private const KEYS = [
        'settings' => ['name'],
        'exchanges' => ['id'],
        'companies' => ['id'],
        'securities' => ['id'],
        'listings' => ['id'],
        'identifiers' => ['id'],
        'former_attributes' => ['id'],
        'economy_series' => ['name', 'day'],
        'index_members' => ['index_id', 'company_id', 'from_day'],
    ];

    /** What refers to a row: table, column, and what it is to a reader. */
    private const BUILT_ON = [
        'exchanges' => [['listings', 'exchange_id', 'listings']],
        'companies' => [
            ['securities', 'company_id', 'classes of shares'],
            ['filings', 'company_id', 'reports'],
            ['estimates', 'company_id', 'estimates'],
            ['observations', 'company_id', 'observations'],
            ['holdings', 'company_id', 'holders'],
            ['insider_trades', 'company_id', 'insider trades'],
            ['transactions', 'company_id', 'transactions'],
            ['corrections', 'company_id', 'corrections'],
            ['notes', 'company_id', 'notes'],
            ['valuations', 'company_id', 'valuations'],
            ['decisions', 'company_id', 'decisions'],
            ['company_list_items', 'company_id', 'entries of lists'],
            ['index_members', 'company_id', 'memberships of an index'],
            ['former_attributes', 'company_id', 'former names'],
        ],
        'securities' => [
            ['listings', 'security_id', 'listings'],
            ['dividends', 'security_id', 'dividends'],
            ['corporate_actions', 'security_id', 'splits'],
            ['identifiers', 'security_id', 'identifiers'],
            ['exchanges', 'index_id', 'exchanges measured by it'],
            ['index_members', 'index_id', 'members'],
        ],
        'listings' => [['bars', 'listing_id', 'prices']],
    ];

    /** @var list<array{table: string, key: array<string, mixed>, before: array<string, mixed>|null, after: array<string, mixed>|null}> */
    private array $rows = [];

    /**
     * Makes one change of several rows.
     *
     * @template T
     *
     * @param  Closure(self): T  $work  calls insert, update and delete
     * @return T
     */
    public function record(?User $by, string $what, Closure $work): mixed
    {
        return DB::transaction(function () use ($by, $what, $work): mixed {
            $this->rows = [];
            $result = $work($this);
            if ($this->rows !== []) {
                Change::query()->create(['user_id' => $by?->id, 'what' => mb_substr($what, 0, 250), 'rows' => $this->rows]);
            }

            return $result;
        });
    }

    /**
     * @param  array<string, mixed>  $row
     * @return int its number, where rows of the table have one
     */
    public function insert(string $table, array $row): int
    {
        $numbered = self::KEYS[$table] === ['id'];
        $id = $numbered ? (int) DB::table($table)->insertGetId($row) : 0;
        $numbered || DB::table($table)->insert($row);
        $key = $numbered ? ['id' => $id] : array_intersect_key($row, array_flip(self::KEYS[$table]));
        $this->note($table, $key, null);

        return $id;
    }

    /**
     * @param  array<string, mixed>  $key
     * @param  array<string, mixed>  $values
     */
    public function update(string $table, array $key, array $values): void
    {
        $before = self::row($table, $key);
        self::of($table, $key)->update($values);
        $this->note($table, $key, $before);
    }

    /**
     * Puts a row in, or changes the one that is there.
     *
     * @param  array<string, mixed>  $key
     * @param  array<string, mixed>  $values
     */
    public function put(string $table, array $key, array $values): void
    {
        self::row($table, $key) === null ? $this->insert($table, [...$key, ...$values]) : $this->update($table, $key, $values);
    }

    /**
     * @param  array<string, mixed>  $key
     *
     * @throws Refusal if something is built on it
     */
    public function delete(string $table, array $key): void
    {
        $before = self::row($table, $key);
        if ($before !== null) {
            self::refuseIfBuiltOn($table, $before);
            self::of($table, $key)->delete();
            $this->note($table, $key, $before);
        }
    }

    /**
     * Takes a change back.
     *
     * @throws Refusal if a row was changed since, or something is built on one it brought
     */
    public function undo(Change $change, ?User $by): void
    {
        DB::transaction(function () use ($change, $by): void {
            if ($change->undone_at !== null) {
                throw Refusal::because(Words::say('the_change_is_already_undone'));
            }
            foreach (array_reverse($change->rows) as ['table' => $table, 'key' => $key, 'before' => $before, 'after' => $after]) {
                $now = self::row($table, $key);
                if ($now != $after) {
                    throw Refusal::because(Words::say('what_it_changed_was_changed_again'));
                }
                if ($before === null) {
                    self::refuseIfBuiltOn($table, (array) $now);
                    self::of($table, $key)->delete();
                } elseif ($after === null) {
                    DB::table($table)->insert($before);
                } else {
                    self::of($table, $key)->update($before);
                }
            }
            $change->update(['undone_at' => now(), 'undone_by' => $by?->id]);
        });
    }

    /** @return list<string> tables whose rows others refer to */
    public static function tables(): array
    {
        return array_keys(self::BUILT_ON);
    }

    /** @return list<array{string, string, string}> what refers to a row of a table: table, column, and what it is to a reader */
    public static function builtOn(string $table): array
    {
        return array_map(
            static fn (array $of): array => [$of[0], $of[1], Words::label("built_on.{$of[0]}.{$of[1]}", $of[2])],
            self::BUILT_ON[$table] ?? [],
        );
    }

    /** @param  array<string, mixed>  $row */
    private static function refuseIfBuiltOn(string $table, array $row): void
    {
        foreach (self::builtOn($table) as [$other, $column, $what]) {
            $count = DB::table($other)->where($column, $row['id'])->count();
            if ($count > 0) {
                $name = $row['name'] ?? ($row['ticker'] ?? Words::say('number_of_row', number: $row['id']));
                throw Refusal::because(Words::say('stays_because_something_is_built_on', name: $name, what: $what, count: $count));
            }
        }
    }

    /**
     * @param  array<string, mixed>  $key
     * @param  array<string, mixed>|null  $before
     */
    private function note(string $table, array $key, ?array $before): void
    {
        $after = self::row($table, $key);
        if ($before != $after) {
            $this->rows[] = ['table' => $table, 'key' => $key, 'before' => $before, 'after' => $after];
        }
    }

    /**
     * @param  array<string, mixed>  $key
     * @return array<string, mixed>|null
     */
    private static function row(string $table, array $key): ?array
    {
        $row = self::of($table, $key)->first();

        return $row === null ? null : (array) $row;
    }

    /** @param  array<string, mixed>  $key */
    private static function of(string $table, array $key): Builder
    {
        return DB::table($table)->where(array_intersect_key($key, array_flip(self::KEYS[$table])));
    }
}
