<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Bench\SetAside;
use App\Http\Api\Answers;
use App\Http\Middleware\AccessCode;
use App\Serve\Health;
use App\Shelf\Sandbox;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;

/** Whether everything works. */
final class HealthController extends Controller
{
    /** For the line on the pages. */
    #[Answers('health')]
    public function show(Request $request): JsonResponse
    {
        $problems = Health::problems();
        // What is wrong may name folders of this machine.
        $told =
            $problems === [] || AccessCode::isThisMachine($request)
                ? $problems
                : ['Something needs to be looked at on the computer that runs Tornavis.'];

        $note = AccessCode::isThisMachine($request) ? Sandbox::here()->note() : null;

        return response()->json([
            'problems' => $told,
            'notes' => $note === null ? [] : [$note],
            'setAside' => self::setAside(),
        ]);
    }

    private static function setAside(): int
    {
        try {
            return SetAside::count();
        } catch (\PDOException) {
            // That the database does not answer stands among the problems.
            return 0;
        }
    }

    /** For whoever watches this machine; another device learns no more than whether it works. */
    public function up(Request $request): JsonResponse
    {
        $problems = Health::problems();
        $told = AccessCode::isThisMachine($request)
            ? ['problems' => $problems, 'sandbox' => Sandbox::here()->value]
            : [];

        return response()->json(['up' => $problems === []] + $told, $problems === [] ? 200 : 503, [
            'Cache-Control' => 'no-store',
        ]);
    }
}
