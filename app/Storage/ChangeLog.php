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
use Throwable;

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
        'holidays' => ['exchange_id', 'day'],
        'company_list_items' => ['id'],
        'judgements' => ['id'],
        'template_choices' => ['id'],
        'dividends' => ['id'],
        'corporate_actions' => ['id'],
        'past_transactions' => ['id'],
        'prices_of_interest' => ['id'],
        'candidates' => ['id'],
        'looked_companies' => ['id'],
        'condition_states' => ['condition_id', 'company_id'],
        'condition_calls' => ['id'],
        'own_estimates' => ['id'],
        'peers' => ['id'],
        'costs_of_capital' => ['id'],
        'bottom_up_betas' => ['id'],
        'transaction_choices' => ['id'],
    ];

    /** Rows that belong to a filing name its company too. */
    private const OF_FILINGS = ['facts', 'breakdown_facts', 'buildings', 'leases'];

    private const AT_ONCE = 500;

    /** What is looked up when a screen or an import asks, and is in no figure. */
    private const WITHOUT_FIGURES = ['holidays', 'index_members', 'past_transactions'];

    /** What refers to a row: table, column, and what it is to a reader. */
    private const BUILT_ON = [
        'exchanges' => [['listings', 'exchange_id', 'listings'], ['holidays', 'exchange_id', 'holidays']],
        'companies' => [
            ['securities', 'company_id', 'classes of shares'],
            ['filings', 'company_id', 'reports'],
            ['estimates', 'company_id', 'estimates'],
            ['observations', 'company_id', 'observations'],
            ['holdings', 'company_id', 'holders'],
            ['insider_trades', 'company_id', 'insider trades'],
            ['ratings', 'company_id', 'broker notes'],
            ['transactions', 'company_id', 'transactions'],
            ['corrections', 'company_id', 'corrections'],
            ['notes', 'company_id', 'notes'],
            ['drawn_lines', 'company_id', 'drawn lines'],
            ['driver_models', 'company_id', 'driver models'],
            ['own_estimates', 'company_id', 'own estimates'],
            ['papers', 'company_id', 'papers'],
            ['prices_of_interest', 'company_id', 'prices of interest'],
            ['valuations', 'company_id', 'valuations'],
            ['decisions', 'company_id', 'decisions'],
            ['company_list_items', 'company_id', 'entries of lists'],
            ['peer_groups', 'company_id', 'groups of peers'],
            ['peers', 'company_id', 'places among peers'],
            ['costs_of_capital', 'company_id', 'costs of capital'],
            ['bottom_up_betas', 'company_id', 'betas of businesses'],
            ['transaction_choices', 'company_id', 'choices of transactions'],
            ['conditions', 'company_id', 'conditions'],
            ['candidates', 'company_id', 'candidates'],
            ['index_members', 'company_id', 'memberships of an index'],
            ['former_attributes', 'company_id', 'former names'],
        ],
        'securities' => [
            ['listings', 'security_id', 'listings'],
            ['dividends', 'security_id', 'dividends'],
            ['corporate_actions', 'security_id', 'splits'],
            ['identifiers', 'security_id', 'identifiers'],
            ['portfolio_entries', 'security_id', 'transactions of portfolios'],
            ['portfolio_entries', 'new_security_id', 'spin-offs in portfolios'],
            ['portfolios', 'index_id', 'portfolios measured by it'],
            ['exchanges', 'index_id', 'exchanges measured by it'],
            ['index_members', 'index_id', 'members'],
        ],
        'listings' => [['bars', 'listing_id', 'prices']],
    ];

    /**
     * A row with what it was and became; or rows by number that were given to another owner.
     *
     * @var list<array{table: string, key: array<string, mixed>, before: array<string, mixed>|null, after: array<string, mixed>|null}
     *     |array{table: string, moved: list<int>, column: string, from: int, to: int}>
     */
    private array $rows = [];

    private bool $isOpen = false;

    /**
     * Makes one change of several rows. Within a change it is a part of that: what fails of it leaves nothing, and the rest goes on.
     *
     * @template T
     *
     * @param  Closure(self): T  $work  calls insert, update, delete and move
     * @param  int|null  $import  the import with which it came and goes
     * @return T
     */
    public function record(?User $by, string $what, Closure $work, ?int $import = null): mixed
    {
        if ($this->isOpen) {
            $before = $this->rows;
            try {
                return DB::transaction(fn (): mixed => $work($this));
            } catch (Throwable $error) {
                $this->rows = $before;
                throw $error;
            }
        }
        $this->isOpen = true;
        $this->rows = [];
        try {
            return DB::transaction(function () use ($by, $what, $work, $import): mixed {
                $result = $work($this);
                if ($this->rows !== []) {
                    Change::query()->create([
                        'user_id' => $by?->id,
                        'what' => mb_substr($what, 0, 250),
                        'rows' => $this->rows,
                        'size' => array_sum(array_map(static fn (array $row): int => count($row['moved'] ?? [1]), $this->rows)),
                        'import_id' => $import,
                    ]);
                    AuditLog::record($by, 'data_changed', $what);
                }

                return $result;
            });
        } finally {
            $this->isOpen = false;
        }
    }

    /** Gives the rows of one owner to another. */
    public function move(string $table, string $column, int $from, int $to): void
    {
        $ids = DB::table($table)->where($column, $from)->orderBy('id')->pluck('id')->map(intval(...))->all();
        if ($ids !== []) {
            self::give($table, $column, $ids, $to);
            $this->add(['table' => $table, 'moved' => array_values($ids), 'column' => $column, 'from' => $from, 'to' => $to]);
        }
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
     * Gives the rows of one owner to another, but those it has already: they are left out.
     *
     * @param  list<string>  $key  columns of which an owner has one row each
     */
    public function moveUnlessThere(string $table, string $column, int $from, int $to, array $key): void
    {
        foreach (DB::table($table)->where($column, $from)->get() as $row) {
            $row = (array) $row;
            $of = array_intersect_key($row, array_flip(self::KEYS[$table]));
            $isThere = DB::table($table)->where($column, $to)->where(array_intersect_key($row, array_flip($key)))->exists();
            $this->delete($table, $of);
            $isThere || $this->insert($table, [...$row, $column => $to]);
        }
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
            DataStamp::changeShared();
            foreach (array_reverse($change->rows) as $row) {
                if (isset($row['moved'])) {
                    self::giveBack($row);

                    continue;
                }
                ['table' => $table, 'key' => $key, 'before' => $before, 'after' => $after] = $row;
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
            AuditLog::record($by, 'change_undone', $change->what);
        });
    }

    /** @return list<int> companies that a change gave reports to or took them from */
    public function companiesOfReports(Change $change): array
    {
        $companies = [];
        foreach ($change->rows as $row) {
            if ($row['table'] === 'filings' && isset($row['moved'])) {
                array_push($companies, $row['from'], $row['to']);
            }
        }

        return $companies;
    }

    /** Whether figures of companies may rest on what a change changed. */
    public function changesFigures(Change $change): bool
    {
        return array_diff(array_column($change->rows, 'table'), self::WITHOUT_FIGURES) !== [];
    }

    /**
     * Takes back what came with an import; the latest first.
     *
     * @return bool whether figures of companies may rest on it
     */
    public function undoImport(int $import, ?User $by): bool
    {
        $changes = Change::query()->where('import_id', $import)->whereNull('undone_at')->orderByDesc('id')->get();
        foreach ($changes as $change) {
            $this->undo($change, $by);
        }

        return $changes->contains($this->changesFigures(...));
    }

    /**
     * @param  array{table: string, moved: list<int>, column: string, from: int, to: int}  $row
     *
     * @throws Refusal if one of them has gone or has another owner
     */
    private static function giveBack(array $row): void
    {
        $there = 0;
        foreach (array_chunk($row['moved'], self::AT_ONCE) as $ids) {
            $there += DB::table($row['table'])->whereIn('id', $ids)->where($row['column'], $row['to'])->count();
        }
        if ($there !== count($row['moved'])) {
            throw Refusal::because(Words::say('what_it_changed_was_changed_again'));
        }
        self::give($row['table'], $row['column'], $row['moved'], $row['from']);
    }

    /** @param  list<int>  $ids */
    private static function give(string $table, string $column, array $ids, int $to): void
    {
        foreach (array_chunk($ids, self::AT_ONCE) as $chunk) {
            DB::table($table)
                ->whereIn('id', $chunk)
                ->update([$column => $to]);
            foreach ($table === 'filings' ? self::OF_FILINGS : [] as $of) {
                DB::table($of)
                    ->whereIn('filing_id', $chunk)
                    ->update([$column => $to]);
            }
        }
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
            $this->add(['table' => $table, 'key' => $key, 'before' => $before, 'after' => $after]);
        }
    }

    /**
     * @param  array{table: string, key: array<string, mixed>, before: array<string, mixed>|null, after: array<string, mixed>|null}
     *     |array{table: string, moved: list<int>, column: string, from: int, to: int}  $row
     */
    private function add(array $row): void
    {
        $this->rows === [] && DataStamp::changeShared();
        $this->rows[] = $row;
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
