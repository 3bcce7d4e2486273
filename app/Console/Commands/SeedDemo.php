<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Demo\DemoEconomy;
use App\Demo\Names;
use App\Feature\Account\DemoAccount;
use App\Models\Role;
use App\Models\Setting;
use App\Storage\InstallationDay;
use App\Storage\Settings;
use Illuminate\Console\Command;

final class SeedDemo extends Command
{
    protected $signature = 'logion:seed-demo {--companies=400 : how many companies} {--seed=20260630 : the same seed gives the same data}';

    protected $description = 'Fill an empty database with the invented economy and the demo account';

    public function handle(): int
    {
        if (\App\Models\Company::query()->exists()) {
            $this->components->info('The database already holds companies; nothing to do.');

            return self::SUCCESS;
        }
        $count = max(1, (int) $this->option('companies'));
        $bar = $this->output->createProgressBar($count + 2);
        $bar->setFormat(' %current%/%max% [%bar%] %elapsed% %message%');
        $bar->setMessage('');
        (new DemoEconomy((int) $this->option('seed')))->seed($count, static function (int $done, int $total, string $what) use (
            $bar,
        ): void {
            $bar->setMessage($what);
            $bar->setProgress($done);
        });
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
