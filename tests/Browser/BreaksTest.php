<?php

declare(strict_types=1);

use Tests\Browser\Application;

it('goes on after worker and stand-in were killed in the middle of the sideload', function () {
    $app = Application::ofItsOwn(25);
    $app->visit('/jobs/1/run');
    $app->see('Clear to run');
    $app->click('Start run', '.top');
    $app->typeLabel('SK-04');
    $app->typeLabel('SK-04');
    $app->typeLabel('SK-04');
    $app->see('step 2 of 2');
    expect($app->processes('queue:work'))->not->toBe([])->and($app->processes('tornavis:stand-in'))->not->toBe([]);
    $app->see('written in part');
    $app->kill('queue:work', 'tornavis:stand-in');
    $app->seeIn('[data-test=headline]', 'Something needs you.', 60);
    $app->seeIn('.run .now', 'was cut off in the middle. The phone shows Recovery');
    $app->see('No system starts now. The recovery in slot B does');
    $app->click('Go on from there');
    $app->seeIn('[data-test=progress]', 'step 2 of 2', 60);
    $app->stop();
    $app->start();
    $app->seeIn('[data-test=headline]', 'Something needs you.', 60);
    $app->click('Go on from there');
    $app->seeIn('[data-test=headline]', 'Look at the phone.', 90);
    $app->click('I have seen it');
    $app->see('Done. The phone runs what was planned.');
    $app->click('Open the record');
    $app->see('the journal is whole');
    $app->see('What went differently');
});
