<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Back;

use Tornavis\Core\Operation\EraseData;
use Tornavis\Core\Operation\Flash\Flash;
use Tornavis\Core\Operation\ProveLink;
use Tornavis\Core\Operation\Verify;
use Tornavis\Core\Operation\WaitFirstBoot;
use Tornavis\Core\Package\Package;

use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Phone\Layout;
use Tornavis\Core\Phone\Partition;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Rule\Constraint;
use Tornavis\Core\Rule\Contribution;
use Tornavis\Core\Rule\Reason;
use Tornavis\Core\Rule\RoomInSuper;
use Tornavis\Core\Rule\StepDraft;
use Tornavis\Core\Rule\StepRule;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Space\SuperContents;
use Tornavis\Core\Words\Mode;
use Tornavis\Core\Words\PartitionLayout;
use Tornavis\Core\Words\Phase;
use Tornavis\Core\Words\RuleId;
use Tornavis\Core\Words\StepGroup;
use Tornavis\Core\Words\StepKey;

/**
 * Contributes to a job that goes back to stock.
 *
 * Why: Where each partition lies decides from where it can be written; the maker's system cannot read data of
 * another.
 */
final class Back2Stock implements StepRule
{
    public static function id(): RuleId
    {
        return RuleId::Back2;
    }

    public static function purpose(): string
    {
        return 'The maker\'s images go into the slot in use: the physical ones from the bootloader, the logical ones ' .
            'from the userspace bootloader. Then the data is erased. On a model that got its dynamic layout ' .
            'later each image has a partition of its own.';
    }

    public function contribute(Situation $situation): Contribution
    {
        $bundle = $situation->files->bundle();
        if ($bundle === null) {
            return new Contribution();
        }
        $slot = $situation->slots->active();
        $there = array_filter(
            $situation->sheet->partitions,
            static fn(Partition $p): bool => $bundle->imageFor($p->name) !== null &&
                $p->name !== $situation->sheet->identityPartition,
        );
        $old = Layout::bundleIsPhysical($situation->sheet);
        $names = static fn(bool $logical): array => array_values(
            array_map(
                static fn(Partition $p): string => $p->name,
                array_filter($there, static fn(Partition $p): bool => ($p->logical && !$old) === $logical),
            ),
        );
        if ($situation->sheet->pcFlash === true) {
            return $this->byPcFlash(
                $bundle,
                array_values(array_map(static fn(Partition $p): string => $p->name, $there)),
                $slot,
            );
        }
        $where = $situation->sheet->hasTwoSlots() ? ' The other slot is left as it is.' : '';
        $steps = [];
        if ($names(false) !== []) {
            $steps[] = new StepDraft(
                StepKey::StockAPhysical,
                Phase::Install,
                Flash::of($bundle, $names(false), $slot),
                [
                    new Reason(
                        self::id(),
                        'These partitions have a place of their own and are written from the bootloader.' . $where,
                    ),
                    ...$this->takesRoomBack($situation, $slot),
                ],
            );
        }
        $steps[] = new StepDraft(StepKey::StockBErase, Phase::Erase, new EraseData(), [
            new Reason(RuleId::Erase1, 'The maker\'s system cannot read what another one has written and encrypted.'),
        ]);
        if ($names(true) !== []) {
            $steps[] = new StepDraft(
                StepKey::BaseUserspace,
                Phase::Base,
                new ProveLink(Mode::UserspaceBootloader, $situation->state->text(StateField::Serial)),
                [new Reason(RuleId::Prep5, 'Only from there can the room inside super be written.')],
            );
            $steps = [
                ...$steps,
                ...RoomInSuper::steps(
                    $situation,
                    StepKey::StockBRemove,
                    'It belongs to the system that goes, and the maker\'s images do not fit beside it.',
                ),
            ];
            $inTurn = (new SuperContents($situation))->shrinkingFirst($names(true), $bundle, $slot);
            $steps[] = new StepDraft(
                StepKey::StockCLogical,
                Phase::Install,
                Flash::of($bundle, $inTurn, $slot, Mode::UserspaceBootloader),
                [
                    new Reason(
                        self::id(),
                        'These partitions lie inside super, which only the userspace bootloader can write.',
                    ),
                ],
            );
        }

        return new Contribution(
            [...$steps, ...$this->proof($bundle, $slot)],
            [
                new Constraint(StepKey::BaseProve, StepKey::BaseUserspace, RuleId::Prep5),
                new Constraint(StepKey::BaseUserspace, StepGroup::Stock, RuleId::Prep5),
                new Constraint(StepKey::StockAPhysical, StepKey::StockBErase, self::id()),
                new Constraint(StepKey::StockBErase, StepKey::StockBRemove, RuleId::Layout1),
                new Constraint(StepKey::StockBErase, StepKey::StockCLogical, self::id()),
                new Constraint(StepKey::StockBRemove, StepKey::StockCLogical, RuleId::Layout1),
                new Constraint(StepGroup::Stock, StepGroup::Prove, self::id()),
                new Constraint(StepKey::ProveFirstBoot, StepKey::ProveVerify, self::id()),
            ],
        );
    }

    /**
     * @return list<Reason>
     */
    private function takesRoomBack(Situation $situation, string $slot): array
    {
        return Layout::bundleIsPhysical($situation->sheet) &&
            Layout::of($situation->state, $situation->sheet, $slot) !== PartitionLayout::Old
            ? [
                new Reason(
                    RuleId::Layout2,
                    'The dynamic layout lies in the room of the maker\'s own partitions. Written from the ' .
                        'bootloader, these take it back, and the layout of this slot is gone.',
                ),
            ]
            : [];
    }

    /**
     * The maker's flash mode writes every image in one go and empties the data by itself.
     *
     * @param  list<string>  $partitions
     */
    private function byPcFlash(Package $bundle, array $partitions, string $slot): Contribution
    {
        return new Contribution(
            [
                new StepDraft(
                    StepKey::StockAPhysical,
                    Phase::Install,
                    Flash::of($bundle, $partitions, $slot, Mode::Download),
                    [
                        new Reason(
                            self::id(),
                            'This model takes the maker\'s images in its PC flash mode, all in one go.',
                        ),
                        new Reason(
                            RuleId::Erase1,
                            'The flash mode empties the data with the system; nothing that lives on the phone can ' .
                                'be kept.',
                        ),
                    ],
                ),
                ...$this->proof($bundle, $slot),
            ],
            [
                new Constraint(StepGroup::Stock, StepGroup::Prove, self::id()),
                new Constraint(StepKey::ProveFirstBoot, StepKey::ProveVerify, self::id()),
            ],
        );
    }

    /**
     * @return list<StepDraft>
     */
    private function proof(Package $bundle, string $slot): array
    {
        $build = $bundle->facts->text(Field::BUILD_ID);

        return [
            new StepDraft(StepKey::ProveFirstBoot, Phase::Prove, new WaitFirstBoot(), [
                new Reason(self::id(), 'The maker\'s system sets itself up.'),
            ]),
            new StepDraft(
                StepKey::ProveVerify,
                Phase::Prove,
                new Verify(
                    array_filter(
                        [StateField::ActiveSlot->value => $slot, StateField::OsBuildId->in($slot) => $build],
                        static fn(?string $value): bool => $value !== null,
                    ),
                    afterSetUp: true,
                ),
                [new Reason(RuleId::Proof, 'Only what the phone itself says counts as done.')],
            ),
        ];
    }
}
