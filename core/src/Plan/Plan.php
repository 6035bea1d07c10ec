<?php

declare(strict_types=1);

namespace Tornavis\Core\Plan;

use Tornavis\Core\Budget\Budget;
use Tornavis\Core\Ledger\Ledger;
use Tornavis\Core\Ledger\LedgerEntry;
use Tornavis\Core\Operation\CopyTo;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Phone\State;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Space\SpaceSearchError;
use Tornavis\Core\Space\SuperBudget;
use Tornavis\Core\Words\OperationName;
use Tornavis\Core\Words\PackageKind;

/**
 * A finished plan. Immutable and deterministic: the same situation gives the same bytes.
 *
 * A plan that must not be run has findings and no steps.
 *
 * @phpstan-type Track array{track: string, segments: list<array{from: int, to: int, label: string, tone: string}>}
 */
final readonly class Plan
{
    /**
     * @param  list<Finding>  $findings
     * @param  list<Step>  $steps
     * @param  list<Track>  $tracks
     */
    private function __construct(
        public Situation $situation,
        public array $findings,
        public Verdict $verdict,
        public array $steps,
        public ?Ledger $ledger,
        public ?Budget $budget,
        public array $tracks,
        public State $end,
    ) {}

    /**
     * @param  list<Finding>  $findings
     */
    public static function blocked(Situation $situation, array $findings): self
    {
        return new self($situation, $findings, Verdict::of($findings), [], null, null, [], $situation->state);
    }

    /**
     * @param  list<Finding>  $findings
     * @param  list<Step>  $steps
     * @param  list<Track>  $tracks
     */
    public static function offered(
        Situation $situation,
        array $findings,
        array $steps,
        Ledger $ledger,
        Budget $budget,
        array $tracks,
        State $end,
    ): self {
        return new self($situation, $findings, Verdict::of($findings), $steps, $ledger, $budget, $tracks, $end);
    }

    /** Codename, label of the unit, and what the job is about. */
    public function title(): string
    {
        return "{$this->situation->sheet->codename} {$this->situation->unit->label}: " .
            ($this->situation->files->subject()?->title() ??
                ($this->situation->job->installsBuild() ? 'no build' : lcfirst($this->situation->job->label())));
    }

    /**
     * @return array<string, mixed> as in docs/formats/plan.schema.json
     */
    public function toArray(): array
    {
        return [
            'format' => 'tornavis/plan',
            'version' => 1,
            'at' => $this->situation->at,
            'unit' => $this->situation->unit->label,
            'codename' => $this->situation->sheet->codename,
            'intent' => $this->situation->intent->value,
            'build' => $this->situation->files->subject()?->title(),
            'verdict' => [
                'level' => $this->verdict->level,
                'toSettle' => $this->verdict->toSettle,
                'words' => $this->verdict->words(),
            ],
            'findings' => array_map(static fn(Finding $finding): array => $finding->toArray(), $this->findings),
            'kit' => array_map($this->kitRow(...), $this->situation->kit),
            'steps' => array_map(static fn(Step $step): array => $step->toArray(), $this->steps),
            'ledger' => array_map(
                static fn(LedgerEntry $entry): array => $entry->toArray(),
                $this->ledger->entries ?? [],
            ),
            'budget' =>
                $this->budget === null
                    ? null
                    : [
                        'expectedSeconds' => $this->budget->expectedSeconds(),
                        'longSeconds' => $this->budget->longSeconds(),
                        'neededPercent' => $this->budget->neededPercent,
                        'batteryAtEnd' => $this->budget->batteryAtEnd(),
                        'learnedFromRuns' => $this->situation->rates->runs,
                        'factors' => (object) $this->situation->rates->factors,
                    ],
            'space' => $this->space()?->toArray(),
            'tracks' => $this->tracks,
            'before' => (object) $this->situation->state->values(),
            'assumed' => (object) $this->situation->assumed(),
            'after' => (object) $this->end->values(),
        ];
    }

    private function space(): ?SuperBudget
    {
        try {
            return SuperBudget::of($this->situation);
        } catch (SpaceSearchError) {
            // A finding says so.
            return null;
        }
    }

    /** The same bytes for the same situation. */
    public function toJson(): string
    {
        return self::json($this->toArray());
    }

    /**
     * @param  array<string, mixed>  $document  a plan, or one with more in it
     */
    public static function json(array $document): string
    {
        return json_encode(
            $document,
            JSON_PRETTY_PRINT | JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE | JSON_THROW_ON_ERROR,
        ) . "\n";
    }

    /**
     * @return array<string, mixed>
     */
    private function kitRow(Package $package): array
    {
        $used = [];
        $place = 'on the computer';
        foreach ($this->steps as $step) {
            $parameters = $step->draft->operation->parameters();
            if (($parameters['package'] ?? null) === $package->name()) {
                $used[] = $step->number;
                $to =
                    $step->draft->operation->name() === OperationName::CopyTo && is_string($parameters['place'])
                        ? CopyTo::PLACES[$parameters['place']]
                        : null;
                $place = $to === null ? $place : "on {$to} from step {$step->number} on";
            }
        }

        return [
            'name' => $package->name(),
            'title' => $package->title(),
            'kind' => $package->kind()?->value,
            'sizeBytes' => $package->sizeBytes,
            'sha256' => $package->sha256,
            'integrity' => $package->integrity()->value,
            'integrityReason' => $package->integrityReason(),
            'usedInSteps' => $used,
            'place' => $place,
            'unpack' =>
                $package->kind() === PackageKind::Firmware ? 'its images are taken out when they are sent' : null,
        ];
    }
}
