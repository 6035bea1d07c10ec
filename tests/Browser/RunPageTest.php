<?php

declare(strict_types=1);

use App\Http\Controllers\ShareController;
use Tests\Browser\Application;

/*
 * The page of a run on a simulated phone: faults, calls, a second device.
 */

it('gets out of a fault that was let loose on the simulated phone', function () {
    $app = Application::demo();
    $app->visit('/bench');
    $app->see('SK-07');
    $job = $app->browser->executeAsyncScript(
        'const done = arguments[0]; const headers = {"Content-Type": "application/json", Accept: ' .
            '"application/json", "X-CSRF-TOKEN": document.querySelector("meta[name=csrf-token]").content}; ' .
            'fetch("/api/shelf").then((r) => r.json()).then((shelf) => fetch("/api/jobs", {method: "POST", ' .
            'headers, body: JSON.stringify({unit: "SK-07", intent: "fresh", package: shelf.packages.find((p) => ' .
            'p.name === "saltern-15.2-20260903-bowline.zip").id})})).then((r) => r.json()).then((answer) => ' .
            'done(answer.id))',
    );
    $app->visit("/jobs/{$job}/run");
    $app->click('Run it on the stand-in phone');
    $app->see('Confirm: type the phone\'s label');
    $app->click('Look inside this phone');
    $app->seeIn('aside.drawer', 'Slot A');
    $app->seeIn('aside.drawer', 'Super');
    $app->seeIn('aside.drawer', 'has the keys');
    $app->click('Close');
    Application::until(
        fn(): bool => $app->browser->executeScript('return document.querySelector("aside.drawer") === null') === true,
        'the drawer is closed',
    );
    $app->unfold('details.faults');
    $app->option('[aria-label="What goes wrong"]', 'refused-package');
    $app->click('Let this go wrong');
    $app->see('It will strike the next time');
    $app->typeLabel('SK-07');
    for ($gate = 0; $gate < 4 && !str_contains($app->text(), 'status 7'); $gate++) {
        Application::until(
            static fn(): bool => str_contains($app->text(), 'Confirm: type the phone\'s label') ||
                str_contains($app->text(), 'status 7'),
            'a gate or the refusal',
            fn(): string => $app->text(),
        );
        str_contains($app->text(), 'status 7') ?: $app->typeLabel('SK-07');
    }
    $app->see('The package does not accept what it finds on this phone');
    $app->click('Do the step again');
    $app->seeIn('[data-test=headline]', 'Look at the phone.', 60);
    $app->click('I have seen it');
    $app->seeIn('[data-test=headline]', 'Done.');
});

it('calls somebody who looks at another window when the run needs them, by a notice and a tone', function () {
    $app = Application::ofItsOwn(60);
    // A headless browser shows no notices and has no sound; these stand in for both and keep what they are told.
    $app->before(
        <<<'JS'
        window.calls = []
        window.away = false
        Object.defineProperty(document, 'hidden', { get: () => window.away })
        window.Notification = class {
          static permission = 'default'
          static requestPermission() { return Promise.resolve((this.permission = 'granted')) }
          constructor(title, more) { window.calls.push(`${title}: ${more.body}`) }
        }
        window.AudioContext = class {
          createOscillator() {
            return { connect() {}, frequency: {}, stop() {}, start: () => window.calls.push('tone') }
          }
        }
        JS
        ,
    );
    $app->visit('/jobs/1/run');
    $app->click('Run it on the stand-in phone');
    $app->typeLabel('SK-04');
    $app->typeLabel('SK-04');
    $app->typeLabel('SK-04');
    $app->click('Tell me when the run needs me');
    $app->browser->executeScript('window.calls.length = 0; window.away = true');
    $app->seeIn('[data-test=headline]', 'Look at the phone.');

    expect($app->browser->executeScript('return window.calls'))->toBe(['Tornavis: Look at the phone.', 'tone']);
});

it('is followed and answered on a second device, 390 pixels wide, with the access code', function () {
    $app = Application::ofItsOwn(60, share: true);
    $address = ShareController::addresses($app->port)[0] ?? null;
    if ($address === null) {
        $this->markTestSkipped('This machine has no address but its own.');
    }
    $app->visit('/jobs/1/run');
    $app->click('Run it on the stand-in phone');
    $app->see('Confirm: type the phone\'s label');
    $app->unfold('[data-test=share]');
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
    $app->see('Confirm: type the phone\'s label');
    expect($app->browser->executeScript('return document.documentElement.scrollWidth'))->toBeLessThanOrEqual(390);
    $app->typeLabel('SK-04');

    $app->browser->switchTo()->window($first);
    // Both answer the next gate at once; the run takes one of them and tells the other.
    $app->seeIn('.where', 'Step 11', 60);
    $app->write('.word input', 'SK-04');
    $app->browser->switchTo()->window($app->browser->getWindowHandles()[1]);
    $app->typeLabel('SK-04');
    $app->browser->switchTo()->window($first);
    $app->browser->executeScript(
        '[...document.querySelectorAll(".word button")].find((b) => b.innerText.includes("Go on"))?.click()',
    );
    $released = fn(): int => count(
        array_filter(
            $app->browser->executeAsyncScript(
                'const done = arguments[0]; fetch("/api/runs/1/events").then((r) => r.json()).then((answer) => ' .
                    'done(answer.events.filter((e) => e.kind === "released").map((e) => e.step)))',
            ),
            static fn(int $step): bool => $step === 11,
        ),
    );
    Application::until(static fn(): bool => $released() > 0, 'the gate is open');
    expect($released())->toBe(1);
});
