<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Back;

use Tornavis\Core\Operation\BringSet;
use Tornavis\Core\Operation\FormatData;
use Tornavis\Core\Operation\Reboot;
use Tornavis\Core\Operation\RestoreSet;
use Tornavis\Core\Operation\TakeOff;
use Tornavis\Core\Operation\Wipe;
use Tornavis\Core\Phone\Backup;

use Tornavis\Core\Rule\Constraint;
use Tornavis\Core\Rule\Contribution;
use Tornavis\Core\Rule\Reason;
use Tornavis\Core\Rule\StartsAgain;
use Tornavis\Core\Rule\StepDraft;
use Tornavis\Core\Rule\StepRule;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\Mode;
use Tornavis\Core\Words\Phase;
use Tornavis\Core\Words\RuleId;
use Tornavis\Core\Words\StepGroup;
use Tornavis\Core\Words\StepKey;

/**
 * Contributes to a job that restores a backup, once a set fits.
 *
 * Why: A recovery restores data only onto the encryption and the system that it was taken from. What is there already
 * is wiped first, or old and new are mixed; the set lies on the phone before that.
 */
final class Back1Restore implements StepRule
{
    public static function id(): RuleId
    {
        return RuleId::Back1;
    }

    public static function purpose(): string
    {
        return 'A set that lies on the phone alone is copied off first; another one is brought to the phone. Caches ' .
            'and data are wiped or formatted, the set is restored, and the system starts with it.';
    }

    public function contribute(Situation $situation): Contribution
    {
        $set = $situation->restore->set();
        $place = $situation->restore->place();
        if ($set === null || $place === null) {
            return new Contribution();
        }

        $formats = $situation->restore->formatsFirst();
        $isStagedFirst = $place === 'card' || !$formats;

        return new Contribution(
            [
                ...self::takenOff($situation, $set),
                ...$situation->restore->isBrought()
                    ? [
                        new StepDraft(StepKey::StageSet, Phase::Install, new BringSet($set, $place), [
                            new Reason(
                                self::id(),
                                $isStagedFirst
                                    ? 'The recovery restores from storage, and nothing is erased before it lies there.'
                                    : 'It is copied after the format, which would have taken it along.',
                            ),
                        ]),
                    ]
                    : [],
                ...$this->wipes($situation, $set),
                new StepDraft(StepKey::AddonRestore, Phase::Install, new RestoreSet($set, $place), [
                    new Reason(self::id(), $this->why($set)),
                ]),
                ...StartsAgain::steps(
                    $situation,
                    self::id(),
                    'The system starts with what was brought back.',
                    $set->system
                        ? $set->base['buildId'] ?? null
                        : $situation->state->slot($situation->slots->active())->os->buildId,
                ),
            ],
            [
                new Constraint(StepGroup::Recovery, StepKey::StageSet, RuleId::Prep5),
                new Constraint(StepGroup::Recovery, StepGroup::Backup, RuleId::Prep5),
                new Constraint(StepGroup::Backup, StepGroup::Erase, self::id()),
                new Constraint(StepGroup::Backup, StepKey::StageSet, self::id()),
                new Constraint(StepGroup::Backup, StepKey::AddonRestore, self::id()),
                $isStagedFirst
                    ? new Constraint(StepKey::StageSet, StepGroup::Erase, self::id())
                    : new Constraint(StepGroup::Erase, StepKey::StageSet, self::id()),
                new Constraint(StepKey::StageSet, StepKey::AddonRestore, self::id()),
                new Constraint(StepKey::EraseFormat, StepKey::EraseRestart, RuleId::Erase6),
                new Constraint(StepGroup::Erase, StepGroup::AddOn, self::id()),
                new Constraint(StepGroup::AddOn, StepGroup::Prove, self::id()),
                new Constraint(StepKey::ProveSystem, StepKey::ProveVerify, self::id()),
            ],
        );
    }

    private function why(Backup $set): string
    {
        return match (true) {
            $set->kind === Backup::IDENTITY => "\"{$set->id}\" holds the serial numbers of this very phone.",
            $set->system => "\"{$set->id}\" brings its system along, and was taken from the firmware generation and " .
                'encryption that the phone has now.',
            default => "\"{$set->id}\" was taken from the system, firmware generation and encryption that the phone " .
                'has now.',
        };
    }

    /**
     * @return list<StepDraft> a set that lies on the phone alone is copied off before anything is erased
     */
    private static function takenOff(Situation $situation, Backup $set): array
    {
        return !$situation->restore->isTakenOff()
            ? []
            : [
                new StepDraft(
                    StepKey::BackupBTakeOff,
                    Phase::Install,
                    new TakeOff($set->id, 'internal', $set->bytes, isRecorded: true),
                    [
                        new Reason(
                            self::id(),
                            'It lies on the phone alone. Until it is compared on the computer nothing is erased.',
                        ),
                    ],
                ),
            ];
    }

    /**
     * @return list<StepDraft>
     */
    private static function format(Situation $situation): array
    {
        return [
            new StepDraft(
                StepKey::EraseFormat,
                Phase::Erase,
                new FormatData($situation->layout->fileSystemToMake(), wasEncrypted: true),
                [
                    new Reason(
                        RuleId::Erase1,
                        'What comes back does not get the keys that the system on the phone has used, and a wipe ' .
                            'would leave them.',
                    ),
                ],
            ),
            new StepDraft(StepKey::EraseRestart, Phase::Erase, new Reboot(Mode::Recovery, Mode::Recovery), [
                new Reason(RuleId::Erase6, 'The recovery sees the new storage only after a restart.'),
            ]),
        ];
    }

    /**
     * @return list<StepDraft>
     */
    private function wipes(Situation $situation, Backup $set): array
    {
        $steps = [];
        if ($situation->sheet->partition('cache') !== null) {
            $steps[] = new StepDraft(StepKey::EraseCaches, Phase::Erase, new Wipe(Wipe::CACHES), [
                new Reason(self::id(), 'What the caches hold belongs to the system and data that go.'),
            ]);
        }
        if ($situation->restore->formatsFirst()) {
            return [...$steps, ...self::format($situation)];
        }
        if ($set->replacesData()) {
            $steps[] = new StepDraft(StepKey::EraseWipe, Phase::Erase, new Wipe(Wipe::DATA), [
                new Reason(
                    self::id(),
                    'What was there before is not mixed with what comes back. Wiping keeps the encryption, and the ' .
                        'photos and files on the internal storage.',
                ),
            ]);
        }

        return $steps;
    }
}
