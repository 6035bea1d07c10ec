<?php

declare(strict_types=1);

namespace App\Http\Middleware;

use App\Bench\SetAside;
use Closure;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Cache;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Exception\HttpExceptionInterface;
use Tornavis\Core\Format\FormatError;

/**
 * Where a page fails, a row of the database may be the reason: rows that cannot be read are set aside, and the page is
 * made without them.
 */
final class GoesOnWithoutUnreadable
{
    private const LOOK_EVERY_SECONDS = 30;

    public function handle(Request $request, Closure $next): Response
    {
        /** @var Response $response */
        $response = $next($request);
        $error = property_exists($response, 'exception') ? $response->exception : null;
        if (!self::mayBeARow($request, $response, $error) || !self::isTimeToLook() || SetAside::look() === 0) {
            return $response;
        }

        /** @var Response */
        return $next($request);
    }

    private static function mayBeARow(Request $request, Response $response, mixed $error): bool
    {
        $isUnexpected = $response->getStatusCode() === 500 && !($error instanceof HttpExceptionInterface);

        return $request->isMethodSafe() && $request->is('api/*') && ($isUnexpected || $error instanceof FormatError);
    }

    /** To look at every row takes a while, and another reason than a row stays. */
    private static function isTimeToLook(): bool
    {
        try {
            return Cache::add('looked-for-unreadable', true, self::LOOK_EVERY_SECONDS);
        } catch (\Throwable) {
            return true;
        }
    }
}
