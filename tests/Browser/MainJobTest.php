<?php

declare(strict_types=1);

use Facebook\WebDriver\WebDriverKeys;
use Tests\Browser\Application;
use Tests\Browser\Chromium;

/*
 * The demo's main job with one means of input alone: nothing here is clicked by a script.
 */

/** Presses the keys one after the other, wherever the keyboard is. */
function keys(Application $app, string $keys): void
{
    foreach (mb_str_split($keys) as $key) {
        $app->browser->executeCustomCommand('/session/:sessionId/actions', 'POST', [
            'actions' => [
                [
                    'type' => 'key',
                    'id' => 'keyboard',
                    'actions' => [['type' => 'keyDown', 'value' => $key], ['type' => 'keyUp', 'value' => $key]],
                ],
            ],
        ]);
    }
}

/** Presses a key until what has the keyboard says these words. */
function keyTo(Application $app, string $key, string $words): void
{
    $says =
        'const e = document.activeElement; ' .
        'if (!["INPUT", "BUTTON", "A", "SELECT", "SUMMARY", "TR"].includes(e?.tagName)) return ""; ' .
        'const label = e.closest("label") ?? e; ' .
        'return `${e.getAttribute("aria-label") ?? ""} ${label.innerText ?? ""}`.replace(/\\s+/g, " ")';
    for ($presses = 0; $presses < 90; $presses++) {
        if (str_contains((string) $app->browser->executeScript($says), $words)) {
            return;
        }
        keys($app, $key);
    }
    throw new RuntimeException("The keyboard never came to \"{$words}\".\n{$app->text()}");
}

/** Whether what has the keyboard can be seen to have it. */
function showsFocus(Application $app): bool
{
    return (bool) $app->browser->executeScript(
        'const s = getComputedStyle(document.activeElement); return s.outlineStyle !== "none" && ' .
            'parseFloat(s.outlineWidth) >= 2',
    );
}

it('is done by keyboard alone', function () {
    $app = Application::demo();
    $app->visit('/bench');
    $app->see('SK-07');
    keys($app, 'n');
    $app->see('Which phone?');
    $app->see('SK-04 · bowline');
    keyTo($app, WebDriverKeys::TAB, 'SK-01 ·');
    keys($app, WebDriverKeys::SPACE);
    keyTo($app, WebDriverKeys::ARROW_DOWN, 'SK-07 ·');
    $app->seeIn('[data-choices=file]', 'Driftglass 15.1 for bowline');
    keyTo($app, WebDriverKeys::TAB, 'Driftglass 15.1 for bowline');
    keys($app, WebDriverKeys::SPACE);
    keyTo($app, WebDriverKeys::TAB, 'Make the plan');
    expect(showsFocus($app))->toBeTrue();
    keys($app, WebDriverKeys::ENTER);
    $app->seeIn('.top', 'Clear to run');
    $app->seeIn('.top', 'Start run');
    keyTo($app, WebDriverKeys::TAB, 'Start run');
    keys($app, WebDriverKeys::ENTER);
    for ($gate = 1; $gate <= 3; $gate++) {
        $app->see('Confirm: type the phone\'s label');
        keyTo($app, WebDriverKeys::TAB, 'Label of the phone');
        keys($app, 'SK-07' . WebDriverKeys::ENTER);
        Application::until(
            fn(): bool => !str_contains($app->text(), 'Confirm: type') ||
                $app->browser->executeScript('return document.querySelector(".word input")?.value === ""'),
            'the gate opens',
            $app->text(...),
        );
    }
    $app->see('Every value is the expected one');
    // The step says beforehand what is looked for; the answer is asked for when it was seen.
    $app->find('[data-answer]');
    keys($app, 's');
    expect($app->text())->toContain('Every value is the expected one')->and(showsFocus($app))->toBeTrue();
    keys($app, WebDriverKeys::ENTER);
    $app->see('What is different now');
    keyTo($app, WebDriverKeys::TAB, 'Open the record');
    keys($app, WebDriverKeys::ENTER);
    $app->see('Before and after');
});

/** Taps in the middle of what has these words, as a finger does; it has to be large enough and not covered. */
function thumb(Application $app, string $selector, string $words): void
{
    $find =
        'const hit = [...document.querySelectorAll(arguments[0])].find((e) => e.offsetParent !== null && ' .
        '!e.disabled && e.innerText.replace(/\\s+/g, " ").includes(arguments[1])); if (!hit) return null; ' .
        'hit.scrollIntoView({block: "center"}); const r = hit.getBoundingClientRect(); ' .
        'const x = r.x + r.width / 2, y = r.y + r.height / 2; const top = document.elementFromPoint(x, y); ' .
        'return hit.contains(top) || top?.contains(hit) ? [x, y, r.width, r.height] : null';
    $place = null;
    Application::until(
        function () use ($app, $selector, $words, $find, &$place): bool {
            $place = $app->browser->executeScript($find, [$selector, $words]);

            return is_array($place);
        },
        "\"{$words}\" can be tapped",
        $app->text(...),
    );
    [$x, $y, $width, $height] = $place;
    expect(min($width, $height))->toBeGreaterThanOrEqual(24, "{$words} is large enough for a thumb");
    $point = ['x' => $x, 'y' => $y];
    Chromium::command('Input.dispatchTouchEvent', ['type' => 'touchStart', 'touchPoints' => [$point]]);
    Chromium::command('Input.dispatchTouchEvent', ['type' => 'touchEnd', 'touchPoints' => []]);
}

it('is done by thumb alone on a screen 390 pixels wide', function () {
    $app = Application::demo();
    Chromium::command('Emulation.setTouchEmulationEnabled', ['enabled' => true]);
    $app->resize(390, 844);
    $app->visit('/bench');
    $app->see('SK-07');
    thumb($app, '.top button', 'New job');
    thumb($app, '[data-choices=phone] .choice', 'SK-07');
    thumb($app, '[data-choices=file] .choice', 'Driftglass 15.1 for bowline');
    thumb($app, '.v-card button', 'Make the plan');
    $app->seeIn('.top', 'Clear to run');
    $app->seeIn('.top', 'Start run');
    thumb($app, '.next', 'Next step');
    thumb($app, '.top button', 'Start run');
    for ($gate = 1; $gate <= 3; $gate++) {
        $app->see('Confirm: type the phone\'s label');
        // What a thumb types comes from the keyboard on the screen, which a headless browser has not got.
        $app->write('.word input', 'SK-07');
        thumb($app, '.word button', 'Go on');
        Application::until(
            fn(): bool => !str_contains($app->text(), 'Confirm: type') ||
                $app->browser->executeScript('return document.querySelector(".word input")?.value === ""'),
            'the gate opens',
            $app->text(...),
        );
    }
    $app->see('Every value is the expected one');
    // The step says beforehand what is looked for; the answer is asked for when it was seen.
    $app->find('[data-answer]');
    $fits = $app->browser->executeScript(
        'window.scrollTo(0, 0); const r = document.querySelector("[data-answer]").getBoundingClientRect(); ' .
            'return r.top >= 0 && r.bottom <= innerHeight',
    );
    expect($fits)->toBeTrue();
    thumb($app, '.answers button', 'I have seen it');
    $app->see('What is different now');
    thumb($app, '.done a', 'Open the record');
    $app->see('Before and after');
    Chromium::command('Emulation.setTouchEmulationEnabled', ['enabled' => false]);
    $app->resize(1280, 800);
});
