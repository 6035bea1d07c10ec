<?php

declare(strict_types=1);

/*
 * How long after an event its viewers see it: php bench/live.php
 * The real application with the demo world, one run on the stand-in phone, and four viewers that ask as the page does.
 */

use Symfony\Component\Process\Process;
use Tests\Support\Program;
use Tests\Support\World;

require dirname(__DIR__) . '/vendor/autoload.php';

const VIEWERS = 4;
/** What the page waits between two questions, in seconds; see resources/js/run/useRun.ts. */
const BEAT = 0.6;
const ALLOWED = 1.0;

$program = new Program(World::shelf(), 20.0);
$program->start();
$run = $program->run();
$base = "http://127.0.0.1:{$program->port}";
$viewer =
    '$base = $argv[1]; $after = 0; $late = []; $end = microtime(true) + (float) $argv[2];' .
    'while (microtime(true) < $end) { $text = @file_get_contents("{$base}?after={$after}"); $now = ' .
    'microtime(true); foreach (json_decode((string) $text, true)["events"] ?? [] as $event) { $after = ' .
    '$event["sequence"]; $late[] = $now - (float) (new DateTimeImmutable($event["at"]))->format("U.v"); } ' .
    'usleep((int) (' .
    BEAT .
    ' * 1e6)); } echo json_encode($late);';
$viewers = array_map(static function () use ($viewer, $base, $run): Process {
    $one = new Process(
        [PHP_BINARY, '-r', $viewer, '--', "{$base}/api/runs/{$run}/events", '25'],
        null,
        null,
        null,
        null,
    );
    $one->start();

    return $one;
}, range(1, VIEWERS));
$until = microtime(true) + 22;
while (microtime(true) < $until) {
    $program->answer($run, $program->state($run));
    usleep(700_000);
}
$late = [];
foreach ($viewers as $one) {
    $one->wait();
    // The first answer brings what was there before the viewer came.
    array_push($late, ...array_slice(json_decode($one->getOutput(), true), 6));
}
$program->stop();
sort($late);
$at = static fn(float $share): float => $late[(int) floor((count($late) - 1) * $share)];
printf(
    "%d events seen by %d viewers: median %.0f ms, 95 of 100 within %.0f ms, the latest %.0f ms (at most %.0f ms) %s\n",
    count($late),
    VIEWERS,
    $at(0.5) * 1000,
    $at(0.95) * 1000,
    $at(1) * 1000,
    ALLOWED * 1000,
    $at(1) <= ALLOWED ? 'ok' : 'TOO SLOW',
);
exit($at(1) <= ALLOWED ? 0 : 1);
