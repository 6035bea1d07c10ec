<?php

declare(strict_types=1);

/*
 * Twenty devices that follow one run for a minute, each asking as the page does: php bench/clients.php
 * The real application with the demo world and one run on the stand-in phone.
 */

use Tests\Support\Program;
use Tests\Support\World;
use Tornavis\Bench\Calibration;

require dirname(__DIR__) . '/vendor/autoload.php';

const CLIENTS = 20;
const SECONDS = 60;
/** What the page waits between two questions; see resources/js/run/useRun.ts. */
const BEAT = 0.6;
const ALLOWED = 0.15;

$slower = Calibration::factor();
$program = new Program(World::shelf(), 20.0);
$program->start();
$run = $program->run();
$base = "http://127.0.0.1:{$program->port}";

/** One client: when it asks next, what it has seen, and the answer's mark. */
$clients = array_map(
    static fn(int $n): array => [
        'next' => microtime(true) + ($n * BEAT) / CLIENTS,
        'after' => 0,
        'etag' => '',
        'handle' => null,
    ],
    range(0, CLIENTS - 1),
);
$multi = curl_multi_init();
$times = [];
$errors = [];
$unchanged = 0;
$end = microtime(true) + SECONDS;
$gateAt = 0.0;
while (microtime(true) < $end) {
    foreach ($clients as &$client) {
        if ($client['handle'] === null && microtime(true) >= $client['next']) {
            $client['handle'] = curl_init("{$base}/api/runs/{$run}/events?after={$client['after']}");
            curl_setopt_array($client['handle'], [
                CURLOPT_RETURNTRANSFER => true,
                CURLOPT_HEADER => true,
                CURLOPT_TIMEOUT => 20,
                CURLOPT_HTTPHEADER => [
                    'Accept: application/json',
                    ...$client['etag'] === '' ? [] : ["If-None-Match: {$client['etag']}"],
                ],
            ]);
            curl_multi_add_handle($multi, $client['handle']);
        }
    }
    unset($client);
    curl_multi_exec($multi, $active);
    curl_multi_select($multi, 0.01);
    while (($done = curl_multi_info_read($multi)) !== false) {
        foreach ($clients as &$client) {
            if ($client['handle'] !== $done['handle']) {
                continue;
            }
            $code = curl_getinfo($client['handle'], CURLINFO_RESPONSE_CODE);
            $times[] = curl_getinfo($client['handle'], CURLINFO_TOTAL_TIME);
            $text = (string) curl_multi_getcontent($client['handle']);
            [$head, $body] = explode("\r\n\r\n", $text, 2) + ['', ''];
            if ($code === 200) {
                $answer = json_decode($body, true);
                $events = $answer['events'] ?? [];
                $client['after'] = $events === [] ? $client['after'] : $events[count($events) - 1]['sequence'];
                $client['etag'] = $events === [] && preg_match('/^etag: (\S+)/mi', $head, $mark) === 1 ? $mark[1] : '';
                $gated = ($answer['state']['status'] ?? '') === 'gated' ? $answer['state']['question'] : null;
            } elseif ($code === 304) {
                $unchanged++;
            } else {
                $errors[] = "{$code} " . substr($body, 0, 200) . curl_strerror($done['result']);
            }
            curl_multi_remove_handle($multi, $client['handle']);
            curl_close($client['handle']);
            $client['handle'] = null;
            $client['next'] = microtime(true) + BEAT;
        }
        unset($client);
    }
    if (isset($gated) && $gated !== null && microtime(true) > $gateAt) {
        $gateAt = microtime(true) + 2;
        $program->answer($run, ['status' => 'gated', 'question' => $gated]);
        $gated = null;
    }
}
$program->stop();
sort($times);
$at = static fn(float $share): float => 1000 * $times[(int) floor((count($times) - 1) * $share)];
$allowed = 1000 * ALLOWED * $slower;
$ok = $errors === [] && $at(0.95) <= $allowed;
printf("This machine takes %.2f times as long as the one on which the limits were set.\n", $slower);
printf(
    '%d clients, %d s: %d answers (%d unchanged), median %.0f ms, 95 of 100 within %.0f ms (at most %.0f ms), the ' .
        "slowest %.0f ms, %d errors %s\n",
    CLIENTS,
    SECONDS,
    count($times),
    $unchanged,
    $at(0.5),
    $at(0.95),
    $allowed,
    $at(1),
    count($errors),
    $ok ? 'ok' : 'NOT OK',
);
array_map(static fn(string $error) => print "  {$error}\n", array_slice(array_unique($errors), 0, 5));
exit($ok ? 0 : 1);
