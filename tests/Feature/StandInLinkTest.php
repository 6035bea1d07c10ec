<?php

declare(strict_types=1);

use App\Run\KitFiles;
use App\Run\PhoneFromUnit;
use App\Run\StandInLink;
use Illuminate\Testing\TestResponse;
use Symfony\Component\Process\Process;
use Tests\Support\Ports;
use Tests\Support\Schemas;
use Tests\Support\World;
use Tornavis\Core\Run\LinkLost;
use Tornavis\Core\Run\Progress;
use Tornavis\Core\Words\OperationName;
use Tornavis\StandIn\PhoneShelf;

/** Starts the stand-in in a process of its own and waits until it listens. */
function standIn(int $port, float $speed): Process
{
    $folder = config()->string('tornavis.phones');
    is_dir($folder) || mkdir($folder, 0o755, true);
    (new PhoneShelf($folder))->keep(
        PhoneFromUnit::make(World::unit('SK-07', ['mode' => 'bootloader']), World::sheet('bowline')),
    );
    $process = new Process(
        [PHP_BINARY, base_path('artisan'), 'tornavis:stand-in', "--port={$port}", "--speed={$speed}"],
        null,
        ['TORNAVIS_PHONES' => $folder, 'TORNAVIS_DATA' => storage_path()],
    );
    $process->start();
    $process->waitUntil(static fn(string $type, string $output): bool => str_contains($output, 'listens'));

    return $process;
}

$link = fn(int $port): StandInLink => (new StandInLink($port))->to(
    'SKF3A07Q41',
    'tests',
    KitFiles::at(
        World::files(['firmware-5.2.8-bowline.zip', 'wicket-4.1-bowline.img', 'saltern-15.2-boot-bowline.img']),
    ),
);

it('carries operations out on a phone in another process, with progress', function () use ($link) {
    $port = Ports::free();
    $process = standIn($port, 2000);
    $shown = [];
    $answer = $link($port)->carryOut(
        OperationName::Flash,
        [
            'package' => 'firmware-5.2.8-bowline.zip',
            'partitions' => ['modem', 'trust', 'power'],
            'entries' => ['firmware/modem.img', 'firmware/trust.img', 'firmware/power.img'],
            'slot' => 'b',
        ],
        function (Progress $progress) use (&$shown): void {
            $shown[] = $progress->shows;
        },
    );
    $facts = $link($port)->observe()->facts;
    $refused = $link($port)->carryOut(
        OperationName::Flash,
        ['package' => 'wicket-4.1-bowline.img', 'partitions' => ['boot'], 'entries' => [''], 'slot' => 'b'],
        fn() => null,
    );
    $serials = $link($port)->serials();
    $stranger = $link($port)->to('NOBODY')->observe();
    $process->stop(2);

    expect($answer->ok)
        ->toBeTrue()
        ->and($answer->elapsedSeconds)
        ->toBeGreaterThan(15)
        ->and($shown)
        ->toContain('Sending modem')
        ->toContain('Writing trust')
        ->and($facts['slot.b.firmware.version'])
        ->toBe('5.2.8')
        ->and($facts['slot.a.firmware.version'])
        ->toBe('5.2.11')
        ->and($refused->ok)
        ->toBeFalse()
        ->and($refused->says)
        ->toContain('belong on boot')
        ->and($serials)
        ->toContain('SKF3A07Q41')
        ->and($stranger->ok)
        ->toBeFalse();
});

it('looks into a phone while somebody else has it, and shows what a step has done', function () use ($link) {
    $port = Ports::free();
    $process = standIn($port, 2000);
    $link($port)->carryOut(
        OperationName::Flash,
        [
            'package' => 'saltern-15.2-boot-bowline.img',
            'partitions' => ['boot'],
            'entries' => [''],
            'slot' => 'b',
        ],
        fn() => null,
    );
    $inside = (new StandInLink($port))->to('SKF3A07Q41', 'another')->lookInside();
    $process->stop(2);
    $parts = array_column($inside['slots'][1]['parts'], null, 'name');

    Schemas::hold(TestResponse::fromBaseResponse(response()->json($inside)), 'inside');
    expect($inside['serial'])
        ->toBe('SKF3A07Q41')
        ->and($parts['boot'])
        ->toMatchArray(['sort' => 'start', 'whole' => true, 'of' => 'saltern-15.2-20260903-bowline'])
        ->and($parts['trust'])
        ->toMatchArray(['sort' => 'firmware', 'says' => '5.2.11']);
});

it(
    'says that the link is lost when the stand-in dies in the middle, and the phone is found as it was left',
    function () use ($link) {
        $port = Ports::free();
        $process = standIn($port, 4);
        $killed = false;
        try {
            $link($port)->carryOut(
                OperationName::Flash,
                [
                    'package' => 'saltern-15.2-boot-bowline.img',
                    'partitions' => ['boot'],
                    'entries' => [''],
                    'slot' => 'b',
                ],
                function () use ($process, &$killed): void {
                    if (!$killed) {
                        $killed = true;
                        $process->signal(SIGKILL);
                    }
                },
            );
            PHPUnit\Framework\Assert::fail('The link was not lost.');
        } catch (LinkLost $lost) {
            expect($lost->todo)->toContain('start the stand-in again');
        }
        $phone = (new PhoneShelf(config()->string('tornavis.phones')))->find('SKF3A07Q41');

        expect($killed)
            ->toBeTrue()
            ->and($phone?->written('boot', 'b')['whole'] ?? null)
            ->toBeFalse();
    },
);

it('waits no longer than a page may for a stand-in that says nothing', function () {
    $silent = stream_socket_server('tcp://127.0.0.1:0');
    $port = (int) preg_replace('/.*:/', '', (string) stream_socket_get_name($silent, false));
    $began = microtime(true);
    expect((new StandInLink($port))->serials())
        ->toBe([])
        ->and(microtime(true) - $began)
        ->toBeLessThan(6.0);
});

it('says that the link is lost when no stand-in runs', function () use ($link) {
    $port = Ports::free();
    expect($link($port)->serials())
        ->toBe([])
        ->and(fn() => $link($port)->observe())
        ->toThrow(LinkLost::class, (string) $port);
});
