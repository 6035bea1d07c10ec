<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Planning\SituationFiles;
use Symfony\Component\Console\Output\OutputInterface;
use Tornavis\Core\Plan\Plan;
use Tornavis\Core\Plan\Planner;
use Tornavis\Core\Plan\PlanPage;
use Tornavis\Core\Plan\Verdict;
use Tornavis\Core\Rule\Severity;
use Tornavis\Core\Words\Size;

final class PlanCommand extends CoreCommand
{
    protected $signature =
        'tornavis:plan ' . SituationFiles::OPTIONS . ' {--json : As JSON} {--markdown : As a Markdown page}';

    protected $description = 'Plans a job and proves the plan; exit 0 clear, 1 something to settle, 2 do not run';

    public function handle(): int
    {
        $files = SituationFiles::from($this->options());
        if (is_string($files)) {
            return $this->wrongUsage($files);
        }
        $plan = Planner::plan($files->situation());
        match (true) {
            $this->option('json') => $this->output->write($plan->toJson(), false, OutputInterface::OUTPUT_RAW),
            $this->option('markdown') => $this->output->write(
                PlanPage::markdown($plan),
                false,
                OutputInterface::OUTPUT_RAW,
            ),
            default => $this->show($plan),
        };

        return self::code($plan);
    }

    public static function code(Plan $plan): int
    {
        return [Verdict::CLEAR => 0, Verdict::SETTLE => 1, Verdict::STOP => 2][$plan->verdict->level];
    }

    private function show(Plan $plan): void
    {
        $this->line("<info>{$plan->verdict->words()}</info>");
        foreach ($plan->findings as $finding) {
            if ($finding->severity !== Severity::Clear) {
                $this->line(
                    "  {$finding->severity->value}  {$finding->rule->value}  {$finding->need}: {$finding->found}. " .
                        "{$finding->reason}" .
                        ($finding->remedy === null ? '' : " {$finding->remedy->text}"),
                );
            }
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
