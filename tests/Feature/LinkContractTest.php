<?php

declare(strict_types=1);

use App\Run\KitFiles;
use App\Run\PhoneFromUnit;
use App\Run\RehearsalLink;
use App\Run\StandInLink;
use Symfony\Component\Process\Process;
use Tests\Support\Ports;
use Tests\Support\World;
use Tornavis\Core\Phone\FactName;
use Tornavis\Core\Run\Link;
use Tornavis\Core\Run\LinkLost;
use Tornavis\Core\Run\Progress;
use Tornavis\Core\Words\OperationName;
use Tornavis\StandIn\PhoneShelf;

/** What every link that reaches a phone by itself has to pass. */
const IN_ITS_BOOTLOADER = ['mode' => 'bootloader'];

afterEach(fn() => ($this->process ?? null)?->stop(0));

dataset('links', [
    'in this process' => [
        fn(): Link => new RehearsalLink(
            PhoneFromUnit::make(World::unit('SK-07', IN_ITS_BOOTLOADER), World::sheet('bowline')),
            World::files(World::SALTERN),
        ),
    ],
    'over the line' => [
        function (): Link {
            $folder = config()->string('tornavis.phones');
            is_dir($folder) || mkdir($folder, 0o755, true);
            (new PhoneShelf($folder))->keep(
                PhoneFromUnit::make(World::unit('SK-07', IN_ITS_BOOTLOADER), World::sheet('bowline')),
            );
            $port = Ports::free();
            $this->process = new Process(
                [PHP_BINARY, base_path('artisan'), 'tornavis:stand-in', "--port={$port}", '--speed=2000'],
                null,
                ['TORNAVIS_PHONES' => $folder, 'TORNAVIS_DATA' => storage_path()],
            );
            $this->process->start();
            $this->process->waitUntil(static fn(string $type, string $out): bool => str_contains($out, 'listens'));

            return (new StandInLink($port))->to('SKF3A07Q41', 'tests', KitFiles::at(World::files(World::SALTERN)));
        },
    ],
]);

$silent = static fn(Progress $progress): null => null;

it('shows the phone in facts that exist, without changing it', function (Link $link) {
    $first = $link->observe();
    $second = $link->observe();

    expect($first->ok)
        ->toBeTrue()
        ->and($first->facts['mode'])
        ->toBe('bootloader')
        ->and($second->facts)
        ->toBe($first->facts);
    foreach ($first->facts as $name => $value) {
        FactName::check($name, $value, 'what the link shows');
    }
})->with('links');

it('carries an operation out, and shows afterwards what it did', function (Link $link) use ($silent) {
    $answer = $link->carryOut(OperationName::SetActive, ['slot' => 'b'], $silent);

    expect($answer->ok)
        ->toBeTrue()
        ->and($answer->elapsedSeconds)
        ->toBeGreaterThanOrEqual(0)
        ->and($link->observe()->facts['slot.active'])
        ->toBe('b');
})->with('links');

it('brings a refusal of the phone as an answer, and leaves the phone as it was', function (Link $link) use ($silent) {
    $before = $link->observe()->facts;
    $answer = $link->carryOut(OperationName::FormatData, ['fileSystem' => 'f2fs'], $silent);

    expect($answer->ok)
        ->toBeFalse()
        ->and($answer->says)
        ->not->toBe('')
        ->and(array_diff_key($link->observe()->facts, ['battery.percent' => 1]))
        ->toBe(array_diff_key($before, ['battery.percent' => 1]));
})->with('links');

it('tells how far it is while a file is written', function (Link $link) {
    $seen = [];
    $answer = $link->carryOut(
        OperationName::Flash,
        ['package' => 'saltern-15.2-boot-bowline.img', 'partitions' => ['boot'], 'entries' => [''], 'slot' => 'b'],
        function (Progress $progress) use (&$seen): void {
            $seen[] = $progress->elapsedSeconds;
        },
    );
    $sorted = $seen;
    sort($sorted);

    expect($answer->says)->not->toBe('')->and($answer->ok)->toBeTrue()->and($seen)->toBe($sorted)->not->toBe([]);
})->with('links');

it('is told apart from an answer where nobody is there', function () use ($silent) {
    $link = (new StandInLink(Ports::free()))->to('SKF3A07Q41', 'tests', KitFiles::at([]));

    expect(fn() => $link->observe())
        ->toThrow(LinkLost::class)
        ->and(fn() => $link->carryOut(OperationName::Reboot, ['mode' => 'system'], $silent))
        ->toThrow(LinkLost::class);
});
