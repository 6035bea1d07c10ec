<?php

declare(strict_types=1);

namespace Tests\Support;

use Symfony\Component\Process\Process;

/** The real program in a data folder of its own, spoken to as a page does. */
final class Program
{
    public readonly string $folder;

    public readonly string $shelf;

    private string $cookies;

    private string $token = '';

    public ?Process $process = null;

    public int $port;

    private int $standInPort;

    /** @param  string  $files  folder whose files are put on its shelf */
    public function __construct(string $files, private readonly float $speed, string $folder = '')
    {
        $this->folder =
            $folder === ''
                ? sys_get_temp_dir() . '/tornavis-faults-' . getmypid() . '-' . bin2hex(random_bytes(3))
                : $folder;
        is_dir($this->folder) || mkdir($this->folder, 0o700, true);
        $this->shelf = "{$this->folder}/shelf";
        exec('cp -a ' . escapeshellarg($files) . ' ' . escapeshellarg($this->shelf));
        $this->cookies = "{$this->folder}/cookies";
        $this->port = Ports::free();
        $this->standInPort = Ports::free();
    }

    /** @param  list<string>  $words  more words of the command line */
    public function start(array $words = [], bool $wait = true): Process
    {
        $process = $this->command([
            'tornavis:serve',
            '--demo',
            "--port={$this->port}",
            "--standin-port={$this->standInPort}",
            "--speed={$this->speed}",
            ...$words,
        ]);
        $process->start();
        if ($wait) {
            $this->process = $process;
            $this->until(
                fn(): bool => str_contains($process->getOutput(), 'Tornavis is at') || !$process->isRunning(),
                90,
            );
        }

        return $process;
    }

    /** @param  list<string>  $words */
    public function command(array $words): Process
    {
        $settings = [
            'APP_ENV' => 'production',
            'QUEUE_CONNECTION' => 'database',
            'CACHE_STORE' => 'file',
            'TORNAVIS_DATA' => $this->folder,
            'TORNAVIS_SHELF' => $this->shelf,
            'DB_DATABASE' => false,
        ];

        return new Process([PHP_BINARY, 'artisan', ...$words], dirname(__DIR__, 2), $settings, null, null);
    }

    public function stop(): void
    {
        $this->process?->stop(15, SIGTERM);
        exec('rm -rf ' . escapeshellarg($this->folder));
    }

    /**
     * @return array{int, mixed} status, and the answer
     */
    public function ask(string $method, string $path, mixed $body = null, int $seconds = 30): array
    {
        if ($method !== 'GET' && $this->token === '') {
            preg_match(
                '/csrf-token" content="([^"]+)/',
                (string) $this->send('GET', '/bench', null, $seconds)[1],
                $found,
            );
            $this->token = $found[1] ?? '';
        }
        [$status, $text] = $this->send($method, $path, $body, $seconds);
        if ($status === 419) {
            $this->token = '';
        }

        return [$status, json_decode($text, true) ?? $text];
    }

    /** What an address answers, to the letter. */
    public function text(string $path): string
    {
        return $this->send('GET', $path, null, 60)[1];
    }

    /**
     * @return array{int, string}
     */
    private function send(string $method, string $path, mixed $body, int $seconds): array
    {
        $curl = $this->handle($method, $path, $body, $seconds);
        $text = (string) curl_exec($curl);
        $status = curl_getinfo($curl, CURLINFO_RESPONSE_CODE);
        curl_close($curl);

        return [$status, $text];
    }

    private function handle(string $method, string $path, mixed $body, int $seconds): \CurlHandle
    {
        $curl = curl_init("http://127.0.0.1:{$this->port}{$path}");
        $headers = ['Accept: application/json', 'Content-Type: application/json', "X-CSRF-TOKEN: {$this->token}"];
        curl_setopt_array(
            $curl,
            [
                CURLOPT_RETURNTRANSFER => true,
                CURLOPT_CUSTOMREQUEST => $method,
                CURLOPT_COOKIEFILE => $this->cookies,
                CURLOPT_COOKIEJAR => $this->cookies,
                CURLOPT_TIMEOUT => $seconds,
                CURLOPT_HTTPHEADER => $headers,
            ] + ($body === null ? [] : [CURLOPT_POSTFIELDS => is_string($body) ? $body : json_encode($body)]),
        );

        return $curl;
    }

    /**
     * The same moment, as two browsers.
     *
     * @param  list<array{string, string, mixed}>  $requests  method, path, body
     * @return list<array{int, mixed}>
     */
    public function together(array $requests): array
    {
        $this->token !== '' || $this->ask('POST', '/api/none');
        $multi = curl_multi_init();
        $handles = array_map(fn(array $one): \CurlHandle => $this->handle($one[0], $one[1], $one[2], 30), $requests);
        array_map(static fn(\CurlHandle $one): int => curl_multi_add_handle($multi, $one), $handles);
        do {
            curl_multi_exec($multi, $active);
            curl_multi_select($multi, 0.05);
        } while ($active > 0);

        return array_map(
            static fn(\CurlHandle $one): array => [
                curl_getinfo($one, CURLINFO_RESPONSE_CODE),
                json_decode((string) curl_multi_getcontent($one), true),
            ],
            $handles,
        );
    }

    /**
     * Process ids of one part, the leader first.
     *
     * @return list<int>
     */
    public function part(string $part): array
    {
        $leaders = [];
        exec("pgrep -P {$this->process?->getPid()}", $children);
        foreach ($children as $child) {
            $line = str_replace("\0", ' ', (string) @file_get_contents("/proc/{$child}/cmdline"));
            if (str_contains($line, $part)) {
                $leaders[] = (int) $child;
            }
        }

        return $leaders;
    }

    public function until(callable $condition, int $seconds): bool
    {
        $end = microtime(true) + $seconds;
        do {
            if ($condition()) {
                return true;
            }
            usleep(100_000);
        } while (microtime(true) < $end);

        return false;
    }

    public function isUp(): bool
    {
        return $this->ask('GET', '/up', null, 5)[0] === 200;
    }

    /** Starts the run of the job on SK-04 that nobody has run; its number, or null. */
    public function run(): ?int
    {
        $run = null;
        $this->until(function () use (&$run): bool {
            $open = array_filter(
                $this->ask('GET', '/api/jobs')[1]['jobs'] ?? [],
                static fn(array $one): bool => $one['card']['label'] === 'SK-04' && $one['run'] === null,
            );
            $job = array_column($open, 'id')[0] ?? 0;
            $shown = $this->ask('GET', "/api/jobs/{$job}")[1];
            $run =
                $this->ask('POST', "/api/jobs/{$job}/run", ['link' => 'stand-in', 'seal' => $shown['seal'] ?? ''])[1][
                    'id'
                ] ?? null;

            return $run !== null;
        }, 60);

        return $run;
    }

    /** The state of a run; null where nothing answers. */
    public function state(int $run): ?array
    {
        $answer = $this->ask('GET', "/api/runs/{$run}/events?after=1000000", null, 20)[1];

        return is_array($answer) && isset($answer['state']) ? $answer['state'] : null;
    }

    /** Says what a person would: opens gates, confirms, and goes on after a break. */
    public function answer(int $run, ?array $state): void
    {
        if (($state['status'] ?? '') === 'gated') {
            $this->ask('POST', "/api/runs/{$run}/release", [
                'word' => 'SK-04',
                'question' => $state['question']['sequence'],
            ]);
        } elseif (($state['status'] ?? '') === 'asked') {
            $answers = $state['question']['answers'] ?? [];
            $this->ask('POST', "/api/runs/{$run}/tell", [
                'answer' => in_array('seen', $answers, true) ? 'seen' : 'again',
                'question' => $state['question']['sequence'],
            ]);
        }
    }

    /** Carries the run on to its end; "" or what it hangs at. */
    public function end(int $run, int $seconds = 180): string
    {
        $state = null;
        $ended = $this->until(function () use ($run, &$state): bool {
            $state = $this->state($run);
            $this->answer($run, $state);

            return ($state['status'] ?? '') === 'ended';
        }, $seconds);
        if (!$ended) {
            return "run {$run} is " .
                ($state['status'] ?? 'silent') .
                ' at step ' .
                ($state['step'] ?? '?') .
                ': ' .
                json_encode($state['question']['says'] ?? '');
        }
        // A web server that was killed a moment ago may cut one answer off; a page asks again then.
        $record = null;
        $this->until(function () use ($run, &$record): bool {
            [$status, $record] = $this->ask('GET', "/api/runs/{$run}/record");

            return $status === 200;
        }, 20);

        return match ($record['journalIsWhole'] ?? null) {
            true => '',
            false => 'the journal is not whole',
            default => 'its record cannot be asked for: ' . json_encode($record),
        };
    }
}
