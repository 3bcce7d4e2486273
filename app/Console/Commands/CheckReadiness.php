<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Upkeep\Readiness;
use Illuminate\Console\Command;

final class CheckReadiness extends Command
{
    protected $signature = 'logion:ready';

    protected $description = 'Say whether the installation can be started, and why not';

    public function handle(Readiness $readiness): int
    {
        foreach ($troubles = $readiness->troubles() as $trouble) {
            $this->getOutput()->getErrorStyle()->writeln($trouble);
        }

        return $troubles === [] ? self::SUCCESS : self::FAILURE;
    }
}
