<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Middleware\AccessCode;
use Illuminate\Cache\RateLimiter;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;

/** Pages on a second device of the same network: its way in, and what the computer shows for it. */
final class ShareController extends Controller
{
    private const TRIES_A_MINUTE = 8;

    /** Addresses under which other devices reach this start, and the code; the code only to this machine. */
    public function show(Request $request): JsonResponse
    {
        $here = AccessCode::isThisMachine($request);
        $code = config()->string('tornavis.access_code');

        return response()->json(['shared' => $code !== '', 'addresses' => $here && $code !== '' ? self::addresses((int) $request->getPort()) : [], 'code' => $here && $code !== '' ? $code : null]);
    }

    /** The code, typed. */
    public function enter(Request $request, RateLimiter $limiter): RedirectResponse|Response
    {
        return $this->letIn($request, $limiter, $request->string('code')->toString(), $request->string('to', '/bench')->toString());
    }

    /** The code in an address, as a camera reads it. */
    public function open(Request $request, RateLimiter $limiter, string $code): RedirectResponse|Response
    {
        return $this->letIn($request, $limiter, $code, $request->string('to', '/bench')->toString());
    }

    private function letIn(Request $request, RateLimiter $limiter, string $code, string $to): RedirectResponse|Response
    {
        // A path of our own and no other site's address.
        $to = preg_match('#^/(?![/\\\\])#', $to) === 1 ? $to : '/bench';
        $key = 'access:'.$request->ip();
        abort_if($limiter->tooManyAttempts($key, self::TRIES_A_MINUTE), 429, 'Too many wrong codes. Wait a minute, then type the code that the computer shows.');
        if (! AccessCode::opens($code)) {
            $limiter->hit($key);

            return response()->view('access', ['to' => $to, 'wrong' => true], 401);
        }
        $request->session()->regenerate();
        $request->session()->put(AccessCode::ADMITTED, strtolower(trim($code)));

        return redirect($to);
    }

    /**
     * Addresses of this machine in its network; those that only it can reach are left out.
     *
     * @return list<string> as http addresses
     */
    public static function addresses(int $port): array
    {
        $found = [];
        foreach (net_get_interfaces() ?: [] as $interface) {
            foreach ($interface['unicast'] ?? [] as $unicast) {
                $address = $unicast['address'] ?? '';
                if (filter_var($address, FILTER_VALIDATE_IP, FILTER_FLAG_IPV4) !== false && ! str_starts_with($address, '127.')) {
                    $found[] = "http://{$address}:{$port}";
                }
            }
        }

        return $found;
    }
}
