<?php

declare(strict_types=1);

use Tests\Browser\Application;
use Tests\Browser\Chromium;

/*
 * What holds for every page.
 */

it('has no page that the accessibility checker objects to, light or dark', function (string $path, string $shows) {
    $app = Application::demoWithRuns();
    $app->visit($path);
    foreach (['light', 'dark'] as $look) {
        $app->browser->executeScript("localStorage.setItem('tornavis-look', '{$look}')");
        $app->visit($path);
        $app->see($shows);
        expect($app->accessibilityProblems())->toBe([], "{$look} {$path}");
    }
})->with([
    ['/bench', 'SK-08'],
    ['/shelf', 'verified'],
    ['/jobs', 'SK-04'],
    ['/start', 'What have you got'],
    ['/jobs/1/kit', 'Files of this job'],
    ['/jobs/1/fit', 'checks are in order'],
    ['/jobs/2/prepare', 'what happens to it'],
    ['/jobs/1/score', 'Way back'],
    ['/jobs/4/run', 'as last known'],
    ['/jobs/4/record', 'Before and after'],
    ['/log', 'Driftglass'],
    ['/handbook', 'FIT-1'],
    ['/handbook/slots', 'hold everything twice'],
    ['/nowhere', 'There is no page at this address'],
    ['/bench/SK-08', 'Slot A'],
]);

it('is usable on a screen 390 pixels wide', function (string $path, string $shows) {
    $app = Application::demoWithRuns();
    $app->resize(390, 800);
    $app->visit($path);
    $app->see($shows);
    $overflow = $app->browser->executeScript('return document.documentElement.scrollWidth - window.innerWidth');
    $bars = $app->browser->executeScript(
        'return [...document.querySelectorAll(".rail, .index")].filter((e) => e.scrollWidth > e.clientWidth).length',
    );
    $app->resize(1280, 800);

    expect($overflow)->toBeLessThanOrEqual(0)->and($bars)->toBe(0);
})->with([
    ['/bench', 'SK-08'],
    ['/shelf', 'verified'],
    ['/jobs', 'SK-04'],
    ['/jobs/1/fit', 'checks are in order'],
    ['/jobs/2/prepare', 'what happens to it'],
    ['/jobs/1/score', 'Way back'],
    ['/jobs/4/run', 'as last known'],
    ['/jobs/4/record', 'Before and after'],
    ['/log', 'Driftglass'],
    ['/handbook', 'FIT-1'],
    ['/bench/SK-08', 'Slot A'],
]);

it('has no page that the accessibility checker objects to', function (string $path, string $shows) {
    $app = Application::demo();
    $app->visit($path);
    $app->see($shows);
    expect($app->accessibilityProblems())->toBe([]);
})->with([
    ['/bench/SK-01', 'The bootloader is locked'],
    ['/bench/SK-10', 'Starts from'],
    ['/house-rules', 'Command tools'],
    ['/sheets/prusik', 'All fields'],
    ['/sheets/new', 'Start from'],
]);

it('loads nothing from elsewhere and logs no error in the browser', function () {
    $app = Application::demo();
    foreach (['/bench', '/shelf', '/jobs/1/score', '/log', '/nowhere'] as $path) {
        $app->visit($path);
        $app->see('Bench');
    }
    $errors = array_filter(
        $app->browser->manage()->getLog('browser'),
        static fn(array $line): bool => $line['level'] === 'SEVERE',
    );

    expect(array_values($errors))->toBe([]);
});

it('keeps the first screen small', function () {
    $app = Application::demo();
    $app->visit('/bench');
    $app->see('SK-07');
    $sizes = $app->browser->executeScript(
        'return performance.getEntriesByType("resource").filter((e) => e.name.endsWith(".js")).map((e) => e.name)',
    );
    $bytes = 0;
    foreach ($sizes as $url) {
        $bytes += strlen(
            (string) gzencode(
                (string) file_get_contents(dirname(__DIR__, 2) . '/public/build/assets/' . basename($url)),
            ),
        );
    }

    expect($bytes)->toBeGreaterThan(10_000)->toBeLessThan(300_000);
});

it('prints a job sheet with a box for every step, and no buttons, on two pages', function () {
    $app = Application::demo();
    $app->visit('/jobs/2/score');
    $app->see('Take the plan along');
    $shown =
        'return [...document.querySelectorAll(".job-sheet .tick")].filter((e) => e.offsetParent !== null).length + " ' .
        '" + [...document.querySelectorAll("button")].filter((e) => e.offsetParent !== null).length';
    expect($app->browser->executeScript($shown))->toStartWith('0 ');
    Chromium::command('Emulation.setEmulatedMedia', ['media' => 'print']);
    $printed = $app->browser->executeScript($shown);
    Chromium::command('Emulation.setEmulatedMedia', ['media' => '']);
    $answer = Chromium::ask('Page.printToPDF', ['preferCSSPageSize' => true]);
    $pdf = (string) base64_decode((string) ($answer['data'] ?? ''), true);

    expect($printed)->toBe('19 0')->and(preg_match_all('#/Type\s*/Page\b(?!s)#', $pdf))->toBe(2);
});
