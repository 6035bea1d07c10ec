<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Prove\CheckedFiles;
use App\Prove\PlanDigest;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\Unit;
use Tornavis\Demo\Recipe;

/** For development: shows that a change of the code left every plan as it was. */
final class DigestCommand extends CoreCommand
{
    protected $signature = 'tornavis:digest
        {--count=5000 : Random situations}
        {--seed=1 : The same seed draws the same situations}
        {--files= : Folder of the demo files; made anew where there is none}
        {--list= : File that takes one line for each plan with its findings, to see which ones differ and by what}
        {--show= : Print the plan with this name and nothing else}';

    protected $description = 'Prints one value for the plans of random situations and of every demo job';

    public function handle(): int
    {
        $folder = $this->folder();
        $digest = new PlanDigest($this->sheets(), CheckedFiles::in($folder), $this->units());
        $list = is_string($this->option('list')) ? fopen($this->option('list'), 'wb') : false;
        $whole = hash_init('sha256');
        $plans = 0;
        foreach ($this->plans($digest) as $name => $json) {
            // Messages about a damaged file name its place, which differs from machine to machine.
            $json = str_replace("{$folder}/", '', $json);
            if ($this->option('show') === $name) {
                $this->line($json);

                return self::SUCCESS;
            }
            $plans++;
            hash_update($whole, "{$name}\n{$json}");
            if ($list !== false) {
                fwrite($list, self::row($name, $json));
            }
        }
        $this->line(hash_final($whole) . " {$plans} plans");

        return self::SUCCESS;
    }

    /** Name, hash, verdict, and each finding with its severity, separated by tabulators. */
    private static function row(string $name, string $json): string
    {
        /** @var array{verdict: array{level: string}, findings: list<array{key: string, severity: string}>} $plan */
        $plan = json_decode($json, true, 512, JSON_THROW_ON_ERROR);
        $findings = array_map(static fn(array $one): string => "{$one['key']}={$one['severity']}", $plan['findings']);

        return implode("\t", [$name, hash('xxh128', $json), $plan['verdict']['level'], ...$findings]) . "\n";
    }

    /**
     * @return iterable<string, string>
     */
    private function plans(PlanDigest $digest): iterable
    {
        yield from $digest->ofDemoJobs();
        yield from $digest->ofRandomSituations((int) $this->option('count'), (int) $this->option('seed'));
    }

    private function folder(): string
    {
        $folder = is_string($this->option('files')) ? $this->option('files') : config()->string('tornavis.shelf');
        if ((glob("{$folder}/*.zip") ?: []) === []) {
            (new Recipe($folder))->make(fn(string $name) => $this->line("  made {$name}"));
        }

        return $folder;
    }

    /**
     * @return list<ModelSheet>
     */
    private function sheets(): array
    {
        return array_map(ModelSheet::read(...), glob(base_path('demo/models/*.json')) ?: []);
    }

    /**
     * @return list<Unit>
     */
    private function units(): array
    {
        return array_map(Unit::read(...), glob(base_path('demo/units/*.json')) ?: []);
    }
}
