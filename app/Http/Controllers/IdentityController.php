<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Api\Answers;
use App\Http\Requests\IdentityRequest;
use App\Planning\JobPlanner;
use Illuminate\Http\JsonResponse;
use Tornavis\Core\Identity\Candidate;
use Tornavis\Core\Identity\Clues;
use Tornavis\Core\Identity\Identification;
use Tornavis\Core\Identity\PropertyDump;

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
        $dump = $request->filled('dump') ? PropertyDump::read($request->string('dump')->toString()) : null;
        if ($dump !== null) {
            $clues = $clues->or($dump->clues());
        }
        $found = Identification::of($clues, $planner->sheets());

        return response()->json([
            'clues' => $clues->toArray(),
            'properties' =>
                $dump === null
                    ? null
                    : [
                        'count' => count($dump->values),
                        'notUnderstood' => $dump->notUnderstood,
                        'cutOff' => $dump->cutOff,
                    ],
            'answer' => $found->answer()?->sheet->codename,
            'says' => $found->says(),
            'candidates' => array_map(
                static fn(Candidate $candidate): array => $candidate->toArray(),
                array_slice($found->candidates, 0, 8),
            ),
        ]);
    }
}
