<?php

declare(strict_types=1);

namespace App\Prove;

use App\Run\LearnedFromRun;
use App\Run\PhoneFromUnit;
use App\Run\Rehearsal;
use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Fact\Source;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Phone\BootCheck;
use Tornavis\Core\Phone\FactName;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\Unit;
use Tornavis\Core\Plan\Plan;
use Tornavis\Core\Plan\Verdict;
use Tornavis\Core\Rule\Severity;
use Tornavis\Core\Run\PlannedStep;
use Tornavis\Core\Run\RunState;
use Tornavis\Core\Situation\HouseRules;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\Intent;
use Tornavis\Core\Words\Mode;
use Tornavis\Core\Words\RuleId;
use Tornavis\StandIn\ReportedFacts;
use Tornavis\StandIn\SimulatedPhone;

/**
 * One phone and its jobs, one after the other, each on what the one before has left: on the phone, and in what is known
 * of it. What is known is carried on as the application does it.
 */
final class Life
{
    private const LEAST_JOBS = 2;

    private const MOST_JOBS = 6;

    /** What somebody knows of a phone from its screens alone. */
    private const ON_SCREENS =
        '/^(?:mode|serial|variant\.model|bootloader\.unlocked|slot\.active|locks\..*|card\.present' .
        '|battery\..*|debugging\..*|data\.(?:writtenBy|empty|freeBytes|holds\..*)' .
        '|slot\.[ab-]\.os\.(?:family|release|version|buildId|patchLevel|stock|state))$/';

    /** Wishes that make sense for a phone whatever was done to it before. */
    private const WISHES = [
        Intent::Fresh,
        Intent::Fresh,
        Intent::UpdateInPlace,
        Intent::UpdateInPlace,
        Intent::AddOn,
        Intent::BackUp,
        Intent::SwitchBuild,
        Intent::Kernel,
        Intent::GenericImage,
        Intent::TrialBeside,
        Intent::RestoreBackup,
        Intent::BackToStock,
        Intent::Base,
        Intent::Recovery,
    ];

    /** @var list<string> what must not be, in sentences */
    public array $problems = [];

    /** @var list<string> "intent verdict" of each job */
    public array $jobs = [];

    /** @var list<string> proofs that failed, in sentences */
    public array $dead = [];

    public int $questions = 0;

    private Unit $known;

    private int $minute = 0;

    /** @param  list<Package>  $shelf */
    private function __construct(
        private readonly Dice $dice,
        private readonly RandomKit $kits,
        private readonly array $shelf,
        private readonly ModelSheet $sheet,
        private readonly SimulatedPhone $phone,
        Unit $known,
    ) {
        $this->known = $known;
    }

    /**
     * A life that begins with a drawn phone; null where that is none that somebody would plan a life for.
     *
     * @param  list<Package>  $shelf
     */
    public static function of(Drawn $drawn, Dice $dice, array $shelf): ?self
    {
        $state = $drawn->truth->state();
        $slot = $state->activeSlot() ?? $drawn->sheet->slots[0];
        $isOrdinary =
            $drawn->belief === Belief::COMPLETE &&
            $state->mode() === Mode::System &&
            $state->bootloader()->unlocked === true &&
            BootCheck::starts($state, $drawn->sheet, $slot);
        if (!$isOrdinary) {
            return null;
        }
        $known = $dice->chance(50) ? $drawn->truth : self::onlyScreens($drawn->truth);
        $phone = PhoneFromUnit::make($drawn->truth, $drawn->sheet);
        $life = new self($dice, new RandomKit($dice, $shelf), $shelf, $drawn->sheet, $phone, $known);
        $life->live();

        return $life;
    }

    private static function onlyScreens(Unit $truth): Unit
    {
        $seen = static fn(Fact $fact): bool => preg_match(self::ON_SCREENS, $fact->name) === 1;

        return new Unit($truth->label, $truth->codename, array_values(array_filter($truth->facts, $seen)));
    }

    private function live(): void
    {
        $jobs = $this->dice->between(self::LEAST_JOBS, self::MOST_JOBS);
        for ($job = 1; $job <= $jobs; $job++) {
            $intent = $this->dice->one(self::WISHES);
            $byHand = $this->dice->chance(50);
            $house = new HouseRules();
            $kit = $this->kits->of($this->sheet, $this->known, $intent, $house);
            $situation = new Situation(
                $this->sheet,
                $this->known,
                $kit,
                $intent,
                $this->now(),
                $house,
                shelf: $this->shelf,
                codenames: [$this->sheet->codename],
            );
            $settled = Settled::of($situation);
            $this->jobs[] = "{$intent->value} {$settled->plan->verdict->level}";
            $this->lookForDeadEnds($settled->plan, $job);
            if ($settled->plan->verdict->level !== Verdict::CLEAR) {
                continue;
            }
            if (!$this->run($settled, $byHand, $job)) {
                // What goes wrong in the middle is another story, which the soak tells.
                return;
            }
        }
    }

    private function now(): string
    {
        $this->minute += 30;

        return (new \DateTimeImmutable(RandomBench::AT))->modify("+{$this->minute} minutes")->format('Y-m-d\TH:i:s\Z');
    }

    /** A proof that fails is no answer to a wish: a rule has to have said before what is missing. */
    private function lookForDeadEnds(Plan $plan, int $job): void
    {
        foreach ($plan->findings as $finding) {
            $isOpen = in_array($finding->severity, [Severity::Stop, Severity::Settle], true);
            $this->questions += (int) $isOpen;
            if ($isOpen && $finding->rule === RuleId::Proof) {
                $this->dead[] = "job {$job}, " . implode(', ', $this->jobs) . ": {$finding->reason}";
            }
        }
    }

    /** @return bool whether it ended well */
    private function run(Settled $settled, bool $byHand, int $job): bool
    {
        $before = new SimulatedPhone($this->phone->toArray());
        $truth = ReportedFacts::truth($before);
        $knew = $this->known->state()->values();
        /** @var array<string, mixed> $document */
        $document = json_decode($settled->plan->toJson(), true, 64, JSON_THROW_ON_ERROR);
        $files = array_column(
            array_map(static fn(Package $one): array => [$one->name(), $one->path], $this->shelf),
            1,
            0,
        );
        $rehearsal = Rehearsal::on(
            $this->phone,
            $document,
            $this->known->label,
            $this->sheet,
            $files,
            packages: $settled->situation->kit,
            byHand: $byHand,
        );
        $this->known = LearnedFromRun::seen($this->known, $rehearsal->state, $document, $job);
        $drawn = new Drawn($this->unitOf($truth), $this->sheet, $settled->situation, Belief::GAPS);
        $outcome = Outcome::of($rehearsal, $before, $drawn, $settled->plan);
        $where = "job {$job}" . ($byHand ? ' by hand' : '') . ', ' . implode(', ', $this->jobs);
        if ($outcome->kind === Outcome::HARMED) {
            $this->problems[] = "{$where}: " . implode('; ', $outcome->harms) . " {$rehearsal->says}";
        }
        $isEnded = $rehearsal->state->status === RunState::ENDED;
        $after = ReportedFacts::truth($this->phone);
        $knows = $this->known->state()->values();
        foreach ($isEnded ? $knew : [] as $name => $value) {
            $isUnchanged = array_key_exists($name, $truth) && $truth[$name] === ($after[$name] ?? null);
            $isLost =
                ($knows[$name] ?? null) === null &&
                !FactName::canBeNone($name) &&
                !self::isWrittenOver($name, $document);
            if ($value !== null && $isUnchanged && $truth[$name] === $value && $isLost) {
                $this->problems[] = "{$where}: {$name} was known and did not change, and is not known any more";
            }
        }

        return $isEnded && $rehearsal->started;
    }

    /**
     * Whether a file has taken the place of a thing and does not say what it is.
     *
     * @param  array<string, mixed>  $plan
     */
    private static function isWrittenOver(string $name, array $plan): bool
    {
        foreach (PlannedStep::allOf($plan) as $step) {
            $isUnstated = array_key_exists($name, $step->effects) && $step->effects[$name] === null;
            if ($isUnstated && $step->package() !== null) {
                return true;
            }
        }

        return false;
    }

    /** @param  array<string, string|int|bool|list<string>|null>  $truth */
    private function unitOf(array $truth): Unit
    {
        $facts = [];
        foreach ($truth as $name => $value) {
            $facts[] = Fact::of($name, $value, Source::Phone, 'the phone', RandomBench::AT);
        }

        return new Unit($this->known->label, $this->sheet->codename, $facts);
    }
}
