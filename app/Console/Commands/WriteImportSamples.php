<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Feed\ImportSamples;
use Illuminate\Console\Command;

final class WriteImportSamples extends Command
{
    protected $signature = 'logion:import-samples {folder=samples : where to write them}';

    protected $description = 'Write sample files for importing, made from the demo economy';

    public function handle(): int
    {
        $folder = (string) $this->argument('folder');
        is_dir($folder) || mkdir($folder, 0755, true);
        foreach (ImportSamples::all() as $name => $content) {
            file_put_contents("{$folder}/{$name}", $content);
        }
        $this->components->info(count(ImportSamples::all())." files in {$folder}.");

        return self::SUCCESS;
    }
}
