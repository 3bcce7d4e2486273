<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Upkeep\Backup;
use App\Upkeep\Upgrade;
use Illuminate\Console\Command;
use RuntimeException;

final class RestoreBackup extends Command
{
    protected $signature = 'logion:restore {archive} {--force : without being asked}';

    protected $description = 'Put an archive in the place of what is there, which is kept beside it; stop the installation first';

    public function handle(Backup $backup, Upgrade $upgrade): int
    {
        $archive = (string) $this->argument('archive');
        if (! $this->option('force') && ! $this->confirm("Everything is replaced by what {$archive} holds. Go on?")) {
            return self::FAILURE;
        }
        try {
            $kept = $backup->restore($archive);
            app('db')->purge();
            $upgrade->run();
        } catch (RuntimeException $error) {
            $this->getOutput()->getErrorStyle()->writeln($error->getMessage());

            return self::FAILURE;
        }
        $this->line("Restored. What was there before is kept as {$kept}.");

        return self::SUCCESS;
    }
}
