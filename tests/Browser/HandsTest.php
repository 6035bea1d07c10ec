<?php

declare(strict_types=1);

use Tests\Browser\Application;

/*
 * A run by hand, a run in which something goes wrong, and both in the log.
 */

it('carries a whole run out by hand, and takes no evidence of another phone', function () {
    $app = Application::demo();
    $app->visit('/jobs/1/run');
    $app->click('I do it by hand');
    $app->seeIn('[data-test=headline]', 'Prove the link');
    $app->write('[aria-label=Evidence]', 'SKF3A07Q41');
    $app->click('I have seen it');
    $app->see('What you give is of another phone');
    $app->fill('[aria-label=Evidence]', 'SKF3A04K17');
    $app->click('I have seen it');
    $page = static fn(): array => (array) $app->browser->executeScript(
        'const seen = document.querySelector(".answers [data-answer]"); ' .
            'return [document.querySelector("[data-test=headline]")?.innerText ?? "", ' .
            'document.querySelector(".where")?.innerText ?? "", !!seen && !seen.disabled]',
    );
    for ($turn = 0; $turn < 60; $turn++) {
        Application::until(
            static fn(): bool => $page()[2] ||
                str_contains($page()[0], 'Done.') ||
                str_contains($page()[0], 'Confirm: type'),
            'somebody is needed',
            fn(): string => $app->text(),
        );
        [$headline, $where] = $page();
        if (str_contains($headline, 'Done.')) {
            break;
        }
        if (str_contains($headline, 'Confirm: type')) {
            $app->typeLabel('SK-04');

            continue;
        }
        $app->browser->executeScript(
            'const field = document.querySelector("[aria-label=Evidence]"); if (field) { field.value = ' .
                'arguments[0]; field.dispatchEvent(new Event("input")) }',
            [
                'SKF3A04K17 slot ' .
                (str_contains($headline, 'Make slot B') ? 'b' : 'a') .
                ': saltern-15.2-20260903-bowline, release 15, 2026-09-01',
            ],
        );
        $app->browser->executeScript('document.querySelector(".answers [data-answer]")?.click()');
        Application::until(
            static fn(): bool => $page()[1] !== $where || $page()[0] !== $headline,
            'the run goes on',
            fn(): string => $app->text(),
        );
    }
    $app->seeIn('[data-test=headline]', 'Done.');
    $app->click('Open the record');
    $app->see('Before and after');
});

it('leads out of a lost key by the keys of the phone, and from a blocked plan to one that helps', function () {
    $app = Application::demo();
    $app->visit('/bench');
    $app->see('SK-06');
    $app->press('n');
    $app->pick('phone', 'SK-06');
    $app->want('Update in place');
    $app->pick('file', 'Lamplight 9.4 for marl');
    $app->makeThePlan();
    $app->see('Clear to run');
    $app->press('5');
    $app->click('Run it on the stand-in phone');
    $app->see('Confirm: type the phone\'s label');
    $app->unfold('details.faults');
    $app->option('[aria-label="What goes wrong"]', 'lost-key');
    $app->click('Let this go wrong');
    $app->see('It will strike the next time');
    $app->typeLabel('SK-06');
    $app->see('mode is stuck, expected system');
    $app->click('Plan again from what the phone has now');
    $app->seeIn('[data-test=plan-anew]', 'Enter the recovery with the keys');
    $app->click('Agree to the new plan');
    $app->see('a key that is lost; the plan counts on Lamplight');
    $app->click('Plan again from what the phone has now');
    $app->seeIn('[data-test=plan-anew]', 'only a key that is lost can read the data');
    $app->seeIn('[data-test=alternative]', 'Fresh install instead');
    $app->click('Plan it this way', '[data-test=alternative]');
    $app->see('Fresh install by sideload');
    $app->see('to decide');
});

it('filters the log, and lays two runs of one model side by side', function () {
    $app = Application::demoWithRuns();
    $app->visit('/log');
    $app->see('2 runs');
    $app->seeIn('[data-test=summary]', 'What went wrong most');
    foreach ([1, 2] as $row) {
        $app->browser->executeScript("document.querySelectorAll('input[type=checkbox]')[{$row} - 1].click()");
        $app->see($row === 1 ? 'Choose a second run' : 'Compare the two');
    }
    $app->click('Compare the two');
    $app->seeIn('[data-test=comparison]', 'Format data');
    $app->seeIn('[data-test=comparison]', 'SK-07');
    $app->click('Close');
    $app->option('[aria-label="Result"]', 'trouble');
    $app->see('1 run');
    $app->option('[aria-label="Result"]', 'stopped');
    $app->see('No run matches');
});

it('plans again when the phone shows another slot than was planned for, and goes on by the new plan', function () {
    $app = Application::demo();
    $app->visit('/jobs/1/run');
    $app->click('I do it by hand');
    $app->write('[aria-label=Evidence]', 'SKF3A04K17');
    $app->click('I have seen it');
    $app->seeIn('[data-test=headline]', 'Restart into the bootloader');
    $app->see('It worked when');
    $app->click('I have seen it');
    $app->seeIn('[data-test=headline]', 'in the bootloader');
    $app->write('[aria-label=Evidence]', 'SKF3A04K17, current slot: b');
    $app->click('I have seen it');
    $app->see('Active slot is b');
    $app->click('I checked: it differs from the plan');
    $app->seeIn('[data-test=headline]', 'not as planned');
    $app->click('Plan again from what the phone has now');
    $app->seeIn('[data-test=difference]', 'was: Make slot B the active one');
    $app->click('Agree to the new plan');
    $app->seeIn('[data-test=headline]', 'Prove the link by serial number in the bootloader');
    $app->see('slot B as the current one');
});
