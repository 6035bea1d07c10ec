<?php

declare(strict_types=1);

namespace Tests\Browser;

use Facebook\WebDriver\Chrome\ChromeOptions;
use Facebook\WebDriver\Remote\DesiredCapabilities;
use Facebook\WebDriver\Remote\RemoteWebDriver;
use Symfony\Component\Process\Process;
use Tests\Support\Ports;
use Tests\Support\TestRun;

/**
 * The one browser of this process, with its driver. Each test has a tab of its own, and a browser that remembers
 * nothing.
 */
final class Chromium
{
    private const ARGUMENTS = [
        '--headless=new',
        '--no-sandbox',
        '--disable-gpu',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
        '--window-size=1280,800',
    ];

    private static ?RemoteWebDriver $session = null;

    public static function session(): RemoteWebDriver
    {
        return self::$session ??= self::start();
    }

    /**
     * Closes every tab, forgets what pages have stored, and opens an empty tab without any of the settings of the
     * last.
     */
    public static function freshTab(): void
    {
        $browser = self::session();
        $old = $browser->getWindowHandles();
        $browser->switchTo()->newWindow();
        $fresh = $browser->getWindowHandle();
        foreach ($old as $handle) {
            $browser->switchTo()->window($handle);
            $origin = (string) $browser->executeScript('return location.origin');
            if (str_starts_with($origin, 'http')) {
                self::command('Storage.clearDataForOrigin', ['origin' => $origin, 'storageTypes' => 'all']);
            }
            $browser->close();
        }
        $browser->switchTo()->window($fresh);
        $browser->manage()->getLog('browser');
    }

    /**
     * A command of the browser's own protocol, for what WebDriver has no word for.
     *
     * @param  array<string, mixed>  $parameters
     */
    public static function command(string $name, array $parameters = []): void
    {
        self::session()->executeCustomCommand('/session/:sessionId/chromium/send_command', 'POST', [
            'cmd' => $name,
            'params' => (object) $parameters,
        ]);
    }

    /**
     * The same, with its answer.
     *
     * @param  array<string, mixed>  $parameters
     * @return array<string, mixed>
     */
    public static function ask(string $name, array $parameters = []): array
    {
        /** @var array<string, mixed> */
        return self::session()->executeCustomCommand(
            '/session/:sessionId/chromium/send_command_and_get_result',
            'POST',
            ['cmd' => $name, 'params' => (object) $parameters],
        );
    }

    private static function start(): RemoteWebDriver
    {
        $port = Ports::free();
        $driver = new Process(['chromedriver', "--port={$port}"]);
        $driver->setTimeout(null);
        $driver->start();
        Application::until(
            static fn(): bool => str_contains($driver->getOutput(), 'started successfully'),
            'ChromeDriver starts',
            $driver->getOutput(...),
        );
        $options = (new ChromeOptions())->addArguments([
            ...self::ARGUMENTS,
            '--user-data-dir=' . TestRun::own() . '/browser',
        ]);
        $options->setBinary(trim((string) shell_exec('command -v chromium')));
        $capabilities = DesiredCapabilities::chrome()->setCapability(ChromeOptions::CAPABILITY, $options);
        $session = RemoteWebDriver::create("http://127.0.0.1:{$port}", $capabilities);
        register_shutdown_function(static function () use ($session, $driver): void {
            $session->quit();
            $driver->stop(2);
        });

        return $session;
    }
}
