<?php

declare(strict_types=1);

use Facebook\WebDriver\WebDriverBy;
use Tests\Browser\Application;
use Tests\Browser\Chromium;

it('shows the rack, and the same phones as a table', function () {
    $app = Application::demo();
    $app->visit('/bench');
    $app->see('13 phones');
    $app->see('file encryption, f2fs');
    $app->click('Table');
    $app->seeIn('table', 'OF-301N');
    $app->seeIn('table', 'Ostrand Deck 13 · fw 5.2.8');
    $app->click('Rack');
    $app->see('Plan a job');
});

it('filters the bench from the keyboard', function () {
    $app = Application::demo();
    $app->visit('/bench');
    $app->see('SK-07');
    $app->press('/');
    $app->browser->getKeyboard()->sendKeys('bowline_m');
    Application::until(
        static fn(): bool => !str_contains($app->text(), 'SK-07'),
        'the other phones are gone',
        fn(): string => $app->text(),
    );
    $app->see('SK-08');
    $app->browser->getKeyboard()->sendKeys('xyz');
    $app->see('No phone matches “bowline_mxyz”');
});

it('shows every value of a phone with its source and its age', function () {
    $app = Application::demo();
    $app->visit('/bench/SK-07');
    $app->see('SKF3A07Q41');
    $app->see('typed by hand · at the bench');
    $app->unfold('.page details');
    $app->see('seen on the phone · bootloader');
    $app->see('Data holds: photos');
    $app->see('5.0 GiB');
});

it('says of a file where each statement comes from, and where the sources disagree', function () {
    $app = Application::demo();
    $app->visit('/shelf');
    $app->see('61 files');
    $app->click('lamplight-9.3-20250120-marl.zip');
    $app->seeIn('.file', 'The sources disagree about codenames');
    $app->seeIn('.file', 'update script');
    $app->seeIn('.file', 'Not understood: battery_is_sound("50")');
    $app->click('saltern-15.2-20260903-bowline-copy.zip');
    $app->seeIn('.file', 'its directory is missing');
    $app->click('saltern-15.2-20260903-bowline.zip');
    $app->seeIn('.file', 'Writes 7 images');
    $app->seeIn('.file', '192.0 MiB');
});

it('walks the shelf with j and k', function () {
    $app = Application::demo();
    $app->visit('/shelf');
    $app->see('61 files');
    $app->press('j');
    $app->seeIn('tr.on', 'driftglass-14.3-20260701-carrack');
    $app->press('j');
    $app->seeIn('tr.on', 'driftglass-14.3-20260701-carrick');
    $app->press('k');
    $app->seeIn('tr.on', 'driftglass-14.3-20260701-carrack');
});

it('moves between the sections of a job with 1 to 6', function (string $key, string $shows) {
    $app = Application::demo();
    $app->visit('/jobs/1');
    $app->see('Fresh install by sideload');
    $app->press($key);
    $app->see($shows);
})->with([
    ['1', 'Is it for this phone'],
    ['2', 'Files of this job'],
    ['3', 'Before anything is written'],
    ['4', 'Way back'],
    ['5', 'The plan is clear'],
    ['6', 'The record begins with the first step'],
]);

it('selects a step from the list, from the picture and with j and k', function () {
    $app = Application::demo();
    $app->visit('/jobs/1/score');
    $app->seeIn('.detail', '4 · Firmware 5.2.11 into slot B');
    $app->press('j');
    $app->seeIn('.detail', '5 · boot of Saltern 15.2 into slot B');
    $app->press('k');
    $app->seeIn('.detail', '4 · Firmware');
    $app->hit('[data-step="11"]');
    $app->seeIn('.detail', 'Formatting is more than wiping');
    $app->browser->executeScript(
        'document.querySelectorAll("g.note")[12].dispatchEvent(new MouseEvent("click", {bubbles: true}))',
    );
    $app->seeIn('.detail', '13 · Sideload Saltern 15.2 into slot A');
    $app->seeIn('.detail', '47 percent');
});

it(
    'draws the score from the plan: a note for each step, a gate for each word, a region without a way back',
    function () {
        $app = Application::demo();
        $app->visit('/jobs/1/score');
        $app->see('Way back');
        $count = fn(string $selector): int => (int) $app->browser->executeScript(
            'return document.querySelectorAll(arguments[0]).length',
            [$selector],
        );

        expect($count('g.note'))
            ->toBe(16)
            ->and($count('path.gate'))
            ->toBe(3)
            ->and($count('.back.no-system'))
            ->toBe(1)
            ->and($count('.segment.erased'))
            ->toBe(1);
    },
);

it('shows on the score what the other school, a missing file and another intent would change', function () {
    $app = Application::demo();
    $app->visit('/jobs/1/score');
    $app->see('Where careful people differ');
    $app->click('Show the difference', '[data-rule=formatOrder]');
    $app->seeIn('[data-test=difference]', 'moved');
    $app->click('Leave the plan as it is');
    $app->browser->executeScript(
        'const s = document.querySelectorAll(".asks select")[0]; s.value = s.options[1].value; s.dispatchEvent(new ' .
            'Event("change"))',
    );
    $app->seeIn('[data-test=difference]', 'Do not run');
    $app->browser->executeScript(
        'const s = document.querySelectorAll(".asks select")[1]; s.value = "add-on"; s.dispatchEvent(new ' .
            'Event("change"))',
    );
    $app->seeIn('.trial', 'Add-on');
    $app->seeIn('[data-test=difference]', 'An add-on in the kit');
});

it('draws the room in super before, while and after the work', function () {
    $app = Application::demo();
    $app->visit('/jobs/1/kit');
    $app->seeIn('[data-test=space]', 'Room in super');
    $app->seeIn('[data-test=space]', 'system A');
    expect(count($app->browser->findElements(WebDriverBy::cssSelector('[data-test=space] .stage'))))
        ->toBe(3)
        ->and(count($app->browser->findElements(WebDriverBy::cssSelector('[data-test=space] rect.new'))))
        ->toBeGreaterThan(2);
});

it('fills a person\'s own command in at its step', function () {
    $app = Application::demo();
    $app->visit('/house-rules');
    $app->write('input[name=phrase-set-active]', 'mytool {serial} use {slot}');
    $app->click('Keep the phrasebook');
    $app->visit('/jobs/1/score');
    $app->see('Make slot B the active one');
    $app->browser->executeScript(
        '[...document.querySelectorAll("tr.row")].find((row) => row.innerText.includes("Make slot B")).click()',
    );
    $app->see('mytool SKF3A04K17 use b');
    $app->visit('/house-rules');
    $app->fill('input[name=phrase-set-active]', ' ');
    $app->click('Keep the phrasebook');
});

it('changes the verdict when a question is answered', function () {
    $app = Application::ofItsOwn(60);
    $app->visit('/jobs/2/prepare');
    $app->see('7 things to decide');
    $app->click('Agree: the plan does it first');
    $app->see('6 things to decide');
});

it('leads from a finding to its rule', function () {
    $app = Application::demo();
    $app->visit('/jobs/1/fit');
    $app->unfold('[data-test=in-order]');
    $app->see('FIT-2');
    $app->click('FIT-2');
    $app->seeIn('.rule.on', 'One codename can hide several models');
});

it('records a backup and shows beside the loss what it brings back', function () {
    $app = Application::demo();
    $app->visit('/jobs/2/prepare');
    $app->see('7 things to decide');
    $app->click('Record a backup');
    $app->write('.form input', 'SK-08 evening copy');
    $app->tick('.form input[value=photos]');
    $app->click('Record it', '.form');
    $app->seeIn('[data-loss=photos]', '✓ SK-08 evening copy');
    $app->seeIn('[data-loss=photos]', 'just now');
    $app->see('6 things to decide');
});

it('stops safely, says the way back, goes on, and pauses when something else is seen', function () {
    $app = Application::ofItsOwn(60);
    $app->visit('/jobs/1/run');
    $app->see('Clear to run');
    $app->click('Start run', '.top');
    $app->see('Confirm: type the phone\'s label');
    $app->write('.word input', 'SK-07');
    $app->click('Go on', '.word');
    $app->see('this is the wrong phone');
    expect($app->text())->not->toContain('SK-04');
    $app->write('.word input', 'SK-06');
    $app->click('Go on', '.word');
    $app->see('This job is for the phone with the label SK-04.');
    $app->click('Stop here safely');
    $app->seeIn('[data-test=headline]', 'Stopped.');
    $app->see('Ostrand Deck starts with its data');
    $app->click('Go on with the run');
    $app->typeLabel('SK-04');
    $app->click('Something looks wrong');
    $app->write('[aria-label="What the phone shows"]', 'a line that I do not know');
    $app->click('Note it and pause');
    $app->see('You see: a line that I do not know');
});

it('fills a page by itself whose first question found no answer', function () {
    $app = Application::demo();
    Chromium::command('Network.enable');
    Chromium::command('Network.setBlockedURLs', ['urls' => ['*/api/jobs/1']]);
    $app->visit('/jobs/1/run');
    $app->see('The application does not answer.');
    Chromium::command('Network.setBlockedURLs', ['urls' => []]);
    $app->see('Run it on the stand-in phone');
    expect($app->text())->not->toContain('does not answer');
});

it('begins one run, however often it is clicked, and says so at once', function () {
    $app = Application::ofItsOwn(60);
    $app->visit('/jobs/1/score');
    $app->see('Start run');
    $says = $app->browser->executeAsyncScript(
        'const done = arguments[0]; const button = [...document.querySelectorAll(".top button")].find((b) => ' .
            'b.innerText.includes("Start run")); button.click(); button.click(); button.click(); ' .
            'requestAnimationFrame(() => done(button.innerText))',
    );
    $app->see('Confirm: type the phone\'s label');

    expect($says)->toBe('Starting the run')->and($app->text())->not->toContain('has been run');
});

it('takes the keyboard along to another page', function () {
    $app = Application::demo();
    $app->visit('/bench');
    $app->see('SK-06');
    $app->press('/');
    expect($app->browser->executeScript('return document.activeElement.tagName'))->toBe('INPUT');
    $app->click('Shelf', '.rail');
    $app->see('61 files');
    expect($app->browser->executeScript('return document.activeElement.tagName'))->toBe('MAIN');
});

it('shows a run live in a second window', function () {
    $app = Application::ofItsOwn(60);
    $app->visit('/jobs/1/run');
    $app->see('Clear to run');
    $app->click('Start run', '.top');
    $app->see('Confirm: type the phone\'s label');
    $first = $app->browser->getWindowHandle();
    $app->browser->switchTo()->newWindow();
    $app->visit('/jobs/1/run');
    $app->typeLabel('SK-04');
    $app->browser->switchTo()->window($first);
    Application::until(
        static fn(): bool => !str_contains($app->text(), 'This is the first step'),
        'the first window follows',
        fn(): string => $app->text(),
    );
    $app->see('Firmware 5.2.11 into slot B');
});

it('says on every page what does not work, and no longer when it works', function () {
    $app = Application::demo();
    $folder = "{$app->folder}/disk";
    mkdir($folder);
    $app->visit('/log');
    $put =
        'fetch("/api/shelf/folders", {method: "PUT", body: JSON.stringify({folders: [arguments[0]]}), headers: ' .
        '{"Content-Type": "application/json", Accept: "application/json", ' .
        '"X-CSRF-TOKEN": document.querySelector("meta[name=csrf-token]").content}})';
    $app->browser->executeScript($put, [$folder]);
    Application::until(
        fn(): bool => str_contains(
            (string) $app->browser->executeScript(
                'const r = new XMLHttpRequest; r.open("GET", "/api/shelf", false); r.send(); return r.responseText',
            ),
            'disk',
        ),
        'the folder is kept',
    );
    rmdir($folder);
    $app->seeIn('.health', 'is not there. Connect its disk, or take it off the list of folders.');
    mkdir($folder);
    Application::until(fn(): bool => !str_contains($app->text(), 'is not there'), 'the line goes');
    expect($app->text())->not->toContain('is not there');
});

it('starts no plan that has changed since it was shown, and shows what is different', function () {
    $app = Application::demo();
    $app->visit('/jobs/1/score');
    $app->see('Start run');
    $change =
        'const done = arguments[0], token = document.querySelector("meta[name=csrf-token]").content; ' .
        'fetch("/api/house-rules").then((r) => r.json()).then((d) => fetch("/api/house-rules", {method: "PUT", ' .
        'headers: {"Content-Type": "application/json", Accept: "application/json", "X-CSRF-TOKEN": token}, ' .
        'body: JSON.stringify({...d.rules, formatOrder: "after", preInstallSlot: "active"})})).then(() => { ' .
        '[...document.querySelectorAll("button")].find((b) => b.innerText.includes("Start run")).click(); done(1) })';
    $app->browser->manage()->timeouts()->setScriptTimeout(30);
    $app->browser->executeAsyncScript($change);
    $app->see('The plan has changed since it was shown. Nothing was started.');
    $app->see('Make slot B the active one was step');
});
