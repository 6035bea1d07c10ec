<?php

declare(strict_types=1);

use Tests\Browser\Application;
use Tests\Browser\Chromium;
use Tests\Support\TestRun;

/*
 * Pages in the states that a person seldom sees, in both looks; and the other language.
 */

/** Holds the page against the checker as it is now, light and dark. */
function holdInBothLooks(Application $app, string $state): void
{
    foreach (['light', 'dark'] as $look) {
        $app->browser->executeScript(
            'localStorage.setItem("tornavis-look", arguments[0]); dispatchEvent(new StorageEvent("storage", ' .
                '{ key: "tornavis-look", newValue: arguments[0], storageArea: localStorage }))',
            [$look],
        );
        $app->find(":root[data-theme={$look}]");
        usleep(300_000);
        expect($app->accessibilityProblems())->toBe([], "{$state}, {$look}");
    }
}

it('is for everybody where nothing is there yet', function () {
    $folder = TestRun::own() . '/nothing-there';
    is_dir($folder) || mkdir($folder);
    $app = Application::empty($folder);
    foreach (
        [
            '/shelf' => 'The shelf is empty',
            '/jobs' => 'Plan the first job',
            '/log' => 'Nothing has been run yet',
            '/bench' => 'Put down what you have of one',
        ]
        as $path => $shows
    ) {
        $app->visit($path);
        $app->see($shows);
        holdInBothLooks($app, $path);
    }
});

it('is for everybody while it loads, and where nobody answers', function () {
    $app = Application::demo();
    Chromium::command('Network.enable');
    foreach (['/jobs' => '*/api/jobs', '/shelf' => '*/api/shelf', '/log' => '*/api/log?*'] as $path => $address) {
        Chromium::command('Network.setBlockedURLs', ['urls' => [$address]]);
        $app->visit($path);
        $app->see('The application does not answer.');
        holdInBothLooks($app, "{$path} without an answer");
        Chromium::command('Network.setBlockedURLs', ['urls' => []]);
    }
    Chromium::command('Network.emulateNetworkConditions', [
        'offline' => false,
        'latency' => 3000,
        'downloadThroughput' => -1,
        'uploadThroughput' => -1,
    ]);
    $app->browser->executeScript(
        'history.pushState({}, "", "/handbook"); dispatchEvent(new PopStateEvent("popstate"))',
    );
    $app->find('.skeleton');
    holdInBothLooks($app, 'a page that loads');
    Chromium::command('Network.emulateNetworkConditions', [
        'offline' => false,
        'latency' => 0,
        'downloadThroughput' => -1,
        'uploadThroughput' => -1,
    ]);
});

it('is for everybody in a dialog, at a gate and in trouble', function () {
    $app = Application::ofItsOwn(60);
    $app->visit('/jobs');
    $app->see('Where it stands');
    $app->press('n');
    $app->pick('phone', 'SK-04');
    $app->see('Fits');
    holdInBothLooks($app, 'a new job');
    $app->visit('/bench');
    $app->see('SK-08');
    $app->press('Ctrl+K');
    $app->write('.v-overlay-container input', 'bowline');
    $app->seeIn('#search-hits', 'Model sheet of bowline');
    holdInBothLooks($app, 'the search');
    $app->visit('/jobs/1/run');
    $app->see('Clear to run');
    $app->click('Start run', '.top');
    $app->see('Confirm: type the phone\'s label');
    holdInBothLooks($app, 'a gate');
    $app->click('Something looks wrong');
    $app->write('[aria-label="What the phone shows"]', 'a line that I do not know');
    $app->click('Note it and pause');
    $app->see('You see: a line that I do not know');
    holdInBothLooks($app, 'trouble');
});

it('does not jump while it comes', function (string $path, string $shows) {
    $app = Application::demo();
    $app->before(
        'window.jumps = 0; new PerformanceObserver((list) => { for (const one of list.getEntries()) ' .
            'if (!one.hadRecentInput) window.jumps += one.value }).observe({ type: "layout-shift", buffered: true })',
    );
    $app->visit($path);
    $app->see($shows);
    usleep(400_000);

    expect($app->browser->executeScript('return window.jumps'))->toBeLessThan(0.1);
})->with([['/bench', 'SK-08'], ['/shelf', 'verified'], ['/jobs', 'SK-04'], ['/jobs/1/score', 'Way back']]);

it('speaks another language where a person chooses it, and keeps the choice', function () {
    $app = Application::demo();
    $app->visit('/jobs/1/run');
    $app->see('Clear to run');
    $app->browser->executeScript(
        'const s = document.querySelector("select[name=language]"); s.value = "de"; ' .
            's.dispatchEvent(new Event("change"))',
    );
    $app->see('Am simulierten Telefon ausführen');
    $app->see('Werkbank');
    expect($app->browser->executeScript('return document.documentElement.lang'))->toBe('de');
    $app->visit('/start');
    $app->see('Was hast du?');
    expect($app->text())->not->toContain('What have you got?');
});
