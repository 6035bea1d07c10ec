<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Base;

use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Rule\FitRule;
use Tornavis\Core\Rule\NotComparable;
use Tornavis\Core\Rule\Remedy;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\Age;
use Tornavis\Core\Words\PackageKind;
use Tornavis\Core\Words\RuleId;
use Tornavis\Core\Words\Slot;
use Tornavis\Core\Words\Version;

/**
 * Speaks in a job for the base alone, about its files and about what the phone has already.
 *
 * Why: An older base under a system that was made for a newer one keeps it from starting.
 */
final class Base9Files implements FitRule
{
    public static function id(): RuleId
    {
        return RuleId::Base9;
    }

    public static function purpose(): string
    {
        return 'A job for the base alone has firmware or a vendor package for this phone. It asks before it goes ' .
            'back to an older one.';
    }

    public function look(Situation $situation): iterable
    {
        $firmware = $situation->firmware->chosen();
        $vendor = $situation->files->ofKind(PackageKind::Vendor)[0] ?? null;
        if ($firmware === null && $vendor === null) {
            yield Finding::stop(
                self::id(),
                need: 'Firmware or a vendor package for this phone',
                found: 'none in the kit',
                reason: 'Nothing in the kit would be written.',
                remedy: self::fromShelf($situation),
                subject: 'files',
            );

            return;
        }
        $slots = $situation->firmware->slotsInNeed();
        foreach ($slots as $slot) {
            if ($firmware === null) {
                break;
            }
            $name = Slot::isOnly($slot) ? 'the phone' : lcfirst(Slot::named($slot));
            $where = StateField::FirmwareVersion->in($slot);
            yield self::judge($situation, $firmware, "Firmware in {$name}", $where, "firmware/{$slot}");
        }
        if ($vendor !== null) {
            $slot = $situation->slots->active();
            yield from self::vendorOf($situation, $vendor, $slot);
            $where = StateField::VendorVersion->in($slot);
            yield self::judge($situation, $vendor, 'The vendor', $where, 'vendor');
        }
    }

    /**
     * A system that brought its own vendor part starts on no other one.
     *
     * @return \Generator<int, Finding>
     */
    private static function vendorOf(Situation $situation, Package $vendor, string $slot): \Generator
    {
        $needs = $situation->state->fact(StateField::OsVendorMin->in($slot));
        if (!$needs->known()) {
            yield Finding::toSettle(
                self::id(),
                need: "A system that stands on {$vendor->title()}",
                found: 'not known to stand on any',
                reason: 'Nobody has seen that the installed system takes another vendor part than its own.',
                remedy: Remedy::enterFactOrLeaveOut(
                    'Leave it out, and put it in along with the build that asks for it. Or enter the lowest vendor ' .
                        'version that the installed system takes, where its publisher says so.',
                ),
                subject: 'stands',
                facts: [$needs],
            );
        }
    }

    private static function judge(
        Situation $situation,
        Package $package,
        string $need,
        string $where,
        string $subject,
    ): Finding {
        $has = $situation->state->fact($where);
        $next = (string) $package->facts->text(Field::VERSION);
        $age = $has->known() ? Version::of($next)->against(Version::of($has->text())) : null;
        $isOtherChannel = $subject === 'vendor' && self::isOfAnotherChannel($situation, $package);
        if ($age === Age::Incomparable || ($isOtherChannel && $has->value !== $next)) {
            return NotComparable::of(
                self::id(),
                $need,
                "{$has->text()}, the file {$next}",
                'A system that was made for a newer base may not start on an older one.',
                $subject,
                [$has],
                $situation->answers,
            );
        }
        if ($age !== Age::Older) {
            return Finding::note(
                self::id(),
                need: $need,
                found: $has->text(),
                reason: $has->value === $next
                    ? 'It is this version already, so it is left as it is.'
                    : "The plan writes {$next} from {$package->name()}.",
                subject: $subject,
                facts: [$has],
            );
        }
        $finding = Finding::toSettle(
            self::id(),
            need: $need,
            found: "{$has->text()}, the file {$next}",
            reason: 'The file is older than what the phone has. A system that was made for the newer base may not ' .
                'start on it.',
            remedy: Remedy::agree('Get a newer file, or agree to go back.'),
            subject: $subject,
            facts: [$has],
        );

        return $finding->unlessAgreed($situation->answers, 'You agreed to go back.');
    }

    /** The numbers of two channels run side by side. */
    private static function isOfAnotherChannel(Situation $situation, Package $vendor): bool
    {
        $has = $situation->state->slot($situation->slots->active())->vendorChannel;
        $its = $vendor->facts->text(Field::VENDOR_CHANNEL);

        return $has !== null && $its !== null && $has !== $its;
    }

    private static function fromShelf(Situation $situation): Remedy
    {
        foreach ($situation->shelf as $package) {
            if ($package->kind() === PackageKind::Firmware && $situation->fit->suits($package)) {
                return Remedy::addFile($package);
            }
        }

        return Remedy::getFile("Get the firmware for {$situation->sheet->codename} from its maker.");
    }
}
