<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Bench\SetAside;
use App\Http\Api\Answers;
use App\Http\Requests\MendRequest;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Response;

/** What is kept and cannot be read: the pages go on without it until a person mends or deletes it. */
final class SetAsideController extends Controller
{
    #[Answers('set-aside')]
    public function index(): JsonResponse
    {
        return response()->json(['rows' => SetAside::all()]);
    }

    /** Writes what was mended; where it cannot be read with that either, nothing changes. */
    #[Answers('set-aside')]
    public function mend(MendRequest $request, string $kind, string $id): JsonResponse
    {
        SetAside::mend($kind, $id, $request->stored());

        return $this->index();
    }

    #[Answers(null, 204)]
    public function delete(string $kind, string $id): Response
    {
        SetAside::delete($kind, $id);

        return response()->noContent();
    }
}
