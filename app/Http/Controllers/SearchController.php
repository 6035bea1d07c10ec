<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Api\Answers;
use App\Http\Api\Reads;
use App\Http\Resources\SearchHits;
use App\Language\Languages;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;

/** One search over phones, jobs, files, runs, sheets, rules and articles. */
final class SearchController extends Controller
{
    private const LONGEST = 100;

    #[Reads('q')]
    #[Answers('search')]
    public function __invoke(Request $request, SearchHits $search): JsonResponse
    {
        $text = mb_substr($request->string('q')->toString(), 0, self::LONGEST);

        return response()->json($search->for($text, Languages::chosen($request)));
    }
}
