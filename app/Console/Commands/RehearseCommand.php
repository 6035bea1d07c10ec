<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Planning\SituationFiles;
use App\Run\Rehearsal;
use App\Run\StandInLink;
use Tornavis\Core\Plan\Planner;
use Tornavis\Core\Plan\Verdict;
use Tornavis\Core\Words\Size;

final class RehearseCommand extends CoreCommand
{
    protected $signature =
        'tornavis:rehearse ' .
        SituationFiles::OPTIONS .
        ' {--faults= : What goes wrong on the way, as in cable-out:40,boot-loop} {--json : As JSON} {--markdown : ' .
        'Taken for the sake of one set of words; has no effect}';

    protected $description =
        'Carries the plan out on a stand-in in the unit\'s state and compares the end with ' .
        'the proof; exit 0 when they agree and the phone started';

    public function handle(): int
    {
        $files = SituationFiles::from($this->options());
        if (is_string($files)) {
            return $this->wrongUsage($files);
        }
        $plan = Planner::plan($files->situation());
        if ($plan->verdict->level === Verdict::STOP) {
            $this->error("{$plan->verdict->words()}: there is no plan to rehearse.");

            return PlanCommand::code($plan);
        }
        /** @var array<string, mixed> $document */
        $document = json_decode($plan->toJson(), true, 64, JSON_THROW_ON_ERROR);
        $faults = [];
        foreach (
            is_string($this->option('faults')) && $this->option('faults') !== ''
                ? explode(',', $this->option('faults'))
                : []
            as $word
        ) {
            [$kind, $percent] = explode(':', $word . ':0');
            if (!isset(StandInLink::faults()[$kind])) {
                return $this->wrongUsage(
                    "There is no fault \"{$kind}\". There are: " .
                        implode(', ', array_keys(StandInLink::faults())) .
                        '.',
                );
            }
            $faults[] = ['kind' => $kind, 'atPercent' => (int) $percent];
        }
        $rehearsal = Rehearsal::of($document, $files->unit, $files->sheet, $files->paths(), $faults, $files->kit);
        $onTrust = array_values($rehearsal->phone->labels->onTrust);
        if ($this->option('json')) {
            $this->json([
                'started' => $rehearsal->started,
                'says' => $rehearsal->says,
                'differences' => $rehearsal->differences,
                'seconds' => $rehearsal->seconds,
                'onTrust' => $onTrust,
            ]);
        } else {
            $this->line(
                $rehearsal->says . ' It took ' . Size::minutes($rehearsal->seconds) . ' on the phone\'s clock.',
            );
            foreach ($onTrust as $trusted) {
                $this->line("  Taken on trust: {$trusted}.");
            }
            foreach ($rehearsal->differences as $difference) {
                $this->error($difference);
            }
            $this->line($rehearsal->differences === [] ? 'Proof and phone agree.' : 'Proof and phone do not agree.');
        }

        return $rehearsal->started && $rehearsal->differences === [] ? self::SUCCESS : self::FAILURE;
    }
}
