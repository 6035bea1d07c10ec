<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Api\Answers;
use App\Http\Requests\SaidRequest;
use App\Http\Requests\ToldRequest;
use App\Jobs\ReadPackage;
use App\Models\PackageRecord;
use App\Models\SheetRecord;
use App\Models\UnitRecord;
use App\Models\WorkJob;
use App\Planning\JobPlanner;
use Illuminate\Http\JsonResponse;
use Illuminate\Support\Facades\DB;
use Tornavis\Core\Draft\SheetAnswer;
use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Fact\Source;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Phone\Unit;
use Tornavis\Core\Situation\SituationError;

/** What a person says of a model or of files, asked by a plan: it stays for every job, and is not asked again. */
final class SaidController extends Controller
{
    #[Answers('done')]
    public function store(SaidRequest $request, WorkJob $job, JobPlanner $planner): JsonResponse
    {
        abort_if($job->runs()->exists(), 409, 'The run has begun; its plan no longer changes.');
        $sheet = $planner->sheet($job->unit) ?? throw SituationError::noSheet($job->unit->label, $job->unit->codename);
        $at = now()->toIso8601String();
        $value = $request->value();
        if ($request->field() === StateField::Codename->value) {
            abort_if(
                $value !== $sheet->codename,
                409,
                "This phone is kept as a {$sheet->codename}. Choose another model on its page.",
            );
            $job->unit->learn(Fact::of(StateField::Codename->value, $value, Source::Settled, 'asked by a plan', $at));
        } else {
            $said = SheetAnswer::said($sheet, $request->field(), $value, $at);
            DB::transaction(static function () use ($said): void {
                SheetRecord::keep($said, 'said by a person');
                UnitRecord::query()
                    ->where('codename', $said->codename)
                    ->get()
                    ->each(
                        static fn(UnitRecord $one) => $one->change(static fn(Unit $now): Unit => $now->placedIn($said)),
                    );
            });
        }

        return response()->json(['ok' => true]);
    }

    /** What files of the kit are: kept with each file, all of them or none. */
    #[Answers('done')]
    public function files(ToldRequest $request, WorkJob $job): JsonResponse
    {
        abort_if($job->runs()->exists(), 409, 'The run has begun; its plan no longer changes.');
        $records = PackageRecord::query()->whereIn('id', $job->kit)->get()->keyBy('name');
        DB::transaction(static function () use ($request, $records): void {
            foreach ($request->byFile() as $file => $said) {
                $record = $records->get($file);
                abort_if(
                    $record === null,
                    409,
                    "{$file} is not in the kit of this job any more. Look at the kit again.",
                );
                $record->learn($said);
            }
        });
        foreach ($records->only(array_keys($request->byFile())) as $record) {
            // What is being read rests on what was said before, and is read again.
            if ($record->isBeingRead()) {
                ReadPackage::dispatch($record->id);
            }
        }

        return response()->json(['ok' => true]);
    }
}
