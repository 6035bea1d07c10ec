<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Base;

use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Rule\FitRule;
use Tornavis\Core\Rule\Remedy;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\RuleId;
use Tornavis\Core\Words\Version;

/**
 * Speaks where the script of the build lists what it accepts: bootloader, modem, vendor, the system that is there, and
 * how new that may be.
 *
 * Why: The script compares them by itself, after the first partitions are written.
 */
final class Base7Accepted implements FitRule
{
    /** What the script lists → where the phone has it, what it is called, and whether versions are compared. */
    private const LISTS = [
        [Field::BOOTLOADERS, StateField::FirmwareVersion, 'bootloader', '', false],
        [Field::MODEMS, StateField::FirmwareModem, 'modem', 'modem', false],
        [Field::VENDORS, StateField::VendorVersion, 'vendor', 'vendor', false],
        [Field::BASE_RELEASES, StateField::OsRelease, 'platform release', 'release', true],
        [Field::BASE_BUILDS, StateField::OsBuildId, 'installed build', 'base', false],
    ];

    public static function id(): RuleId
    {
        return RuleId::Base7;
    }

    public static function purpose(): string
    {
        return 'A script that accepts only some bootloaders, modems, vendors or systems refuses every other one half ' .
            'way through, with its code 7.';
    }

    public function look(Situation $situation): iterable
    {
        $build = $situation->files->build();
        if ($build === null) {
            return;
        }
        foreach (self::LISTS as [$field, $where, $what, $subject, $isVersion]) {
            $accepted = $build->facts->best($field);
            if ($accepted !== null && !self::isReplaced($situation, $field)) {
                $slot = self::isOfSystem($field) ? $situation->slots->active() : $situation->slots->ofInstall();
                $has = $situation->state->fact($where->in($slot));
                yield self::judge($build, $accepted, $has, $what, $subject, $isVersion);
            }
        }
        yield from self::time($situation, $build);
    }

    /** Whether the plan brings another one before the build goes in. */
    private static function isReplaced(Situation $situation, string $field): bool
    {
        return match ($field) {
            Field::BOOTLOADERS, Field::MODEMS => $situation->firmware->chosen() !== null,
            Field::VENDORS => $situation->vendor->missing() !== null && $situation->vendor->chosen() !== null,
            default => false,
        };
    }

    private static function isOfSystem(string $field): bool
    {
        return in_array($field, [Field::BASE_RELEASES, Field::BASE_BUILDS], true);
    }

    private static function judge(
        Package $build,
        Fact $accepted,
        Fact $has,
        string $what,
        string $subject,
        bool $isVersion,
    ): Finding {
        $need = "A {$what} that {$build->title()} accepts";
        $values = is_array($accepted->value) ? $accepted->value : [];
        $agrees = static fn(string $one): bool => $isVersion
            ? !Version::of($one)->olderThan(Version::of($has->text())) &&
                !Version::of($has->text())->olderThan(Version::of($one))
            : $one === $has->value;

        return match (true) {
            !$has->known() => Finding::toSettle(
                self::id(),
                need: $need,
                found: 'unknown',
                reason: "Its script accepts only {$accepted->text()}.",
                remedy: Remedy::enterFact("Read the {$what} of the phone and enter it."),
                subject: $subject,
                facts: [$accepted, $has],
            ),
            array_filter($values, $agrees) !== [] => Finding::clear(
                self::id(),
                need: $need,
                found: $has->text(),
                reason: 'It is one of those that the script accepts.',
                subject: $subject,
                facts: [$accepted, $has],
            ),
            default => Finding::stop(
                self::id(),
                need: $need,
                found: $has->text(),
                reason: "Its script accepts only {$accepted->text()} and would refuse this phone.",
                remedy: Remedy::doFirst("Bring the {$what} to one of {$accepted->text()}, or use another build."),
                subject: $subject,
                facts: [$accepted, $has],
            ),
        };
    }

    /**
     * The script refuses a phone whose system was built later than the package.
     *
     * @return \Generator<int, Finding>
     */
    private static function time(Situation $situation, Package $build): \Generator
    {
        $limit = $build->facts->best(Field::REFUSES_NEWER);
        $slot = $situation->slots->active();
        $has = $situation->state->fact(StateField::OsBuildTime->in($slot));
        if (!is_int($limit?->value) || !is_int($has->value)) {
            return;
        }
        $days = static fn(int $seconds): string => gmdate('Y-m-d', $seconds);
        $need = "A system that is not newer than {$build->title()}";
        $found = "built {$days($has->value)}, the package {$days($limit->value)}";
        $isSame = $situation->state->text(StateField::OsFamily->in($slot)) === $build->facts->text(Field::FAMILY);
        yield match (true) {
            $has->value <= $limit->value => Finding::clear(
                self::id(),
                need: $need,
                found: $found,
                reason: 'Its script lets it in.',
                subject: 'time',
                facts: [$limit, $has],
            ),
            $isSame => Finding::stop(
                self::id(),
                need: $need,
                found: $found,
                reason: 'Its script compares the build times and refuses to go back to an older build.',
                remedy: Remedy::getFile('Get a package that is as new as what is installed, or newer.'),
                subject: 'time',
                facts: [$limit, $has],
            ),
            default => Finding::caution(
                self::id(),
                need: $need,
                found: $found,
                reason: 'Its script compares its time with the one that the recovery gives. Where that is the time ' .
                    'of the installed system, it refuses with code 7.',
                remedy: Remedy::doFirst('If it refuses, restart the recovery after the format and send it again.'),
                subject: 'time',
                facts: [$limit, $has],
            ),
        };
    }
}
