<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Prove\Belief;
use App\Prove\Changes;
use App\Prove\CheckedFiles;
use App\Prove\Mutants\Hunt;
use App\Prove\Mutants\MutantRun;
use App\Prove\Mutants\PlannerMutants;
use App\Prove\Outcome;
use App\Prove\RandomBench;
use App\Prove\Witness;
use App\Prove\Worth;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Rule\FitRules;
use Tornavis\Core\Rule\Rulebook;
use Tornavis\Core\Situation\Situation;
use Tornavis\Demo\Recipe;

final class ProveCommand extends CoreCommand
{
    protected $signature =
        'tornavis:prove {--count=1000 : Situations} {--seed=1 : The same seed draws the same ' .
        'situations} {--files= : Folder of the demo files; made anew where there is none} {--change : Also change ' .
        'every clear plan by one step, and ask proof and phone about each change} {--keep= : Folder for what does ' .
        'not agree} {--mutants : Make deliberate mistakes in the planner, one at a time, and say what notices each} ' .
        '{--mutant= : Make this one mistake} {--normal= : File with how the situations end without a mistake}';

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
        $count = max(1, (int) $this->option('count'));
        $bench = new RandomBench($this->sheets(), $this->shelf(), (int) $this->option('seed'));
        $tally = [];
        $rules = [];
        $stops = [];
        $ends = [];
        $worths = [];
        $bad = 0;
        $changed = ['refused' => 0, 'allowed' => 0];
        $begun = hrtime(true);
        for ($i = 1; $i <= $count; $i++) {
            $drawn = $bench->draw();
            $intent = $drawn->situation->intent->value;
            // Every fourth gets files that carry no marks of the demo world.
            $witness = Witness::ofDrawn($drawn, unmarked: $i % 4 === 0);
            $tally[$intent][$witness->verdict] = ($tally[$intent][$witness->verdict] ?? 0) + 1;
            foreach ($witness->stops as $key) {
                $stops[$intent][$key] = ($stops[$intent][$key] ?? 0) + 1;
            }
            foreach ($witness->rules as $rule) {
                $rules[$rule] = ($rules[$rule] ?? 0) + 1;
            }
            if ($witness->outcome !== null) {
                $ends[$drawn->belief][$witness->outcome->kind] =
                    ($ends[$drawn->belief][$witness->outcome->kind] ?? 0) + 1;
            }
            $worth = Worth::of($drawn, $witness, $i % 4 === 0);
            if ($worth !== null) {
                $worths[$worth->rule][$worth->kind] = ($worths[$worth->rule][$worth->kind] ?? 0) + 1;
            }
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
                    "Situation {$i}, {$drawn->sheet->codename}, {$intent}, {$drawn->belief}: " . implode('; ', $wrong),
                );
                $this->keep($witness->situation, $i);
            }
        }
        ksort($tally);
        $this->table(
            ['intent', 'clear', 'settle', 'stop'],
            array_map(
                static fn(string $intent, array $row): array => [
                    $intent,
                    $row['clear'] ?? 0,
                    $row['settle'] ?? 0,
                    $row['stop'] ?? 0,
                ],
                array_keys($tally),
                $tally,
            ),
        );
        $this->ends($ends);
        $this->worths($worths);
        foreach ($stops as $intent => $keys) {
            arsort($keys);
            $this->line(
                "{$intent} was stopped most by " .
                    implode(
                        ', ',
                        array_map(
                            static fn(string $key, int $times): string => "{$key} {$times}",
                            array_keys(array_slice($keys, 0, 5)),
                            array_slice($keys, 0, 5),
                        ),
                    ),
            );
        }
        uksort($rules, strnatcmp(...));
        $this->line(
            'Rules raised: ' .
                implode(
                    ', ',
                    array_map(
                        static fn(string $rule, int $times): string => "{$rule} {$times}",
                        array_keys($rules),
                        $rules,
                    ),
                ),
        );
        $never = array_diff(array_keys(Rulebook::all()), array_keys($rules));
        $this->line('Rules that were never raised: ' . ($never === [] ? 'none' : implode(', ', $never)));
        if ($this->option('change') === true) {
            $this->line(
                "Plans changed by one step: {$changed['refused']} refused by the proof, {$changed['allowed']} " .
                    'allowed and ended on the phone as it then says.',
            );
        }
        $this->line(sprintf('%d situations in %.1f s, %d do not agree.', $count, (hrtime(true) - $begun) / 1e9, $bad));

        return $bad === 0 ? self::SUCCESS : self::FAILURE;
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
        $bench = new RandomBench($this->sheets(), $this->shelf(), (int) $this->option('seed'));
        $this->line(json_encode(Hunt::for($bench, $normal), JSON_THROW_ON_ERROR));

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
     * What became of the phones, by what was known of them.
     *
     * @param  array<string, array<string, int>>  $ends
     */
    private function ends(array $ends): void
    {
        $rows = [];
        $sums = array_fill_keys(Outcome::ALL, 0);
        foreach (array_keys(Belief::KINDS) as $belief) {
            $row = array_map(static fn(string $kind): int => $ends[$belief][$kind] ?? 0, Outcome::ALL);
            $rows[] = [$belief, ...$row];
            foreach (Outcome::ALL as $index => $kind) {
                $sums[$kind] += $row[$index];
            }
        }
        $this->table(['what was known', ...Outcome::ALL], [...$rows, ['all', ...array_values($sums)]]);
    }

    /**
     * How often one rule alone stood between a phone and harm.
     *
     * @param  array<string, array<string, int>>  $worths
     */
    private function worths(array $worths): void
    {
        uksort($worths, strnatcmp(...));
        $this->table(
            ['rule that alone stopped it', 'harm without it', 'a failed run', 'nothing'],
            array_map(
                static fn(string $rule, array $row): array => [
                    $rule,
                    $row[Worth::HARM] ?? 0,
                    $row[Worth::FAILURE] ?? 0,
                    $row[Worth::NOTHING] ?? 0,
                ],
                array_keys($worths),
                $worths,
            ),
        );
        $all = array_unique(array_map(static fn(string $class): string => $class::id()->value, FitRules::ALL));
        $saving = array_filter(
            $worths,
            static fn(array $row): bool => ($row[Worth::HARM] ?? 0) + ($row[Worth::FAILURE] ?? 0) > 0,
        );
        $never = array_diff($all, array_keys($saving));
        $this->line('Rules that never stood alone between a phone and harm or failure: ' . implode(', ', $never));
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
