<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Bench\SheetPack;
use App\Http\Api\Answers;
use App\Http\Api\Reads;
use App\Http\Api\Takes;
use App\Models\SheetRecord;
use App\Models\SheetRevision;
use App\Models\UnitRecord;
use App\Models\WorkJob;
use App\Planning\JobPlanner;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Tornavis\Core\Format\FormatError;
use Tornavis\Core\Format\Schema;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\SheetGrades;
use Tornavis\Core\Rule\Fit\Fit14Sheet;

/** The model sheets. */
final class SheetController extends Controller
{
    #[Answers('sheets')]
    public function index(): JsonResponse
    {
        $units = UnitRecord::query()->pluck('codename')->countBy();

        return response()->json([
            'sheets' => array_values(
                array_map(
                    static fn(ModelSheet $sheet): array => [
                        'codename' => $sheet->codename,
                        'name' => $sheet->title(),
                        'models' => array_map(static fn($variant): string => $variant->model, $sheet->variants),
                        'slots' => $sheet->hasTwoSlots() === null ? null : count($sheet->slots),
                        'recoveryHome' => $sheet->recoveryHome?->value,
                        'dynamicLayout' => $sheet->dynamicLayout,
                        'units' => $units->get($sheet->codename, 0),
                    ],
                    SheetRecord::sheets(),
                ),
            ),
        ]);
    }

    #[Answers('/model-sheet')]
    public function show(SheetRecord $sheet): JsonResponse
    {
        return response()->json(
            $sheet->document,
            200,
            ['Content-Disposition' => "inline; filename=\"{$sheet->codename}.json\""],
            JSON_PRETTY_PRINT | JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE | JSON_PRESERVE_ZERO_FRACTION,
        );
    }

    /** Sheets as one file with their sources: all, or those that ?codenames names, separated by commas. */
    #[Reads('codenames')]
    #[Answers('/sheet-pack')]
    public function pack(Request $request): JsonResponse
    {
        $named = array_filter(
            explode(',', $request->string('codenames')->toString()),
            static fn(string $one): bool => $one !== '',
        );

        return response()->json(
            SheetPack::of(array_values($named)),
            200,
            ['Content-Disposition' => 'attachment; filename="tornavis-sheets.json"'],
            JSON_PRETTY_PRINT | JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE | JSON_PRESERVE_ZERO_FRACTION,
        );
    }

    /** Takes a pack in; with ?dry=1 it only says what it would add, and what it says otherwise. */
    #[Takes(['/sheet-pack'])]
    #[Reads('dry', 'boolean')]
    #[Answers('archive-intake')]
    public function takePack(Request $request): JsonResponse
    {
        $isDry = $request->boolean('dry');
        $changes = SheetPack::take(Schema::decodeText($request->getContent(), 'the pack'), $isDry);

        return response()->json(['dry' => $isDry, 'changes' => $changes]);
    }

    /** The fields that decide something for a job that is open on a phone of this model. */
    #[Answers('sheet-decides')]
    public function decides(SheetRecord $sheet, JobPlanner $planner): JsonResponse
    {
        $jobs = WorkJob::query()
            ->notRun()
            ->whereHas('unit', static fn(Builder $units) => $units->where('codename', $sheet->codename))
            ->with('unit')
            ->get();
        $units = [];
        foreach ($jobs as $job) {
            foreach (Fit14Sheet::decides($planner->situation($job)) as $field) {
                $units[$field][] = $job->unit->label;
            }
        }
        $row = static fn(string $field): array => [
            'field' => $field,
            'units' => array_values(array_unique($units[$field])),
        ];

        return response()->json(['fields' => array_map($row, array_keys($units))]);
    }

    /** How the sheet came to be what it is, the newest first. */
    #[Answers('sheet-history')]
    public function history(SheetRecord $sheet): JsonResponse
    {
        $revisions = SheetRevision::query()->where('codename', $sheet->codename)->orderBy('id')->get();
        $rows = [];
        $before = [];
        foreach ($revisions as $revision) {
            $rows[] = [
                'at' => $revision->created_at?->toIso8601String() ?? '',
                'why' => $revision->why,
                'changed' => self::changed($before, $revision->document),
                'document' => $revision->document,
            ];
            $before = $revision->document;
        }

        return response()->json(['revisions' => array_reverse($rows)]);
    }

    /**
     * @param  array<string, mixed>  $before
     * @param  array<string, mixed>  $after
     * @return list<string> names of the fields whose value, or whose grade, is another one
     */
    private static function changed(array $before, array $after): array
    {
        $fields = array_diff(array_keys($before + $after), ['format', 'version', 'sources', 'assumed', 'grades']);
        $was = new SheetGrades($before);
        $is = new SheetGrades($after);

        return array_values(
            array_filter(
                $fields,
                static fn(string $field): bool => ($before[$field] ?? null) !== ($after[$field] ?? null) ||
                    $was->of($field) !== $is->of($field),
            ),
        );
    }

    #[Takes(['/model-sheet'])]
    #[Answers('sheet-kept')]
    public function update(Request $request, string $codename): JsonResponse
    {
        $sheet = ModelSheet::fromArray(Schema::decodeText($request->getContent(), 'the sheet'), 'the sheet');
        if ($sheet->codename !== $codename) {
            throw FormatError::invalid('the sheet', '/codename', "The sheet is for {$sheet->codename}", $codename);
        }
        SheetRecord::keep($sheet);

        return response()->json(['codename' => $codename]);
    }

    #[Answers(null, 204)]
    public function destroy(SheetRecord $sheet): Response
    {
        abort_if(
            UnitRecord::query()->where('codename', $sheet->codename)->exists(),
            409,
            "There are phones of {$sheet->codename} on the bench; they need the sheet.",
        );
        $sheet->delete();

        return response()->noContent();
    }
}
