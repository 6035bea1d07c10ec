<?php

declare(strict_types=1);

use App\Http\Controllers\BenchController;
use App\Http\Controllers\HandbookController;
use App\Http\Controllers\HealthController;
use App\Http\Controllers\HouseRulesController;
use App\Http\Controllers\IdentityController;
use App\Http\Controllers\JobController;
use App\Http\Controllers\LogController;
use App\Http\Controllers\MatrixController;
use App\Http\Controllers\PhrasebookController;
use App\Http\Controllers\RunController;
use App\Http\Controllers\ShareController;
use App\Http\Controllers\SheetController;
use App\Http\Controllers\ShelfController;
use App\Http\Controllers\UnitController;
use App\Http\Controllers\UpdateController;
use App\Http\Controllers\UploadController;
use App\Http\Controllers\WaysOnController;
use App\Http\Controllers\WhatIfController;
use Illuminate\Support\Facades\Route;

Route::prefix('api')->group(function (): void {
    Route::get('bench', [BenchController::class, 'index']);
    Route::post('units', [BenchController::class, 'store']);
    Route::post('units/new', [UnitController::class, 'store']);
    Route::get('units/{unit}', [UnitController::class, 'show']);
    Route::delete('units/{unit}', [UnitController::class, 'destroy']);
    Route::post('units/{unit}/facts', [UnitController::class, 'learn']);
    Route::post('units/{unit}/dump', [UnitController::class, 'dump']);
    Route::post('units/{unit}/settle', [UnitController::class, 'settle']);
    Route::post('units/{unit}/notes', [UnitController::class, 'note']);
    Route::post('units/{unit}/identity', [UnitController::class, 'identify']);
    Route::post('units/{unit}/backups', [UnitController::class, 'backUp']);
    Route::post('units/{unit}/read', [UnitController::class, 'read']);
    Route::post('units/{unit}/wait', [UnitController::class, 'startWait']);
    Route::get('units/{unit}/unlock.ics', [UnitController::class, 'calendar']);

    Route::get('shelf', [ShelfController::class, 'index']);
    Route::post('shelf/look', [ShelfController::class, 'look']);
    Route::put('shelf/folders', [ShelfController::class, 'folders']);
    Route::get('shelf/SHA256SUMS', [ShelfController::class, 'sums']);
    Route::get('shelf/{package}', [ShelfController::class, 'show'])->whereNumber('package');
    Route::delete('shelf/{package}', [ShelfController::class, 'forget']);
    Route::post('shelf/{package}/facts', [ShelfController::class, 'learn']);
    Route::put('shelf/{package}/card', [ShelfController::class, 'card']);
    Route::post('shelf/{package}/check', [ShelfController::class, 'check']);
    Route::post('shelf/{package}/partition/{partition}', [ShelfController::class, 'takeOut']);
    Route::get('shelf/{package}/partition/{partition}', [ShelfController::class, 'partition']);
    Route::get('shelf/{package}/compare/{other}', [ShelfController::class, 'compare']);

    Route::options('uploads/{id?}', [UploadController::class, 'options']);
    Route::post('uploads', [UploadController::class, 'begin']);
    // The router answers HEAD with what is registered for GET.
    Route::get('uploads/{id}', [UploadController::class, 'stands']);
    Route::patch('uploads/{id}', [UploadController::class, 'add']);
    Route::delete('uploads/{id}', [UploadController::class, 'drop']);

    Route::get('intents', [JobController::class, 'intents']);
    Route::apiResource('jobs', JobController::class);
    Route::get('jobs/{job}/plan.json', [JobController::class, 'plan']);
    Route::get('jobs/{job}/plan.md', [JobController::class, 'planPage']);
    Route::post('jobs/{job}/what-if', [WhatIfController::class, 'tryOut']);
    Route::post('jobs/{job}/what-if/open', [WhatIfController::class, 'open']);
    Route::get('jobs/{job}/alternatives', [WhatIfController::class, 'alternatives']);
    Route::get('jobs/{job}/schools', [WhatIfController::class, 'schools']);
    Route::post('jobs/{job}/run', [RunController::class, 'start']);

    Route::get('runs/{run}/events', [RunController::class, 'events'])->whereNumber('run');
    Route::post('runs/{run}/release', [RunController::class, 'release']);
    Route::post('runs/{run}/tell', [RunController::class, 'tell']);
    Route::post('runs/{run}/something-else', [RunController::class, 'somethingElse']);
    Route::post('runs/{run}/differs', [RunController::class, 'differs']);
    Route::get('runs/{run}/plan-again', [WaysOnController::class, 'look']);
    Route::post('runs/{run}/plan-again', [WaysOnController::class, 'planAgain']);
    Route::post('runs/{run}/fault', [RunController::class, 'fault']);
    Route::get('runs/{run}/symptoms', [RunController::class, 'symptoms']);
    Route::post('runs/{run}/notes', [RunController::class, 'note']);
    Route::post('runs/{run}/stop', [RunController::class, 'stop']);
    Route::post('runs/{run}/go-on', [RunController::class, 'goOn']);
    Route::get('runs/{run}/record', [LogController::class, 'record']);
    Route::get('runs/{run}/record.md', [LogController::class, 'markdown']);
    Route::get('runs/{run}/journal.json', [LogController::class, 'journal']);
    Route::get('runs/{run}/run.{form}', [LogController::class, 'lines'])->whereIn('form', ['jsonl', 'csv']);
    Route::get('runs/{run}/compare/{other}', [LogController::class, 'compare']);
    Route::post('log', [LogController::class, 'takeIn']);
    Route::get('log/summary', [LogController::class, 'summary']);
    Route::get('log', [LogController::class, 'index']);

    Route::get('updates', UpdateController::class);
    Route::get('matrix', [MatrixController::class, 'index']);
    Route::get('matrix/cell', [MatrixController::class, 'cell']);
    Route::get('bench/archive', [BenchController::class, 'archive']);
    Route::post('bench/archive', [BenchController::class, 'takeIn']);
    Route::post('identity', IdentityController::class);

    Route::get('sheets', [SheetController::class, 'index']);
    Route::get('sheets/{sheet}', [SheetController::class, 'show']);
    Route::put('sheets/{codename}', [SheetController::class, 'update']);
    Route::delete('sheets/{sheet}', [SheetController::class, 'destroy']);

    Route::get('house-rules', [HouseRulesController::class, 'show']);
    Route::put('house-rules', [HouseRulesController::class, 'update']);
    Route::post('house-rules/preview', [HouseRulesController::class, 'preview']);
    Route::put('house-rules/presets/{name}', [HouseRulesController::class, 'keepPreset']);
    Route::delete('house-rules/presets/{name}', [HouseRulesController::class, 'dropPreset']);
    Route::get('phrasebook', [PhrasebookController::class, 'show']);
    Route::put('phrasebook', [PhrasebookController::class, 'update']);
    Route::put('workplace', [HouseRulesController::class, 'workplace']);

    Route::get('handbook', [HandbookController::class, 'index']);
    Route::get('share', [ShareController::class, 'show']);
    Route::delete('devices/{device}', [ShareController::class, 'sendAway']);
    Route::get('health', [HealthController::class, 'show']);
});

// Every other address is a page of the single front end, which knows what lies there.
Route::view('{page?}', 'app')->where('page', '(?!api/|build/|open/|storage/|up$).*');
