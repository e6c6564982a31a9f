<?php

declare(strict_types=1);

use App\Http\Errors;
use App\Http\Middleware\BodySizes;
use App\Http\Middleware\PlainAddresses;
use App\Http\Middleware\SecurityHeaders;
use Illuminate\Foundation\Application;
use Illuminate\Foundation\Configuration\Exceptions;
use Illuminate\Foundation\Configuration\Middleware;
use Illuminate\Foundation\Http\Middleware\TrimStrings;
use Illuminate\Http\Middleware\HandleCors;
use Illuminate\Support\Facades\Route;

// One folder holds all that an installation writes: its settings, database, contents and logs.
$home = getenv('HAFENBUCH_HOME') ?: dirname(__DIR__).'/.var/main';

// What the framework notes for itself lies there too, so that the program's own folder is only read.
foreach (['packages', 'services', 'config', 'routes-v7', 'events'] as $kind) {
    $name = 'APP_'.strtoupper(strtok($kind, '-')).'_CACHE';
    $_ENV[$name] = getenv($name) ?: "{$home}/storage/framework/{$kind}.php";
}

$app = Application::configure(basePath: dirname(__DIR__))
    ->withRouting(web: __DIR__.'/../routes/web.php', api: __DIR__.'/../routes/api.php', then: static fn () => Route::middleware([])->group(__DIR__.'/../routes/health.php'))
    ->withMiddleware(function (Middleware $middleware): void {
        // Hafenbuch is served from one origin only, and the package behind this is absent (compat/).
        $middleware->remove(HandleCors::class);
        // How much came is looked at before anything reads it.
        $middleware->prepend([App\Support\RequestNumber::class, BodySizes::class]);
        $middleware->append([SecurityHeaders::class, App\Serving\Health\RequestCounts::class]);
        $middleware->api(prepend: [PlainAddresses::class]);
        $middleware->statefulApi();
        $middleware->redirectGuestsTo('/login');
        // Bytes and names of documents come and go as they are, however deep they lie in what is sent.
        $middleware->remove(TrimStrings::class);
        $middleware->convertEmptyStringsToNull(except: [fn ($request): bool => $request->is('api/*')]);
    })
    ->withCommands([App\Console\WatchFiles::class, App\Serving\Serve::class, App\Serving\ListClasses::class, App\Serving\News\TellNews::class, App\Devices\Rack\StandRack::class, App\Setup\SetUpDemo::class, App\Setup\WriteOpenApi::class])
    ->withExceptions(function (Exceptions $exceptions): void {
        Errors::register($exceptions);
    })
    ->create();

$app->useEnvironmentPath($home);
$app->useStoragePath($home.'/storage');

return $app;
