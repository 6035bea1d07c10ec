<?php

declare(strict_types=1);

use App\Http\Controllers\ShareController;
use Tests\Browser\Application;

/*
 * A run by hand, a run in which something goes wrong, and both in the log. The tests go on from one another.
 */

function workbench(): Application
{
    static $application = null;

    return $application ??= new Application;
}

afterAll(static fn () => Application::endAll());

it('carries a whole run out by hand, and takes no evidence of another phone', function () {
    $app = workbench();
    $app->visit('/jobs/1/run');
    $app->click('I do it by hand');
    $app->seeIn('[data-test=headline]', 'Prove the link');
    $app->write('[aria-label=Evidence]', 'SKF3A07Q41');
    $app->click('Seen');
    $app->see('What you give is of another phone');
    $app->fill('[aria-label=Evidence]', 'SKF3A04K17');
    $app->click('Seen');
    $page = static fn (): array => (array) $app->browser->executeScript('const seen = [...document.querySelectorAll(".answers button")].find((b) => b.innerText.includes("Seen")); return [document.querySelector("[data-test=headline]")?.innerText ?? "", document.querySelector(".where")?.innerText ?? "", !!seen && !seen.disabled]');
    for ($turn = 0; $turn < 60; $turn++) {
        Application::until(static fn (): bool => $page()[2] || str_contains($page()[0], 'Done.') || str_contains($page()[0], 'Your word'), 'somebody is needed', fn (): string => $app->text());
        [$headline, $where] = $page();
        if (str_contains($headline, 'Done.')) {
            break;
        }
        if (str_contains($headline, 'Your word')) {
            $app->typeLabel('SK-04');

            continue;
        }
        $app->browser->executeScript('const field = document.querySelector("[aria-label=Evidence]"); if (field) { field.value = arguments[0]; field.dispatchEvent(new Event("input")) }', ['SKF3A04K17 slot '.(str_contains($headline, 'Make slot B') ? 'b' : 'a').': saltern-15.2-20260903-bowline, release 15, 2026-09-01']);
        $app->browser->executeScript('[...document.querySelectorAll(".answers button")].find((b) => b.innerText.includes("Seen"))?.click()');
        Application::until(static fn (): bool => $page()[1] !== $where || $page()[0] !== $headline, 'the run goes on', fn (): string => $app->text());
    }
    $app->seeIn('[data-test=headline]', 'Done.');
    $app->click('Open the record');
    $app->see('Before and after');
});

it('gets out of a fault that was let loose on the simulated phone', function () {
    $app = workbench();
    $app->visit('/bench');
    $app->see('SK-07');
    $job = $app->browser->executeAsyncScript('const done = arguments[0]; const headers = {"Content-Type": "application/json", Accept: "application/json", "X-CSRF-TOKEN": document.querySelector("meta[name=csrf-token]").content}; fetch("/api/shelf").then((r) => r.json()).then((shelf) => fetch("/api/jobs", {method: "POST", headers, body: JSON.stringify({unit: "SK-07", intent: "fresh", package: shelf.packages.find((p) => p.name === "saltern-15.2-20260903-bowline.zip").id})})).then((r) => r.json()).then((answer) => done(answer.id))');
    $app->visit("/jobs/{$job}/run");
    $app->click('Run it on the stand-in phone');
    $app->see('Your word is needed');
    $app->browser->executeScript('document.querySelector("details.faults").open = true');
    $app->see('What');
    Application::until(fn (): bool => (bool) $app->browser->executeScript('const s = document.querySelector("[aria-label=\"What goes wrong\"]"); if (!s || s.options.length < 5) return false; s.value = "refused-package"; s.dispatchEvent(new Event("change")); return true'), 'the faults are there');
    $app->click('Let it happen');
    $app->see('It will strike the next time');
    $app->typeLabel('SK-07');
    for ($gate = 0; $gate < 4 && ! str_contains($app->text(), 'status 7'); $gate++) {
        Application::until(static fn (): bool => str_contains($app->text(), 'Your word is needed') || str_contains($app->text(), 'status 7'), 'a gate or the refusal', fn (): string => $app->text());
        str_contains($app->text(), 'status 7') ?: $app->typeLabel('SK-07');
    }
    $app->see('The package does not accept what it finds on this phone');
    $app->click('Do the step again');
    $app->seeIn('[data-test=headline]', 'Look at the phone.', 60);
    $app->click('Seen');
    $app->seeIn('[data-test=headline]', 'Done.');
});

it('leads out of a lost key by the keys of the phone, and from a blocked plan to one that helps', function () {
    $app = new Application;
    $app->visit('/bench');
    $app->see('SK-06');
    $app->press('n');
    $app->choose('Phone', 'SK-06');
    $app->choose('What is wanted', 'Update in place');
    $app->choose('Build', 'Lamplight 9.4 for marl');
    $app->click('Make the plan');
    $app->see('Clear to run');
    $app->press('5');
    $app->click('Run it on the stand-in phone');
    $app->see('Your word is needed');
    $app->browser->executeScript('document.querySelector("details.faults").open = true');
    Application::until(fn (): bool => (bool) $app->browser->executeScript('const s = document.querySelector("[aria-label=\"What goes wrong\"]"); if (!s || s.options.length < 5) return false; s.value = "lost-key"; s.dispatchEvent(new Event("change")); return true'), 'the faults are there');
    $app->click('Let it happen');
    $app->see('It will strike the next time');
    $app->typeLabel('SK-06');
    $app->see('mode is stuck, expected system');
    $app->click('Plan again from what the phone has now');
    $app->seeIn('[data-test=plan-anew]', 'Enter recovery with the keys');
    $app->click('Agree to the new plan');
    $app->see('a key that is lost; the plan counts on Lamplight');
    $app->click('Plan again from what the phone has now');
    $app->seeIn('[data-test=plan-anew]', 'only a key that is lost can read the data');
    $app->seeIn('[data-test=alternative]', 'Fresh install instead');
    $app->click('Plan it so', '[data-test=alternative]');
    $app->see('Fresh install by sideload');
    $app->see('to settle');
    $app->end();
});

it('calls somebody who looks at another window when the run needs them, by a notice and a tone', function () {
    $app = new Application(60);
    // A headless browser shows no notices and has no sound; these stand in for both and keep what they are told.
    $app->before(<<<'JS'
        window.calls = []
        window.away = false
        Object.defineProperty(document, 'hidden', { get: () => window.away })
        window.Notification = class {
          static permission = 'default'
          static requestPermission() { return Promise.resolve((this.permission = 'granted')) }
          constructor(title, more) { window.calls.push(`${title}: ${more.body}`) }
        }
        window.AudioContext = class {
          createOscillator() { return { connect() {}, frequency: {}, stop() {}, start: () => window.calls.push('tone') } }
        }
        JS);
    $app->visit('/jobs/1/run');
    $app->click('Run it on the stand-in phone');
    $app->typeLabel('SK-04');
    $app->typeLabel('SK-04');
    $app->typeLabel('SK-04');
    $app->click('Tell me when the run needs me');
    $app->browser->executeScript('window.calls.length = 0; window.away = true');
    $app->seeIn('[data-test=headline]', 'Look at the phone.');

    expect($app->browser->executeScript('return window.calls'))->toBe(['Tornavis: Look at the phone.', 'tone']);
    $app->end();
});

it('filters the log, and lays two runs of one model side by side', function () {
    $app = workbench();
    $app->visit('/log');
    $app->see('2 runs');
    $app->seeIn('[data-test=summary]', 'What went wrong most');
    foreach ([1, 2] as $row) {
        $app->browser->executeScript("document.querySelectorAll('input[type=checkbox]')[{$row} - 1].click()");
        $app->see($row === 1 ? 'Choose a second run' : 'Compare the two');
    }
    $app->click('Compare the two');
    $app->seeIn('[data-test=comparison]', 'Format data');
    $app->seeIn('[data-test=comparison]', 'SK-04');
    $app->click('Close');
    $app->browser->executeScript('const s = document.querySelector("[aria-label=\"Came to\"]"); s.value = "trouble"; s.dispatchEvent(new Event("change"))');
    $app->see('1 run');
    $app->browser->executeScript('const s = document.querySelector("[aria-label=\"Came to\"]"); s.value = "stopped"; s.dispatchEvent(new Event("change"))');
    $app->see('No run matches');
});

it('is followed and answered on a second device, 390 pixels wide, with the access code', function () {
    $app = new Application(60, share: true);
    $address = ShareController::addresses($app->port)[0] ?? null;
    if ($address === null) {
        $this->markTestSkipped('This machine has no address but its own.');
    }
    $app->visit('/jobs/1/run');
    $app->click('Run it on the stand-in phone');
    $app->see('Your word is needed');
    $app->browser->executeScript('document.querySelector("[data-test=share]").open = true');
    $app->seeIn('[data-test=share]', $address);
    $code = $app->find('[data-test=share] .code')->getText();
    $first = $app->browser->getWindowHandle();

    $app->browser->switchTo()->newWindow();
    $app->resize(390, 844);
    $app->browser->get("{$address}/jobs/1/run");
    $app->see('Type the access code');
    $app->write('[name=code]', 'zzzz-zzzz');
    $app->click('Open');
    $app->see('not the code');
    $app->write('[name=code]', strtoupper($code));
    $app->click('Open');
    $app->see('Your word is needed');
    expect($app->browser->executeScript('return document.documentElement.scrollWidth'))->toBeLessThanOrEqual(390);
    $app->typeLabel('SK-04');

    $app->browser->switchTo()->window($first);
    // Both answer the next gate at once; the run takes one of them and tells the other.
    $app->seeIn('.where', 'Step 11', 60);
    $app->write('.word input', 'SK-04');
    $app->browser->switchTo()->window($app->browser->getWindowHandles()[1]);
    $app->typeLabel('SK-04');
    $app->browser->switchTo()->window($first);
    $app->browser->executeScript('[...document.querySelectorAll(".word button")].find((b) => b.innerText.includes("Go on"))?.click()');
    $released = fn (): int => count(array_filter($app->browser->executeAsyncScript('const done = arguments[0]; fetch("/api/runs/1/events").then((r) => r.json()).then((answer) => done(answer.events.filter((e) => e.kind === "released").map((e) => e.step)))'), static fn (int $step): bool => $step === 11));
    Application::until(static fn (): bool => $released() > 0, 'the gate is open');
    expect($released())->toBe(1);
    $app->end();
});

it('plans again when the phone shows another slot than was planned for, and goes on by the new plan', function () {
    $app = new Application;
    $app->visit('/jobs/1/run');
    $app->click('I do it by hand');
    $app->write('[aria-label=Evidence]', 'SKF3A04K17');
    $app->click('Seen');
    $app->seeIn('[data-test=headline]', 'Restart into bootloader');
    $app->see('It worked when');
    $app->click('Seen');
    $app->seeIn('[data-test=headline]', 'in bootloader');
    $app->write('[aria-label=Evidence]', 'SKF3A04K17, current slot: b');
    $app->click('Seen');
    $app->see('Active slot is b');
    $app->click('The phone really shows this');
    $app->seeIn('[data-test=headline]', 'not as planned');
    $app->click('Plan again from what the phone has now');
    $app->seeIn('[data-test=difference]', 'was: Make slot B the active one');
    $app->click('Agree to the new plan');
    $app->seeIn('[data-test=headline]', 'Prove the link by serial number in bootloader');
    $app->see('slot B as the current one');
    $app->end();
});
