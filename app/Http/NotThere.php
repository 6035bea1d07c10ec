<?php

declare(strict_types=1);

namespace App\Http;

use App\Language\Languages;
use App\Models\PackageRecord;
use App\Models\Run;
use App\Models\SheetRecord;
use App\Models\UnitRecord;
use App\Models\WorkJob;
use Illuminate\Database\Eloquent\ModelNotFoundException;
use Illuminate\Http\Exceptions\MalformedUrlException;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Symfony\Component\HttpKernel\Exception\HttpExceptionInterface;
use Tornavis\Core\Words\WrittenOut;

/** What is said where an address leads nowhere, in this program's own words and never in the framework's. */
final class NotThere
{
    private const NOTHING = 'There is nothing at this address. Look for it with the search.';

    private const OR_MISTYPED = 'It may have been deleted, or the address is mistyped.';

    private const LONGEST_NAME = 60;

    /** Statuses that the framework answers by itself, with what they mean to a person. */
    private const SENTENCES = [
        405 => 'This cannot be done at this address. Load the page again, then try it once more.',
        413 => 'This is more than is taken at once. Nothing was done.',
        415 => 'What was sent is of a kind that is not taken at this address. Nothing was done.',
        419 => 'This page was loaded too long ago. Load it again, then do it once more.',
        429 => 'This was asked too often. Wait a minute, then try it again.',
    ];

    /** The answer to it; null where the program has said something itself, or where it is something else. */
    public static function answer(\Throwable $error, Request $request): JsonResponse|Response|null
    {
        if (!($error instanceof HttpExceptionInterface)) {
            return null;
        }
        $status = $error->getStatusCode();
        if (!self::isOfTheApi($request)) {
            // An address that is no text leads to no page, and to no session that a page needs.
            return $error instanceof MalformedUrlException
                ? response(self::nothing($request), 404, ['Content-Type' => 'text/plain; charset=utf-8'])
                : null;
        }
        $gone = $error->getPrevious();
        $says = match (true) {
            $gone instanceof ModelNotFoundException => self::ofModel($gone),
            $error instanceof MalformedUrlException => self::nothing($request),
            $request->route() === null && in_array($status, [400, 404], true) => self::NOTHING,
            default => self::SENTENCES[$status] ?? null,
        };

        return $says === null ? null : response()->json(['message' => $says], $status === 400 ? 404 : $status);
    }

    /** By its first letters: an address may hold bytes that are no text. */
    public static function isOfTheApi(Request $request): bool
    {
        return str_starts_with($request->getPathInfo(), '/api/');
    }

    /** In the reader's language: an address that is no text is turned away before the middleware that says it so. */
    private static function nothing(Request $request): string
    {
        return Languages::texts(Languages::chosen($request))->say(self::NOTHING);
    }

    /** @param  ModelNotFoundException<\Illuminate\Database\Eloquent\Model>  $gone */
    private static function ofModel(ModelNotFoundException $gone): string
    {
        $ids = $gone->getIds();
        $id = is_scalar($ids[0] ?? null) ? (string) $ids[0] : '';
        $name = WrittenOut::of(mb_strcut($id, 0, self::LONGEST_NAME));

        return match ($gone->getModel()) {
            UnitRecord::class => "There is no phone \"{$name}\" on the bench. " .
                'It may have been taken off, or the address is mistyped.',
            SheetRecord::class => "There is no model sheet \"{$name}\". " . self::OR_MISTYPED,
            WorkJob::class => 'There is no such job. ' . self::OR_MISTYPED,
            Run::class => 'There is no such run. ' . self::OR_MISTYPED,
            PackageRecord::class => 'There is no such file. ' . self::OR_MISTYPED,
            default => 'What this is about is not there. ' . self::OR_MISTYPED,
        };
    }
}
