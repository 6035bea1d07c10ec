<?php

declare(strict_types=1);

namespace App\Http\Middleware;

use App\Models\Device;
use Closure;
use Illuminate\Http\Request;
use Symfony\Component\HttpFoundation\Response;

/**
 * Another device of the network gets in with the access code, sees what it needs to follow runs, and can answer them.
 *
 * It comes before everything that keeps something for a visitor: a stranger gets no session, and no body of his is
 * read.
 */
final class AccessCode
{
    /** Under this name a request carries the device that it comes from. */
    public const DEVICE = 'device';

    /** Where anybody may knock. */
    private const DOOR = ['access', 'open/*', 'up'];

    /** What another device may read: pages and their files, and what the pages of runs are made of. */
    private const MAY_READ = [
        'api/bench',
        'api/jobs',
        'api/jobs/*',
        'api/runs/*/events',
        'api/runs/*/symptoms',
        'api/runs/*/record',
        'api/runs/*/record.md',
        'api/log',
        'api/log/summary',
        'api/intents',
        'api/updates',
        'api/handbook',
        'api/share',
        'api/health',
    ];

    private const MAY_NOT_READ = ['api/jobs/*/plan.json', 'api/jobs/*/alternatives', 'api/jobs/*/schools'];

    /** What it may do: answer, release, note, stop and go on. */
    private const MAY_DO = ['release', 'tell', 'differs', 'something-else', 'notes', 'stop', 'go-on'];

    private const LONGEST_BODY = 64 << 10;

    private const FORWARDED = [
        'X-Forwarded-For',
        'X-Forwarded-Host',
        'X-Forwarded-Proto',
        'X-Real-IP',
        'Forwarded',
        'Via',
    ];

    public function handle(Request $request, Closure $next): Response
    {
        if (!self::isThisMachine($request)) {
            $refused = $this->refusal($request);
            if ($refused !== null) {
                return $refused;
            }
        }

        /** @var Response */
        return $next($request);
    }

    private function refusal(Request $request): ?Response
    {
        if ((int) $request->headers->get('Content-Length') > self::LONGEST_BODY) {
            return response()->json(
                ['message' => 'From another device no more than a note is taken. Do this at the computer.'],
                413,
            );
        }
        if ($request->is(...self::DOOR)) {
            return null;
        }
        $device = self::device($request);
        if ($device === null) {
            return $request->is('api/*')
                ? response()->json(
                    [
                        'message' =>
                            'This device is not let in. Load the page again and type the access code that the ' .
                            'computer shows.',
                    ],
                    401,
                )
                : response()->view('access', ['to' => $request->getRequestUri(), 'wrong' => false], 401);
        }
        if (!self::isOpenToOthers($request)) {
            return response()->json(
                [
                    'message' =>
                        'From another device a run can be followed and answered. Do anything else at the computer.',
                ],
                403,
            );
        }
        $request->attributes->set(self::DEVICE, $device);

        return null;
    }

    private static function device(Request $request): ?Device
    {
        try {
            return Device::of($request->cookies->get(Device::COOKIE));
        } catch (\PDOException) {
            return null;
        }
    }

    private static function isOpenToOthers(Request $request): bool
    {
        if ($request->isMethodSafe()) {
            return !$request->is('api/*') || ($request->is(...self::MAY_READ) && !$request->is(...self::MAY_NOT_READ));
        }

        return $request->isMethod('POST') &&
            preg_match('#^api/runs/\d+/(' . implode('|', self::MAY_DO) . ')$#', $request->path()) === 1;
    }

    /**
     * By the address that the connection comes from. A request that says it was passed on is never this machine's own;
     * where a setting names the proxy that passes it on, the address is the one that this proxy has seen.
     */
    public static function isThisMachine(Request $request): bool
    {
        $from = $request->server('REMOTE_ADDR');
        $passedOn =
            array_filter(self::FORWARDED, static fn(string $header): bool => $request->headers->has($header)) !== [];
        if ($passedOn) {
            $seen = explode(',', (string) $request->headers->get('X-Forwarded-For'));
            $from = in_array($from, config()->array('tornavis.proxies'), true)
                ? trim($seen[count($seen) - 1])
                : 'elsewhere';
        }

        return in_array($from, ['127.0.0.1', '::1'], true);
    }

    /** The name of the other device that a request comes from; null where it comes from this machine. */
    public static function by(Request $request): ?string
    {
        $device = $request->attributes->get(self::DEVICE);

        return $device instanceof Device ? $device->name : null;
    }

    /**
     * Whether the code is the one that the computer shows. Without a shared start there is none, and nobody is let
     * in.
     */
    public static function opens(string $code): bool
    {
        $right = config()->string('tornavis.access_code');

        return $right !== '' && hash_equals($right, strtolower(trim($code)));
    }
}
