<?php

declare(strict_types=1);

use Facebook\WebDriver\Remote\LocalFileDetector;
use Tests\Browser\Application;
use Tests\Support\TestRun;
use Tests\Support\UnknownPhone;

/*
 * From an empty bench to a plan that can be run, for a phone that no sheet was made for; and what is pasted in a run.
 */

function pasteHere(Application $app, string $text): void
{
    $app->find('[aria-label="Paste or type"]');
    $app->browser->executeScript(
        'const data = new DataTransfer(); data.setData("text", arguments[0]); ' .
            'document.querySelector("[aria-label=\'Paste or type\']").dispatchEvent(' .
            'new ClipboardEvent("paste", { bubbles: true, cancelable: true, clipboardData: data }))',
        [$text],
    );
}

it('leads from an empty bench to a clear plan without another page', function () {
    $folder = TestRun::own() . '/empty-shelf';
    is_dir($folder) || mkdir($folder);
    $app = Application::empty($folder);
    $files = UnknownPhone::files();
    $app->visit('/');
    $app->see('What have you got?');
    pasteHere($app, UnknownPhone::text('properties'));
    $app->seeIn('[data-test=card]', UnknownPhone::CODENAME);
    $app->seeIn('[data-test=needs]', 'Where the recovery lives');
    pasteHere($app, UnknownPhone::text('variables'));
    $app->see('No build for ' . UnknownPhone::CODENAME . ' is here yet');
    $chooser = $app->find('.give .acts input[type=file]');
    $chooser->setFileDetector(new LocalFileDetector());
    $paths = [$files['recovery'], "{$files['recovery']}.card.json", "{$files['build']}.card.json", $files['build']];
    $chooser->sendKeys(implode("\n", $paths));
    $app->seeIn('[data-test=jobs]', 'things to decide');
    expect($app->accessibilityProblems())->toBe([]);
    $app->click('Plan this job');
    $app->seeIn('[data-test=start-job]', 'things to decide');
    $app->click('Agree to all');
    foreach (['second-factor apps', 'electronic sim profiles'] as $lost) {
        $app->click("Accept losing {$lost}");
    }
    $app->see('What the bootloader does with foreign images');
    $app->click('starts with a warning (likely)');
    $app->seeIn('[data-test=start-job]', 'Clear to run');
    expect($app->browser->getCurrentURL())->toEndWith('/start')->and($app->accessibilityProblems())->toBe([]);
    $app->visit('/sheets/' . UnknownPhone::CODENAME);
    $app->seeIn('[data-test=sources]', 'partition-size:super');
});

it('proves a step by hand with a whole output, and names the symptom of another', function () {
    $app = Application::demo();
    $app->visit('/jobs/1/run');
    $app->click('I do it by hand');
    $app->seeIn('[data-test=headline]', 'Prove the link');
    $app->fill('[aria-label=Evidence]', "List of devices attached\nSKF3A04K17  unauthorized");
    $app->click('I have seen it');
    $app->see('You see: The phone is listed as unauthorised or offline');
    $app->seeIn('[data-test=deciding-line]', 'SKF3A04K17 unauthorized');
    $app->seeIn('[data-test=causes]', 'The phone asks whether to trust this computer');
    $app->click('again');
    $app->seeIn('[data-test=headline]', 'Prove the link');
    $app->fill('[aria-label=Evidence]', "List of devices attached\nSKF3A04K17  device");
    $app->click('I have seen it');
    $app->seeIn('[data-test=headline]', 'Restart into the bootloader');
});
