<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Erase;

use Tornavis\Core\Operation\FormatData;
use Tornavis\Core\Operation\Reboot;
use Tornavis\Core\Operation\Wipe;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageField as Field;

use Tornavis\Core\Rule\Constraint;
use Tornavis\Core\Rule\Contribution;
use Tornavis\Core\Rule\Reason;
use Tornavis\Core\Rule\StepDraft;
use Tornavis\Core\Rule\StepRule;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\Encryption;
use Tornavis\Core\Words\Mode;
use Tornavis\Core\Words\PackageKind;
use Tornavis\Core\Words\Phase;
use Tornavis\Core\Words\RuleId;
use Tornavis\Core\Words\StepGroup;
use Tornavis\Core\Words\StepKey;

/**
 * Contributes to a fresh install and to a switch of builds.
 *
 * Why: A new system cannot read data that another one encrypted; a format makes the encryption anew, a wipe leaves
 * it.
 *
 * Schools: The house decides whether the format comes before or after the build, and whether the recovery restarts
 * after it.
 */
final class Erase1Format implements StepRule
{
    public static function id(): RuleId
    {
        return RuleId::Erase1;
    }

    public static function purpose(): string
    {
        return 'What is wiped or formatted follows from what the new system must be able to read, never from habit.';
    }

    public function contribute(Situation $situation): Contribution
    {
        $build = $situation->files->build();
        if ($build === null) {
            return new Contribution();
        }
        $caches = self::caches($situation);
        if (self::wipesInstead($situation, $build)) {
            return new Contribution(
                [
                    new StepDraft(StepKey::EraseWipe, Phase::Erase, new Wipe(Wipe::DATA), [
                        new Reason(
                            self::id(),
                            'The data is not encrypted and its file system stays, so wiping is enough; photos and ' .
                                'files on the internal storage are not erased.',
                        ),
                    ]),
                    ...$caches,
                ],
                [
                    new Constraint(StepGroup::Erase, StepGroup::Install, RuleId::Erase8),
                    new Constraint(StepGroup::Erase, StepGroup::AddOn, self::id()),
                    new Constraint(StepGroup::Erase, StepGroup::Prove, self::id()),
                ],
            );
        }
        $wasEncrypted = $situation->state->data()->encryption !== Encryption::None;
        $writer = $situation->state->data()->writtenBy;
        $family = $build->facts->text(Field::FAMILY);
        $why = match (true) {
            $build->facts->text(Field::NEEDS_ERASE) === 'format' => 'Its publisher asks for a format.',
            $writer === null => "Who wrote the data is not known, so {$family} could trip over it.",
            $writer !== $family && !$wasEncrypted => "The data was written by {$writer}; {$family} would trip over it.",
            $writer !== $family => "The data was written and encrypted by {$writer}; {$family} cannot read it.",
            default => "A fresh install begins with empty data, also over {$family} itself.",
        };
        $fileSystem = $situation->layout->fileSystemToMake();
        $staged = $situation->delivery->usesInternal();
        $before = $situation->delivery->formatsBeforeBuild();
        $restart =
            ($situation->house->afterFormat === 'always' && $before) || $staged
                ? [
                    new StepDraft(StepKey::EraseRestart, Phase::Erase, new Reboot(Mode::Recovery, Mode::Recovery), [
                        new Reason(
                            RuleId::Erase6,
                            $staged
                                ? 'Files are copied to the storage next, and the recovery sees the new one only ' .
                                    'after a restart.'
                                : 'Your house rule restarts the recovery after every format, so that it sees the ' .
                                    'new storage.',
                        ),
                    ]),
                ]
                : [];

        $isGone =
            $build->facts->flag(Field::BRINGS_RECOVERY) !== true &&
            $situation->sheet->mayHoldRecovery($build->facts->list(Field::WRITES));
        $format = new FormatData($fileSystem, $wasEncrypted, isLast: !$before && $isGone);

        return new Contribution(
            [
                new StepDraft(StepKey::EraseFormat, Phase::Erase, $format, [
                    new Reason(self::id(), $why),
                    new Reason(RuleId::Erase2, 'Formatting is more than wiping, so nothing is wiped first.'),
                    ...$restart === []
                        ? [
                            new Reason(
                                RuleId::Erase6,
                                'The storage is not used before the next restart, so the recovery need not restart ' .
                                    'for it.',
                            ),
                        ]
                        : [],
                    new Reason(RuleId::Erase8, self::whyThen($situation, $before, $wasEncrypted)),
                ]),
                ...$restart,
                ...$caches,
            ],
            [
                new Constraint(StepKey::EraseCaches, StepKey::EraseFormat, self::id()),
                new Constraint(StepKey::EraseFormat, StepKey::EraseRestart, RuleId::Erase6),
                $before
                    ? new Constraint(StepGroup::Erase, StepGroup::Install, RuleId::Erase8)
                    : new Constraint(StepGroup::Install, StepGroup::Erase, RuleId::Erase8),
                new Constraint(StepGroup::Erase, StepGroup::AddOn, self::id()),
                new Constraint(StepGroup::Erase, StepGroup::Prove, self::id()),
            ],
        );
    }

    /** Why the format comes before the build, or after it. */
    private static function whyThen(Situation $situation, bool $before, bool $wasEncrypted): string
    {
        return match (true) {
            !$before => 'Your house rule puts it after the build: an install that fails costs no data.',
            $situation->house->formatOrder === 'before' => 'It comes before the build, so that nothing of the old ' .
                ($wasEncrypted ? 'encryption' : 'data') .
                ' is left when the build goes in.',
            $situation->delivery->usesInternal() => 'It comes before the build, against your house rule: the files ' .
                'are copied to the internal storage, which a later format would take along.',
            $situation->files->ofKind(PackageKind::LayoutChanger) !== [] => 'It comes before the build, against your ' .
                'house rule: the new layout leaves data that nothing can read.',
            default => 'It comes before the build, against your house rule: this recovery can make the file system ' .
                'that the build wants, and the one that the build brings may not.',
        };
    }

    /**
     * @return list<StepDraft> where builds are switched on a model with a cache partition, as the house wants it
     */
    private static function caches(Situation $situation): array
    {
        return $situation->job->mayWipeInstead() &&
            $situation->house->switchCaches === 'wipe' &&
            !in_array(Wipe::CACHES, $situation->layout->wipes(), true) &&
            $situation->sheet->partition('cache') !== null
            ? [
                new StepDraft(StepKey::EraseCaches, Phase::Erase, new Wipe(Wipe::CACHES), [
                    new Reason(
                        RuleId::Erase7,
                        'What the old build left in the caches can confuse the new one. Your house rule empties them.',
                    ),
                ]),
            ]
            : [];
    }

    /** Whether a wipe is enough, which leaves the internal storage alone: the new system could read what is there. */
    public static function wipesInstead(Situation $situation, Package $build): bool
    {
        $wanted = $build->facts->text(Field::FILE_SYSTEM);

        return $situation->job->mayWipeInstead() &&
            $build->facts->text(Field::NEEDS_ERASE) !== 'format' &&
            $situation->files->ofKind(PackageKind::LayoutChanger) === [] &&
            $situation->state->data()->encryption === Encryption::None &&
            $situation->fit->endEncryption() === Encryption::None &&
            ($wanted === null || $wanted === $situation->state->data()->fileSystem);
    }
}
