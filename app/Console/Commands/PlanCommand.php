<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Planning\SituationFiles;
use Symfony\Component\Console\Output\OutputInterface;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Plan\Alternatives;
use Tornavis\Core\Plan\Plan;
use Tornavis\Core\Plan\Planner;
use Tornavis\Core\Plan\PlanPage;
use Tornavis\Core\Plan\Verdict;
use Tornavis\Core\Rule\Severity;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\Size;

final class PlanCommand extends CoreCommand
{
    protected $signature =
        'tornavis:plan ' . SituationFiles::OPTIONS . ' {--json : As JSON} {--markdown : As a Markdown page}';

    protected $description = 'Plans a job and proves the plan; exit 0 clear, 1 something to decide, 2 do not run';

    public function handle(): int
    {
        $files = SituationFiles::from($this->options());
        if (is_string($files)) {
            return $this->wrongUsage($files);
        }
        $situation = $files->situation();
        $plan = Planner::plan($situation);
        $fromShelf = $files->hasShelf() ? self::fromShelf($situation, $files) : [];
        match (true) {
            $this->option('json') => $this->output->write(
                $fromShelf === [] ? $plan->toJson() : Plan::json($plan->toArray() + $fromShelf),
                false,
                OutputInterface::OUTPUT_RAW,
            ),
            $this->option('markdown') => $this->output->write(
                PlanPage::markdown($plan),
                false,
                OutputInterface::OUTPUT_RAW,
            ),
            default => $this->show($plan, $fromShelf),
        };

        return self::code($plan);
    }

    /**
     * @return array{
     *     suggestedKit: list<string>,
     *     alternatives: list<array{words: string, kit: list<string>, intent: string}>
     * }
     */
    private static function fromShelf(Situation $situation, SituationFiles $files): array
    {
        return [
            'suggestedKit' => self::names($files->suggested()),
            'alternatives' => array_map(
                static fn(Alternatives $one): array => [
                    'words' => $one->words,
                    'kit' => self::names($one->kit),
                    'intent' => $one->intent->value,
                ],
                Alternatives::of($situation),
            ),
        ];
    }

    public static function code(Plan $plan): int
    {
        return [Verdict::CLEAR => 0, Verdict::SETTLE => 1, Verdict::STOP => 2][$plan->verdict->level];
    }

    /**
     * @param  list<Package>  $files
     * @return list<string>
     */
    private static function names(array $files): array
    {
        return array_map(static fn(Package $one): string => $one->name(), $files);
    }

    /**
     * @param  array{}|array{
     *     suggestedKit: list<string>,
     *     alternatives: list<array{words: string, kit: list<string>, intent: string}>
     * }  $fromShelf
     */
    private function show(Plan $plan, array $fromShelf): void
    {
        $this->line("<info>{$plan->verdict->words()}</info>");
        foreach ($plan->findings as $finding) {
            if ($finding->severity !== Severity::Clear) {
                $this->line(
                    "  {$finding->severity->word()}  {$finding->rule->value}  {$finding->need}: {$finding->found}. " .
                        "{$finding->reason}" .
                        ($finding->remedy === null ? '' : " {$finding->remedy->text}"),
                );
            }
        }
        foreach ($fromShelf['suggestedKit'] ?? [] as $name) {
            $this->line("  The shelf also has {$name} for this kit.");
        }
        foreach ($fromShelf['alternatives'] ?? [] as $other) {
            $this->line("  This would make it possible: {$other['words']}.");
        }
        $this->table(
            ['', 'step', 'mode', 'time', 'if it stops here'],
            array_map(
                static fn($step): array => [
                    $step->number,
                    ($step->gate === null ? '' : '* ') . $step->draft->operation->title(),
                    $step->draft->operation->mode()->label(),
                    Size::minutes($step->timing->expectedSeconds),
                    $step->wayBack->text,
                ],
                $plan->steps,
            ),
        );
    }
}
