<?php

declare(strict_types=1);

use Tests\Browser\Application;
use Tests\Support\TestCase;

uses(TestCase::class)->in('Feature');
uses()->afterEach(fn () => Application::endOfTest())->in('Browser');
