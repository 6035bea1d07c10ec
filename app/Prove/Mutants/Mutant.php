<?php

declare(strict_types=1);

namespace App\Prove\Mutants;

/** A deliberate mistake: one place of one source file, changed before its class is loaded. */
final readonly class Mutant
{
    private const ROOT = __DIR__ . '/../../../';

    /** Name of the environment variable by which a test run of its own is told to make a mistake. */
    public const VARIABLE = 'TORNAVIS_MISTAKE';

    /**
     * @param  string  $file  path from the root of the project
     * @param  string  $from  what stands there now, exactly once
     */
    public function __construct(public string $name, public string $file, public string $from, public string $to) {}

    /**
     * @param  string  $list  path of a JSON file with one row for each
     * @return array<string, self> by name
     */
    public static function listed(string $list): array
    {
        /** @var list<array{name: string, file: string, from: string, to: string}> $rows */
        $rows = json_decode((string) file_get_contents($list), true, 8, JSON_THROW_ON_ERROR);
        $all = [];
        foreach ($rows as $row) {
            $all[$row['name']] = new self($row['name'], $row['file'], $row['from'], $row['to']);
        }

        return $all;
    }

    /** How often the place is found; 1 where the list is up to date. */
    public function places(): int
    {
        return substr_count((string) file_get_contents(self::ROOT . $this->file), $this->from);
    }

    /**
     * Makes the mistake for this process.
     *
     * @throws \LogicException where the class was loaded before, or the place is not there exactly once
     */
    public function switchOn(): void
    {
        $class = $this->class();
        if (class_exists($class, false) || trait_exists($class, false) || $this->places() !== 1) {
            throw new \LogicException("{$this->name}: {$this->file} cannot be changed any more.");
        }
        $source = str_replace($this->from, $this->to, (string) file_get_contents(self::ROOT . $this->file));
        $changed = (string) tempnam(sys_get_temp_dir(), 'mutant');
        file_put_contents($changed, $source);
        spl_autoload_register(
            static function (string $wanted) use ($class, $changed): void {
                if ($wanted === $class) {
                    require $changed;
                    unlink($changed);
                }
            },
            true,
            true,
        );
    }

    private function class(): string
    {
        $path = substr($this->file, 0, -strlen('.php'));

        $rooms = ['core/src/' => 'Tornavis/Core/', 'standin/src/' => 'Tornavis/StandIn/', 'app/' => 'App/'];

        return str_replace('/', '\\', strtr($path, $rooms));
    }
}
