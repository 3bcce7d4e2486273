<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Upkeep\Backup;
use Illuminate\Console\Command;
use RuntimeException;

final class MakeBackup extends Command
{
    protected $signature = 'logion:backup {folder? : storage/backups by default} {--check= : an archive to be read back instead}';

    protected $description = 'Make an archive of everything, read it back, and let old ones go';

    public function handle(Backup $backup): int
    {
        $folder = (string) ($this->argument('folder') ?? config('logion.backups'));
        try {
            if (is_string($this->option('check'))) {
                $backup->check($this->option('check'));
                $this->line("{$this->option('check')} is whole and can be restored.");

                return self::SUCCESS;
            }
            $made = $backup->make($folder);
        } catch (RuntimeException $error) {
            $this->getOutput()->getErrorStyle()->writeln($error->getMessage());

            return self::FAILURE;
        }
        $gone = count($backup->rotate($folder));
        $old = $gone === 0 ? '' : "; {$gone} old ones went";
        $this->line(sprintf('%s: %.1f MB, read back and whole%s.', $made, filesize($made) / 1e6, $old));

        return self::SUCCESS;
    }
}
