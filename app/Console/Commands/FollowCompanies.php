<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Following\ConditionRunner;
use App\Following\Deliverer;
use App\Storage\ColumnStore;
use App\Storage\LifeLock;
use Illuminate\Console\Command;

final class FollowCompanies extends Command
{
    protected $signature = 'logion:follow';

    protected $description = 'Look at the conditions of everybody for the latest day, and deliver what they called for';

    public function handle(ColumnStore $columns, ConditionRunner $runner, Deliverer $deliverer): int
    {
        // Whoever is at it, on whatever machine, does what there is; who was killed at it holds up nobody.
        $alone = LifeLock::tryFor('follow');
        if ($alone === null) {
            $this->components->info('Another process is looking.');

            return self::SUCCESS;
        }
        $day = $columns->latestDay();
        // Criteria are looked at in the columns of the day: before these are there, nothing is.
        $calls = $day === null || ! $columns->isComplete($day) ? 0 : $runner->run($day);
        $deliverer->handOn();
        $deliverer->send();
        $alone->release();
        $this->components->info("{$calls} new calls.");

        return self::SUCCESS;
    }
}
