<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Bench\Pasted;
use App\Http\Api\Answers;
use App\Http\Requests\IdentityRequest;
use App\Planning\JobPlanner;
use App\Planning\PhoneLookup;
use Illuminate\Http\JsonResponse;
use Tornavis\Core\Identity\Clues;

/** Which model a phone is, from what was read off it. */
final class IdentityController extends Controller
{
    #[Answers('identity')]
    public function __invoke(IdentityRequest $request, JobPlanner $planner): JsonResponse
    {
        $words = static fn(string $name): ?string => $request->filled($name)
            ? $request->string($name)->trim()->toString()
            : null;
        $clues = new Clues($words('codename'), $words('model'), $words('chipset'), $words('maker'), $words('name'));
        $dump = $request->filled('dump') ? $request->string('dump')->toString() : null;
        $reading = $dump === null ? null : Pasted::read($dump);

        return response()->json(PhoneLookup::of($clues, $reading, $planner->sheets())->toArray());
    }
}
