<?php

declare(strict_types=1);

use App\Http\Controllers\BenchController;
use App\Http\Controllers\ChoiceController;
use App\Http\Controllers\HandbookController;
use App\Http\Controllers\HealthController;
use App\Http\Controllers\HouseRulesController;
use App\Http\Controllers\IdentityController;
use App\Http\Controllers\JobController;
use App\Http\Controllers\LogController;
use App\Http\Controllers\MatrixController;
use App\Http\Controllers\PhrasebookController;
use App\Http\Controllers\RunController;
use App\Http\Controllers\SaidController;
use App\Http\Controllers\SearchController;
use App\Http\Controllers\SetAsideController;
use App\Http\Controllers\ShareController;
use App\Http\Controllers\SheetController;
use App\Http\Controllers\ShelfController;
use App\Http\Controllers\StartController;
use App\Http\Controllers\UnitController;
use App\Http\Controllers\UpdateController;
use App\Http\Controllers\UploadController;
use App\Http\Controllers\WaysOnController;
use App\Http\Controllers\WhatIfController;
use Illuminate\Support\Facades\Route;

// Every address stands under /api and every name under "api.". The pages and the open documents go through these.
Route::post('start', [StartController::class, 'look'])->name('start.look');
Route::post('start/keep', [StartController::class, 'keep'])->name('start.keep');

Route::get('bench', [BenchController::class, 'index'])->name('bench.index');
Route::post('units', [BenchController::class, 'store'])->name('units.store');
Route::post('units/new', [UnitController::class, 'store'])->name('units.begin');
Route::get('units/{unit}', [UnitController::class, 'show'])->name('units.show');
Route::delete('units/{unit}', [UnitController::class, 'destroy'])->name('units.destroy');
Route::post('units/{label}/restore', [UnitController::class, 'restore'])->name('units.restore');
Route::post('units/{unit}/facts', [UnitController::class, 'learn'])->name('units.learn');
Route::post('units/{unit}/dump', [UnitController::class, 'dump'])->name('units.dump');
Route::post('units/{unit}/undo', [UnitController::class, 'undo'])->name('units.undo');
Route::post('units/{unit}/settle', [UnitController::class, 'settle'])->name('units.settle');
Route::post('units/{unit}/notes', [UnitController::class, 'note'])->name('units.note');
Route::post('units/{unit}/identity', [UnitController::class, 'identify'])->name('units.identify');
Route::post('units/{unit}/backups', [UnitController::class, 'backUp'])->name('units.back-up');
Route::post('units/{unit}/read', [UnitController::class, 'read'])->name('units.read');
Route::post('units/{unit}/wait', [UnitController::class, 'startWait'])->name('units.start-wait');
Route::get('units/{unit}/unlock.ics', [UnitController::class, 'calendar'])->name('units.calendar');

Route::get('shelf', [ShelfController::class, 'index'])->name('shelf.index');
Route::post('shelf/look', [ShelfController::class, 'look'])->name('shelf.look');
Route::put('shelf/folders', [ShelfController::class, 'folders'])->name('shelf.folders');
Route::get('shelf/SHA256SUMS', [ShelfController::class, 'sums'])->name('shelf.sums');
Route::get('shelf/{package}', [ShelfController::class, 'show'])
    ->whereNumber('package')
    ->name('shelf.show');
Route::delete('shelf/{package}', [ShelfController::class, 'forget'])->name('shelf.forget');
Route::post('shelf/{package}/facts', [ShelfController::class, 'learn'])->name('shelf.learn');
Route::post('shelf/{package}/page', [ShelfController::class, 'page'])->name('shelf.page');
Route::put('shelf/{package}/card', [ShelfController::class, 'card'])->name('shelf.card');
Route::post('shelf/{package}/check', [ShelfController::class, 'check'])->name('shelf.check');
Route::post('shelf/{package}/unpack', [ShelfController::class, 'unpack'])->name('shelf.unpack');
Route::post('shelf/{package}/beside/{partition}', [ShelfController::class, 'layBeside'])->name('shelf.lay-beside');
Route::post('shelf/{package}/partition/{partition}', [ShelfController::class, 'takeOut'])->name('shelf.take-out');
Route::get('shelf/{package}/partition/{partition}', [ShelfController::class, 'partition'])->name('shelf.partition');
Route::get('shelf/{package}/compare/{other}', [ShelfController::class, 'compare'])->name('shelf.compare');

Route::options('uploads/{id?}', [UploadController::class, 'options'])->name('uploads.options');
Route::post('uploads', [UploadController::class, 'begin'])->name('uploads.begin');
// The router answers HEAD with what is registered for GET.
Route::get('uploads/{id}', [UploadController::class, 'stands'])->name('uploads.stands');
Route::patch('uploads/{id}', [UploadController::class, 'add'])->name('uploads.add');
Route::delete('uploads/{id}', [UploadController::class, 'drop'])->name('uploads.drop');

Route::get('intents', [JobController::class, 'intents'])->name('intents.index');
Route::get('choices', ChoiceController::class)->name('choices');
Route::apiResource('jobs', JobController::class);
Route::post('jobs/{id}/restore', [JobController::class, 'restore'])
    ->whereNumber('id')
    ->name('jobs.restore');
Route::post('jobs/{job}/said', [SaidController::class, 'store'])->name('jobs.said');
Route::post('jobs/{job}/told', [SaidController::class, 'files'])->name('jobs.told');
Route::post('jobs/{job}/copy', [JobController::class, 'copy'])->name('jobs.copy');
Route::get('jobs/{job}/plan.json', [JobController::class, 'plan'])->name('jobs.plan');
Route::get('jobs/{job}/plan.md', [JobController::class, 'planPage'])->name('jobs.plan-page');
Route::post('jobs/{job}/what-if', [WhatIfController::class, 'tryOut'])->name('jobs.try-out');
Route::post('jobs/{job}/what-if/open', [WhatIfController::class, 'open'])->name('jobs.open-tried');
Route::get('jobs/{job}/alternatives', [WhatIfController::class, 'alternatives'])->name('jobs.alternatives');
Route::get('jobs/{job}/schools', [WhatIfController::class, 'schools'])->name('jobs.schools');
Route::post('jobs/{job}/run', [RunController::class, 'start'])->name('jobs.start');

Route::get('runs/{run}/events', [RunController::class, 'events'])
    ->whereNumber('run')
    ->name('runs.events');
Route::post('runs/{run}/release', [RunController::class, 'release'])->name('runs.release');
Route::post('runs/{run}/tell', [RunController::class, 'tell'])->name('runs.tell');
Route::post('runs/{run}/something-else', [RunController::class, 'somethingElse'])->name('runs.something-else');
Route::post('runs/{run}/differs', [RunController::class, 'differs'])->name('runs.differs');
Route::get('runs/{run}/plan-again', [WaysOnController::class, 'look'])->name('runs.ways-on');
Route::post('runs/{run}/plan-again', [WaysOnController::class, 'planAgain'])->name('runs.plan-again');
Route::post('runs/{run}/fault', [RunController::class, 'fault'])->name('runs.fault');
Route::get('runs/{run}/inside', [RunController::class, 'inside'])->name('runs.inside');
Route::get('runs/{run}/symptoms', [RunController::class, 'symptoms'])->name('runs.symptoms');
Route::post('runs/{run}/notes', [RunController::class, 'note'])->name('runs.note');
Route::post('runs/{run}/stop', [RunController::class, 'stop'])->name('runs.stop');
Route::post('runs/{run}/go-on', [RunController::class, 'goOn'])->name('runs.go-on');
Route::get('runs/{run}/record', [LogController::class, 'record'])->name('runs.record');
Route::get('runs/{run}/record.md', [LogController::class, 'markdown'])->name('runs.markdown');
Route::get('runs/{run}/journal.json', [LogController::class, 'journal'])->name('runs.journal');
Route::get('runs/{run}/run.{form}', [LogController::class, 'lines'])
    ->whereIn('form', ['jsonl', 'csv'])
    ->name('runs.lines');
Route::get('runs/{run}/compare/{other}', [LogController::class, 'compare'])->name('runs.compare');
Route::post('log', [LogController::class, 'takeIn'])->name('log.take-in');
Route::get('log/summary', [LogController::class, 'summary'])->name('log.summary');
Route::get('log', [LogController::class, 'index'])->name('log.index');

Route::get('updates', UpdateController::class)->name('updates');
Route::get('matrix', [MatrixController::class, 'index'])->name('matrix.index');
Route::get('matrix/cell', [MatrixController::class, 'cell'])->name('matrix.cell');
Route::get('bench/archive', [BenchController::class, 'archive'])->name('bench.archive');
Route::post('bench/archive', [BenchController::class, 'takeIn'])->name('bench.take-in');
Route::post('identity', IdentityController::class)->name('identity');

Route::get('sheets', [SheetController::class, 'index'])->name('sheets.index');
Route::get('sheet-pack', [SheetController::class, 'pack'])->name('sheets.pack');
Route::post('sheet-pack', [SheetController::class, 'takePack'])->name('sheets.take-pack');
Route::get('sheets/{sheet}/decides', [SheetController::class, 'decides'])->name('sheets.decides');
Route::get('sheets/{sheet}/history', [SheetController::class, 'history'])->name('sheets.history');
Route::get('sheets/{sheet}', [SheetController::class, 'show'])->name('sheets.show');
Route::put('sheets/{codename}', [SheetController::class, 'update'])->name('sheets.update');
Route::delete('sheets/{sheet}', [SheetController::class, 'destroy'])->name('sheets.destroy');

Route::get('house-rules', [HouseRulesController::class, 'show'])->name('house-rules.show');
Route::put('house-rules', [HouseRulesController::class, 'update'])->name('house-rules.update');
Route::post('house-rules/preview', [HouseRulesController::class, 'preview'])->name('house-rules.preview');
Route::put('house-rules/presets/{name}', [HouseRulesController::class, 'keepPreset'])->name('house-rules.keep-preset');
Route::delete('house-rules/presets/{name}', [HouseRulesController::class, 'dropPreset'])->name(
    'house-rules.drop-preset',
);
Route::get('phrasebook', [PhrasebookController::class, 'show'])->name('phrasebook.show');
Route::put('phrasebook', [PhrasebookController::class, 'update'])->name('phrasebook.update');
Route::put('workplace', [HouseRulesController::class, 'workplace'])->name('workplace.update');

Route::get('set-aside', [SetAsideController::class, 'index'])->name('set-aside.index');
Route::put('set-aside/{kind}/{id}', [SetAsideController::class, 'mend'])->name('set-aside.mend');
Route::delete('set-aside/{kind}/{id}', [SetAsideController::class, 'delete'])->name('set-aside.delete');

Route::get('search', SearchController::class)->name('search');
Route::get('handbook', [HandbookController::class, 'index'])->name('handbook.index');
Route::get('share', [ShareController::class, 'show'])->name('share.show');
Route::delete('devices/{device}', [ShareController::class, 'sendAway'])->name('devices.send-away');
Route::get('health', [HealthController::class, 'show'])->name('health.show');
