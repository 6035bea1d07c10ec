<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Bench\Archive;
use App\Bench\ArchiveIntake;
use App\Data\DataRefused;
use App\Http\Api\Answers;
use App\Http\Api\Reads;
use App\Http\Api\Takes;
use App\Http\Resources\UnitCard;
use App\Models\SheetRecord;
use App\Models\UnitRecord;
use App\Planning\JobPlanner;
use App\Run\StandInLink;
use App\Shelf\Scratch;
use App\Shelf\Uploads;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Symfony\Component\HttpFoundation\StreamedResponse;
use Tornavis\Core\Format\Canonical;
use Tornavis\Core\Format\FormatError;
use Tornavis\Core\Format\Schema;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\Unit;

/** All phones at once. */
final class BenchController extends Controller
{
    #[Answers('bench')]
    public function index(JobPlanner $planner, StandInLink $link): JsonResponse
    {
        $units = UnitCard::all($planner);

        return response()->json(['units' => $units, 'standIns' => count($link->serials())]);
    }

    /** Takes in a unit or a model sheet in its own format. */
    #[Takes(['/unit', '/model-sheet'])]
    #[Answers('taken-in', 201)]
    public function store(Request $request): JsonResponse
    {
        $data = Schema::decodeText($request->getContent(), 'the file');
        $format = Schema::claimed($data, 'the file')->name();
        match ($format) {
            'unit' => $this->keepUnit(Unit::fromArray($data, 'the file')),
            'model-sheet' => SheetRecord::keep(ModelSheet::fromArray($data, 'the file')),
            default => throw FormatError::invalid(
                'the file',
                '/format',
                "This is a {$format}",
                'a unit or a model sheet',
            ),
        };

        return response()->json(['format' => $format], 201);
    }

    private function keepUnit(Unit $unit): void
    {
        $sheet =
            $unit->codename === null ? null : SheetRecord::query()->firstWhere('codename', $unit->codename)?->sheet();
        $unit->refuseImpossible($sheet, now()->toIso8601String(), 'the file');
        $there = UnitRecord::query()->firstWhere('label', $unit->label);
        abort_if(
            $there !== null && Canonical::text($there->document) !== Canonical::text($unit->toArray()),
            409,
            "{$unit->label} is on the bench, with other statements than the file has. Nothing was changed. Give " .
                'the one in the file another label, or take this one off the bench first.',
        );
        UnitRecord::keep($unit);
    }

    /** The whole bench as one file. */
    #[Answers('/bench')]
    public function archive(): StreamedResponse
    {
        // Written out before the first byte is sent: what cannot be read gives a status, and no half file.
        $spool = Scratch::stream();
        foreach (Archive::pieces() as $piece) {
            fwrite($spool, $piece) === strlen($piece) || throw DataRefused::notWritten('the bench file');
        }
        rewind($spool);

        return response()->stream(static fn(): int => fpassthru($spool), 200, [
            'Content-Type' => 'application/json',
            'Content-Disposition' => 'attachment; filename="tornavis-bench.json"',
        ]);
    }

    /**
     * Takes a whole bench in: the body, or an upload that ?upload names; with ?dry=1 it only says what would change.
     */
    #[Takes(['/bench'])]
    #[Reads('dry', 'boolean')]
    #[Reads('upload')]
    #[Answers('archive-intake')]
    public function takeIn(Request $request, ArchiveIntake $intake, Uploads $uploads): JsonResponse
    {
        $upload = $request->query('upload');
        $stream = is_string($upload) ? $uploads->arrived($upload) : self::body($request);
        $changes = $intake->take($stream, $request->boolean('dry'));
        if (is_string($upload) && !$request->boolean('dry')) {
            $uploads->forgetArrived($upload);
        }

        return response()->json(['dry' => $request->boolean('dry'), 'changes' => $changes]);
    }

    /** @return resource */
    private static function body(Request $request)
    {
        $stream = Scratch::stream();
        fwrite($stream, $request->getContent());
        rewind($stream);

        return $stream;
    }
}
