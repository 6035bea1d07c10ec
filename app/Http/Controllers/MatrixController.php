<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Api\Answers;
use App\Http\Api\Reads;
use App\Models\PackageRecord;
use App\Models\UnitRecord;
use App\Planning\JobPlanner;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Tornavis\Core\Kit\FitMatrix;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Situation\SituationError;
use Tornavis\Core\Words\PackageKind;

/** Which build fits which phone. */
final class MatrixController extends Controller
{
    #[Answers('matrix')]
    public function index(JobPlanner $planner): JsonResponse
    {
        $units = [];
        $rows = [];
        foreach (
            UnitRecord::query()
                ->get()
                ->sortBy(['codename', 'label'])
            as $record
        ) {
            $sheet = $planner->sheet($record);
            if ($sheet !== null) {
                $units[] = [$record->unit(), $sheet];
                $rows[] = [
                    'label' => $record->label,
                    'codename' => $record->codename,
                    'model' => $record->unit()->state()->text(StateField::VariantModel),
                ];
            }
        }
        $builds = array_filter(
            $planner->shelf(),
            static fn(Package $package): bool => $package->kind() === PackageKind::Build,
        );
        uasort(
            $builds,
            static fn(Package $a, Package $b): int => [$a->facts->list(Field::CODENAMES), $a->title(), $a->name()] <=> [
                $b->facts->list(Field::CODENAMES),
                $b->title(),
                $b->name(),
            ],
        );
        $columns = [];
        foreach ($builds as $id => $build) {
            $columns[] = [
                'id' => $id,
                'title' => $build->title(),
                'name' => $build->name(),
                'codenames' => $build->facts->list(Field::CODENAMES),
            ];
        }
        $matrix = FitMatrix::of($units, array_values($builds), array_values($planner->shelf()), $planner->house());

        return response()->json([
            'units' => $rows,
            'builds' => $columns,
            'verdicts' => $matrix->verdicts,
            'cells' => $matrix->cells,
        ]);
    }

    #[Reads('unit')]
    #[Reads('package', 'integer')]
    #[Answers('matrix-cell')]
    public function cell(Request $request, JobPlanner $planner): JsonResponse
    {
        $unit = UnitRecord::labelled($request->string('unit')->toString());
        $package = PackageRecord::query()->findOrFail($request->integer('package'))->package();
        $sheet = $planner->sheet($unit) ?? throw SituationError::noSheet($unit->label, $unit->codename);

        return response()->json([
            'findings' => array_map(
                static fn(Finding $finding): array => $finding->toArray(),
                FitMatrix::cell($unit->unit(), $sheet, $package, array_values($planner->shelf()), $planner->house()),
            ),
        ]);
    }
}
