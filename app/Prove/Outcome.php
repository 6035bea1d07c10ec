<?php

declare(strict_types=1);

namespace App\Prove;

use App\Run\Rehearsal;
use App\Run\RehearsalLink;
use Tornavis\Core\Ledger\LedgerEntry;
use Tornavis\Core\Plan\Gate;
use Tornavis\Core\Plan\Plan;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Rule\Severity;
use Tornavis\Core\Run\EventKind;
use Tornavis\Core\Run\Progress;
use Tornavis\Core\Run\RunState;
use Tornavis\Core\Words\Mode;
use Tornavis\Core\Words\OperationName;
use Tornavis\StandIn\Damage;
use Tornavis\StandIn\PhoneMode;
use Tornavis\StandIn\SimulatedPhone;

/** What became of a phone, judged by what it was and by what the plan had said. */
final readonly class Outcome
{
    public const PROMISED = 'ended as promised';

    public const OTHERWISE = 'ended well, with something other than believed';

    public const NAMED = 'stopped before harm, the difference named';

    public const REFUSED = 'stopped before harm by the phone\'s own no';

    public const WARNED = 'harmed after a warning that named it';

    public const HARMED = 'harmed without warning';

    public const ALL = [self::PROMISED, self::OTHERWISE, self::NAMED, self::REFUSED, self::WARNED, self::HARMED];

    /** What a person stores on a phone, as far as the simulated one keeps it apart. */
    private const CLASSES = ['apps', 'app-data', 'messages', 'contacts', 'photos', 'second-factor', 'esim'];

    private const ONLY_AT_THE_END = ['region', 'radio', 'services'];

    private const WORKABLE = [
        PhoneMode::BOOTLOADER,
        PhoneMode::USERSPACE_BOOTLOADER,
        PhoneMode::DOWNLOAD,
        PhoneMode::RECOVERY,
        PhoneMode::SIDELOAD,
        PhoneMode::SYSTEM,
    ];

    /** kind of damage → how the keys of the findings begin that name it */
    private const NAMED_BY = [
        'region' => ['BASE-5:region', 'BASE-5:end', 'BACK-2:region'],
        'radio' => ['BASE-5:modem'],
        'services' => ['FIT-6:late'],
        'account' => ['PREP-4:locks.accounts'],
        'identity' => ['BASE-8'],
        'dead' => ['BASE-6', 'FIT-1'],
    ];

    /**
     * @param  list<string>  $harms  what its owner would see, in sentences
     */
    private function __construct(public string $kind, public array $harms) {}

    /**
     * @param  SimulatedPhone  $before  the same phone as it was
     */
    public static function of(Rehearsal $rehearsal, SimulatedPhone $before, Drawn $drawn, Plan $plan): self
    {
        $harms = self::harms($rehearsal, $before, $plan);
        if ($harms !== []) {
            $unspoken = array_filter(
                array_keys($harms),
                static fn(string $harm): bool => !self::isSpokenOf($harm, $plan, $drawn),
            );

            return new self($unspoken === [] ? self::WARNED : self::HARMED, array_values($harms));
        }
        $isEnded = $rehearsal->state->status === RunState::ENDED;

        return new self(
            match (true) {
                $isEnded && $rehearsal->differences === [] => self::PROMISED,
                $isEnded => self::OTHERWISE,
                self::named($rehearsal) !== [] => self::NAMED,
                default => self::REFUSED,
            },
            [],
        );
    }

    /**
     * @return array<string, string> sentence by kind
     */
    private static function harms(Rehearsal $rehearsal, SimulatedPhone $before, Plan $plan): array
    {
        $phone = $rehearsal->phone;
        $isEnded = $rehearsal->state->status === RunState::ENDED;
        // In the middle of the work another slot may be active, and its firmware not written yet.
        $kinds = array_diff(Damage::of($phone), Damage::of($before), $isEnded ? [] : self::ONLY_AT_THE_END);
        $harms = array_intersect_key(Damage::KINDS, array_flip($kinds));
        foreach (self::lost($before, $phone, $plan) as $class) {
            $harms["lost {$class}"] = "{$class} went, and the plan had not said so.";
        }
        if ($isEnded && !$rehearsal->started) {
            $harms['start'] = "The run ended well, and the phone shows: {$phone->mode}.";
        }
        // A phone that nothing led out of before the run is no worse off.
        $wasReachable = $before->keysWork || in_array($before->mode, self::WORKABLE, true);
        if (!$isEnded && $wasReachable && !isset($harms['dead']) && !self::isReachable($phone)) {
            $harms['dead'] = "No keys lead out of {$phone->mode}.";
        }

        return $harms;
    }

    /**
     * @return list<string> classes that are gone and that the ledger speaks of as kept, or as not there
     */
    private static function lost(SimulatedPhone $before, SimulatedPhone $phone, Plan $plan): array
    {
        $gone = array_intersect(self::CLASSES, array_diff($before->holds, $phone->holds));
        foreach ($plan->ledger->entries ?? [] as $entry) {
            if (!in_array($entry->outcome, [LedgerEntry::KEPT, LedgerEntry::ABSENT], true)) {
                $gone = array_diff($gone, [$entry->class->value]);
            }
        }

        return array_values($gone);
    }

    /**
     * Whether the phone is in a mode in which it can be worked on, or somebody with its keys brings it to one.
     */
    public static function isReachable(SimulatedPhone $phone): bool
    {
        if (in_array($phone->mode, self::WORKABLE, true)) {
            return true;
        }
        $link = new RehearsalLink($phone, []);
        $quiet = static fn(Progress $progress): null => null;
        foreach ([Mode::Recovery->value, Mode::Bootloader->value, Mode::Download->value] as $mode) {
            $link->carryOut(OperationName::EnterByKeys, ['mode' => $mode], $quiet);
            if (in_array($phone->mode, self::WORKABLE, true)) {
                return true;
            }
        }

        return false;
    }

    /**
     * @return list<string> names of the facts that the run asked about when it stopped
     */
    private static function named(Rehearsal $rehearsal): array
    {
        foreach (array_reverse($rehearsal->events) as $event) {
            if ($event->kind === EventKind::Asked) {
                $differs = $event->data['differs'] ?? [];

                return is_array($differs) ? array_map(strval(...), array_keys($differs)) : [];
            }
        }

        return [];
    }

    private static function isSpokenOf(string $harm, Plan $plan, Drawn $drawn): bool
    {
        $gate = match (true) {
            str_starts_with($harm, 'lost ') => Gate::UNLISTED,
            $harm === 'account' => Gate::ACCOUNT,
            default => null,
        };
        if ($gate !== null && self::isSaidAtAGate($gate, $plan)) {
            return true;
        }
        $wrong = $drawn->mistaken();
        $agreed = $plan->situation->answers->agreed;
        foreach ($plan->findings as $finding) {
            $isSaid = $finding->severity !== Severity::Clear || in_array($finding->key, $agreed, true);
            if ($isSaid && (self::names($finding, $harm) || self::isAbout($finding, $wrong))) {
                return true;
            }
        }

        return false;
    }

    private static function names(Finding $finding, string $harm): bool
    {
        $begins = static fn(string $key): bool => str_starts_with($finding->key, $key);

        return array_filter(self::NAMED_BY[$harm] ?? [], $begins) !== [];
    }

    private static function isSaidAtAGate(string $words, Plan $plan): bool
    {
        foreach ($plan->steps as $step) {
            if (str_contains($step->gate ?? '', trim($words))) {
                return true;
            }
        }

        return false;
    }

    /** @param  list<string>  $names */
    private static function isAbout(Finding $finding, array $names): bool
    {
        foreach ($finding->facts as $fact) {
            if (in_array($fact->name, $names, true)) {
                return true;
            }
        }

        return false;
    }
}
