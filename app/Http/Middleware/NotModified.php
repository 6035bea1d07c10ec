<?php

declare(strict_types=1);

namespace App\Http\Middleware;

use Closure;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Symfony\Component\HttpFoundation\Response;

/** Answers a question that was asked before with 304 where the answer is the same; pages ask every few seconds. */
final class NotModified
{
    public function handle(Request $request, Closure $next): Response
    {
        /** @var Response $response */
        $response = $next($request);
        if (
            $request->isMethod('GET') &&
            $request->is('api/*') &&
            $response instanceof JsonResponse &&
            $response->isOk()
        ) {
            $response->getEtag() === null && $response->setEtag(hash('xxh128', (string) $response->getContent()));
            $response->headers->set('Cache-Control', 'private, no-cache');
            $response->isNotModified($request);
        }

        return $response;
    }
}
