<?php

declare(strict_types=1);

namespace App\Run;

use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Fact\Source;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Phone\BootCheck;
use Tornavis\Core\Phone\FactName;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\Nameless;
use Tornavis\Core\Phone\State;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Phone\Unit;
use Tornavis\Core\Run\Hands;
use Tornavis\Core\Run\JournalEvent;
use Tornavis\Core\Run\MemoryJournal;
use Tornavis\Core\Run\PlannedStep;
use Tornavis\Core\Run\Progress;
use Tornavis\Core\Run\RunActions;
use Tornavis\Core\Run\RunEngine;
use Tornavis\Core\Run\RunRefusal;
use Tornavis\Core\Run\RunState;
use Tornavis\Core\Words\Intent;
use Tornavis\Core\Words\Mode;
use Tornavis\Core\Words\OperationName;
use Tornavis\StandIn\ReportedFacts;
use Tornavis\StandIn\SimulatedPhone;

/**
 * A plan carried out on a simulated phone in this process, compared with what the proof said.
 *
 * @phpstan-import-type FactValue from Fact
 */
final readonly class Rehearsal
{
    /** What proof and phone both speak of but measure differently. */
    private const MOST_TRIES = 6;

    private const MOST_TURNS = 600;

    private const NOT_COMPARED = [StateField::BatteryPercent->value, StateField::DataUsedBytes->value];

    /**
     * @param  list<string>  $differences
     * @param  list<JournalEvent>  $events
     */
    private function __construct(
        public bool $started,
        public array $differences,
        public string $says,
        public int $seconds,
        public RunState $state,
        public array $events,
        public SimulatedPhone $phone,
    ) {}

    /**
     * @param  array<string, mixed>  $plan  a plan document with steps
     * @param  array<string, string>  $files  path by name of the package
     * @param  list<array{kind: string, atPercent: int}>  $faults  what goes wrong on the way
     * @param  list<Package>  $packages  the same files as they were read, for images that say nothing themselves
     * @param  bool  $unmarked  whether every image is taken as if it said nothing
     */
    public static function of(
        array $plan,
        Unit $unit,
        ModelSheet $sheet,
        array $files,
        array $faults = [],
        array $packages = [],
        bool $unmarked = false,
    ): self {
        $at = is_string($plan['at'] ?? null) ? $plan['at'] : 'now';
        $phone = PhoneFromUnit::make($unit, $sheet, new \DateTimeImmutable($at));

        return self::on($phone, $plan, $unit->label, $sheet, $files, $faults, $packages, $unmarked);
    }

    /**
     * On a phone that is there already, as it is.
     *
     * @param  array<string, mixed>  $plan  a plan document with steps
     * @param  array<string, string>  $files  path by name of the package
     * @param  list<array{kind: string, atPercent: int}>  $faults  what goes wrong on the way
     * @param  list<Package>  $packages
     * @param  bool  $byHand  whether a person does every step, and pastes only what the step asks to be shown
     */
    public static function on(
        SimulatedPhone $phone,
        array $plan,
        string $label,
        ModelSheet $sheet,
        array $files,
        array $faults = [],
        array $packages = [],
        bool $unmarked = false,
        bool $byHand = false,
    ): self {
        $phone->faults = $faults;
        $journal = new MemoryJournal(is_string($plan['at']) ? $plan['at'] : '');
        $stated = [];
        foreach ($packages as $package) {
            $stated[$package->name()] = StatedLabels::of($package, DrawnModel::of($sheet));
        }
        $link = new RehearsalLink($phone, $files, $stated, $unmarked, self::told($packages));
        $engine = new RunEngine($plan, $journal, $byHand ? new Hands() : $link);
        $actions = new RunActions($plan, $journal, $sheet);
        $tries = 0;
        $turns = 0;
        do {
            if (++$turns > self::MOST_TURNS) {
                throw new \LogicException('The rehearsal goes round in a circle.');
            }
            $state = $engine->advance();
            if ($state->status === RunState::GATED) {
                $actions->release($label);
            } elseif ($state->status === RunState::ASKED && $state->question?->text('about') === 'hands') {
                self::doByHand($state, $plan, $actions, $link, $phone);
            } elseif ($state->status === RunState::ASKED) {
                self::answer($state, $plan, $actions, $link, $phone, $faults !== [], $tries);
            }
        } while (!in_array($state->status, [RunState::ENDED, RunState::STOPPED], true));
        $differences = [];
        /** @var array<string, FactValue> $predicted */
        $predicted = $plan['after'];
        foreach (ReportedFacts::truth($phone) as $name => $value) {
            $isPredicted =
                array_key_exists($name, $predicted) &&
                ($predicted[$name] !== null || FactName::canBeNone($name)) &&
                !Nameless::isSaidBy($name, $predicted);
            if ($isPredicted && !in_array($name, self::NOT_COMPARED, true) && $predicted[$name] !== $value) {
                $differences[] =
                    "{$name}: the proof says " .
                    json_encode($predicted[$name]) .
                    ', the phone has ' .
                    json_encode($value);
            }
        }

        $ends = self::endsIn($plan, $sheet);

        return new self(
            $state->status === RunState::ENDED && $phone->mode === $ends,
            $differences,
            match (true) {
                $state->status !== RunState::ENDED => "The run stopped at step {$state->step}: " . self::why($journal),
                $phone->mode === Mode::System->value => 'The phone started.',
                default => "The run ended; the phone is in {$phone->mode}.",
            },
            array_sum($state->seconds),
            $state,
            $journal->events(),
            $phone,
        );
    }

    /**
     * Names of the files about which something was settled that their images do not say.
     *
     * @param  list<Package>  $packages
     * @return list<string>
     */
    private static function told(array $packages): array
    {
        $told = array_filter(
            $packages,
            static fn(Package $one): bool => array_filter(
                $one->facts->all(),
                static fn(Fact $fact): bool => $fact->source === Source::Settled,
            ) !== [],
        );

        return array_values(array_map(static fn(Package $one): string => $one->name(), $told));
    }

    /**
     * A person does the step, and pastes what the phone shows of what the step asks for; where the phone says no, they
     * stop.
     *
     * @param  array<string, mixed>  $plan
     */
    private static function doByHand(
        RunState $state,
        array $plan,
        RunActions $actions,
        RehearsalLink $link,
        SimulatedPhone $phone,
    ): void {
        $step = PlannedStep::allOf($plan)[($state->step ?? 1) - 1];
        $quiet = static fn(Progress $progress): null => null;
        $answer = $link->carryOut($step->operation, $step->parameters, $quiet);
        if (!$answer->ok) {
            $actions->stop($answer->says);

            return;
        }
        $shown = [];
        $truth = ReportedFacts::truth($phone) + ReportedFacts::of($phone);
        foreach ($step->wants() as $name => $value) {
            $has = $truth[$name] ?? $value;
            $text = is_scalar($has) ? (string) $has : '';
            $shown[] = $name === StateField::ActiveSlot->value ? "current-slot: {$text}" : $text;
        }
        try {
            $actions->tell('seen', '', implode("\n", $shown));
        } catch (RunRefusal $refusal) {
            // What they see is not what the step promised.
            $actions->stop($refusal->getMessage());
        }
    }

    /**
     * What a calm person does: without faults they stop at the first surprise; with them they charge, bring the phone
     * where the step needs it, try again, and stop after some tries.
     *
     * @param  array<string, mixed>  $plan
     */
    private static function answer(
        RunState $state,
        array $plan,
        RunActions $actions,
        RehearsalLink $link,
        SimulatedPhone $phone,
        bool $calm,
        int &$tries,
    ): void {
        if ($state->question?->text('about') === 'evidence') {
            $actions->tell('seen');

            return;
        }
        if (!$calm || ++$tries > self::MOST_TRIES || $state->step === null) {
            $actions->stop();

            return;
        }
        $step = PlannedStep::allOf($plan)[$state->step - 1];
        $quiet = static fn(Progress $progress): null => null;
        if ($phone->battery < 20) {
            $link->carryOut(OperationName::Charge, ['toPercent' => 60], $quiet);
        }
        if ($phone->mode !== $step->mode->value) {
            // Sideload is a choice in the recovery; who is there already does not restart for it.
            $isNear = $step->mode === Mode::Sideload && $phone->mode === Mode::Recovery->value;
            $through = $step->mode === Mode::Sideload && !$isNear ? [Mode::Recovery->value] : [];
            foreach ([...$through, $step->mode->value] as $mode) {
                $link->carryOut(
                    in_array($mode, [Mode::Recovery->value, Mode::Download->value], true)
                        ? OperationName::EnterByKeys
                        : OperationName::Reboot,
                    ['mode' => $mode],
                    $quiet,
                );
            }
        }
        $actions->tell('again');
    }

    /**
     * The mode that the phone has to be in at the end: its system, or what the plan says where no system starts. A
     * backup leaves a phone where it was found.
     *
     * @param  array<string, mixed>  $plan  a plan document
     */
    private static function endsIn(array $plan, ModelSheet $sheet): ?string
    {
        /** @var array<string, FactValue> $predicted */
        $predicted = $plan['after'];
        $end = State::of()->with($predicted);
        $isBackup = ($plan['intent'] ?? null) === Intent::BackUp->value;
        $starts = !$isBackup && BootCheck::starts($end, $sheet, $end->activeSlot() ?? $sheet->slots[0]);

        return $starts ? Mode::System->value : $end->mode()?->value;
    }

    private static function why(MemoryJournal $journal): string
    {
        foreach (array_reverse($journal->events()) as $event) {
            if ($event->text('says') !== '') {
                return $event->text('says');
            }
        }

        return 'no reason was given.';
    }
}
