<?php

declare(strict_types=1);

namespace App\Feature\Intake;

use App\Files\FileFormat;
use App\Models\Import;
use App\Models\LineMapping;
use App\Models\User;
use App\Storage\AuditLog;
use App\Storage\ColumnStore;
use App\Storage\CompanyRefresh;
use App\Storage\DataStamp;
use App\Storage\EconomyReader;
use App\Storage\Identity\Identities;
use App\Storage\InstallationDay;
use App\Storage\OvertakenImport;
use App\Storage\Rehearsal;
use App\Storage\Settings;
use App\Storage\SpooledBars;
use App\Storage\StoredImport;
use Closure;
use Illuminate\Http\File;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;
use Illuminate\Support\Facades\Storage;
use Illuminate\Support\Str;
use Logion\Figure\Words;
use Logion\Intake\Refusal;
use Logion\Intake\TableKind;

/**
 * The life of an import: a file is taken in, previewed as often as its mapping changes, stored as a whole or not at all, and
 * undone as a whole. A process that dies in between leaves what was there before.
 */
final class Imports
{
    /** Seconds. */
    private const PATIENCE = 20;

    private const TRIES = 3;

    public function __construct(
        private readonly Recognition $recognition,
        private readonly CompanyRefresh $refresh,
        private readonly Identities $identities,
        private readonly InstallationDay $day,
        private readonly ColumnStore $columns,
        private readonly EconomyReader $economy,
        private readonly Settings $settings,
        private readonly DataStamp $stamp,
    ) {
    }

    /**
     * Keeps a copy of a file and proposes how to read it.
     *
     * @throws Refusal if it cannot be read at all
     */
    public function take(string $path, string $name, ?User $user): Import
    {
        $name = mb_substr((string) preg_replace('/[\x00-\x1f]/', '', basename($name)), 0, 200);
        $format = FileFormat::detect($path);
        $mapping = $this->recognition->propose($path, $format, $name, $user?->id);
        $kept = Storage::disk(Import::DISK)->putFileAs('', new File($path), Str::uuid()->toString());
        if ($kept === false) {
            throw Refusal::because(Words::say('the_file_could_not_be_kept'));
        }
        $kept = Storage::disk(Import::DISK)->path($kept);

        return Import::query()->create([
            'user_id' => $user?->id,
            'name' => $name,
            'path' => $kept,
            'size' => (int) filesize($kept),
            'digest' => (string) hash_file('sha256', $kept),
            'format' => $format,
            'state' => 'previewed',
            'mapping' => $mapping->toArray(),
        ]);
    }

    /**
     * What storing would do; kept with the import.
     *
     * @param  (Closure(int, int): void)|null  $progress
     */
    public function preview(Import $import, ?Mapping $mapping = null, ?Closure $progress = null): Import
    {
        $mapping ??= Mapping::fromArray($import->mapping);
        // What a preview makes on its way, such as a new company, is taken back.
        [$outcome, $seen] = Rehearsal::of(function () use ($import, $mapping, $progress): array {
            $outcome = $this->runner()->run($import, $mapping, false, $progress);

            return [$outcome, $this->seen($import, $mapping, $outcome)];
        });
        $this->forget();
        $before = Import::query()
            ->where('digest', $import->digest)
            ->where('state', 'stored')
            ->whereKeyNot($import->id)
            ->latest('id')
            ->first();
        if ($before !== null) {
            array_unshift($seen['warnings'], Words::say('the_same_file_was_imported_on', day: $before->stored_at?->format('Y-m-d')));
        }
        $import->update(['mapping' => $mapping->toArray(), 'preview' => $seen]);

        return $import;
    }

    /**
     * Stores everything, or nothing.
     *
     * @param  (Closure(int, int): void)|null  $progress
     *
     * @throws Refusal if something is still to be decided or nothing can be stored
     */
    public function store(Import $import, ?Closure $progress = null): Outcome
    {
        self::refuseStored($import->state);
        $mapping = Mapping::fromArray($import->mapping);
        $store = fn (): Outcome => ($mapping->isOfPricesOnly() && SpooledBars::areOfUse()
            ? $this->storePrices($import, $mapping, $progress)
            : null) ?? DB::transaction(function () use ($import, $mapping, $progress): Outcome {
                // Another worker may have stored it while this one waited.
                self::refuseStored(Import::query()->whereKey($import->id)->lockForUpdate()->value('state'));

                return $this->complete($import, $mapping, self::clear($this->runner()->run($import, $mapping, true, $progress)));
            });

        // The listings of prices are read while they are stored; to look each up again for every bar takes a quarter of the time.
        return $mapping->tableKind() === TableKind::Prices ? Schema::withoutForeignKeyConstraints($store) : $store();
    }

    /**
     * Without keeping others from writing for long.
     *
     * @param  (Closure(int, int): void)|null  $progress
     * @return Outcome|null null where others changed data each time while the file was read
     *
     * @throws Refusal if somebody who waits for the answer would wait too long for another file
     */
    private function storePrices(Import $import, Mapping $mapping, ?Closure $progress): ?Outcome
    {
        $latest = microtime(true) + self::PATIENCE;
        $waits = static fn () => match (true) {
            $progress !== null => $progress(0, 0),
            microtime(true) > $latest => throw Refusal::because(Words::say('another_file_of_prices_is_being_stored')),
            default => null,
        };
        $stored = null;
        for ($tries = self::TRIES; $stored === null && $tries > 0; $tries--) {
            $stamp = $this->stamp->read();
            $isCurrent = function () use ($import, $stamp): bool {
                // It may have been this very file that was stored meanwhile.
                self::refuseStored(Import::query()->whereKey($import->id)->value('state'));

                return $this->stamp->read() === $stamp;
            };
            $spool = new SpooledBars($import->id, $waits, $isCurrent);
            try {
                $outcome = self::clear($this->runner()->run($import, $mapping, true, $progress, $spool));
                $spool->awaitTurn();
                $stored = DB::transaction(function () use ($import, $mapping, $isCurrent, $spool, $outcome): ?Outcome {
                    if (! $isCurrent()) {
                        return null;
                    }
                    $spool->settle();

                    return $this->complete($import, $mapping, $outcome);
                });
            } catch (OvertakenImport) {
                continue;
            } finally {
                $spool->end();
            }
        }

        return $stored;
    }

    /** What goes with the rows of an import, in one transaction with them. */
    private function complete(Import $import, Mapping $mapping, Outcome $outcome): Outcome
    {
        if ($import->user_id !== null) {
            foreach ($mapping->lines as $label => $line) {
                LineMapping::query()->updateOrInsert(
                    ['user_id' => $import->user_id, 'label' => mb_substr((string) $label, 0, 255)],
                    ['line' => $line],
                );
            }
        }
        $import->update([
            'state' => 'stored',
            'moved_day' => $outcome->movedDay,
            'stored_at' => now(),
            'preview' => $this->seen($import, $mapping, $outcome),
        ]);
        AuditLog::record(User::query()->find($import->user_id), 'imported', $import->name);
        $this->refresh($outcome->companies, $mapping->changesStatements());

        return $outcome;
    }

    /** @throws Refusal if the file is stored */
    private static function refuseStored(string $state): void
    {
        if ($state === 'stored') {
            throw Refusal::because(Words::say('the_file_is_already_stored_undo'));
        }
    }

    /** @throws Refusal if something is still to be decided or nothing can be stored */
    private static function clear(Outcome $outcome): Outcome
    {
        if ($outcome->questions !== [] || $outcome->doubts !== []) {
            throw Refusal::because(rtrim(implode(' ', [...$outcome->questions, ...self::named($outcome->doubts)]), '.'));
        }
        if (array_sum($outcome->counts) === $outcome->counts['refused']) {
            throw Refusal::because(rtrim(Words::say('nothing_in_the_file_can_be', why: self::why($outcome)), '. '));
        }

        return $outcome;
    }

    /** @return array<string, mixed> what the file holds, and what taking it did or would do */
    private function seen(Import $import, Mapping $mapping, Outcome $outcome): array
    {
        $described = (new Description(new CompanyMatching($this->identities), $mapping, [
            ...LineMapping::decidedBy($import->user_id),
            ...$mapping->lines,
        ]))->of($import->path, $import->format);

        return [
            ...$described,
            'counts' => $outcome->counts,
            'rows' => $outcome->rows,
            'refused' => $outcome->refused,
            'examples' => $outcome->examples,
            'warnings' => $outcome->warnings,
            'questions' => (object) $outcome->questions,
            'doubts' => (object) $outcome->doubts,
            'unmapped' => array_map(
                static fn (string $label, int $count): array => ['label' => $label, 'count' => $count],
                array_map('strval', array_keys(array_slice($outcome->unmapped, 0, 200, true))),
                array_values(array_slice($outcome->unmapped, 0, 200, true)),
            ),
            'companies' => count($outcome->companies),
            'unknown' => array_map(
                static fn (string $name, int $rows): array => ['name' => $name, 'rows' => $rows],
                array_map('strval', array_keys($outcome->unknown)),
                array_values($outcome->unknown),
            ),
            'proposed' => (object) $outcome->proposed,
        ];
    }

    /** Why nothing can be stored: the first row refused, else what is left out. */
    private static function why(Outcome $outcome): string
    {
        return $outcome->refused === []
            ? implode(' ', array_slice($outcome->warnings, 0, 2))
            : "{$outcome->refused[0]['place']}: {$outcome->refused[0]['reason']}";
    }

    /**
     * @param  array<string, string>  $doubts
     * @return list<string> each with the key under which it can be accepted
     */
    private static function named(array $doubts): array
    {
        return array_map(
            static fn (string $doubt, string $key): string => Words::say('to_take_it_accept', doubt: $doubt, key: $key),
            $doubts,
            array_keys($doubts),
        );
    }

    /**
     * Takes a stored import back: its rows go, and what they replaced returns.
     *
     * @throws Refusal if a later import built on it
     */
    public function undo(Import $import, ?User $by = null): void
    {
        if ($import->state !== 'stored') {
            throw Refusal::because(Words::say('only_a_stored_import_can_be'));
        }
        DB::transaction(function () use ($import, $by): void {
            $companies = (new StoredImport($import))->takeBack($by);
            AuditLog::record($by, 'import_undone', $import->name);
            $this->refresh($companies);
        });
        $this->forget();
    }

    /**
     * What follows from the figures changes with them: a process that dies in between leaves nothing stale.
     *
     * @param  array<int, int>  $companies  the first day that changes by company; 0 stands for an index, which all are measured against
     */
    private function refresh(array $companies, bool $statements = true): void
    {
        isset($companies[0]) || $companies === [] ? DataStamp::changeShared() : DataStamp::changeCompanies(array_keys($companies));
        $this->day->recompute();
        if (isset($companies[0])) {
            $this->columns->forgetFrom($companies[0]);
            unset($companies[0]);
        }
        $this->refresh->companies($companies, $statements);
    }

    /** What was read of the installation's world may have been changed, or the change was only tried. */
    private function forget(): void
    {
        $this->economy->forget();
        $this->settings->forget();
    }

    /** Forgets an import that was not stored. */
    public function discard(Import $import): void
    {
        if ($import->state === 'stored') {
            throw Refusal::because(Words::say('a_stored_import_is_undone_not'));
        }
        $import->forget();
    }

    private function runner(): ImportRunner
    {
        return new ImportRunner(new CompanyMatching($this->identities));
    }
}
