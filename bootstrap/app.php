<?php

declare(strict_types=1);

use App\Feature\Health\HealthController;
use App\Http\AccountRate;
use App\Http\ForgeryProtection;
use App\Http\OpenSignIn;
use App\Http\ProblemDetails;
use App\Http\SecurityHeaders;
use Illuminate\Contracts\Auth\Middleware\AuthenticatesRequests;
use Illuminate\Foundation\Application;
use Illuminate\Foundation\Configuration\Exceptions;
use Illuminate\Foundation\Configuration\Middleware;
use Illuminate\Foundation\Http\Middleware\ValidateCsrfToken;
use Illuminate\Http\Middleware\HandleCors;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Route;
use Logion\Figure\LogionException;

return Application::configure(basePath: dirname(__DIR__))
    ->withRouting(
        commands: __DIR__.'/../routes/console.php',
        using: static function (): void {
            Route::middleware('web')->prefix('api/v1')->group(base_path('routes/api.php'));
            // Asked every minute by programs: without a session.
            Route::get('health', HealthController::class);
            Route::middleware('web')->group(base_path('routes/web.php'));
        },
    )
    ->withCommands([__DIR__.'/../app/Console/Commands'])
    ->withMiddleware(static function (Middleware $middleware): void {
        // One origin only, so nothing to negotiate between origins.
        $middleware->remove(HandleCors::class);
        $middleware->append(SecurityHeaders::class);
        $middleware->alias(['throttle-account' => AccountRate::class]);
        $middleware->web(append: [OpenSignIn::class], replace: [ValidateCsrfToken::class => ForgeryProtection::class]);
        // Whether a sign-in is still open is known before anybody is let in by it.
        $middleware->prependToPriorityList(AuthenticatesRequests::class, OpenSignIn::class);
        // There is no page to sign in at to be sent to: whoever is not signed in is told so.
        $middleware->redirectGuestsTo(static fn (): ?string => null);
    })
    ->withExceptions(static function (Exceptions $exceptions): void {
        // A mistake of the person who asks is answered, not logged.
        $exceptions->dontReport(LogionException::class);
        $exceptions->shouldRenderJsonWhen(static fn (Request $request): bool => $request->is('api/*'));
        $exceptions->render(static fn (Throwable $error, Request $request) => $request->is('api/*') ? ProblemDetails::from($error) : null);
    })
    ->create();
