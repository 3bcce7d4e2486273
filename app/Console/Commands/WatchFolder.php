<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Feed\WatchedFolder;
use Illuminate\Console\Command;

final class WatchFolder extends Command
{
    protected $signature = 'logion:watch {--once : look once and end} {--every=2 : seconds between looks}';

    protected $description = 'Import files that other programs drop into storage/app/drop';

    public function handle(WatchedFolder $folder): int
    {
        do {
            foreach ($folder->days(null) as $day) {
                foreach ($folder->on($day) as $file) {
                    $this->line("{$file->name()}: {$file->store()}");
                }
            }
            if (! $this->option('once')) {
                sleep(max(1, (int) $this->option('every')));
            }
        } while (! $this->option('once'));

        return self::SUCCESS;
    }
}
