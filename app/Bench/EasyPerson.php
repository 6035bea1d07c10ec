<?php

declare(strict_types=1);

namespace App\Bench;

use App\Models\WorkJob;
use App\Planning\JobPlanner;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Rule\Severity;
use Tornavis\Core\Run\RunActions;
use Tornavis\Core\Run\RunState;

/** Somebody who agrees to everything, and lets a step that failed be done again: for runs that nobody sits at. */
final class EasyPerson
{
    private const LOSS = 'PREP-3:';

    private int $troubles = 0;

    /**
     * @param  int  $patience  after so many troubles in one run it is stopped
     */
    public function __construct(private readonly int $patience = PHP_INT_MAX) {}

    public static function agreesToAll(WorkJob $job, JobPlanner $planner): void
    {
        $open = array_filter(
            $planner->plan($job)->findings,
            static fn(Finding $one): bool => in_array($one->severity, [Severity::Settle, Severity::Mind], true),
        );
        $keys = Finding::keysOf(array_values($open));
        $losses = array_filter($keys, static fn(string $key): bool => str_starts_with($key, self::LOSS));
        $waived = array_map(static fn(string $key): string => substr($key, strlen(self::LOSS)), $losses);
        $job->update(['answers' => ['agreed' => $keys, 'waived' => array_values($waived)]]);
    }

    /** Says what the run waits for, if it waits for anything. */
    public function answers(RunState $state, RunActions $actions, string $label): void
    {
        $isTrouble = $state->status === RunState::ASKED && $state->question?->text('about') !== 'evidence';
        match (true) {
            $state->status === RunState::GATED => $actions->release($label),
            $isTrouble && ++$this->troubles >= $this->patience => $actions->stop(),
            $isTrouble => $actions->tell('again'),
            $state->status === RunState::ASKED => $actions->tell('seen'),
            default => null,
        };
    }
}
