<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Api\Answers;
use App\Http\Middleware\AccessCode;
use App\Http\Resources\DeviceRow;
use App\Models\Device;
use Illuminate\Cache\RateLimiter;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Symfony\Component\HttpFoundation\Cookie;

/** Pages on a second device of the same network: its way in, and what the computer shows for it. */
final class ShareController extends Controller
{
    private const TRIES_A_MINUTE = 8;

    /** Of all addresses together: a guesser can have many. */
    private const ALL_TRIES_A_MINUTE = 30;

    private const LONGEST_NAME = 40;

    /**
     * Addresses under which other devices reach this start, the code, and the devices that were let in; only to this
     * machine.
     */
    #[Answers('share')]
    public function show(Request $request): JsonResponse
    {
        $here = AccessCode::isThisMachine($request);
        $code = config()->string('tornavis.access_code');
        $open = $here && $code !== '';

        return response()->json([
            'shared' => $code !== '',
            'addresses' => $open ? self::addresses((int) $request->getPort()) : [],
            'code' => $open ? $code : null,
            'devices' => $open
                ? Device::query()->where('sent_away', false)->latest('id')->get()->mapInto(DeviceRow::class)
                : [],
        ]);
    }

    /** A device that is sent away has to type the code again. */
    #[Answers('done')]
    public function sendAway(Device $device): JsonResponse
    {
        $device->update(['sent_away' => true]);

        return response()->json(['ok' => true]);
    }

    /** The code, typed. */
    public function enter(Request $request, RateLimiter $limiter): RedirectResponse|Response
    {
        return $this->letIn(
            $request,
            $limiter,
            $request->string('code')->toString(),
            $request->string('to', '/bench')->toString(),
        );
    }

    /** The code in an address, as a camera reads it; the browser is sent on at once, so that it does not stay there. */
    public function open(Request $request, RateLimiter $limiter, string $code): RedirectResponse|Response
    {
        return $this->letIn($request, $limiter, $code, $request->string('to', '/bench')->toString());
    }

    private function letIn(Request $request, RateLimiter $limiter, string $code, string $to): RedirectResponse|Response
    {
        // A path of our own and no other site's address.
        $to = preg_match('#^/(?![/\\\\])#', $to) === 1 ? $to : '/bench';
        $keys = ['access:' . $request->ip() => self::TRIES_A_MINUTE, 'access' => self::ALL_TRIES_A_MINUTE];
        foreach ($keys as $key => $most) {
            abort_if(
                $limiter->tooManyAttempts($key, $most),
                429,
                'Too many wrong codes. Wait a minute, then type the code that the computer shows.',
            );
        }
        if (!AccessCode::opens($code)) {
            array_map(static fn(string $key): int => $limiter->hit($key), array_keys($keys));

            return response()->view('access', ['to' => $to, 'wrong' => true], 401);
        }
        $name = trim((string) preg_replace('/[^\pL\pN ._-]/u', '', $request->string('name')->toString()));
        [, $token] = Device::letIn(mb_substr($name, 0, self::LONGEST_NAME), (string) $request->ip());

        return redirect($to)->withCookie(
            new Cookie(
                Device::COOKIE,
                $token,
                now()->addMonth(),
                '/',
                null,
                $request->isSecure(),
                true,
                false,
                Cookie::SAMESITE_STRICT,
            ),
        );
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
                if (
                    filter_var($address, FILTER_VALIDATE_IP, FILTER_FLAG_IPV4) !== false &&
                    !str_starts_with($address, '127.')
                ) {
                    $found[] = "http://{$address}:{$port}";
                }
            }
        }

        return $found;
    }
}
