<?php

declare(strict_types=1);

namespace App\Providers;

use App\Evaluation\Catalogues;
use App\Feature\Account\People;
use App\Feature\Account\WholeSessionFiles;
use App\Feed\SimulatedExchange;
use App\Following\MailCatcher;
use App\Models\AccessToken;
use App\Models\Bar;
use App\Models\BelongsToUser;
use App\Models\Import;
use App\Models\User;
use App\Policies\ImportPolicy;
use App\Policies\OwnerPolicy;
use App\Storage\ChangeLog;
use App\Storage\EconomyReader;
use App\Storage\Identity\Identities;
use App\Storage\KeptPostgresConnector;
use App\Storage\KeptSqliteConnector;
use App\Storage\SeenBars;
use App\Storage\Settings;
use App\Storage\SqliteConnection;
use App\Task\PatientConnector;
use App\Task\RedisLanesConnector;
use App\Upkeep\WorkersSeen;
use Illuminate\Auth\Access\Response;
use Illuminate\Cache\RateLimiting\Limit;
use Illuminate\Database\Connection;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Events\ConnectionEstablished;
use Illuminate\Foundation\Application;
use Illuminate\Http\Middleware\TrustProxies;
use Illuminate\Http\Request;
use Illuminate\Queue\Events\JobProcessing;
use Illuminate\Support\Facades\Auth;
use Illuminate\Support\Facades\Event;
use Illuminate\Support\Facades\Gate;
use Illuminate\Support\Facades\Mail;
use Illuminate\Support\Facades\Queue;
use Illuminate\Support\Facades\RateLimiter;
use Illuminate\Support\Facades\Session;
use Illuminate\Support\ServiceProvider;
use Laravel\Sanctum\Sanctum;
use Logion\Figure\Words;

final class AppServiceProvider extends ServiceProvider
{
    public function register(): void
    {
        Words::speak((string) config('app.locale'));
        $this->app->scoped(Settings::class);
        $this->app->scoped(EconomyReader::class);
        $this->app->scoped(Catalogues::class);
        $this->app->scoped(Identities::class);
        // One change may be made of several by others, which belong to it then.
        $this->app->scoped(ChangeLog::class);
        // It remembers nothing but what follows from its seed, which takes long.
        $this->app->singleton(SimulatedExchange::class);
        $this->app->singleton(WorkersSeen::class);
        $this->app->bind('db.connector.sqlite', static fn (): KeptSqliteConnector => new KeptSqliteConnector());
        $this->app->bind('db.connector.pgsql', static fn (): KeptPostgresConnector => new KeptPostgresConnector());
        Connection::resolverFor('sqlite', static fn (mixed ...$settings): SqliteConnection => new SqliteConnection(...$settings));
    }

    public function boot(): void
    {
        // Numbers are written so that they read back as the same number, to the last digit.
        ini_set('precision', '-1');
        Bar::addGlobalScope(new SeenBars());
        // Whatever belongs to a user has one policy; the rest have one of their own name.
        Gate::guessPolicyNamesUsing(
            static fn (string $model): string => in_array(BelongsToUser::class, class_uses_recursive($model), true)
                ? OwnerPolicy::class
                : 'App\\Policies\\'.class_basename($model).'Policy',
        );
        Auth::provider('eloquent', static fn (Application $app, array $of): People => new People($app->make('hash'), $of['model']));
        Session::extend(
            'file',
            static fn (Application $app): WholeSessionFiles => new WholeSessionFiles(
                $app->make('files'),
                config('session.files'),
                config('session.lifetime'),
            ),
        );
        Sanctum::usePersonalAccessTokenModel(AccessToken::class);
        Gate::policy(Import::class, ImportPolicy::class);
        // What all share is changed by editors, the installation itself by administrators.
        Gate::define(
            'change-facts',
            static fn (User $user): Response => self::answer($user->role->mayChangeFacts(), Words::say('an_editor')),
        );
        Gate::define(
            'administer',
            static fn (User $user): Response => self::answer($user->role->mayAdminister(), Words::say('an_administrator')),
        );
        self::limitGuessing();
        TrustProxies::at(config('logion.trusted_proxies'));
        Mail::extend('catcher', static fn (): MailCatcher => new MailCatcher());
        Queue::addConnector('database', fn (): PatientConnector => new PatientConnector($this->app->make('db')));
        Queue::addConnector('redis', fn (): RedisLanesConnector => $this->app->make(RedisLanesConnector::class));
        // What works on what was stored must not find it as it was: workers and commands read from the first server.
        $this->app->runningInConsole() &&
            Event::listen(static fn (ConnectionEstablished $of) => $of->connection->setRecordModificationState(true));
        // Nobody waits at the screen for a job: it waits for its turn to write however long another writes.
        Queue::before(SqliteConnection::waitForJob(...));
        Queue::looping(static fn () => app(WorkersSeen::class)->tell());
        Queue::before(static fn (JobProcessing $event) => app(WorkersSeen::class)->tell((int) ($event->job->timeout() ?? 0)));
        Model::preventLazyLoading(! $this->app->isProduction());
        Model::preventSilentlyDiscardingAttributes();
    }

    /** Of a password or a code: from an address on one account, from an address, and on an account from everywhere. */
    private static function limitGuessing(): void
    {
        RateLimiter::for('sign-in', static function (Request $request): array {
            $account = mb_strtolower(trim((string) ($request->user()->email ?? $request->string('email'))));

            return [
                Limit::perMinutes(15, 20)->by("one:{$account}|{$request->ip()}"),
                Limit::perMinute(40)->by("from:{$request->ip()}"),
                Limit::perHour(100)->by("on:{$account}"),
            ];
        });
        RateLimiter::for('password-reset', static function (Request $request): array {
            return [
                Limit::perHour(5)->by('reset-on:'.mb_strtolower(trim((string) $request->string('email')))),
                Limit::perHour(30)->by("reset-from:{$request->ip()}"),
            ];
        });
    }

    private static function answer(bool $may, string $who): Response
    {
        return $may ? Response::allow() : Response::deny(Words::say('only_may_do_this_ask_one', who: $who));
    }
}
