<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Base;

use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Rule\AskedVersion;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Rule\FitRule;
use Tornavis\Core\Rule\NotComparable;
use Tornavis\Core\Rule\Remedy;
use Tornavis\Core\Situation\Asked;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\Age;
use Tornavis\Core\Words\PackageKind;
use Tornavis\Core\Words\PartitionName;
use Tornavis\Core\Words\RuleId;
use Tornavis\Core\Words\Slot;
use Tornavis\Core\Words\Version;

/**
 * Speaks where the build states a lowest vendor version.
 *
 * Why: A vendor of another channel or generation leaves hardware without its drivers.
 */
final class Base2Vendor implements FitRule
{
    public static function id(): RuleId
    {
        return RuleId::Base2;
    }

    public static function purpose(): string
    {
        return 'The build stands on a vendor version of one channel; it goes in first where it is missing, and is ' .
            'skipped where it is right.';
    }

    public function look(Situation $situation): iterable
    {
        $build = $situation->files->build();
        $minimum = $build?->facts->best(Field::VENDOR_MIN);
        $slot = $situation->slots->ofInstall();
        // Rule KIT-1 asks whether a build asks for any where nobody says it.
        if ($build !== null && $minimum === null && Asked::vendor($build) === true) {
            $has = [$situation->state->slot($slot)->vendor?->text];
            yield AskedVersion::of(self::id(), $situation, $build, Field::VENDOR_MIN, PackageKind::Vendor, $has);
        }
        if ($build !== null && $minimum === null && Asked::vendor($build) !== true) {
            yield from self::ofAnother($situation, $build, $slot);
        }
        if ($build === null || $minimum === null) {
            return;
        }
        $observed = $situation->state->fact(StateField::VendorVersion->in($slot));
        $channel = $build->facts->text(Field::VENDOR_NEEDED_CHANNEL);
        $need = "Vendor {$minimum->text()} or newer" . ($channel === null ? '' : ", {$channel} channel");
        $what = lcfirst($need);
        $found = trim("{$observed->text()} {$situation->state->slot($slot)->vendorChannel}");
        $missing = $situation->vendor->missing();
        $has = $situation->state->slot($slot)->vendor;
        $isOpen = $has?->against(Version::of($minimum->text())) === Age::Incomparable;
        $isOfSomeChannel =
            $channel !== null &&
            $situation->state->slot($slot)->vendorChannel === null &&
            $has?->isAtLeast(Version::of($minimum->text())) === true;
        $vendor = $situation->vendor->chosen();
        yield match (true) {
            $missing === null => Finding::clear(
                self::id(),
                need: $need,
                found: $found,
                reason: 'It is right, so this part is left as it is.',
                facts: [$minimum, $observed],
            ),
            $vendor !== null => Finding::note(
                self::id(),
                need: $need,
                found: $found,
                reason: "The plan installs {$vendor->title()} before the build.",
                facts: [$minimum, $observed],
            ),
            $isOpen => NotComparable::of(
                self::id(),
                $need,
                $found,
                'On a vendor that is too old the build does not start.',
                '',
                [$minimum, $observed],
                $situation->answers,
            ),
            $has === null || $isOfSomeChannel => Finding::toSettle(
                self::id(),
                need: $need,
                found: $has === null ? 'not known' : "{$found}, of which channel is not known",
                reason: 'What vendor the phone has is not known. On another one the build does not start.',
                remedy: $this->remedyOf($situation) ??
                    Remedy::enterFact(
                        "Enter what it is, if you know it, or get {$what} for {$situation->sheet->codename}.",
                    ),
                facts: [$observed, $situation->state->fact(StateField::VendorChannel->in($slot)), $minimum],
            ),
            default => Finding::stop(
                self::id(),
                need: $need,
                found: $found,
                reason: "The phone has vendor {$found}; the build does not start on it.",
                remedy: $this->remedyOf($situation) ??
                    Remedy::getFile("Get {$what} for {$situation->sheet->codename}."),
                facts: [$minimum, $observed],
            ),
        };
    }

    /**
     * A build that brings no vendor and asks for none stands on the one that is there, which may have come with another
     * build.
     *
     * @return \Generator<int, Finding>
     */
    private static function ofAnother(Situation $situation, Package $build, string $slot): \Generator
    {
        $vendor = PartitionName::Vendor->value;
        $writes = $build->facts->list(Field::WRITES);
        $bringsNone = $writes !== [] && !in_array($vendor, $writes, true);
        if (!$bringsNone || $situation->sheet->partition($vendor) === null || !$situation->job->installsBuild()) {
            return;
        }
        $os = $situation->state->slot($slot)->os;
        $isFitting = $os->isComplete() && ($os->stock === true || $os->family === $build->facts->text(Field::FAMILY));
        if ($isFitting) {
            return;
        }
        $came = $os->isComplete() ? 'of ' . ($os->family ?? 'a system that nobody has named') : 'of no system';
        yield Finding::toSettle(
            self::id(),
            need: "The vendor that {$build->title()} stands on" . Slot::phrase('in', $slot),
            found: $came,
            reason: "{$build->title()} brings no vendor. On one that came with another system, or on none, it does " .
                'not start.',
            remedy: Remedy::agree(
                'Ask its publisher whose vendor it stands on, and write that first. Or agree that the one in the ' .
                    'phone is right.',
            ),
            subject: 'none',
        )->unlessAgreed($situation->answers, 'You agreed that the one in the phone is right.');
    }

    /** The vendor package on the shelf that serves; null where there is none. */
    private function remedyOf(Situation $situation): ?Remedy
    {
        foreach ($situation->shelf as $package) {
            $try = $situation->with(kit: [...$situation->kit, $package]);
            if (
                $package->kind() === PackageKind::Vendor &&
                $situation->fit->suits($package) &&
                $try->vendor->chosen() === $package
            ) {
                return Remedy::addFile($package);
            }
        }

        return null;
    }
}
