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
    // As the page shows it while nobody answers at the other end of the cable.
    $app->before(
        'const real = window.fetch; window.fetch = async (...asked) => { const answer = await real(...asked); ' .
            'if (!answer.ok || !answer.url.includes("/events")) return answer; const body = await answer.json(); ' .
            'body.state.status = "lost"; return Response.json(body) }',
    );
    $app->visit('/jobs/1/run');
    $app->seeIn('[data-test=headline]', 'The link is gone');
    holdInBothLooks($app, 'a lost link');
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

/**
 * Whatever stands on the page, or names something on it, and has a word that German has not.
 *
 * @return list<string>
 */
function englishOn(Application $app): array
{
    $app->browser->executeScript('document.querySelectorAll("details").forEach((one) => (one.open = true))');
    usleep(300_000);
    $texts = $app->browser->executeScript(
        'const texts = []; const skip = "script, style, noscript, code, .mono"; ' .
            'const walk = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT); ' .
            'while (walk.nextNode()) if (!walk.currentNode.parentElement.closest(skip)) ' .
            'texts.push(walk.currentNode.nodeValue.trim()); ' .
            'for (const one of document.querySelectorAll("[aria-label], [placeholder]")) ' .
            'texts.push(one.getAttribute("aria-label") ?? "", one.getAttribute("placeholder") ?? ""); return texts',
    );
    $english = '/(?<![-.])\b(the|is|are|this|that|with|not|from|by|has|which|only|you|into|needs|and|of)\b(?![-.])/';
    // What a bootloader prints, and what a person of the demo has written down.
    $quoted = '/"Write not allowed|Lists phones in the bootloader|The maker asks for a week/';
    $isEnglish = static fn(string $one): bool => preg_match($english, $one) === 1 && preg_match($quoted, $one) !== 1;

    return array_values(array_filter($texts, $isEnglish));
}

it('speaks another language where a person chooses it, and keeps the choice', function () {
    $app = Application::demo();
    $app->visit('/jobs/1/run');
    $app->see('Clear to run');
    expect(englishOn($app))->not->toBe([]);
    $app->option('select[name=language]', 'de');
    $app->see('Am simulierten Telefon ausführen');
    $app->see('Werkbank');
    expect($app->browser->executeScript('return document.documentElement.lang'))->toBe('de');
    $app->visit('/start');
    $app->see('Was hast du?');
    expect($app->text())->not->toContain('What have you got?');
});

it('has no word of English left on its pages', function (string $path, string $shows) {
    $app = Application::demoWithRuns();
    $app->visit('/jobs');
    $app->browser->executeScript('document.cookie = "tornavis-language=de; path=/"');
    $app->visit($path);
    $app->see($shows);

    expect(englishOn($app))->toBe([]);
})->with([
    ['/bench', 'SK-08'],
    ['/shelf', 'geprüft'],
    ['/jobs', 'SK-04'],
    ['/start', 'Was hast du?'],
    ['/jobs/1/kit', 'Dateien dieses Auftrags'],
    ['/jobs/1/fit', 'Prüfungen sind in Ordnung'],
    ['/jobs/2/prepare', 'was damit geschieht'],
    ['/jobs/1/score', 'Weg zurück'],
    ['/jobs/4/run', 'wie zuletzt bekannt'],
    ['/log', 'Driftglass'],
    ['/handbook', 'FIT-1'],
    ['/handbook/slots', 'alles zweimal'],
    ['/house-rules', 'Befehlswerkzeuge'],
    ['/sheets/halyard', 'Alle anderen Felder'],
]);
