<?php

declare(strict_types=1);

use Tests\Browser\Application;
use Tests\Support\TestCase;

uses(TestCase::class)->in('Feature');
uses()->afterEach(fn() => Application::endOfTest())->in('Browser');

/** What goes along when a job is started: the seal of its plan, as its page shows it. */
function shown(int|string $job, string $link = 'stand-in'): array
{
    return [
        'link' => $link,
        'seal' => Pest\Laravel\getJson("/api/jobs/{$job}")->json('seal') ?? '',
    ];
}

/** Asks for the pages in a language, as a browser does in which it was chosen. */
function speaking(string $language): void
{
    Pest\Laravel\withCredentials()->withUnencryptedCookie(App\Language\Languages::COOKIE, $language);
}
