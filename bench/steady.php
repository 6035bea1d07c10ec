<?php

declare(strict_types=1);

/*
 * Twenty clients for a quarter of an hour, and what the program holds meanwhile: php bench/steady.php [MINUTES]
 * The real application with the demo world and one run on the stand-in phone. Prints memory and disk by the minute, and
 * exits with 1 where one of them has grown by more than a quarter since the third minute, or a request has failed.
 */

use Tests\Support\Program;
use Tests\Support\World;

require dirname(__DIR__) . '/vendor/autoload.php';

const CLIENTS = 20;
const PAUSE = 0.5;
const ALLOWED = 1.25;
const PAGES = [
    'bench',
    'jobs',
    'log',
    'shelf',
    'sheets',
    'matrix',
    'search?q=bowline',
    'jobs/1',
    'units/SK-04',
    'health',
];

$minutes = (int) ($argv[1] ?? 15);
$program = new Program(World::shelf(), 20.0);
$program->start();
$run = (int) $program->run();

/** Ids of all processes of the program. */
$processes = static function (int $of) use (&$processes): array {
    exec("pgrep -P {$of}", $children);

    return array_merge([$of], ...array_map(static fn(string $id): array => $processes((int) $id), $children));
};
$memoryMiB = static function () use ($processes, $program): int {
    $kib = 0;
    foreach ($processes((int) $program->process?->getPid()) as $id) {
        preg_match('/^Pss:\s+(\d+)/m', (string) @file_get_contents("/proc/{$id}/smaps_rollup"), $found);
        $kib += (int) ($found[1] ?? 0);
    }

    return intdiv($kib, 1024);
};
$diskMiB = static fn(): int => (int) exec('du -sm ' . escapeshellarg($program->folder));

$multi = curl_multi_init();
$clients = array_fill(0, CLIENTS, ['next' => 0.0, 'handle' => null]);
$asked = 0;
$failed = [];
$held = [];
$begun = microtime(true);
printf("%6s %8s %8s %10s %8s\n", 'minute', 'MiB', 'disk MiB', 'requests', 'failed');
for ($minute = 1; $minute <= $minutes; $minute++) {
    while (microtime(true) < $begun + 60 * $minute) {
        foreach ($clients as $number => $client) {
            if ($client['handle'] === null && microtime(true) >= $client['next']) {
                $page = $number === 0 ? "runs/{$run}/events?after=0" : PAGES[random_int(0, count(PAGES) - 1)];
                $handle = curl_init("http://127.0.0.1:{$program->port}/api/{$page}");
                curl_setopt_array($handle, [CURLOPT_RETURNTRANSFER => true, CURLOPT_TIMEOUT => 60]);
                curl_multi_add_handle($multi, $handle);
                $clients[$number]['handle'] = $handle;
            }
        }
        curl_multi_exec($multi, $active);
        curl_multi_select($multi, 0.05);
        while (($done = curl_multi_info_read($multi)) !== false) {
            $asked++;
            $status = curl_getinfo($done['handle'], CURLINFO_RESPONSE_CODE);
            if ($status !== 200) {
                $failed[] = curl_getinfo($done['handle'], CURLINFO_EFFECTIVE_URL) . ": {$status}";
            }
            foreach ($clients as $number => $client) {
                if ($client['handle'] === $done['handle']) {
                    $clients[$number] = ['next' => microtime(true) + PAUSE, 'handle' => null];
                }
            }
            curl_multi_remove_handle($multi, $done['handle']);
        }
    }
    $program->answer($run, $program->state($run));
    $held[$minute] = [$memoryMiB(), $diskMiB()];
    printf("%6d %8d %8d %10d %8d\n", $minute, ...$held[$minute], ...[$asked, count($failed)]);
}
$program->stop();
array_map(static fn(string $one) => print "{$one}\n", array_slice(array_unique($failed), 0, 10));
[$memory, $disk] = $held[min(3, $minutes)];
[$memoryNow, $diskNow] = $held[$minutes];
exit($failed === [] && $memoryNow <= ALLOWED * $memory && $diskNow <= ALLOWED * $disk ? 0 : 1);
