<?php

declare(strict_types=1);

use Tests\Browser\Application;
use Tests\Browser\Chromium;
use Tests\Support\TestRun;
use Tests\Support\World;

/** An application with a shelf of its own, so that files can come and go. */
function ownShelf(): Application
{
    $folder = TestRun::own() . '/shelf-' . bin2hex(random_bytes(3));
    mkdir($folder);
    foreach (
        array_filter(scandir(World::shelf()) ?: [], static fn(string $name): bool => is_file(World::path($name)))
        as $name
    ) {
        link(World::path($name), "{$folder}/{$name}") || copy(World::path($name), "{$folder}/{$name}");
    }

    return Application::ofItsOwn(shelf: $folder);
}

/** A file of 60 MiB whose every piece differs from the others. */
function largeFile(): string
{
    $file = sys_get_temp_dir() . '/large-' . bin2hex(random_bytes(3)) . '.bin';
    $handle = fopen($file, 'wb');
    for ($i = 0; $i < 60; $i++) {
        fwrite($handle, str_repeat(hash('sha256', "piece {$i}", true), 32_768));
    }
    fclose($handle);

    return $file;
}

/** Begins to upload a file, and waits until some of it has arrived. */
function beginUpload(Application $app, string $file): void
{
    $app->visit('/shelf');
    $app->see('61 files');
    // Slow enough that there is a middle, however fast the machine is.
    Chromium::command('Network.enable');
    Chromium::command('Network.emulateNetworkConditions', [
        'offline' => false,
        'latency' => 0,
        'downloadThroughput' => -1,
        'uploadThroughput' => 8 << 20,
    ]);
    $app->write('input[type=file]', $file);
    $app->see('of 60.0 MiB');
    $sent = static fn(): int => (int) $app->browser->executeScript(
        'return document.querySelector("progress")?.value ?? 0',
    );
    Application::until(static fn(): bool => $sent() > 4_000_000, 'some of it has arrived');
}

it('takes a 60 MB file in, goes on where it was after the server was cut off, and has every byte', function () {
    $app = ownShelf();
    $file = largeFile();
    beginUpload($app, $file);
    $parts = glob("{$app->shelf}/.*.part") ?: [];
    $app->kill('-S 127.0.0.1');
    $begun = array_map(fileinode(...), $parts);
    $app->see('62 files', 60);
    $there = "{$app->shelf}/" . basename($file);
    clearstatcache();
    // What had arrived before the cut is the beginning of the file itself: an upload begun anew would be another one.
    expect($begun)
        ->toBe([fileinode($there)])
        ->and(hash_file('sha256', $there))
        ->toBe(hash_file('sha256', $file));
    $app->click(basename($file));
    $app->seeIn('.file', 'is of no kind that is read here');
    unlink($there);
    $app->see('missing', 30);
    $app->click('Forget this file');
    $app->see('61 files');
});

it('goes on with an upload by itself, however long the connection was gone', function () {
    $app = ownShelf();
    $file = largeFile();
    beginUpload($app, $file);
    Chromium::command('Network.enable');
    $network = ['latency' => 0, 'downloadThroughput' => -1, 'uploadThroughput' => -1];
    Chromium::command('Network.emulateNetworkConditions', ['offline' => true] + $network);
    // More tries than the protocol makes by itself.
    $failed =
        'return performance.getEntriesByType("resource").filter((e) => e.name.includes("/uploads/") && ' .
        'e.responseStatus === 0).length';
    Application::until(
        static fn(): bool => (int) $app->browser->executeScript($failed) > 8,
        'it has tried often',
        seconds: 120,
    );
    expect($app->text())->toContain('it goes on by itself');
    Chromium::command('Network.emulateNetworkConditions', ['offline' => false] + $network);
    $app->see('62 files');
    expect(hash_file('sha256', "{$app->shelf}/" . basename($file)))->toBe(hash_file('sha256', $file));
})->group('whole');

it('shows conflicting statements of a file side by side, and keeps what a person types', function () {
    $app = Application::demo();
    $app->visit('/shelf');
    $app->click('lamplight-9.3-20250120-marl.zip');
    $app->seeIn('.file', 'The sources disagree about codenames');
    $app->seeIn('.file', 'update script');
    $app->click('larder-mini-14-arm64.zip');
    $app->seeIn('.file', 'Larder mini 14');
    $app->option('select[name=fact]', 'release');
    $app->write('.file input[name=value]', '15');
    $app->click('Keep this value', '.file');
    $app->seeIn('.file', 'The sources disagree about platform release', 30);
});

it('writes a release card that the file is judged by from then on', function () {
    $app = ownShelf();
    $app->visit('/shelf');
    $app->click('saltern-generic-15-arm64.img.gz');
    $app->seeIn('.file', 'sparse image');
    $app->click('Write its card');
    $app->option('select[name=kind]', 'generic image');
    $app->write('input[name=family]', 'Saltern Generic');
    $app->write('input[name=versionName]', '15 packed');
    $app->click('Write the card');
    $app->seeIn('.file', 'Saltern Generic 15 packed', 30);
    expect(
        json_decode((string) file_get_contents("{$app->shelf}/saltern-generic-15-arm64.img.gz.card.json"), true),
    )->toMatchArray(['kind' => 'generic image', 'versionName' => '15 packed']);
    unlink("{$app->shelf}/saltern-generic-15-arm64.img.gz.card.json");
});

it('makes a kit: which file serves, which do not and why, and a job with it', function () {
    $app = Application::demo();
    $app->visit('/shelf');
    $app->click('saltern-15.2-20260903-bowline.zip');
    $app->seeIn('.file', 'Kit for SK-04');
    $app->seeIn('.file', 'Ostrand firmware 5.2.11 for firmware 5.2.11 or newer');
    $app->browser->executeScript('document.querySelectorAll(".file details").forEach((d) => d.open = true)');
    $app->seeIn('.file', 'wicket-3.6-bowline.img It is older than the build needs.');
    $app->click('Plan a job for SK-04');
    $app->see('Files of this job');
    $app->see('firmware-5.2.11-bowline.zip');
});

it('compares the images inside a bundle with what is stated about them', function () {
    $app = Application::demo();
    $app->visit('/shelf');
    $app->click('hull-13.0-becket-eu-swapped.zip');
    $app->click('Compare its images');
    $app->seeIn('.file', 'differs from the verification header', 30);
    $app->seeIn('.file', 'agrees with the checksum list in the bundle');
});

it('compares two builds by what matters', function () {
    $app = Application::demo();
    $app->visit('/shelf');
    $app->click('driftglass-15.1-20260902-becket.zip');
    $app->seeIn('.file', 'Space on becket');
    $app->option('[aria-label="Compare with another file"]', 'nightly');
    $app->hit('.acts a');
    $app->see('The right one is newer.');
    expect($app->accessibilityProblems())->toBe([]);
});

it('reads a folder of this machine in place, and notices by itself what comes there', function () {
    $app = Application::demo();
    $folder = sys_get_temp_dir() . '/tornavis-more-' . getmypid();
    is_dir($folder) || mkdir($folder);
    $app->visit('/shelf');
    $app->click('Choose folders');
    $app->write('input[name=folder]', '/nowhere');
    $app->click('Add', '.add');
    $app->see('/nowhere is no folder on this machine.');
    $app->fill('input[name=folder]', $folder);
    $app->click('Add', '.add');
    $app->see('Leave out');
    $app->click('Close', '.v-overlay-container');
    $app->see('in 2 folders');
    copy(World::path('sweep-1.1.zip'), "{$folder}/sweep again.zip");
    $app->see('sweep again.zip', 30);
    $app->see('the same content as another file', 30);
});

it('takes a missing image out of the build, and asks beforehand what an installer asks', function () {
    $app = ownShelf();
    foreach (glob("{$app->shelf}/saltern-15.2-boot-bowline.img*") ?: [] as $file) {
        unlink($file);
    }
    $app->visit('/shelf');
    $app->click('Look for new files');
    $app->click('saltern-15.2-20260903-bowline.zip');
    $app->seeIn('.file', 'Kit for SK-04');
    $app->click('Plan a job for SK-04');
    $app->click('Take boot out of saltern-15.2-20260903-bowline.zip');
    $made = 'saltern-15.2-20260903-bowline-boot.img';
    // The shelf has it by now, and the finding names it.
    $app->see("Add {$made} from the shelf", 60);
    $app->click("Add {$made}");
    $app->seeIn('table', 'boot of Saltern 15.2');
    expect(is_file("{$app->shelf}/{$made}"))->toBeTrue();

    // The list of the shelf shows only what is near; the kernel stands at its end.
    $app->browser->executeScript(
        'const job = location.pathname.match(/\d+/)[0]; const token = decodeURIComponent(' .
            'document.cookie.match(/XSRF-TOKEN=([^;]+)/)[1]); fetch(`/api/jobs/${job}`).then((r) => r.json())' .
            '.then((j) => fetch(`/api/jobs/${job}`, {method: "PATCH", headers: {"X-XSRF-TOKEN": token, ' .
            '"Content-Type": "application/json", Accept: "application/json"}, body: JSON.stringify({version: ' .
            'j.version, kit: [...j.kit, j.shelf.find((f) => f.name.startsWith("whetstone")).id]})}))' .
            '.then(() => location.reload())',
    );
    $app->seeIn('table', 'whetstone-2.1-bowline.zip');
    $app->click('Fit');
    $app->see('How fast may the processor run?');
    $app->click('Choose Slower');
    $app->unfold('[data-test=in-order]');
    $app->see('You chose it: The battery lasts longer, and large apps open later.');
    expect($app->accessibilityProblems())->toBe([]);
});
