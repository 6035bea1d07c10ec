<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Api\Answers;
use App\Http\Requests\ChoicesRequest;
use App\Planning\Choices;
use Illuminate\Http\JsonResponse;

/** What can be chosen for a new job, each with its verdict. */
final class ChoiceController extends Controller
{
    #[Answers('choices')]
    public function __invoke(ChoicesRequest $request, Choices $choices): JsonResponse
    {
        $unit = $request->unit();
        $intent = $request->intent();

        return response()->json([
            'intent' => $intent->value,
            'unit' => $unit?->label,
            'phones' => $choices->phones($intent, $request->subject()),
            'files' => $unit === null ? [] : $choices->files($intent, $unit),
        ]);
    }
}
