<?php

declare(strict_types=1);

use Tests\Browser\Application;
use Tests\Support\World;

/** Puts a text into a field at once; a dump is too long to type. */
function paste(Application $app, string $selector, string $text): void
{
    $app->find($selector);
    $app->browser->executeScript(
        'const e = document.querySelector(arguments[0]); e.value = arguments[1]; e.dispatchEvent(new ' .
            'Event("input", {bubbles: true})); e.dispatchEvent(new Event("change", {bubbles: true}))',
        [$selector, $text],
    );
}

it('finds the model of a new phone from a pasted dump, and puts it on the bench', function () {
    $app = Application::demo();
    $app->visit('/bench');
    $app->see('13 phones');
    $app->click('Add a phone');
    $app->write('input[name=label]', 'SK-61');
    paste($app, 'textarea[name=dump]', World::dump(['ro.serialno' => 'SKF3A61']));
    $app->click('Which model is it?');
    $app->see('It is bowline: the phone gives its codename as bowline. Its model number is OF-301.');
    $app->click('Put it on the bench as bowline');
    $app->see('SKF3A61');
    $app->see('seen on the phone · properties, line');
    $app->see('Ostrand Fathom 3 · OF-301');
});

it('ranks candidates, and says letter by letter why a look-alike is another phone', function () {
    $app = Application::demo();
    $app->visit('/bench');
    $app->click('Add a phone');
    $app->write('input[name=codename]', 'carrick');
    $app->write('input[name=model]', 'VS-6P');
    $app->click('Which model is it?');
    $app->see('two phones may have been mixed up');
    $app->see('only looks like carrack (letter 5: i instead of a)');
    $app->see('Put it on the bench, model unknown');
});

it('refuses the dump of another phone, and shows first what the right one changes', function () {
    $app = Application::demo();
    $app->visit('/bench/SK-07');
    $app->click('Paste what it printed');
    paste($app, 'textarea[name=dump]', World::dump(['ro.serialno' => 'SKF3OTHER1']));
    $app->click('Read it');
    $app->see('This is from another phone: its serial number is SKF3OTHER1');
    paste($app, 'textarea[name=dump]', World::dump(['ro.build.version.security_patch' => '2026-08-01']));
    $app->click('Read it');
    $app->see('→ 2026-08-01');
    $app->click('Take it over');
    Application::until(static fn(): bool => !str_contains($app->text(), 'What SK-07 printed'), 'the dialog closes');
    $app->unfold('.page details');
    $app->see('2026-08-01');
});

it('keeps what was typed until it is taken, with what was wrong beside it', function () {
    $app = Application::demo();
    $app->visit('/bench/SK-07');
    $app->write('.enter input', 'Battery');
    $app->click('Battery', '.v-overlay-container');
    $app->write('input[name=value]', '150');
    $app->click('Keep this value', '.enter');
    $app->see('a whole number from 0 to 100');
    expect($app->find('input[name=value]')->getAttribute('value'))->toBe('150');
    $app->fill('input[name=value]', '75');
    $app->click('Keep this value', '.enter');
    $app->see('75 %');
    Application::until(static fn(): bool => !str_contains($app->text(), 'a whole number'), 'the error goes');
});

it('shows statements that disagree side by side until a person settles them', function () {
    $app = Application::demo();
    $app->visit('/bench/SK-09');
    $app->see('NK-4 IN');
    $app->write('.enter input', 'Model number');
    $app->click('Model number', '.v-overlay-container');
    $app->write('input[name=value]', 'NK-4 EU');
    $app->click('Keep this value', '.enter');
    $app->see('Model number: statements disagree');
    $app->seeIn('.conflict', 'NK-4 IN');
    $app->seeIn('.conflict', 'NK-4 EU');
    $app->click('This one is right', '.conflict');
    Application::until(
        static fn(): bool => !str_contains($app->text(), 'statements disagree'),
        'it is settled',
        fn(): string => $app->text(),
    );
    $app->see('decided by a person');
});

it('reads a stand-in phone by itself, and leaves it to a person which model it is', function () {
    $app = Application::demo();
    $app->visit('/bench/SK-12');
    $app->see('Nothing is known yet');
    $app->click('Read the phone');
    $app->see('Read in: System, Bootloader.', 30);
    $app->see('It is bowline: its model number is OF-301K.');
    $app->click('It is bowline');
    $app->see('Ostrand Fathom 3 · OF-301K');
    $app->see('The bootloader is locked');
});

it('records a recovery backup with its base, and says which sets can go back', function () {
    $app = Application::demo();
    $app->visit('/bench/SK-13');
    $app->click('Backups (3)');
    $app->see('It was taken from the system Ostrand Deck; the phone has Lamplight.');
    $app->write('input[name=name]', 'evening set');
    $app->option('select[name=kind]', 'recovery');
    $app->tick('fieldset input[value=apps]');
    $app->click('Record it');
    $app->see('Backups (4)');
    $app->see('Recovery backup, from Lamplight 9.4, platform release 9, firmware OF100-2.8');
});

it('counts a wait from an hour that the clocks showed twice', function () {
    $app = Application::demo();
    $app->visit('/bench/SK-01');
    $app->see('Unlocking is allowed in');
    $app->see('2 d 0');
    $app->visit('/bench');
    $app->click('Add a phone');
    $app->write('input[name=label]', 'SK-62');
    $app->write('input[name=model]', 'VS-6');
    $app->click('Which model is it?');
    $app->click('Put it on the bench as carrick');
    $app->see('Nothing is known about this phone yet');
    $app->write('.enter input', 'Bootloader unlocked');
    $app->click('Bootloader unlocked', '.v-overlay-container');
    $app->write('select[name=value]', 'no');
    $app->click('Keep this value', '.enter');
    $app->see('Velmora asks for a week');
    paste($app, 'input[name=at]', '2025-10-26T01:30');
    $app->option('select[name=zone]', 'Europe/Lisbon');
    $app->click('Count the wait from there');
    $app->see('The clocks showed this hour twice. Which one was it?');
    $app->click('The second, after the clocks went back');
    $app->see('The wait is over since');
});

it('shows which build fits which phone, with the reasons of a cell', function () {
    $app = Application::demo();
    $app->visit('/bench');
    $app->click('Which build fits which phone');
    $app->see('Made for bowlane, a look-alike');
    $app->see('Fits, with firmware first');
    $app->fill('[aria-label="Filter phones"]', 'SK-04');
    Application::until(static fn(): bool => !str_contains($app->text(), 'SK-09'), 'only one phone is left');
    $app->click('Fits, with firmware first', '.matrix');
    $app->seeIn('.cell-detail', 'the plan writes 5.2.11 there');
    $app->click('Rack');
});

it('keeps a sheet that a person fills in from a usual table', function () {
    $app = Application::demo();
    $app->visit('/sheets/new');
    $app->see('Decides which file fits');
    foreach (
        [
            'codename' => 'toggle',
            'maker' => 'Ostrand',
            'name' => 'Fathom 5',
            'model-0' => 'OF-501',
            'chipset-0' => 'Qorin 850',
        ]
        as $name => $text
    ) {
        $app->fill("input[name='{$name}']", $text);
    }
    $app->click('One slot, recovery in its own partition');
    $app->option('select[name=recoveryHome]', 'boot');
    $app->click('Keep this sheet');
    $app->see('Kept');
    $app->visit('/bench');
    $app->click('Model sheets');
    $app->see('Ostrand Fathom 5');
    $app->click('Rack');
});

it('says which open jobs a house rule would change before it is kept, and takes a whole set', function () {
    $app = Application::demo();
    $app->visit('/house-rules');
    $app->click('Old batteries');
    $app->see('open jobs would change:');
    $app->seeIn('.preview', 'bowline_m SK-08: Saltern 15.2');
    $app->write('#preset-name', 'Winter');
    $app->click('Keep the set');
    $app->see('Winter');
    $app->click('Leave as it was');
    $app->hit('input[name=afterFormat]:not(:checked)');
    $app->seeIn('.preview', 'bowline SK-04: Saltern 15.2');
    $app->click('Keep these rules');
    $app->visit('/jobs/1/score');
    $app->see('Restart the recovery');
});

it('saves the bench as a file, and says that taking it in again changes nothing', function () {
    $app = Application::demo();
    $app->visit('/bench');
    $archive = file_get_contents("http://127.0.0.1:{$app->port}/api/bench/archive");
    $app->click('Bench file');
    paste($app, 'textarea[name=archive]', (string) $archive);
    $app->click('What would it change?');
    $app->see('It would change nothing.');
});
