<?php

declare(strict_types=1);

namespace App\Storage;

use App\Models\Import;
use App\Models\User;
use Illuminate\Support\Collection;
use Illuminate\Support\Facades\DB;
use Logion\Figure\Words;
use Logion\Intake\Refusal;

/** What an import has stored in all tables that imports write. */
final readonly class StoredImport
{
    /** Tables that hold imported rows, in the order in which they can be emptied. */
    private const TABLES = [
        'bars',
        'dividends',
        'corporate_actions',
        'estimates',
        'observations',
        'holdings',
        'insider_trades',
        'ratings',
        'transactions',
        'filings',
        'former_attributes',
        'identifiers',
        'listings',
        'securities',
    ];

    /** What somebody has made of a company or brought in of it, for which it stays though the import that brought it goes; by owner. */
    private const BUILT_ON = [
        'company_id' => [
            'filings',
            'estimates',
            'observations',
            'holdings',
            'insider_trades',
            'ratings',
            'index_members',
            'former_attributes',
            'notes',
            'drawn_lines',
            'driver_models',
            'own_estimates',
            'papers',
            'prices_of_interest',
            'decisions',
            'valuations',
            'company_list_items',
            'corrections',
            'one_offs',
            'judgements',
            'template_choices',
            'transactions',
            'peer_groups',
            'peers',
            'costs_of_capital',
            'bottom_up_betas',
            'transaction_choices',
            'conditions',
            'candidates',
        ],
        'security_id' => ['dividends', 'corporate_actions', 'identifiers', 'portfolio_entries', 'known_securities'],
        'listing_id' => ['bars'],
    ];

    public function __construct(private Import $import)
    {
    }

    /**
     * Takes it back: its rows go, and what they replaced returns. The caller holds a transaction.
     *
     * @return array<int, int> the first day that changes, 0 being all, by company
     *
     * @throws Refusal if a later import built on it
     */
    public function takeBack(?User $by = null): array
    {
        $this->refuseIfRowsAreReplaced();
        $changed = (new ChangeLog())->undoImport($this->import->id, $by) ? [0 => 0] : [];
        $companies = $this->companiesOfFigures();
        $this->refuseIfListingsAreUsed();
        $companies += $this->companiesOfIdentity();
        $this->putBack();
        if (isset($this->import->mapping['made_list'])) {
            DB::table('company_lists')
                ->where('user_id', $this->import->user_id)
                ->where('id', $this->import->mapping['made_list'])
                ->delete();
        }
        foreach (DB::table('companies')->where('import_id', $this->import->id)->pluck('id') as $company) {
            if (! self::isBuiltOn((int) $company)) {
                DB::table('companies')->where('id', $company)->delete();
                unset($companies[(int) $company]);
            }
        }
        $this->import->update(['state' => 'undone']);

        return $companies + $changed;
    }

    private static function isBuiltOn(int $company): bool
    {
        $securities = DB::table('securities')->where('company_id', $company)->pluck('id');
        $owners = [
            'company_id' => [$company],
            'security_id' => $securities,
            'listing_id' => DB::table('listings')->whereIn('security_id', $securities)->pluck('id'),
        ];
        foreach (self::BUILT_ON as $owner => $tables) {
            foreach ($tables as $table) {
                if (DB::table($table)->whereIn($owner, $owners[$owner])->exists()) {
                    return true;
                }
            }
        }

        return false;
    }

    private function refuseIfRowsAreReplaced(): void
    {
        $later = DB::table('replaced_rows')
            ->join('imports', 'imports.id', '=', 'replaced_rows.import_id')
            ->where('previous_import', $this->import->id)
            ->where('imports.state', 'stored')
            ->first(['imports.id', 'imports.name']);
        if ($later !== null) {
            throw Refusal::because(Words::say('a_later_import_replaced_rows_of', name: $later->name));
        }
    }

    /** @return array<int, int> companies whose figures or prices it brought */
    private function companiesOfFigures(): array
    {
        $companies = [];
        foreach (['filings', 'holdings', 'insider_trades', 'estimates'] as $table) {
            $companies += $this->fromTheStart($this->owners($table, 'company_id'));
        }
        $securities = DB::table('bars')
            ->join('listings', 'listings.id', '=', 'listing_id')
            ->where('bars.import_id', $this->import->id)
            ->distinct()
            ->pluck('security_id');
        foreach (['dividends', 'corporate_actions'] as $table) {
            $securities = $securities->merge($this->owners($table, 'security_id'));
        }

        // What an index did is in the figures of all.
        $ofIndex = DB::table('securities')->whereIn('id', $securities->unique())->where('kind', 'index')->exists();

        return $companies + $this->fromTheStart(self::companiesOf($securities->unique())) + ($ofIndex ? [0 => 0] : []);
    }

    /** @return array<int, int> companies whose names, identifiers or listings it brought */
    private function companiesOfIdentity(): array
    {
        return $this->fromTheStart($this->owners('former_attributes', 'company_id')) +
            $this->fromTheStart(self::companiesOf($this->owners('identifiers', 'security_id'))) +
            $this->fromTheStart(self::companiesOf($this->owners('listings', 'security_id')));
    }

    /** @return Collection<int, mixed> */
    private function owners(string $table, string $column): Collection
    {
        return DB::table($table)->where('import_id', $this->import->id)->distinct()->pluck($column);
    }

    /**
     * @param  Collection<int, mixed>  $securities
     * @return Collection<int, mixed>
     */
    private static function companiesOf(Collection $securities): Collection
    {
        return DB::table('securities')->whereIn('id', $securities)->whereNotNull('company_id')->distinct()->pluck('company_id');
    }

    /**
     * @param  Collection<int, mixed>  $companies
     * @return array<int, int>
     */
    private function fromTheStart(Collection $companies): array
    {
        return array_fill_keys($companies->map(intval(...))->all(), 0);
    }

    /** What was replaced in place gets back what it was, and what was new goes; then what was deleted returns. */
    private function putBack(): void
    {
        $deleted = [];
        foreach (DB::table('replaced_rows')->where('import_id', $this->import->id)->orderByDesc('id')->get() as $replaced) {
            $row = json_decode((string) $replaced->row, true, 8, JSON_THROW_ON_ERROR);
            if (! isset($row['id']) || DB::table($replaced->table_name)->where('id', $row['id'])->update($row) === 0) {
                $deleted[] = [$replaced->table_name, $row];
            }
        }
        foreach (self::TABLES as $table) {
            DB::table($table)->where('import_id', $this->import->id)->delete();
        }
        foreach ($deleted as [$table, $row]) {
            DB::table($table)->insert($row);
        }
        DB::table('replaced_rows')->where('import_id', $this->import->id)->delete();
    }

    /** @throws Refusal if prices or events of other imports belong to listings or classes this one made */
    private function refuseIfListingsAreUsed(): void
    {
        $replaced = DB::table('replaced_rows')
            ->where('import_id', $this->import->id)
            ->where('table_name', 'listings')
            ->get(['row->id as listing'])
            ->map(static fn (object $row): mixed => $row->listing);
        $made = DB::table('listings')->where('import_id', $this->import->id)->whereNotIn('id', $replaced)->pluck('id');
        $foreign = fn ($query) => $query->whereNull('import_id')->orWhere('import_id', '<>', $this->import->id);
        $used = DB::table('bars')->whereIn('listing_id', $made)->where($foreign)->exists();
        foreach (['dividends', 'corporate_actions', 'listings'] as $table) {
            $used =
                $used ||
                DB::table($table)
                    ->whereIn('security_id', DB::table('securities')->where('import_id', $this->import->id)->select('id'))
                    ->where($foreign)
                    ->exists();
        }
        if ($used) {
            throw Refusal::because(Words::say('prices_dividends_or_splits_that_came'));
        }
    }
}
