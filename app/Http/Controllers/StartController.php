<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Api\Answers;
use App\Http\Requests\StartKeepRequest;
use App\Http\Requests\StartRequest;
use App\Http\Resources\StartAnswer;
use App\Models\SheetRecord;
use App\Models\UnitRecord;
use App\Planning\Arrivals;
use App\Planning\JobPlanner;
use Illuminate\Http\JsonResponse;
use Illuminate\Support\Facades\DB;
use Tornavis\Core\Reading\ReadingError;

/** What have you got? From texts and files to a phone on the bench that can be planned for. */
final class StartController extends Controller
{
    private const UNNAMED = 'this phone';

    /** What is known by now, what is still needed, and which jobs are possible. Nothing is kept. */
    #[Answers('start')]
    public function look(StartRequest $request, JobPlanner $planner): JsonResponse
    {
        $arrivals = self::arrivals($request, self::UNNAMED, $planner);

        return response()->json(StartAnswer::of($arrivals, $planner, now()->toIso8601String()));
    }

    /** Puts the phone on the bench, and its sheet beside it. */
    #[Answers('new-unit', 201)]
    public function keep(StartKeepRequest $request, JobPlanner $planner): JsonResponse
    {
        $label = $request->label();
        $arrivals = Arrivals::of($request->texts(), $request->droppedFiles(), $request->decided(), $label, $planner);
        $sheet = $arrivals->sheet();
        $unit = $arrivals->unit(now()->toIso8601String());
        if ($sheet === null || $unit === null) {
            throw ReadingError::noCodename();
        }
        $unit->refuseImpossible($sheet, now()->toIso8601String(), 'what was put down');
        DB::transaction(static function () use ($sheet, $unit, $label): void {
            SheetRecord::keep($sheet, "from what {$label} printed");
            UnitRecord::keep($unit);
        });

        return response()->json(['label' => $label], 201);
    }

    private static function arrivals(StartRequest $request, string $label, JobPlanner $planner): Arrivals
    {
        return Arrivals::of($request->texts(), $request->droppedFiles(), $request->decided(), $label, $planner);
    }
}
