<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Prove\Belief;
use App\Prove\Changes;
use App\Prove\CheckedFiles;
use App\Prove\Lives;
use App\Prove\Mutants\Hunt;
use App\Prove\Mutants\MutantRun;
use App\Prove\Mutants\PlannerMutants;
use App\Prove\Outcome;
use App\Prove\RandomBench;
use App\Prove\Tally;
use App\Prove\Witness;
use App\Prove\Worth;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Situation\Situation;
use Tornavis\Demo\Recipe;

final class ProveCommand extends CoreCommand
{
    protected $signature =
        'tornavis:prove {--count=1000 : Situations} {--seed=1 : The same seed draws the same ' .
        'situations} {--files= : Folder of the demo files; made anew where there is none} {--change : Also change ' .
        'every clear plan by one step, and ask proof and phone about each change} {--keep= : Folder for what does ' .
        'not agree} {--mutants : Make deliberate mistakes in the planner, one at a time, and say what notices each} ' .
        '{--lives= : Give so many phones several jobs one after the other} {--mutant= : Make this one mistake} ' .
        '{--normal= : File with how the situations end without a mistake}';

    /** Enough for each of the mistakes that only a second job shows. */
    private const LIVES_OF_MUTANT = 1000;

    protected $description =
        'Draws random situations, plans each, and has the simulated phone say whether the ' . 'plan was right';

    public function handle(): int
    {
        if (is_string($this->option('mutant'))) {
            return $this->mutant($this->option('mutant'));
        }
        if ($this->option('mutants') === true) {
            return $this->mutants();
        }
        if (is_string($this->option('lives'))) {
            return $this->lives(max(1, (int) $this->option('lives')));
        }
        $count = max(1, (int) $this->option('count'));
        $bench = new RandomBench($this->sheets(), $this->shelf(), (int) $this->option('seed'));
        $tally = new Tally();
        $bad = 0;
        $changed = ['refused' => 0, 'allowed' => 0];
        $begun = hrtime(true);
        for ($i = 1; $i <= $count; $i++) {
            $drawn = $bench->draw();
            $at = hrtime(true);
            // Every fourth gets files that carry no marks of the demo world.
            $witness = Witness::ofDrawn($drawn, unmarked: $i % 4 === 0);
            $worth = Worth::of($drawn, $witness, $i % 4 === 0);
            $tally->add($i, $drawn, $witness, $worth, (hrtime(true) - $at) / 1e9);
            $wrong = $witness->mismatches;
            if (
                $this->option('change') === true &&
                $witness->plan !== null &&
                $wrong === [] &&
                $drawn->belief === Belief::COMPLETE
            ) {
                $changes = Changes::of($witness->plan, $witness->files());
                $changed['refused'] += $changes->refused;
                $changed['allowed'] += $changes->allowed;
                $wrong = $changes->wrong;
            }
            if ($wrong !== []) {
                $bad++;
                $this->warn(
                    "Situation {$i}, {$drawn->sheet->codename}, {$drawn->situation->intent->value}, " .
                        "{$drawn->belief}: " .
                        implode('; ', $wrong),
                );
                $this->keep($witness->situation, $i);
            }
        }
        $this->table(['intent', 'clear', 'settle', 'stop'], $tally->verdicts());
        $this->table(['what was known', ...Outcome::ALL], $tally->ends());
        $this->table(['what was known', 'questions in the mean', 'in the median', 'at most'], $tally->questions());
        $this->table(['rule that alone stopped it', 'harm without it', 'a failed run', 'nothing'], $tally->worths());
        foreach ($tally->lines() as $line) {
            $this->line($line);
        }
        if ($this->option('change') === true) {
            $this->line(
                "Plans changed by one step: {$changed['refused']} refused by the proof, {$changed['allowed']} " .
                    'allowed and ended on the phone as it then says.',
            );
        }
        $this->line(sprintf('%d situations in %.1f s, %d do not agree.', $count, (hrtime(true) - $begun) / 1e9, $bad));

        return $bad === 0 ? self::SUCCESS : self::FAILURE;
    }

    private function lives(int $count): int
    {
        $begun = hrtime(true);
        $lives = Lives::of($this->sheets(), $this->shelf(), (int) $this->option('seed'), $count);
        $rows = array_map(null, array_keys($lives->verdicts), array_values($lives->verdicts));
        $this->table(['job', 'times'], $rows);
        foreach ([...$lives->problems, ...$lives->dead] as $sentence) {
            $this->warn($sentence);
        }
        $seconds = (hrtime(true) - $begun) / 1e9;
        $this->line(
            sprintf('%d lives with %d jobs in %.1f s: ', $count, $lives->jobs, $seconds) .
                count($lives->problems) .
                ' times something that must not be, ' .
                count($lives->dead) .
                ' proofs that failed where no rule had spoken, ' .
                sprintf('%.1f questions for a job.', $lives->questions / max(1, $lives->jobs)),
        );

        return $lives->problems === [] ? self::SUCCESS : self::FAILURE;
    }

    /** One mistake, in this process. */
    private function mutant(string $name): int
    {
        (PlannerMutants::all()[$name] ?? throw new \LogicException("There is no mistake \"{$name}\"."))->switchOn();
        /** @var list<array{verdict: string, outcome: ?string, stops: list<string>}> $normal */
        $normal = json_decode(
            (string) file_get_contents(is_string($this->option('normal')) ? $this->option('normal') : ''),
            true,
            16,
            JSON_THROW_ON_ERROR,
        );
        $seed = (int) $this->option('seed');
        $found =
            Hunt::for(new RandomBench($this->sheets(), $this->shelf(), $seed), $normal) ??
            Hunt::inLives($this->sheets(), $this->shelf(), $seed, self::LIVES_OF_MUTANT);
        $this->line(json_encode($found, JSON_THROW_ON_ERROR));

        return self::SUCCESS;
    }

    /** Every mistake, each in a process of its own, two at a time. */
    private function mutants(): int
    {
        $folder = is_string($this->option('files')) ? $this->option('files') : config()->string('tornavis.shelf');
        $this->shelf();
        $seed = (int) $this->option('seed');
        $bench = new RandomBench($this->sheets(), $this->shelf(), $seed);
        $found = (new MutantRun($folder, $seed))->of(
            array_keys(PlannerMutants::all()),
            Hunt::normal($bench, max(1, (int) $this->option('count'))),
            fn(string $line) => $this->line($line),
        );
        $survivors = array_keys(array_filter($found, is_null(...)));
        $rows = array_map(
            static fn(string $name, ?array $one): array => [
                $name,
                $one['by'] ?? 'nothing',
                mb_strimwidth($one['what'] ?? '', 0, 60, '…'),
                $one['after'] ?? '',
            ],
            array_keys($found),
            $found,
        );
        $this->table(['mistake', 'noticed by', 'how', 'after'], $rows);
        foreach ($survivors as $name) {
            $this->warn("Not noticed: {$name}");
        }
        $this->line(count($found) . ' mistakes, ' . count($survivors) . ' not noticed.');

        return $survivors === [] ? self::SUCCESS : self::FAILURE;
    }

    /**
     * @return list<ModelSheet>
     */
    private function sheets(): array
    {
        return array_map(ModelSheet::read(...), glob(base_path('demo/models/*.json')) ?: []);
    }

    /**
     * @return list<Package>
     */
    private function shelf(): array
    {
        $folder = is_string($this->option('files')) ? $this->option('files') : config()->string('tornavis.shelf');
        if (glob("{$folder}/*.zip") === [] || glob("{$folder}/*.zip") === false) {
            (new Recipe($folder))->make(fn(string $name) => $this->line("  made {$name}"));
        }

        return CheckedFiles::in($folder);
    }

    /** Keeps a situation as files that rehearse can replay. */
    private function keep(Situation $situation, int $number): void
    {
        if (!is_string($this->option('keep'))) {
            return;
        }
        $folder = "{$this->option('keep')}/{$number}";
        is_dir($folder) || mkdir($folder, 0o755, true);
        $json = static fn(array $data): string => json_encode(
            $data,
            JSON_PRETTY_PRINT | JSON_UNESCAPED_SLASHES | JSON_THROW_ON_ERROR,
        ) . "\n";
        file_put_contents("{$folder}/model.json", $json($situation->sheet->toArray()));
        file_put_contents("{$folder}/unit.json", $json($situation->unit->toArray()));
        file_put_contents("{$folder}/house-rules.json", $json($situation->house->toArray()));
        $words = array_map(static fn(Package $p): string => ' --package=' . escapeshellarg($p->path), $situation->kit);
        file_put_contents(
            "{$folder}/replay",
            "./tornavis rehearse --model={$folder}/model.json --unit={$folder}/unit.json " .
                "--house-rules={$folder}/house-rules.json --intent={$situation->intent->value} --agree" .
                implode('', $words) .
                "\n",
        );
    }
}
