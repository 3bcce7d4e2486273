<?php

declare(strict_types=1);

namespace App\Providers;

use App\Evaluation\Catalogues;
use App\Identity\Identities;
use App\Storage\EconomyReader;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Support\ServiceProvider;

final class AppServiceProvider extends ServiceProvider
{
    public function register(): void
    {
        $this->app->singleton(EconomyReader::class);
        $this->app->scoped(Catalogues::class);
        $this->app->scoped(Identities::class);
    }

    public function boot(): void
    {
        // Numbers are written so that they read back as the same number, to the last digit.
        ini_set('precision', '-1');
        Model::preventLazyLoading(! $this->app->isProduction());
        Model::preventSilentlyDiscardingAttributes();
    }
}
