<?php

declare(strict_types=1);

namespace App\Http\Middleware;

use Closure;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Symfony\Component\HttpFoundation\Response;

/**
 * Writes hidden signs out in what the pages show: in a name of a file, in a pasted line, in a note. What is taken home
 * as a file, and what a page edits and sends back, stays as it is.
 */
final class WritesOutHidden
{
    /**
     * A sign as JSON escapes it, with nothing before it that escapes the escape: those that steer a terminal but for
     * tab, new line and return, and those that turn the direction or take up no room.
     */
    private const ESCAPED =
        '/(?<!\\\\)((?:\\\\{2})*)\\\\u' .
        '(00(?:0[0-8bcef]|1[0-9a-f]|7f|[89][0-9a-f]|ad)|061c|180e|20(?:0[b-f]|2[89a-e]|6[0-9a-f])|feff|fff[9ab])/i';

    private const BACKSPACE_AND_FORM_FEED = '/(?<!\\\\)((?:\\\\{2})*)\\\\([bf])/';

    public function handle(Request $request, Closure $next): Response
    {
        /** @var Response $response */
        $response = $next($request);
        if ($response instanceof JsonResponse && $request->is('api/*') && !SpokenLanguage::isAsItIs($request)) {
            $content = (string) $response->getContent();
            $shown = self::writtenOut($content);
            $shown === $content || $response->setContent($shown);
        }

        return $response;
    }

    /** \u001b becomes \\u{1b}: the sign becomes the words for it. */
    private static function writtenOut(string $json): string
    {
        $short = preg_replace_callback(
            self::BACKSPACE_AND_FORM_FEED,
            static fn(array $part): string => $part[1] . ($part[2] === 'b' ? '\\\\u{8}' : '\\\\u{c}'),
            $json,
        );

        return (string) preg_replace_callback(
            self::ESCAPED,
            static fn(array $part): string => $part[1] . '\\\\u{' . dechex((int) hexdec($part[2])) . '}',
            (string) $short,
        );
    }
}
