<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Feature\Account\DemoAccount;
use App\Feed\SimulatedExchange;
use App\Models\Role;
use App\Models\Setting;
use App\Storage\InstallationDay;
use App\Storage\Settings;
use Illuminate\Console\Command;
use Logion\Time\Day;
use Simulation\Calendar;
use Simulation\Company\Names;

final class SeedDemo extends Command
{
    protected $signature = 'logion:seed-demo {--companies=400 : how many companies} {--seed=20260630 : the same seed gives the same data}
        {--to=2026-06-30 : last day of the history}';

    protected $description = 'Fill an empty database with the history of the simulated exchange and the demo account';

    public function handle(SimulatedExchange $exchange): int
    {
        if (\App\Models\Company::query()->exists()) {
            $this->components->info('The database already holds companies; nothing to do.');

            return self::SUCCESS;
        }
        $count = max(1, (int) $this->option('companies'));
        $until = Day::parse((string) $this->option('to'));
        if ($until < Calendar::FIRST_PRICE) {
            $this->components->error('The history begins on '.Day::iso(Calendar::FIRST_PRICE).'; choose a later last day.');

            return self::INVALID;
        }
        $bar = $this->output->createProgressBar($count);
        $bar->setFormat(' %current%/%max% [%bar%] %elapsed%');
        $exchange->found((int) $this->option('seed'), $count, $until, static fn (int $done) => $bar->setProgress($done));
        $bar->finish();
        $this->newLine();
        Setting::query()->insert([
            ['name' => Settings::CURRENCY, 'value' => Names::CURRENCY],
            // Whoever tries the demo may change what all of it share.
            ['name' => Settings::NEW_ACCOUNTS, 'value' => Role::Editor->value],
        ]);
        app(InstallationDay::class)->recompute();
        DemoAccount::get();

        return self::SUCCESS;
    }
}
