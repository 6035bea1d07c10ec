<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Erase;

use Tornavis\Core\Operation\CopyTo;
use Tornavis\Core\Rule\Constraint;
use Tornavis\Core\Rule\Contribution;

use Tornavis\Core\Rule\Reason;
use Tornavis\Core\Rule\StepDraft;
use Tornavis\Core\Rule\StepRule;
use Tornavis\Core\Situation\Delivery;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\Phase;
use Tornavis\Core\Words\RuleId;
use Tornavis\Core\Words\StepGroup;
use Tornavis\Core\Words\StepKey;

/**
 * Contributes where packages lie on storage and are not streamed.
 *
 * Why: A format takes along what was copied to the internal storage before it; a card stays.
 *
 * Schools: The house decides between streaming and storage.
 */
final class Erase5Stage implements StepRule
{
    public static function id(): RuleId
    {
        return RuleId::Erase5;
    }

    public static function purpose(): string
    {
        return 'Nothing that is needed later lies on storage that an earlier step erases: files go to the card, ' .
            'are streamed, or are copied after the format.';
    }

    private static function isFormatted(Situation $situation): bool
    {
        $build = $situation->files->build();

        return $situation->delivery->erasesFirst() &&
            !($build !== null && Erase1Format::wipesInstead($situation, $build));
    }

    public function contribute(Situation $situation): Contribution
    {
        $place = $situation->delivery->place();
        if ($situation->delivery->route() !== Delivery::STORAGE || $place === null) {
            return new Contribution();
        }
        $where = match (true) {
            $place === 'card' => 'No step erases the card.',
            self::isFormatted($situation) => 'It is copied after the format, which would have taken it along.',
            default => 'Nothing in this plan erases the internal storage.',
        };
        $steps = [];
        foreach ($situation->delivery->packages() as $number => $package) {
            $steps[] = new StepDraft(StepKey::StageFile->of($number), Phase::Install, new CopyTo($package, $place), [
                new Reason(self::id(), $where),
                new Reason(RuleId::Route, $situation->delivery->why()),
            ]);
        }

        return new Contribution($steps, [
            new Constraint(StepGroup::Recovery, StepKey::StageFile, RuleId::Prep5),
            new Constraint(StepKey::StageFile, StepKey::LayoutDSlotCopy, self::id()),
            new Constraint(StepKey::StageFile, StepGroup::Install, self::id()),
            new Constraint(StepKey::StageFile, StepKey::AddonPackage, self::id()),
            // On the card it is there before anything is erased; the internal storage has to be erased first.
            ...$place === 'card' ? [new Constraint(StepKey::StageFile, StepGroup::Erase, self::id())] : [],
            ...$place === 'internal' && $situation->delivery->erasesFirst()
                ? [new Constraint(StepGroup::Erase, StepKey::StageFile, self::id())]
                : [],
        ]);
    }
}
