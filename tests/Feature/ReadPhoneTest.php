<?php

declare(strict_types=1);

use App\Jobs\ReadPhone;
use App\Models\UnitRecord;
use App\Run\PhoneFromUnit;
use App\Run\StandInLink;
use Illuminate\Support\Facades\Queue;
use function Pest\Laravel\getJson;
use function Pest\Laravel\postJson;
use Symfony\Component\Process\Process;
use Tests\Support\DemoBench;
use Tests\Support\Ports;
use Tests\Support\World;

use Tornavis\Core\Fact\Source;
use Tornavis\StandIn\PhoneShelf;

/*
 * Reading a phone over its link, by a stand-in in a process of its own.
 */

uses(DemoBench::class);

/** @param array<string, mixed> $truth what the phone is in truth */
function phoneOnTheCable(int $port, array $truth): Process
{
    $folder = config()->string('tornavis.phones');
    (new PhoneShelf($folder))->keep(PhoneFromUnit::make(World::unit('SK-07', $truth), World::sheet('bowline')));
    $process = new Process(
        [PHP_BINARY, base_path('artisan'), 'tornavis:stand-in', "--port={$port}", '--speed=4000'],
        null,
        ['TORNAVIS_PHONES' => $folder, 'TORNAVIS_DATA' => storage_path()],
    );
    $process->start();
    $process->waitUntil(static fn(string $type, string $output): bool => str_contains($output, 'listens'));

    return $process;
}

function sk07(): UnitRecord
{
    return UnitRecord::query()->where('label', 'SK-07')->firstOrFail();
}

it('reads system and bootloader, and leaves the phone where it was', function () {
    $port = Ports::free();
    $process = phoneOnTheCable($port, ['battery.percent' => 61, 'slot.b.firmware.version' => '5.2.10']);
    (new ReadPhone('SK-07'))->handle(new StandInLink($port));
    $phone = (new PhoneShelf(config()->string('tornavis.phones')))->find('SKF3A07Q41');
    $process->stop(2);
    $state = sk07()->unit()->state();

    expect(ReadPhone::stands(sk07()))
        ->toBe(['status' => 'done', 'says' => 'Read in: System, Bootloader.'])
        ->and($state->text('slot.b.firmware.version'))
        ->toBe('5.2.10')
        ->and($state->int('battery.percent'))
        ->toBeLessThanOrEqual(61)
        ->and($state->fact('slot.b.firmware.version')->source)
        ->toBe(Source::Phone)
        ->and($phone?->mode)
        ->toBe('system');
});

it('reads a phone in its bootloader only there', function () {
    $port = Ports::free();
    $process = phoneOnTheCable($port, ['mode' => 'bootloader']);
    (new ReadPhone('SK-07'))->handle(new StandInLink($port));
    $process->stop(2);

    expect(ReadPhone::stands(sk07())['says'] ?? '')
        ->toBe('Read in: Bootloader.')
        ->and(sk07()->unit()->state()->mode()?->value)
        ->toBe('bootloader');
});

it('says what to do when no link answers, and keeps what was known', function () {
    $port = Ports::free();
    $before = sk07()->document;
    (new ReadPhone('SK-07'))->handle(new StandInLink($port));

    expect(ReadPhone::stands(sk07())['status'] ?? '')
        ->toBe('failed')
        ->and(ReadPhone::stands(sk07())['says'] ?? '')
        ->toContain((string) $port)
        ->and(sk07()->document)
        ->toBe($before);
});

it('is asked for on the page of a phone whose serial number is known, and only of such a one', function () {
    Queue::fake();
    postJson('/api/units/SK-07/read')->assertStatus(202);
    Queue::assertPushed(ReadPhone::class, 1);
    expect(getJson('/api/units/SK-07')->json('reading.status'))->toBe('begun');

    postJson('/api/units/new', ['label' => 'SK-40', 'codename' => 'bowline'])->assertCreated();
    expect(postJson('/api/units/SK-40/read')->assertStatus(409)->json('message'))->toContain(
        'serial number is not known',
    );
});
