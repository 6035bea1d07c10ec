<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Api\Answers;
use App\Models\PackageRecord;
use App\Models\UnitRecord;
use App\Planning\JobPlanner;
use Illuminate\Http\JsonResponse;
use Tornavis\Core\Kit\UpdateWatch;
use Tornavis\Core\Situation\Stock;

/** For each phone of the bench what the shelf holds that is newer. */
final class UpdateController extends Controller
{
    #[Answers('updates')]
    public function __invoke(JobPlanner $planner): JsonResponse
    {
        $stock = Stock::of(array_values($planner->shelf()));
        $ids = PackageRecord::query()->pluck('id', 'path')->all();
        $updates = [];
        foreach (UnitRecord::query()->get()->sortBy('label') as $record) {
            $sheet = $planner->sheet($record);
            $update = $sheet === null ? null : UpdateWatch::of($record->unit(), $sheet, $stock);
            if ($update !== null) {
                $updates[] = [
                    'unit' => $record->label,
                    'runs' => $update->runs,
                    'build' => $update->build->title(),
                    'package' => $ids[$update->build->path] ?? null,
                    'worth' => $update->worth,
                    'obstacle' => $update->obstacle,
                ];
            }
        }

        return response()->json(['updates' => $updates]);
    }
}
