<?php

declare(strict_types=1);

namespace Tests\Support;

use Illuminate\Contracts\Console\Kernel;
use Illuminate\Filesystem\Filesystem;
use Illuminate\Foundation\Application;
use Illuminate\Foundation\Testing\DatabaseTransactions;
use Illuminate\Foundation\Testing\TestCase as BaseTestCase;

/** Each test writes into a copy of a database that was made once, and everything is taken back at its end. */
abstract class TestCase extends BaseTestCase
{
    use DatabaseTransactions;

    public $mockConsoleOutput = false;

    /** Every request of a test begins as in a process of its own. */
    public function call($method, $uri, $parameters = [], $cookies = [], $files = [], $server = [], $content = null)
    {
        $this->app->forgetScopedInstances();

        $response = parent::call($method, $uri, $parameters, $cookies, $files, $server, $content);
        Schemas::holdWhatItsAddressSays($response);

        return $response;
    }

    public function createApplication(): Application
    {
        $onDemoBench = in_array(DemoBench::class, class_uses_recursive(static::class), true);
        $bench = $onDemoBench ? TestRun::demoBench() : TestRun::emptyBench();
        $database = TestRun::own() . '/' . basename($bench) . '.sqlite';
        is_file($database) || copy("{$bench}/tornavis/tornavis.sqlite", $database);
        $phones = TestRun::own() . '/phones';
        (new Filesystem())->deleteDirectory($phones);
        $onDemoBench ? (new Filesystem())->copyDirectory("{$bench}/phones", $phones) : mkdir($phones);

        $app = require dirname(__DIR__, 2) . '/bootstrap/app.php';
        $app->make(Kernel::class)->bootstrap();
        config([
            'tornavis.shelf' => World::shelf(),
            'tornavis.phones' => $phones,
            'database.connections.sqlite.database' => $database,
        ]);

        return $app;
    }
}
