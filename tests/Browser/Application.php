<?php

declare(strict_types=1);

namespace Tests\Browser;

use Facebook\WebDriver\Exception\ElementClickInterceptedException;
use Facebook\WebDriver\Exception\ElementNotInteractableException;
use Facebook\WebDriver\Exception\JavascriptErrorException;
use Facebook\WebDriver\Exception\NoSuchElementException;
use Facebook\WebDriver\Exception\StaleElementReferenceException;
use Facebook\WebDriver\Exception\WebDriverException;
use Facebook\WebDriver\Remote\RemoteWebDriver;
use Facebook\WebDriver\Remote\RemoteWebElement;
use Facebook\WebDriver\WebDriverBy;
use Facebook\WebDriver\WebDriverKeys;
use Illuminate\Filesystem\Filesystem;
use Symfony\Component\Process\Process;
use Tests\Support\Ports;
use Tests\Support\TestRun;
use Tests\Support\World;

/**
 * The real application on the demo world, in a folder of its own, and a real browser in front of it.
 *
 * One application serves all tests of a process, each of which finds the demo world as it was laid out. A test that
 * needs another speed, shelf or way to start has one of its own, which ends with the test.
 */
final class Application
{
    private const WHILE_A_PAGE_IS_REPLACED = [
        ElementClickInterceptedException::class,
        ElementNotInteractableException::class,
        JavascriptErrorException::class,
        NoSuchElementException::class,
        StaleElementReferenceException::class,
    ];

    private const WAIT_SECONDS = 60;

    public readonly string $folder;

    public readonly int $port;

    public readonly RemoteWebDriver $browser;

    private Process $server;

    private string $laidOut;

    private static ?self $shared = null;

    /** @var list<self> those of the present test alone */
    private static array $own = [];

    /** @param string $bench a data folder that it begins with a copy of */
    private function __construct(
        private string $bench,
        private readonly float $speed = 600.0,
        public readonly string $shelf = '',
        private readonly bool $share = false,
        private readonly bool $demo = true,
    ) {
        $this->folder = TestRun::own() . '/application-' . bin2hex(random_bytes(3));
        $this->port = Ports::free();
        $this->browser = Chromium::session();
        $this->layOut();
        $this->start();
        $this->laidOut = $this->content();
        register_shutdown_function($this->stop(...));
    }

    /** The application that all tests share, with the demo world as it was laid out. */
    public static function demo(): self
    {
        return self::shared(TestRun::demoBench());
    }

    /**
     * The same, with two runs in its log: one that went well, and one in which the phone refused a package at first.
     */
    public static function demoWithRuns(): self
    {
        return self::shared(TestRun::benchWithRuns());
    }

    private static function shared(string $bench): self
    {
        Chromium::freshTab();
        if (self::$shared === null) {
            return self::$shared = new self($bench);
        }
        self::$shared->layOutAnew($bench);

        return self::$shared;
    }

    /**
     * An application for one test.
     *
     * @param  float  $speed  seconds on a simulated phone for one second here
     * @param  string  $shelf  the folder of its files; the demo files where it is empty
     * @param  bool  $share  whether other devices are let in
     */
    public static function ofItsOwn(float $speed = 600.0, string $shelf = '', bool $share = false): self
    {
        Chromium::freshTab();

        // What the demo's database says of its files is not true of the same files in another folder.
        return self::$own[] = new self(
            $shelf === '' ? TestRun::demoBench() : TestRun::emptyBench(),
            $speed,
            $shelf,
            $share,
        );
    }

    /** An application on whose bench nothing is yet. */
    public static function empty(string $shelf): self
    {
        Chromium::freshTab();

        return self::$own[] = new self(TestRun::emptyBench(), shelf: $shelf, demo: false);
    }

    /** Ends what the test had started for itself. */
    public static function endOfTest(): void
    {
        array_map(static fn(self $one) => $one->stop(), self::$own);
        self::$own = [];
    }

    /** Starts web server, worker and stand-in; the database and the phones stay as they are. */
    public function start(): void
    {
        $standInPort = Ports::free();
        $words = [
            ...$this->demo ? ['--demo'] : [],
            "--port={$this->port}",
            "--standin-port={$standInPort}",
            "--speed={$this->speed}",
        ];
        if ($this->share) {
            $words[] = '--share';
        }
        // The tests' own settings must not reach the application under test.
        $settings = [
            'APP_ENV' => 'production',
            'QUEUE_CONNECTION' => 'database',
            'CACHE_STORE' => 'file',
            'TORNAVIS_STANDIN_PORT' => (string) $standInPort,
        ];
        $settings += [
            'TORNAVIS_DATA' => $this->folder,
            'TORNAVIS_SHELF' => $this->shelf === '' ? World::shelf() : $this->shelf,
        ];
        $this->server = new Process(
            [PHP_BINARY, 'artisan', 'tornavis:serve', ...$words],
            dirname(__DIR__, 2),
            $settings,
        );
        $this->server->setTimeout(null);
        $this->server->start();
        $says = fn(): string => $this->server->getOutput() . $this->server->getErrorOutput();
        self::until(static fn(): bool => str_contains($says(), 'Tornavis is at'), 'the application starts', $says);
    }

    private function layOut(): void
    {
        (new Filesystem())->deleteDirectory($this->folder);
        (new Filesystem())->copyDirectory($this->bench, $this->folder);
    }

    /** Where nothing has been written since it was laid out, it is as good as new. */
    private function layOutAnew(string $bench): void
    {
        if ($bench === $this->bench && $this->content() === $this->laidOut) {
            return;
        }
        $this->bench = $bench;
        $this->stop();
        $this->layOut();
        $this->start();
        $this->laidOut = $this->content();
    }

    /** One word for all that the database and the phones hold. */
    private function content(): string
    {
        $hash = hash_init('xxh128');
        $database = new \PDO("sqlite:{$this->folder}/tornavis/tornavis.sqlite");
        $tables = $database
            ->query("select name from sqlite_master where type = 'table' order by name")
            ->fetchAll(\PDO::FETCH_COLUMN);
        foreach ($tables as $table) {
            hash_update($hash, serialize($database->query("select * from \"{$table}\"")->fetchAll(\PDO::FETCH_NUM)));
        }
        foreach (glob("{$this->folder}/phones/*.json") ?: [] as $phone) {
            hash_update($hash, (string) file_get_contents($phone));
        }

        return hash_final($hash);
    }

    public function stop(): void
    {
        $this->server->stop(10, SIGTERM);
    }

    /** Process ids of one part: "queue:work" or "tornavis:stand-in". @return list<int> */
    public function processes(string $part): array
    {
        exec('pgrep -g ' . implode(',', $this->groups()) . ' -f -- ' . escapeshellarg($part), $ids);

        return array_map(intval(...), $ids);
    }

    public function kill(string ...$parts): void
    {
        foreach ($parts as $part) {
            foreach ($this->processes($part) as $id) {
                posix_kill($id, SIGKILL);
            }
        }
    }

    public function visit(string $path): void
    {
        $this->browser->get("http://127.0.0.1:{$this->port}{$path}");
    }

    /** What is shown and what the application has said, for a test that waited in vain. */
    private function seen(): string
    {
        return "{$this->text()}\n\nThe application has " .
            "said:\n{$this->server->getOutput()}{$this->server->getErrorOutput()}";
    }

    public function text(): string
    {
        return (string) $this->browser->executeScript('return document.body?.innerText ?? ""');
    }

    /** Waits until the page shows the words. */
    public function see(string $words, int $seconds = self::WAIT_SECONDS): void
    {
        $text = '';
        self::until(
            function () use ($words, &$text): bool {
                $text = $this->text();

                return str_contains($text, $words);
            },
            "the page shows \"{$words}\"",
            $this->seen(...),
            $seconds,
        );
        expect($text)->toContain($words);
    }

    /** Waits until one part of the page shows the words. */
    public function seeIn(string $selector, string $words, int $seconds = self::WAIT_SECONDS): void
    {
        $text = '';
        self::until(
            function () use ($selector, $words, &$text): bool {
                $text = (string) $this->browser->executeScript(
                    'return document.querySelector(arguments[0])?.innerText ?? ""',
                    [$selector],
                );

                return str_contains($text, $words);
            },
            "{$selector} shows \"{$words}\"",
            $this->seen(...),
            $seconds,
        );
        expect($text)->toContain($words);
    }

    /** Clicks the visible button or link with these words; waits for it. */
    public function click(string $words, string $within = 'body'): void
    {
        self::until(
            function () use ($words, $within): bool {
                return (bool) $this->browser->executeScript(
                    'const hit = [...document.querySelectorAll(arguments[1] + " button, " + arguments[1] + " a, " ' .
                        '+ arguments[1] + " tr.link, " + arguments[1] + " [role=option], " + arguments[1] + " ' .
                        '.v-list-item")].find((e) => e.innerText.includes(arguments[0]) && e.offsetParent !== null ' .
                        '&& !e.disabled); if (hit) hit.click(); return !!hit',
                    [$words, $within],
                );
            },
            "\"{$words}\" can be clicked",
            $this->seen(...),
        );
    }

    public function find(string $selector): RemoteWebElement
    {
        self::until(
            fn(): bool => $this->browser->findElements(WebDriverBy::cssSelector($selector)) !== [],
            "{$selector} is there",
            $this->seen(...),
        );

        return $this->browser->findElement(WebDriverBy::cssSelector($selector));
    }

    /**
     * Types into the field that is there, or will be.
     *
     * @param  string|list<string>  $keys
     */
    public function write(string $selector, string|array $keys): void
    {
        self::until(
            function () use ($selector, $keys): bool {
                $this->find($selector)->sendKeys($keys);

                return true;
            },
            "{$selector} can be typed into",
            $this->seen(...),
        );
    }

    /** Clicks on the place of a screen that has no words. */
    public function hit(string $selector): void
    {
        self::until(
            function () use ($selector): bool {
                $this->find($selector)->click();

                return true;
            },
            "{$selector} can be clicked",
            $this->seen(...),
        );
    }

    /** Chooses an entry of a select field by its label. */
    public function choose(string $label, string $entry): void
    {
        self::until(
            fn(): bool => (bool) $this->browser->executeScript(
                'const field = [...document.querySelectorAll(".v-select")].find((e) => ' .
                    '[...e.querySelectorAll(".v-label")].some((l) => l.textContent.trim() === arguments[0]) && ' .
                    'e.offsetParent !== null); const box = field?.querySelector(".v-field"); ' .
                    'box?.dispatchEvent(new MouseEvent("mousedown", {bubbles: true})); box?.click(); return !!box',
                [$label],
            ),
            "the field {$label} opens",
        );
        $this->click($entry, '.v-overlay-container');
    }

    /** Chooses an option of a plain list by its value or by a part of its words, once it is there. */
    public function option(string $selector, string $entry): void
    {
        self::until(
            fn(): bool => (bool) $this->browser->executeScript(
                'const list = document.querySelector(arguments[0]); const options = [...(list?.options ?? [])]; ' .
                    'const hit = options.find((o) => o.value === arguments[1]) ?? ' .
                    'options.find((o) => o.text.includes(arguments[1])); if (!hit || list.disabled) return false; ' .
                    'list.value = hit.value; list.dispatchEvent(new Event("change", {bubbles: true})); return true',
                [$selector, $entry],
            ),
            "{$selector} has the option \"{$entry}\"",
            $this->seen(...),
        );
    }

    /** Ticks a box or a choice, once it is there. */
    public function tick(string $selector): void
    {
        $this->find($selector);
        $this->browser->executeScript('document.querySelector(arguments[0]).click()', [$selector]);
    }

    /** Chooses what is wanted in the dialog of a new job, by its words. */
    public function want(string $words): void
    {
        self::until(
            fn(): bool => (bool) $this->browser->executeScript(
                'const field = document.querySelector("select[name=intent]"); ' .
                    'const wanted = [...(field?.options ?? [])].find((o) => o.text === arguments[0]); ' .
                    'if (!wanted) return false; field.value = wanted.value; ' .
                    'field.dispatchEvent(new Event("change")); return true',
                [$words],
            ),
            "\"{$words}\" can be wanted",
            $this->seen(...),
        );
    }

    /** Picks one of a list of choices by its words; what does not fit is unfolded for it. */
    public function pick(string $list, string $words): void
    {
        self::until(
            fn(): bool => (bool) $this->browser->executeScript(
                'const hit = [...document.querySelectorAll(`[data-choices=${arguments[0]}] label.choice`)]' .
                    '.find((e) => e.textContent.replace(/\\s+/g, " ").includes(arguments[1])); ' .
                    'if (!hit) return false; const fold = hit.closest("details"); if (fold) fold.open = true; ' .
                    'hit.querySelector("input").click(); return true',
                [$list, $words],
            ),
            "\"{$words}\" can be picked",
            $this->seen(...),
        );
    }

    /** Unfolds what is folded on the page, once it is there. */
    public function unfold(string $selector): void
    {
        self::until(
            fn(): bool => (bool) $this->browser->executeScript(
                'const folds = [...document.querySelectorAll(arguments[0])]; ' .
                    'folds.forEach((fold) => { fold.open = true }); return folds.length > 0',
                [$selector],
            ),
            "{$selector} can be unfolded",
            $this->seen(...),
        );
    }

    /** Has the dialog make its plan, and waits for the page of the new job: other pages show verdicts too. */
    public function makeThePlan(): void
    {
        $this->click('Make the plan');
        $arrived = fn(): bool => preg_match('#/jobs/\d+#', $this->browser->getCurrentURL()) === 1;
        self::until($arrived, 'the page of the job opens', $this->seen(...));
    }

    /** Puts a text into a field in place of what stands there. */
    public function fill(string $selector, string $text): void
    {
        $this->write($selector, [WebDriverKeys::CONTROL, 'a', WebDriverKeys::NULL, $text]);
    }

    public function press(string $keys): void
    {
        $this->browser->getKeyboard()->sendKeys($keys === 'Ctrl+K' ? [WebDriverKeys::CONTROL, 'k'] : $keys);
        if ($keys === 'Ctrl+K') {
            $this->browser->getKeyboard()->releaseKey(WebDriverKeys::CONTROL);
        }
    }

    /** Types the phone's label at the gate that is shut now. */
    public function typeLabel(string $label): void
    {
        $this->see('Confirm: type the phone\'s label');
        $gate = fn(): string => (string) $this->browser->executeScript(
            'return document.querySelector(".word") ? document.querySelector(".where")?.innerText ?? "" : ""',
        );
        $shut = $gate();
        $this->write('.word input', $label);
        $this->click('Go on', '.word');
        // The next gate may be shut before anybody has seen this one open.
        self::until(fn(): bool => $gate() !== $shut, 'the gate opens', $this->seen(...));
    }

    /** Runs a script in every page before the page's own; for what a headless browser has not got. */
    public function before(string $script): void
    {
        Chromium::command('Page.addScriptToEvaluateOnNewDocument', ['source' => $script]);
    }

    public function resize(int $width, int $height): void
    {
        $size = ['width' => $width, 'height' => $height, 'deviceScaleFactor' => 1, 'mobile' => false];
        Chromium::command('Emulation.setDeviceMetricsOverride', $size);
    }

    /** What the accessibility checker finds wrong with the page, as "rule: element". @return list<string> */
    public function accessibilityProblems(): array
    {
        $this->browser->executeScript(
            (string) file_get_contents(dirname(__DIR__, 2) . '/node_modules/axe-core/axe.min.js'),
        );
        $this->browser->manage()->timeouts()->setScriptTimeout(30);

        return $this->browser->executeAsyncScript(
            'const done = arguments[0]; const runOnly = ["wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa"]; ' .
                'axe.run(document, {runOnly}).then((r) => ' .
                'done(r.violations.flatMap((v) => v.nodes.map((n) => v.id + ": " + n.target.join(" ")))))',
        );
    }

    /** @param callable(): bool $condition */
    public static function until(
        callable $condition,
        string $what,
        ?callable $seen = null,
        int $seconds = self::WAIT_SECONDS,
    ): void {
        $end = microtime(true) + $seconds;
        do {
            $problem = null;
            try {
                if ($condition()) {
                    return;
                }
            } catch (WebDriverException $problem) {
                // The page is being replaced by another one; it is looked at again.
                if (!in_array($problem::class, self::WHILE_A_PAGE_IS_REPLACED, true)) {
                    throw $problem;
                }
            }
            usleep(60_000);
        } while (microtime(true) < $end);

        throw new \RuntimeException(
            "Waited {$seconds} s in vain until {$what}." . ($seen === null ? '' : "\nSeen instead:\n" . $seen()),
            0,
            $problem,
        );
    }

    /** Process groups of the three parts: each was started in a session of its own. @return list<int> */
    private function groups(): array
    {
        exec("pgrep -P {$this->server->getPid()}", $children);

        return array_map(intval(...), $children);
    }
}
