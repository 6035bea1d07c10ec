<?php

declare(strict_types=1);

namespace App\Http\Middleware;

use Closure;
use Illuminate\Http\Request;
use Symfony\Component\HttpFoundation\Response;

/**
 * Answers only under the names of this machine, and under its bare address where it is shared, so that no other
 * site's name can be pointed at it.
 */
final class ExpectedHost
{
    public function handle(Request $request, Closure $next): Response
    {
        /** @var list<string> $hosts */
        $hosts = config()->array('tornavis.hosts');
        $host = $request->getHost();
        $byAddress =
            config()->string('tornavis.access_code') !== '' &&
            filter_var(trim($host, '[]'), FILTER_VALIDATE_IP) !== false;
        if (!$byAddress && !in_array($host, $hosts, true)) {
            $names = implode(', ', $hosts);
            $todo = 'A further name goes into TORNAVIS_HOSTS in the .env of its data folder.';

            return response("This application answers only under the names {$names}. {$todo}", 421);
        }

        /** @var Response */
        return $next($request);
    }
}
