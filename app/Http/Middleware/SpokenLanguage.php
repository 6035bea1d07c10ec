<?php

declare(strict_types=1);

namespace App\Http\Middleware;

use App\Language\CoreTexts;
use App\Language\Languages;
use App\Language\MarkdownText;
use Closure;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Cache;
use Symfony\Component\HttpFoundation\Response;

/**
 * Says in the language of the pages what the core says in English: the sentences of answers, and of pages in Markdown.
 *
 * What was kept, and everything that a program reads, stays as it is.
 */
final class SpokenLanguage
{
    /** In these fields of an answer stand sentences and labels for people. */
    public const FIELDS = [
        ...['about', 'after', 'answer', 'ask', 'because', 'before', 'changes', 'check', 'classes'],
        ...['conditions', 'consequence', 'contradictions', 'cost', 'details', 'evidence'],
        ...['expected', 'fault', 'found', 'gate', 'here', 'hint', 'instruction', 'integrityReason', 'label'],
        ...['lastKnown', 'left', 'lookalike', 'message', 'misfit', 'need', 'nextUpdate', 'notes', 'notUnderstood'],
        ...['notUsed', 'obstacle', 'oddities', 'place', 'problem', 'problems', 'purposes', 'question'],
        ...['reason', 'reasons', 'remedy', 'right', 'saving', 'says', 'shows', 'signed', 'text'],
        ...['title', 'track', 'todo', 'typed', 'undo', 'unknown', 'unpack', 'waitsFor', 'wanted', 'wayBack', 'what'],
        ...['whenItFails', 'where', 'why', 'words', 'worth', 'youWillSee'],
    ];

    /** What is taken home as a file, and what a page edits and sends back. */
    private const AS_IT_IS = ['api/*.json', 'api/bench/archive', 'api/sheet-pack', 'api/phrasebook'];

    private const SHEET = '#^api/sheets/[^/]+$#';

    /** Pages ask for the same again every few seconds. */
    private const REMEMBERED_SECONDS = 300;

    /** Bytes of an answer; a shorter one is said anew, and many of those are never asked for again. */
    private const WORTH_REMEMBERING = 16 << 10;

    public function handle(Request $request, Closure $next): Response
    {
        $language = Languages::chosen($request);
        /** @var Response $response */
        $response = $next($request);
        $isMarkdown = str_starts_with((string) $response->headers->get('Content-Type'), 'text/markdown');
        if ($language === Languages::SOURCE || self::isAsItIs($request)) {
            return $response;
        }
        if ($response instanceof JsonResponse || $isMarkdown) {
            $content = (string) $response->getContent();
            $isLong = strlen($content) >= self::WORTH_REMEMBERING;
            $response->setContent(
                $isLong
                    ? self::remembered($content, $language, $isMarkdown)
                    : self::inLanguage($content, $language, $isMarkdown),
            );
        }

        return $response;
    }

    /** Whether what it answers is no page's: it is kept, read by a program, or sent back. */
    public static function isAsItIs(Request $request): bool
    {
        return $request->is(...self::AS_IT_IS) || preg_match(self::SHEET, $request->path()) === 1;
    }

    private static function remembered(string $content, string $language, bool $isMarkdown): string
    {
        $key = 'said:' . hash('xxh128', Languages::revision($language) . $content);
        $known = Cache::get($key);
        if (is_string($known)) {
            return $known;
        }
        $said = self::inLanguage($content, $language, $isMarkdown);
        try {
            Cache::put($key, $said, self::REMEMBERED_SECONDS);
        } catch (\Throwable) {
            // Without room for it, it is said anew the next time.
        }

        return $said;
    }

    private static function inLanguage(string $content, string $language, bool $isMarkdown): string
    {
        $texts = Languages::texts($language);

        return $isMarkdown ? MarkdownText::say($content, $texts) : self::answer($content, $texts);
    }

    private static function answer(string $json, CoreTexts $texts): string
    {
        $answer = self::said(json_decode($json, flags: JSON_THROW_ON_ERROR), '', $texts);

        return json_encode($answer, JsonResponse::DEFAULT_ENCODING_OPTIONS | JSON_THROW_ON_ERROR);
    }

    /** Objects stay objects, so that an empty one does not become a list. */
    private static function said(mixed $value, string $field, CoreTexts $texts): mixed
    {
        if (is_string($value)) {
            return in_array($field, self::FIELDS, true) ? $texts->say($value) : $value;
        }
        if (is_array($value)) {
            return array_map(static fn(mixed $one): mixed => self::said($one, $field, $texts), $value);
        }
        if ($value instanceof \stdClass) {
            foreach (get_object_vars($value) as $name => $one) {
                $value->{$name} = self::said($one, (string) $name, $texts);
            }
        }

        return $value;
    }
}
