<?php

declare(strict_types=1);

namespace Tornavis\Core\Record;

use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Phone\FactName;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Run\EventKind;
use Tornavis\Core\Run\JournalEvent;
use Tornavis\Core\Run\PlanSeal;
use Tornavis\Core\Run\RunState;
use Tornavis\Core\Situation\Job\Job;
use Tornavis\Core\Words\Intent;

/**
 * What a run leaves behind: before and after, evidence, times against plan, files.
 *
 * @phpstan-import-type FactValue from Fact
 */
final readonly class Record
{
    /**
     * @param  array<string, mixed>  $plan  a plan document
     * @param  list<JournalEvent>  $events
     */
    private function __construct(
        private array $plan,
        private array $events,
        private RunState $state,
        private string $signed,
    ) {}

    /**
     * @param  array<string, mixed>  $plan  a plan document
     * @param  list<JournalEvent>  $events
     * @param  string  $signed  whose signature the journal carries, in words
     */
    public static function of(array $plan, array $events, string $signed = 'not signed'): self
    {
        return new self($plan, $events, RunState::fold($plan, $events), $signed);
    }

    /**
     * @return array{
     *     unit: string,
     *     codename: string,
     *     build: string,
     *     intent: string,
     *     status: string,
     *     startedAt: ?string,
     *     endedAt: ?string,
     *     journalIsWhole: bool,
     *     signed: string,
     *     changes: list<array{name: string, label: string, before: string, after: string, seen: bool}>,
     *     steps: list<array{
     *         number: int,
     *         title: string,
     *         expectedSeconds: int,
     *         seconds: ?int,
     *         done: bool,
     *         evidence: string
     *     }>,
     *     files: list<array{
     *         name: string,
     *         title: string,
     *         kind: ?string,
     *         sizeBytes: int,
     *         sha256: ?string,
     *         integrity: string
     *     }>,
     *     deviations: list<array{at: string, step: ?int, says: string}>,
     *     losses: list<array{label: string, says: string}>,
     *     notes: list<array{at: string, step: ?int, note: string}>,
     *     nextUpdate: list<string>
     * } as in docs/formats/api/record.schema.json
     */
    public function toArray(): array
    {
        return [
            'unit' => $this->planned('unit'),
            'codename' => $this->planned('codename'),
            'build' => $this->planned('build') !== '' ? $this->planned('build') : $this->job()?->label() ?? '',
            'intent' => $this->planned('intent'),
            'status' => $this->state->status,
            'startedAt' => $this->events[0]->at ?? null,
            'endedAt' => $this->state->last?->at,
            'journalIsWhole' => $this->journalIsWhole(),
            'signed' => $this->signed,
            'changes' => $this->changes(),
            'steps' => $this->steps(),
            'files' => $this->files(),
            'deviations' => $this->deviations(),
            'losses' => RecordedLosses::of($this->plan),
            'notes' => $this->notes(),
            'nextUpdate' => $this->state->status === RunState::ENDED ? NextUpdate::advice($this->state->facts) : [],
        ];
    }

    private function planned(string $name): string
    {
        return is_string($this->plan[$name]) ? $this->plan[$name] : '';
    }

    /** Whether every line carries the hash of the one before and its own, and the first one the sum of this plan. */
    private function journalIsWhole(): bool
    {
        $previous = JournalEvent::BEGINNING;
        foreach ($this->events as $event) {
            if ($event->previous !== $previous || !$event->isWhole()) {
                return false;
            }
            $previous = $event->hash;
        }

        return PlanSeal::holds($this->plan, $this->events);
    }

    /**
     * @return list<array{name: string, label: string, before: string, after: string, seen: bool}>
     */
    private function changes(): array
    {
        $seen = [];
        foreach ($this->events as $event) {
            if (
                in_array($event->kind, [EventKind::Answered, EventKind::Returned], true) &&
                is_array($event->data['facts'] ?? null)
            ) {
                $seen = array_merge($seen, $event->data['facts']);
            }
        }
        $rows = [];
        /** @var array<string, FactValue> $before */
        $before = $this->plan['before'];
        foreach ($this->state->facts as $name => $after) {
            if (
                ($before[$name] ?? null) !== $after &&
                !str_starts_with($name, 'link.') &&
                $name !== StateField::RunningSlot->value
            ) {
                $rows[] = [
                    'name' => $name,
                    'label' => FactName::label($name),
                    'before' => FactName::say($name, $before[$name] ?? null),
                    'after' => FactName::say($name, $after),
                    'seen' => array_key_exists($name, $seen) && $seen[$name] === $after,
                ];
            }
        }
        usort($rows, static fn(array $a, array $b): int => $a['name'] <=> $b['name']);

        return $rows;
    }

    /**
     * @return list<array{
     *     number: int,
     *     title: string,
     *     expectedSeconds: int,
     *     seconds: ?int,
     *     done: bool,
     *     evidence: string
     * }>
     */
    private function steps(): array
    {
        $evidence = [];
        foreach ($this->events as $event) {
            if ($event->kind === EventKind::Judged && $event->step !== null) {
                $evidence[$event->step] = $event->text('reason');
            }
        }
        /** @var list<array{number: int, title: string, expectedSeconds: int}> $steps */
        $steps = $this->plan['steps'];

        return array_map(
            fn(array $step): array => [
                'number' => $step['number'],
                'title' => $step['title'],
                'expectedSeconds' => $step['expectedSeconds'],
                'seconds' => $this->state->seconds[$step['number']] ?? null,
                'done' => $this->state->steps[$step['number']] === 'done',
                'evidence' => $evidence[$step['number']] ?? '',
            ],
            $steps,
        );
    }

    /**
     * @return list<array{
     *     name: string,
     *     title: string,
     *     kind: ?string,
     *     sizeBytes: int,
     *     sha256: ?string,
     *     integrity: string
     * }>
     */
    private function files(): array
    {
        /**
         * @var list<array{
         *     name: string,
         *     title: string,
         *     kind: ?string,
         *     sizeBytes: int,
         *     sha256: ?string,
         *     integrity: string
         * }> $kit
         */
        $kit = $this->plan['kit'];

        return array_map(
            static fn(array $file): array => [
                'name' => $file['name'],
                'title' => $file['title'],
                'kind' => $file['kind'],
                'sizeBytes' => $file['sizeBytes'],
                'sha256' => $file['sha256'],
                'integrity' => $file['integrity'],
            ],
            $kit,
        );
    }

    /**
     * @return list<array{at: string, step: ?int, says: string}>
     */
    private function deviations(): array
    {
        $rows = [];
        foreach ($this->events as $event) {
            $tells =
                in_array($event->kind, [EventKind::Lost, EventKind::Returned], true) ||
                ($event->kind === EventKind::Asked && in_array($event->text('about'), RunState::TROUBLES, true));
            if ($tells || $event->kind === EventKind::Stopped) {
                $rows[] = [
                    'at' => $event->at,
                    'step' => $event->step,
                    'says' =>
                        $event->kind === EventKind::Stopped
                            ? 'Stopped. ' . $event->text('wayBack')
                            : $event->text('says'),
                ];
            }
        }

        return $rows;
    }

    /**
     * @return list<array{at: string, step: ?int, note: string}>
     */
    private function notes(): array
    {
        $notes = array_filter(
            $this->events,
            static fn(JournalEvent $event): bool => $event->text('note') !== '' &&
                in_array($event->kind, [EventKind::Noted, EventKind::Told, EventKind::Stopped], true),
        );

        return array_values(
            array_map(
                static fn(JournalEvent $event): array => [
                    'at' => $event->at,
                    'step' => $event->step,
                    'note' => $event->text('note'),
                ],
                $notes,
            ),
        );
    }

    private function job(): ?Job
    {
        $intent = Intent::tryFrom($this->planned('intent'));

        return $intent === null ? null : Job::of($intent);
    }
}
