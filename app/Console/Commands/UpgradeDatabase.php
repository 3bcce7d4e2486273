<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Upkeep\Upgrade;
use Illuminate\Console\Command;
use RuntimeException;

final class UpgradeDatabase extends Command
{
    protected $signature = 'logion:upgrade';

    protected $description = 'Bring the database to the schema of this version; killed at any moment, it is left as it was';

    public function handle(Upgrade $upgrade): int
    {
        try {
            $steps = $upgrade->run();
        } catch (RuntimeException $error) {
            $this->getOutput()->getErrorStyle()->writeln($error->getMessage());

            return self::FAILURE;
        }
        $this->line($steps === 0 ? 'The database is current.' : "The database took {$steps} steps.");

        return self::SUCCESS;
    }
}
