<?php

declare(strict_types=1);

use React\EventLoop\StreamSelectLoop;
use React\Socket\ConnectionInterface;
use React\Socket\TcpConnector;
use Tornavis\StandIn\LineServer;
use Tornavis\StandIn\PhoneShelf;
use Tornavis\StandIn\Tests\PhoneFactory;

/**
 * Sends lines to a stand-in on a loop of its own and returns what comes back until it closes or answers.
 *
 * @param  list<string>  $lines  as they go over the wire
 * @param  array<string, mixed>  $phone  what differs from a healthy phone
 * @return list<array<string, mixed>>
 */
function talk(array $lines, array $phone = [], float $speed = 5000.0, int $answers = 1): array
{
    $folder = sys_get_temp_dir() . '/line-' . getmypid() . '-' . bin2hex(random_bytes(3));
    mkdir($folder);
    (new PhoneShelf($folder))->keep(PhoneFactory::make($phone));
    $loop = new StreamSelectLoop();
    $server = new LineServer($loop, new PhoneShelf($folder), $speed);
    $port = $server->listen(0);
    $heard = '';
    (new TcpConnector($loop))
        ->connect("tcp://127.0.0.1:{$port}")
        ->then(function (ConnectionInterface $connection) use ($lines, $loop, &$heard, $answers): void {
            $connection->write(implode("\n", $lines) . "\n");
            $connection->on('data', function (string $data) use (&$heard, $loop, $answers): void {
                $heard .= $data;
                if (substr_count($heard, '"event":"answer"') >= $answers) {
                    $loop->stop();
                }
            });
            $connection->on('close', $loop->stop(...));
        });
    $loop->addTimer(10, $loop->stop(...));
    $loop->run();

    return array_values(
        array_map(
            static fn(string $line): array => json_decode($line, true, 16, JSON_THROW_ON_ERROR),
            array_filter(explode("\n", $heard)),
        ),
    );
}

it('answers a request with progress and then one answer', function () {
    $heard = talk(['{"serial":"TEST01","do":"reboot","mode":"bootloader"}']);
    $last = $heard[count($heard) - 1];

    expect($heard[0])
        ->toMatchArray(['event' => 'progress', 'shows' => 'Restarting', 'elapsedSeconds' => 0])
        ->and($last)
        ->toMatchArray(['event' => 'answer', 'ok' => true, 'elapsedSeconds' => 18])
        ->and($last['facts']['mode'])
        ->toBe('bootloader');
});

it('tells the phone\'s clock while it works, at least twice a second', function () {
    $heard = talk(['{"serial":"TEST01","do":"sign-out"}'], speed: 50.0);
    $clock = array_column($heard, 'elapsedSeconds');

    // 110 seconds on the phone at fifty times the speed are 2.2 seconds here.
    expect(count($clock))
        ->toBeGreaterThanOrEqual(5)
        ->and($clock)
        ->toBe([0, 25, 50, 75, 100, 110]);
});

it('says no to what the phone refuses, with what it shows', function () {
    $heard = talk(['{"serial":"TEST01","do":"set-active","slot":"b"}']);

    expect($heard[0])->toMatchArray([
        'event' => 'answer',
        'ok' => false,
        'says' => 'This does nothing in system.',
        'status' => 0,
    ]);
});

it('knows its phones by serial number, and no other', function () {
    expect(talk(['{"do":"list"}'])[0]['facts'])
        ->toBe(['serials' => ['TEST01']])
        ->and(talk(['{"serial":"OTHER","do":"observe"}'])[0]['says'])
        ->toContain('No phone with this serial number')
        ->and(talk(['{"serial":"../TEST01","do":"observe"}'])[0]['ok'])
        ->toBeFalse();
});

it('takes a file in pieces before the request that uses it', function () {
    $content = PhoneFactory::image('boot', 'new')['label'];
    $image = "\0LABEL\0" . json_encode($content) . "\0" . str_repeat('x', 5000);
    $heard = talk(
        [
            '{"file":{"name":"boot.img","sizeBytes":5050}}',
            '{"data":"' . base64_encode(substr($image, 0, 1000)) . '"}',
            '{"data":"' . base64_encode(substr($image, 1000)) . '"}',
            '{"serial":"TEST01","do":"flash","partition":"boot","slot":"b"}',
        ],
        ['mode' => 'bootloader'],
    );
    $last = $heard[count($heard) - 1];

    expect($last['ok'])->toBeTrue()->and($last['facts']['slot.b.image.boot'])->toBe('new');
});

it('hangs up on what is no line of JSON, and goes on with what is no request', function () {
    expect(talk(['this is no JSON']))
        ->toBe([])
        ->and(talk(['[1,2,3]', '"words"', '{"serial":"TEST01","do":"observe"}'])[0]['ok'])
        ->toBeTrue();
});
