<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Storage\ColumnComputation;
use App\Task\WorkCancelled;
use Illuminate\Console\Command;
use Logion\CrossSection\Column;

/** Computes the columns of some companies for another process, which says in a file what it asks for and finds the answer there. */
final class ComputeColumns extends Command
{
    protected $signature = 'logion:compute-columns {file : what is asked, and in its place the columns}';

    protected $description = 'Compute columns for another process';

    protected $hidden = true;

    public function handle(ColumnComputation $computation): int
    {
        $file = (string) $this->argument('file');
        /** @var array{asked_by: int, ids: list<int>, as_of: int, formulas: list<string>} $asked */
        $asked = json_decode((string) file_get_contents($file), true, flags: JSON_THROW_ON_ERROR);
        try {
            $columns = $computation->share($asked['ids'], $asked['as_of'], $asked['formulas'], function (int $done) use ($asked): void {
                // Who asked may have been killed before this process was up, so its own parent proves nothing.
                posix_getppid() === $asked['asked_by'] || throw new WorkCancelled();
                $this->line((string) $done);
            });
        } catch (WorkCancelled) {
            // Whoever asked was killed: nobody waits for the answer, nor removes it.
            unlink($file);

            return self::FAILURE;
        }
        file_put_contents($file, serialize(array_map(static fn (Column $column): array => [$column->packed, $column->states], $columns)));

        return self::SUCCESS;
    }
}
