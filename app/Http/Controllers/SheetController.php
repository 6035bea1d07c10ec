<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Api\Answers;
use App\Http\Api\Takes;
use App\Models\SheetRecord;
use App\Models\UnitRecord;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Tornavis\Core\Format\FormatError;
use Tornavis\Core\Format\Schema;
use Tornavis\Core\Phone\ModelSheet;

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
                        'name' => "{$sheet->maker} {$sheet->name}",
                        'models' => array_map(static fn($variant): string => $variant->model, $sheet->variants),
                        'slots' => count($sheet->slots),
                        'recoveryHome' => $sheet->recoveryHome->value,
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
