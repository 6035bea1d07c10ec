<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Api\Answers;
use Illuminate\Http\JsonResponse;
use Tornavis\Core\Rule\Rulebook;
use Tornavis\Core\Trouble\Cause;
use Tornavis\Core\Trouble\TroubleGuide;
use Tornavis\Core\Words\Symptom;

/** The rules by id, and what symptoms may come of. */
final class HandbookController extends Controller
{
    #[Answers('handbook')]
    public function index(): JsonResponse
    {
        $rules = [];
        foreach (Rulebook::all() as $id => $purposes) {
            $rules[] = ['id' => $id, 'purposes' => $purposes];
        }

        return response()->json([
            'rules' => $rules,
            'symptoms' => array_map(
                static fn(Symptom $one): array => [
                    'value' => $one->value,
                    'label' => $one->label(),
                    'causes' => array_map(
                        static fn(Cause $cause): array => $cause->toArray(),
                        TroubleGuide::causes($one),
                    ),
                ],
                Symptom::cases(),
            ),
        ]);
    }
}
