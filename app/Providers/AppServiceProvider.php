<?php

declare(strict_types=1);

namespace App\Providers;

use App\Evaluation\Catalogues;
use App\Models\BelongsToUser;
use App\Policies\OwnerPolicy;
use App\Storage\EconomyReader;
use App\Storage\Identity\Identities;
use App\Storage\SqliteConnection;
use App\Task\PatientConnector;
use Illuminate\Database\Connection;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Support\Facades\Gate;
use Illuminate\Support\Facades\Queue;
use Illuminate\Support\ServiceProvider;

final class AppServiceProvider extends ServiceProvider
{
    public function register(): void
    {
        $this->app->singleton(EconomyReader::class);
        $this->app->scoped(Catalogues::class);
        $this->app->scoped(Identities::class);
        Connection::resolverFor('sqlite', static fn (mixed ...$settings): SqliteConnection => new SqliteConnection(...$settings));
    }

    public function boot(): void
    {
        // Numbers are written so that they read back as the same number, to the last digit.
        ini_set('precision', '-1');
        // Whatever belongs to a user has one policy; the rest have one of their own name.
        Gate::guessPolicyNamesUsing(
            static fn (string $model): string => in_array(BelongsToUser::class, class_uses_recursive($model), true)
                ? OwnerPolicy::class
                : 'App\\Policies\\'.class_basename($model).'Policy',
        );
        Queue::addConnector('database', fn (): PatientConnector => new PatientConnector($this->app->make('db')));
        Model::preventLazyLoading(! $this->app->isProduction());
        Model::preventSilentlyDiscardingAttributes();
    }
}
