<?php

declare(strict_types=1);

namespace Tornavis\Core\Plan;

use Tornavis\Core\Package\Integrity;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Phone\State;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Rule\Remedy;
use Tornavis\Core\Sequence\ExpectedStates;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\PackageKind;
use Tornavis\Core\Words\RuleId;
use Tornavis\Core\Words\Slot;
use Tornavis\Core\Words\Version;

/**
 * What the phone has beside its data and will not have when the plan is done, read from the states that the steps lead
 * through and not from what is wanted.
 */
final class Departures
{
    private const NONE = 'none';

    /** Services that a system brought itself. */
    private const OWN = 'its own';

    /** Field of a slot → what it is called, the kind of file that brings it, and what it means to be without. */
    private const IN_SLOT = [
        [
            'services',
            StateField::OsServices,
            PackageKind::Services,
            'Apps that need the services stop working: paying, notifications, and shops of apps among them.',
        ],
        ['root package', StateField::Root, PackageKind::Root, 'Apps that need root lose it.'],
        ['kernel', StateField::KernelName, PackageKind::Kernel, 'The system goes on with the kernel of its build.'],
        [
            'recovery',
            StateField::RecoveryFamily,
            PackageKind::Recovery,
            'Backups, sideload and the way back through it are gone until it is written again.',
        ],
        [
            'switched-off encryption',
            StateField::EncryptionOff,
            PackageKind::EncryptionDisabler,
            'The system encrypts the data again at its next start.',
        ],
    ];

    /** Fields of the whole phone, which an erase of the data or another system takes along. */
    private const ON_PHONE = [
        ['trial', StateField::TrialFamily, 'It lies with the data and goes with it.'],
        ['second system', StateField::SecondFamily, 'What starts it is written over.'],
    ];

    /**
     * @return \Generator<int, Finding>
     */
    public static function of(Situation $situation, ExpectedStates $walk): \Generator
    {
        $start = $walk->before[0] ?? $walk->end;
        $from = $start->activeSlot() ?? $situation->sheet->slots[0];
        $to = $walk->end->activeSlot() ?? $situation->sheet->slots[0];
        foreach (self::IN_SLOT as [$what, $field, $kind, $meaning]) {
            $had = self::value($start, $field->in($from));
            if ($had !== null) {
                $stays = self::value($walk->end, $field->in($to)) !== null;
                yield from self::judged($situation, $what, $field->in($from), $stays, $kind, $meaning);
            }
        }
        yield from self::region($situation, $walk->end, $from, $to);
        yield from self::extras(
            $situation,
            $start->list(StateField::OsExtras->in($from)),
            $walk->end->list(StateField::OsExtras->in($to)),
        );
        $erases = $situation->job->erasesData($situation) || $situation->job->installsBuild();
        foreach ($erases ? self::ON_PHONE : [] as [$what, $field, $meaning]) {
            // One that goes with the data is asked about there, as a loss.
            $isAsked = $field === StateField::SecondFamily && self::value($walk->end, $field->value) === null;
            if (self::value($start, $field->value) !== null && !$isAsked) {
                yield from self::judged($situation, $what, $field->value, false, null, $meaning);
            }
        }
    }

    /**
     * Where another slot starts in the end whose firmware is for another region than the phone.
     *
     * @return \Generator<int, Finding>
     */
    private static function region(Situation $situation, State $end, string $from, string $to): \Generator
    {
        $own = $situation->fit->ownRegion();
        $has = $end->fact(StateField::FirmwareRegion->in($to));
        $isUsed = $situation->state->slot($from)->firmwareRegion === $has->value;
        if ($from !== $to && ($own === null || !$has->known())) {
            yield Finding::note(
                RuleId::Base5,
                need: 'Firmware for the region of the phone where it starts',
                found: $has->known() ? "{$has->text()}; that of the phone is unknown" : 'unknown',
                reason: 'Another slot starts in the end. Nobody has read the region of its firmware, or of the ' .
                    'phone. Read both in the bootloader: with another region the radio may find no network.',
                subject: 'end',
                facts: [$has],
            );
        }
        if ($own === null || !$has->known() || $has->value === $own || $isUsed) {
            return;
        }
        yield Finding::caution(
            RuleId::Base5,
            need: "Firmware for the region {$own} where the phone starts",
            found: Slot::named($to) . " has firmware for {$has->text()}",
            reason: 'The phone starts from there in the end. Radio firmware of another region may find no ' .
                'network, and falls under other radio law.',
            remedy: Remedy::doFirst("Write firmware for {$own} into " . lcfirst(Slot::named($to)) . ' afterwards.'),
            subject: 'end',
            facts: [$has],
        );
    }

    /**
     * Languages, regional parts and the like that the system has brought and the next one does not name.
     *
     * @param  list<string>  $had
     * @param  list<string>  $has
     * @return \Generator<int, Finding>
     */
    private static function extras(Situation $situation, array $had, array $has): \Generator
    {
        $gone = array_values(array_diff($had, $has));
        if ($gone === []) {
            return;
        }
        $finding = Finding::toSettle(
            RuleId::Order5,
            need: 'Languages and extras of the system that is there now',
            found: implode(', ', $gone) . ' will be gone',
            reason: 'The card of what goes in does not name them.',
            remedy: Remedy::agree('Ask its publisher, choose another build, or agree to be without them.'),
            subject: 'extras',
        );
        yield $finding->unlessAgreed($situation->answers, 'You agreed to be without them.');
    }

    /** What is there; null for nothing, or where nobody knows. */
    private static function value(State $state, string $field): ?string
    {
        $value = $state->fact($field)->value;

        return match (true) {
            is_bool($value) => $value ? 'yes' : null,
            is_string($value) => $value === self::NONE ? null : $value,
            default => null,
        };
    }

    /**
     * @return list<Finding> nothing where it is untouched
     */
    private static function judged(
        Situation $situation,
        string $what,
        string $field,
        bool $stays,
        ?PackageKind $kind,
        string $meaning,
    ): array {
        $fact = $situation->state->fact($field);
        $name = match (true) {
            is_bool($fact->value) => $what,
            $fact->value === self::OWN => "the {$what} of the system itself",
            default => $fact->text(),
        };
        $inKit = $kind === null ? [] : $situation->files->ofKind($kind);
        if ($stays && $inKit === []) {
            return [];
        }
        if ($stays) {
            return [
                Finding::clear(
                    RuleId::Order5,
                    need: "The {$what} stays or goes in again",
                    found: $name,
                    reason: "{$inKit[0]->title()} is in the kit.",
                    subject: $what,
                    facts: [$fact],
                ),
            ];
        }
        $file = $kind === null ? null : self::keeping($situation, $kind, $name);
        $finding = Finding::toSettle(
            RuleId::Order5,
            need: "The phone's {$what}",
            found: "{$name} will be gone",
            reason: "Nothing in the plan keeps it or brings it back. {$meaning}",
            remedy: $file === null
                ? Remedy::agree('Add a file that brings it back, or agree to be without it.')
                : Remedy::addFileOrAgree($file),
            subject: $what,
            facts: [$fact],
        );

        return [$finding->unlessAgreed($situation->answers, 'You agreed to be without it.')];
    }

    private static function isForRelease(Package $package, ?string $release): bool
    {
        $its = $package->facts->text(Field::RELEASE);

        return $its === null || $release === null || Version::areSame($its, $release);
    }

    /** A file of the shelf that brings it back: the same one before any other of its kind. */
    private static function keeping(Situation $situation, PackageKind $kind, string $name): ?Package
    {
        $release = $situation->files->build()?->facts->text(Field::RELEASE);
        $serves = array_values(
            array_filter(
                $situation->shelf,
                static fn(Package $one): bool => $one->kind() === $kind &&
                    $one->integrity() !== Integrity::Damaged &&
                    $situation->fit->suits($one) &&
                    self::isForRelease($one, $release),
            ),
        );
        foreach ($serves as $one) {
            if (str_starts_with($name, (string) $one->facts->text(Field::FAMILY))) {
                return $one;
            }
        }

        return $serves[0] ?? null;
    }
}
