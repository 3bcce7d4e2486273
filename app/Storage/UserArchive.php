<?php

declare(strict_types=1);

namespace App\Storage;

use App\Files\Archive;
use App\Models\Import;
use App\Models\Paper;
use App\Models\User;
use Closure;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;
use Illuminate\Support\Facades\Storage;
use Illuminate\Support\Str;
use Logion\Figure\Words;
use Logion\Intake\Refusal;
use Throwable;
use ZipArchive;

/**
 * Everything of a user, with the market data it stands on, as one archive: a file of JSON lines for each table and the files
 * that were handed in. Read into an empty installation it gives the same screens, valuations and decisions.
 */
final class UserArchive
{
    private const VERSION = 2;

    /** Tables of market data, in the order in which they can be filled. */
    private const DATA = [
        'settings',
        'countries',
        'exchanges',
        'holidays',
        'companies',
        'former_attributes',
        'securities',
        'listings',
        'identifiers',
        'filings',
        'facts',
        'breakdown_facts',
        'buildings',
        'leases',
        'bars',
        'bars_by_hour',
        'corporate_actions',
        'dividends',
        'estimates',
        'economy_series',
        'index_members',
        'observations',
        'holdings',
        'insider_trades',
        'house_estimates',
        'ratings',
        'guidance',
        'calendar_dates',
        'news',
        'takeovers',
        'past_transactions',
        'economy_forecasts',
    ];

    /** Tables of the user's own. */
    private const OWN = [
        'screens',
        'column_views',
        'own_metrics',
        'company_lists',
        'valuations',
        'decisions',
        'notes',
        'drawn_lines',
        'driver_models',
        'own_estimates',
        'papers',
        'reading_layouts',
        'own_downturns',
        'peer_groups',
        'costs_of_capital',
        'bottom_up_betas',
        'transaction_choices',
        'prices_of_interest',
        'portfolios',
        'instruments',
        'portfolio_files',
        'portfolio_entries',
        'known_securities',
        'conditions',
        'condition_calls',
        'work_stages',
        'candidates',
        'looked_companies',
        'corrections',
        'one_offs',
        'judgements',
        'template_choices',
        'import_profiles',
        'line_mappings',
        'transactions',
        'back_tests',
        'imports',
        'changes',
    ];

    /** Tables whose rows belong to one of the user's: the column that says to which, and its table. */
    private const PARTS = [
        'company_list_items' => ['company_list_id', 'company_lists'],
        'peers' => ['peer_group_id', 'peer_groups'],
        'instrument_prices' => ['instrument_id', 'instruments'],
        'condition_states' => ['condition_id', 'conditions'],
        'replaced_rows' => ['import_id', 'imports'],
    ];

    private const REPORT_EVERY = 20_000;

    /** Left out: work in progress, and what belongs to a running installation. */
    private const WITHOUT = ['task_id', 'undone_by'];

    /**
     * @param  (Closure(int, int): void)|null  $progress  is told rows done and in all, every so often
     *
     * @throws Refusal if it cannot be written
     */
    public function write(User $user, string $path, ?Closure $progress = null): void
    {
        $zip = new ZipArchive();
        if ($zip->open($path, ZipArchive::CREATE | ZipArchive::OVERWRITE) !== true) {
            throw Refusal::because(Words::say('the_archive_cannot_be_written_to', path: $path));
        }
        $files = [];
        $counts = [];
        // One transaction that reads, so that all tables are of the same moment and others can write.
        try {
            Rehearsal::of(function () use ($user, $zip, $progress, &$files, &$counts): void {
                $tables = [...self::DATA, ...self::OWN, ...array_keys(self::PARTS)];
                $all = array_sum(array_map(static fn (string $table): int => self::rows($table, $user)->count(), $tables));
                foreach ($tables as $table) {
                    $file = (string) tempnam(sys_get_temp_dir(), 'lines');
                    $files[] = $file;
                    $done = array_sum($counts);
                    $counts[$table] = $this->lines(
                        $table,
                        $user,
                        $file,
                        static fn (int $count) => $progress === null ? null : $progress($done + $count, $all),
                    );
                    $zip->addFile($file, "{$table}.jsonl");
                }
            });
        } catch (Throwable $error) {
            $zip->unchangeAll();
            array_map(unlink(...), $files);
            throw $error;
        }
        foreach (
            DB::table('imports')
                ->where('user_id', $user->id)
                ->get(['id', 'path', 'name']) as $import
        ) {
            if (is_file($import->path)) {
                $zip->addFile($import->path, "attachments/{$import->id}");
            }
        }
        foreach (Paper::query()->withTrashed()->where('user_id', $user->id)->pluck('kept_as') as $kept) {
            if (Storage::disk(Paper::DISK)->exists($kept)) {
                $zip->addFile(Storage::disk(Paper::DISK)->path($kept), "papers/{$kept}");
            }
        }
        $zip->addFromString(
            'archive.json',
            (string) json_encode(
                [
                    'format' => 'logion archive',
                    'version' => self::VERSION,
                    'written_on' => date('c'),
                    'user' => $user->name,
                    'rows' => $counts,
                ],
                JSON_PRETTY_PRINT,
            ),
        );
        $closed = $zip->close();
        array_map(unlink(...), $files);
        if (! $closed) {
            throw Refusal::because(Words::say('the_archive_could_not_be_finished'));
        }
    }

    /**
     * Reads an archive into an empty installation, all or nothing.
     *
     * @return array<string, int> rows by table
     *
     * @throws Refusal if the file is no such archive or the installation is not empty
     */
    public function read(User $user, string $path): array
    {
        $archive = Archive::open($path);
        $about = json_decode($archive->text('archive.json'), true);
        if (! is_array($about) || ($about['format'] ?? null) !== 'logion archive' || ($about['version'] ?? null) !== self::VERSION) {
            throw Refusal::because(Words::say('the_file_is_no_archive_of'));
        }
        if (
            DB::table('companies')->exists() ||
            DB::table('exchanges')->exists() ||
            DB::table('screens')->where('user_id', $user->id)->exists()
        ) {
            throw Refusal::because(Words::say('an_archive_is_read_into_an'));
        }

        return DB::transaction(function () use ($archive, $user, $about): array {
            // Rows of some tables name rows that come after them.
            DB::getDriverName() === 'sqlite' && DB::statement('pragma defer_foreign_keys = on');
            $counts = [];
            // What this installation has chosen for itself gives way to what its reader had.
            DB::table('settings')->delete();
            foreach ([...self::DATA, 'imports', ...array_diff(self::OWN, ['imports']), ...array_keys(self::PARTS)] as $table) {
                $counts[$table] = $this->fill($archive, $table, $user);
                $written = $about['rows'][$table] ?? 0;
                if ($counts[$table] !== $written) {
                    throw Refusal::because(
                        Words::say('the_archive_has_other_rows_than_it_says', table: $table, count: $counts[$table], written: $written),
                    );
                }
            }
            foreach (array_keys($archive->entries) as $entry) {
                if (preg_match('~^attachments/(\d+)$~D', (string) $entry, $m) === 1) {
                    $kept = Str::uuid()->toString();
                    $source = $archive->stream((string) $entry);
                    Storage::disk(Import::DISK)->put($kept, $source);
                    fclose($source);
                    DB::table('imports')
                        ->where('id', (int) $m[1])
                        ->update(['path' => Storage::disk(Import::DISK)->path($kept)]);
                }
            }

            foreach (array_keys($archive->entries) as $entry) {
                if (preg_match('~^papers/([0-9a-f-]{36})$~D', (string) $entry, $m) === 1) {
                    $source = $archive->stream((string) $entry);
                    Storage::disk(Paper::DISK)->put($m[1], $source);
                    fclose($source);
                }
            }
            Sequences::catchUp(array_keys($counts));

            return $counts;
        });
    }

    /** The rows of a table that go into the archive of a user. */
    private static function rows(string $table, User $user): Builder
    {
        $query = DB::table($table);
        if ($table === 'bars') {
            $query->whereRaw(SeenBars::SQL);
        } elseif (in_array($table, self::OWN, true)) {
            $query->where('user_id', $user->id);
        } elseif (isset(self::PARTS[$table])) {
            [$column, $owners] = self::PARTS[$table];
            $query->whereIn($column, DB::table($owners)->where('user_id', $user->id)->select('id'));
        }

        return $query;
    }

    /** @param  Closure(int): mixed  $progress */
    private function lines(string $table, User $user, string $file, Closure $progress): int
    {
        $stream = fopen($file, 'wb') ?: throw Refusal::because(Words::say('no_room_for_a_temporary_file'));
        $query = self::rows($table, $user);
        $count = 0;
        $statement = DB::connection()->getPdo()->prepare($query->toSql());
        $statement->execute($query->getBindings());
        while ($row = $statement->fetch(\PDO::FETCH_ASSOC)) {
            fwrite(
                $stream,
                json_encode(
                    array_diff_key($row, array_flip([...self::WITHOUT, 'user_id'])),
                    JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_PRESERVE_ZERO_FRACTION,
                )."\n",
            );
            if (++$count % self::REPORT_EVERY === 0) {
                $progress($count);
            }
        }
        fclose($stream);
        $count % self::REPORT_EVERY === 0 || $progress($count);

        return $count;
    }

    private function fill(Archive $archive, string $table, User $user): int
    {
        if (! isset($archive->entries["{$table}.jsonl"])) {
            return 0;
        }
        $allowed = array_diff(Schema::getColumnListing($table), self::WITHOUT);
        $stream = $archive->stream("{$table}.jsonl");
        $insert = null;
        $columns = [];
        $count = 0;
        while (($line = @fgets($stream)) !== false) {
            $row = json_decode($line, true, 64);
            if (! is_array($row)) {
                throw Refusal::because(Words::say('jsonl_is_broken_in_line_nothing', table: $table, count: $count + 1));
            }
            if ($insert === null) {
                $columns = array_values(
                    array_intersect($allowed, [...array_keys($row), ...in_array('user_id', $allowed, true) ? ['user_id'] : []]),
                );
                $insert = new BulkInsert($table, $columns);
            }
            $insert->add(
                ...array_map(
                    static fn (string $column): mixed => $column === 'user_id'
                        ? $user->id
                        : match (true) {
                            is_array($row[$column] ?? null) => json_encode($row[$column], JSON_THROW_ON_ERROR),
                            is_bool($row[$column] ?? null) => (int) $row[$column],
                            default => $row[$column] ?? null,
                        },
                    $columns,
                ),
            );
            $count++;
        }
        if (! feof($stream)) {
            throw Refusal::because(Words::say('jsonl_breaks_off_in_line_the', table: $table, count: $count));
        }
        $insert?->flush();
        fclose($stream);

        return $count;
    }
}
