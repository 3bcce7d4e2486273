<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Feature\Intake\Imports;
use App\Feature\Intake\Mapping;
use App\Models\Import;
use App\Models\User;
use App\Storage\StorageTrouble;
use Illuminate\Console\Command;
use PDOException;

final class ImportFile extends Command
{
    use PrintsFigures;

    protected $signature = 'logion:import
        {file? : CSV, XLSX, ODS, xBRL-JSON, xBRL-CSV (zip) or XBRL}
        {--company= : ticker of the company the file is about}
        {--kind= : statement, prices, dividends, splits, estimates, holders, insider_trades, figures, drivers, listings … see the guide}
        {--scale= : 1, 1000, 1000000 or 1000000000; 0.01 for prices in pence}
        {--filed-on= : day the figures became public, YYYY-MM-DD}
        {--conflicts= : keep or take}
        {--accept=* : a doubt that is taken as it is, by its key}
        {--mapping= : JSON with further parts of the mapping}
        {--user= : e-mail of the user the import belongs to}
        {--preview : store nothing}
        {--undo= : number of an import to take back}
        {--format=table : table, json or csv}';

    protected $description = 'Import a file as a whole, or say what importing it would do';

    public function handle(Imports $imports): int
    {
        return $this->guarded(function () use ($imports): int {
            $email = $this->option('user');
            $user = is_string($email)
                ? User::query()->where('email', $email)->first() ?? throw new \InvalidArgumentException("Nobody has the e-mail {$email}.")
                : User::query()->orderBy('id')->first();
            if (is_string($this->option('undo'))) {
                $import =
                    Import::query()->find((int) $this->option('undo')) ??
                    throw new \InvalidArgumentException("There is no import {$this->option('undo')}.");
                $imports->undo($import);
                $this->components->info("\"{$import->name}\" is undone.");

                return self::SUCCESS;
            }
            $file = (string) $this->argument('file');
            if ($file === '' || ! is_file($file) || ! is_readable($file)) {
                throw new \InvalidArgumentException($file === '' ? 'Name a file.' : "The file {$file} cannot be read.");
            }
            $import = $imports->take($file, basename($file), $user);
            $changes = array_filter(
                [
                    'company' => $this->option('company'),
                    'kind' => $this->option('kind'),
                    'scale' => $this->option('scale'),
                    'conflicts' => $this->option('conflicts'),
                    'accept' => $this->option('accept') === [] ? null : $this->option('accept'),
                    'filed_on' => is_string($this->option('filed-on')) ? \Logion\Time\Day::parse($this->option('filed-on')) : null,
                ],
                static fn (mixed $x): bool => $x !== null,
            );
            $more = is_string($this->option('mapping')) ? json_decode($this->option('mapping'), true, 16, JSON_THROW_ON_ERROR) : [];
            $bar = $this->option('format') === 'table' ? $this->output->createProgressBar() : null;
            $progress = static fn (int $done, int $total) => $bar?->setProgress($done);
            try {
                $import->update([
                    'mapping' => Mapping::fromArray($import->mapping)
                        ->with([...$changes, ...is_array($more) ? $more : []])
                        ->toArray(),
                ]);
                $result = $this->option('preview')
                    ? $imports->preview($import, null, $progress)->preview
                    : (array) $imports->store($import, $progress);
            } catch (PDOException $error) {
                report($error);
                $this->error(StorageTrouble::explain($error));

                return self::FAILURE;
            } catch (\Throwable $error) {
                $imports->discard($import);
                throw $error;
            }
            $bar?->finish();
            $bar === null || $this->newLine();
            $this->print(
                [
                    'import' => $import->id,
                    'mapping' => $import->mapping,
                    'counts' => $result['counts'],
                    'refused' => $result['refused'],
                    'warnings' => $result['warnings'],
                    'questions' => $result['questions'],
                    'doubts' => $result['doubts'],
                ],
                ['rows', 'new', 'changed', 'same', 'conflict', 'refused'],
                [[$result['rows'], ...array_values($result['counts'])]],
            );
            if ($this->option('format') === 'table') {
                foreach ([...$result['warnings'], ...array_values((array) $result['questions'])] as $line) {
                    $this->line("  {$line}");
                }
                foreach ((array) $result['doubts'] as $key => $doubt) {
                    $this->line("  in doubt (--accept={$key}): {$doubt}");
                }
                foreach (array_slice((array) $result['unmapped'], 0, 20, true) as $label => $entry) {
                    $this->line('  no line for "'.(is_array($entry) ? $entry['label'] : $label).'"');
                }
                foreach (array_slice($result['refused'], 0, 20) as $refused) {
                    $this->line("  refused, {$refused['place']}: {$refused['reason']}");
                }
                $this->option('preview')
                    ? $imports->discard($import)
                    : $this->line("Stored as import {$import->id}; take it back with logion:import --undo={$import->id}.");
            }

            return self::SUCCESS;
        });
    }
}
