<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Api\Answers;
use App\Shelf\Shelf;
use App\Shelf\UploadRefused;
use App\Shelf\Uploads;
use Illuminate\Http\Request;
use Illuminate\Http\Response;

/** The server's side of the open tus protocol 1.0.0, with the extensions creation and termination. */
final class UploadController extends Controller
{
    private const HEADERS = ['Tus-Resumable' => '1.0.0', 'Cache-Control' => 'no-store'];

    #[Answers(null, 204)]
    public function options(): Response
    {
        return response(
            '',
            204,
            self::HEADERS + [
                'Tus-Version' => '1.0.0',
                'Tus-Extension' => 'creation,termination',
                'Tus-Max-Size' => (string) config()->integer('tornavis.largest_upload'),
            ],
        );
    }

    #[Answers(null, 201)]
    public function begin(Request $request, Uploads $uploads): Response
    {
        $metadata = [];
        foreach (explode(',', $request->headers->get('Upload-Metadata') ?? '') as $pair) {
            [$key, $value] = [...explode(' ', trim($pair), 2), ''];
            $metadata[$key] = (string) base64_decode($value, true);
        }
        $id = $uploads->begin(
            self::number($request, 'Upload-Length'),
            $metadata['filename'] ?? '',
            ($metadata['for'] ?? '') === 'bench',
        );

        return response('', 201, self::HEADERS + ['Location' => "/api/uploads/{$id}"]);
    }

    #[Answers(null)]
    public function stands(string $id, Uploads $uploads): Response
    {
        ['offset' => $offset, 'length' => $length] = $uploads->stands($id);

        return response(
            '',
            200,
            self::HEADERS + ['Upload-Offset' => (string) $offset, 'Upload-Length' => (string) $length],
        );
    }

    #[Answers(null, 204)]
    public function add(Request $request, string $id, Uploads $uploads, Shelf $shelf): Response
    {
        abort_unless($request->header('Content-Type') === 'application/offset+octet-stream', 415);
        $length = $uploads->stands($id)['length'];
        /** @var resource $piece */
        $piece = $request->getContent(true);
        $offset = $uploads->add($id, self::number($request, 'Upload-Offset'), $piece);
        if ($offset === $length) {
            $shelf->look();
        }

        return response('', 204, self::HEADERS + ['Upload-Offset' => (string) $offset]);
    }

    /** @throws UploadRefused when it is no whole decimal number */
    private static function number(Request $request, string $header): int
    {
        $value = (string) $request->headers->get($header);

        return ctype_digit($value) && (string) (int) $value === $value
            ? (int) $value
            : throw UploadRefused::noNumber($header, $value);
    }

    /** @throws UploadRefused */
    #[Answers(null, 204)]
    public function drop(string $id, Uploads $uploads): Response
    {
        $uploads->drop($id);

        return response('', 204, self::HEADERS);
    }
}
