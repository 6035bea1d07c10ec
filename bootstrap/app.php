<?php

declare(strict_types=1);

use App\Data\DataFolder;
use App\Http\Controllers\HealthController;
use App\Http\Controllers\ShareController;
use App\Http\Middleware\AccessCode;
use App\Http\Middleware\ExpectedHost;
use App\Http\Middleware\GoesOnWithoutUnreadable;
use App\Http\Middleware\NotModified;
use App\Http\Middleware\SecurityHeaders;
use App\Http\Middleware\SpokenLanguage;
use App\Http\Middleware\WellFormedInput;
use App\Http\Middleware\WritesOutHidden;
use App\Http\NotThere;
use App\Language\Languages;
use App\Serve\Health;
use App\Shelf\UploadRefused;
use Illuminate\Foundation\Application;
use Illuminate\Foundation\Configuration\Exceptions;
use Illuminate\Foundation\Configuration\Middleware;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Route;
use Tornavis\Core\Run\Overtaken;
use Tornavis\Core\Run\RunRefusal;
use Tornavis\Core\Words\TornavisError;

// What is written from here on can be read by its owner alone.
umask(0o077);

$data = DataFolder::of(dirname(__DIR__))->path;
// The program's own folder may be one that its user cannot write.
$_SERVER['APP_PACKAGES_CACHE'] ??= "{$data}/framework/packages.php";
$_SERVER['APP_SERVICES_CACHE'] ??= "{$data}/framework/services.php";

return Application::configure(basePath: dirname(__DIR__))
    ->withRouting(
        web: __DIR__ . '/../routes/web.php',
        commands: __DIR__ . '/../routes/console.php',
        then: static function (): void {
            // The pages call it, so it has their session and their protection against forged requests.
            Route::middleware('web')->prefix('api')->name('api.')->group(base_path('routes/api.php'));
            // Without sessions and codes, so that it answers also where these cannot be kept.
            Route::get('up', [HealthController::class, 'up'])->name('up');
            Route::post('access', [ShareController::class, 'enter'])->name('access');
            Route::get('open/{code}', [ShareController::class, 'open'])->name('open');
        },
    )
    ->withMiddleware(function (Middleware $middleware): void {
        $middleware->prepend(ExpectedHost::class);
        $middleware->append(AccessCode::class);
        $middleware->append(SecurityHeaders::class);
        $middleware->append(WellFormedInput::class);
        $middleware->append(NotModified::class);
        $middleware->append(WritesOutHidden::class);
        // Inside of it: whether an answer is the same is asked of what is sent.
        $middleware->append(SpokenLanguage::class);
        $middleware->append(GoesOnWithoutUnreadable::class);
        // The pages write it.
        $middleware->encryptCookies(except: [Languages::COOKIE]);
        // Where a pasted output ends in the middle of a line, its last value may be half a value.
        $middleware->trimStrings(except: ['text', 'texts.*.text', 'dump', 'evidence']);
    })
    ->withExceptions(function (Exceptions $exceptions): void {
        $exceptions->shouldRenderJsonWhen(NotThere::isOfTheApi(...));
        $exceptions->dontReport([TornavisError::class]);
        // What the database or the disk says is for a log; what it means is for a person, and it passes.
        $exceptions->render(
            fn(Throwable $error, Request $request) => Health::isAbout($error) && $request->is('api/*')
                ? response()->json(['message' => Health::words($error)], 503, ['Retry-After' => '3'])
                : null,
        );
        $exceptions->render(fn(Throwable $error, Request $request) => NotThere::answer($error, $request));
        $exceptions->render(
            fn(TornavisError $error) => response()->json(
                ['message' => $error->getMessage()] + $error->toArray(),
                match (true) {
                    $error instanceof UploadRefused => $error->status,
                    $error instanceof Overtaken, $error instanceof RunRefusal && $error->overtaken => 409,
                    default => 422,
                },
            ),
        );
    })
    ->create()
    ->useStoragePath($data)
    ->useEnvironmentPath($data);
