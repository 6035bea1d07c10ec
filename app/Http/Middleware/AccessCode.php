<?php

declare(strict_types=1);

namespace App\Http\Middleware;

use Closure;
use Illuminate\Http\Request;
use Symfony\Component\HttpFoundation\Response;

/** Another device of the network sees the pages with the access code, and can act on runs alone. */
final class AccessCode
{
    public const ADMITTED = 'admitted';

    /** What another device may send. */
    private const OPEN_TO_OTHERS = ['access', 'api/runs/*'];

    public function handle(Request $request, Closure $next): Response
    {
        if (! self::isThisMachine($request) && ! $request->is('open/*', 'access')) {
            if (! self::isAdmitted($request)) {
                return $request->is('api/*')
                    ? response()->json(['message' => 'This device is not let in. Load the page again and type the access code that the computer shows.'], 401)
                    : response()->view('access', ['to' => $request->getRequestUri(), 'wrong' => false], 401);
            }
            if (! $request->isMethodSafe() && ! $request->is(...self::OPEN_TO_OTHERS)) {
                return response()->json(['message' => 'From another device a run can be followed and answered. Do anything else at the computer.'], 403);
            }
        }

        /** @var Response */
        return $next($request);
    }

    /** By the address that the connection comes from; no header can say otherwise. */
    public static function isThisMachine(Request $request): bool
    {
        return in_array($request->server('REMOTE_ADDR'), ['127.0.0.1', '::1'], true);
    }

    /** Whether the code is the one that the computer shows. Without a shared start there is none, and nobody is let in. */
    public static function opens(string $code): bool
    {
        $right = config()->string('tornavis.access_code');

        return $right !== '' && hash_equals($right, strtolower(trim($code)));
    }

    /** A session is let in by the code of this start; a new start has a new code, and asks again. */
    private static function isAdmitted(Request $request): bool
    {
        $with = $request->session()->get(self::ADMITTED);

        return is_string($with) && self::opens($with);
    }
}
