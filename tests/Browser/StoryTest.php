<?php

declare(strict_types=1);

use Facebook\WebDriver\WebDriverKeys;
use Tests\Browser\Application;

it('tells the story: open the ready phone, pick the build, clear to run, first boot, record', function () {
    $app = Application::demo();
    $app->visit('/bench');
    $app->see('SK-07');
    $app->press('n');
    $app->pick('phone', 'SK-07');
    $app->pick('file', 'Driftglass 15.1 for bowline');
    $app->makeThePlan();
    $app->see('Fresh install by sideload · 18 steps');
    $app->see('Clear to run');
    $app->see('Sideload Driftglass 15.1 into slot A');
    $app->see('Sideload Larder mini 15 into slot A');
    $app->click('Start run');
    $app->typeLabel('SK-07');
    $app->typeLabel('SK-07');
    $app->typeLabel('SK-07');
    $app->see('Look at the phone.');
    $app->see('Every value is the expected one');
    $app->find('[data-answer]');
    $app->press('s');
    $app->press(WebDriverKeys::ENTER);
    $app->see('Done. The phone runs what was planned.');
    $app->click('Open the record');
    $app->see('Before and after');
    $app->see('driftglass-15.1-20260820-bowline');
    $app->see('the journal is whole');
    $app->visit('/log');
    $app->see('18 / 18');
    $app->visit('/bench/SK-07');
    $app->see('Driftglass');
});

it('tells the story of an update in place: data stays, one step writes', function () {
    $app = Application::demo();
    $app->visit('/bench');
    $app->see('SK-06');
    $app->press('n');
    $app->pick('phone', 'SK-06');
    $app->want('Update in place');
    $app->see('data stays');
    $app->pick('file', 'Lamplight 9.4 for marl');
    $app->makeThePlan();
    $app->see('Update in place by sideload · 9 steps');
    $app->see('Clear to run');
    $app->see('Wipe caches');
    $app->press('1');
    $app->unfold('[data-test=in-order]');
    $app->see('worth an evening');
    $app->press('3');
    $app->see('The plan takes nothing from the phone.');
    $app->press('4');
    $app->click('Start run');
    $app->typeLabel('SK-06');
    $app->see('Look at the phone.');
    $app->find('[data-answer]');
    $app->press('s');
    $app->press(WebDriverKeys::ENTER);
    $app->see('Done. The phone runs what was planned.');
    $app->visit('/bench/SK-06');
    $app->see('9.4');
});

it('opens a job about one file of many kinds, and says in the dialog what it does', function () {
    $app = Application::demo();
    $app->visit('/bench');
    $app->see('SK-09');
    $app->press('n');
    $app->pick('phone', 'SK-09');
    $app->want('Kernel');
    $app->see('the way back is the boot image of the build');
    $app->pick('file', 'Ferrule 15.1 for becket');
    $app->makeThePlan();
    $app->see('Ferrule 15.1 into slot B');
    $app->visit('/bench');
    $app->see('Ferrule 15.1');
    $app->press('n');
    $app->pick('phone', 'SK-13');
    $app->want('Restore backup');
    $app->see('newest recovery backup that fits');
    $app->makeThePlan();
    $app->see('Restore the backup "before the update"');
});

it(
    'gives the phone with old firmware its firmware in the right slot, and does not run without the package',
    function () {
        $app = Application::demo();
        $app->visit('/jobs/1/score');
        $app->see('Firmware 5.2.11 into slot B');
        $app->press('2');
        $app->see('Files of this job');
        $app->hit('[aria-label="Leave out firmware-5.2.11-bowline.zip"]');
        $app->see('Do not run');
        $app->see('Add firmware-5.2.11-bowline.zip from the shelf to the kit.');
        $app->press('4');
        $app->see('Blocked: fix what Fit lists');
        $app->press('2');
        $app->choose('File', 'firmware-5.2.11-bowline.zip');
        $app->click('Add to the kit');
        $app->see('Clear to run');
        // Or by the change that the score names.
        $app->hit('[aria-label="Leave out firmware-5.2.11-bowline.zip"]');
        $app->see('Do not run');
        $app->press('4');
        $app->seeIn('[data-test=alternative]', 'Add Ostrand firmware 5.2.11');
        $app->click('Show the difference', '[data-test=alternative]');
        $app->click('Use in this job');
        $app->see('Clear to run');
    },
);

it('refuses a look-alike build with the letters that differ', function () {
    $app = Application::demo();
    $app->visit('/bench');
    $app->see('SK-08');
    $app->press('n');
    $app->pick('phone', 'SK-04');
    $app->pick('file', 'Saltern 15.2 for bowlane');
    $app->makeThePlan();
    $app->see('Do not run');
    $app->see('made for bowlane, a look-alike');
    $app->see('letter 5: a instead of i');
    $app->see('is made for this phone');
});

it('settles what a signed-in phone needs, one agreement at a time or all at once', function () {
    $app = Application::demo();
    $app->visit('/jobs/2/prepare');
    $app->see('7 things to decide');
    $app->click('Accept losing contacts');
    $app->see('6 things to decide');
    $app->see('You accept losing contacts');
    $app->click('Agree to all 6');
    $app->see('Clear to run');
});

it('finds anything from the command bar, and shows its keys', function () {
    $app = Application::demo();
    $app->visit('/bench');
    $app->see('SK-08');
    $app->press('Ctrl+K');
    $app->write('.v-overlay-container input', 'phone SK-08');
    $app->see('Ostrand Fathom 3 Max');
    $app->click('SK-08 bowline_m', '.v-overlay-container');
    $app->see('Signed in to accounts');
    $app->press('?');
    $app->see('in a run: stop here safely');
});

it('takes in a phone from a file, and says what is wrong with a bad one', function () {
    $app = Application::demo();
    $app->visit('/bench');
    $app->click('Add a phone');
    $app->click('From a file');
    $app->write(
        'textarea[name=file]',
        '{"format":"tornavis/unit","version":1,"label":"SK-50","codename":"bowline",' .
            '"facts":[{"name":"battery.mood","value":"good","source":"typed"}]}',
    );
    $app->click('Take it in');
    $app->see('There is no such fact about a phone');
    $app->fill(
        'textarea[name=file]',
        '{"format":"tornavis/unit","version":1,"label":"SK-50","codename":"bowline","facts":[]}',
    );
    $app->click('Take it in');
    $app->see('The phone is on the bench.');
    $app->visit('/bench');
    $app->see('SK-50');
    $app->see('model not read yet');
});

it('backs a phone up by its recovery, chooses what goes in, and keeps the set with the phone', function () {
    $app = Application::ofItsOwn();
    $app->visit('/bench');
    $app->see('SK-13');
    $app->press('n');
    $app->pick('phone', 'SK-13');
    $app->want('Back up');
    $app->makeThePlan();
    $app->press('2');
    $app->see('What goes into the set');
    $app->hit('[name=part-system]');
    $app->press('1');
    $app->see('Room for the set');
    $app->click('Agree');
    $app->see('Clear to run');
    $app->press('4');
    $app->see('to the computer');
    $app->press('5');
    $app->click('Run it on the stand-in phone');
    $app->see('Make the test call', 60);
    $app->click('I have seen it');
    $app->see('Every step was done and seen');
    $app->visit('/bench/SK-13');
    $app->click('Backups (4)');
    $app->see('made today');
    $app->see('Recovery backup');
});
