<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Base;

use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Fact\Source;
use Tornavis\Core\Package\Package;

use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Rule\FitRule;
use Tornavis\Core\Rule\Remedy;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\RuleId;

/**
 * Speaks where a file states a rollback index.
 *
 * Why: The index is fused into the phone and only grows. Nothing brings a phone back that was written below it.
 */
final class Base6Rollback implements FitRule
{
    public static function id(): RuleId
    {
        return RuleId::Base6;
    }

    public static function purpose(): string
    {
        return 'Firmware with a lower rollback index than the phone\'s is never written: the phone would not start ' .
            'again, and nothing brings it back.';
    }

    public function look(Situation $situation): iterable
    {
        foreach ($this->written($situation) as $package) {
            yield from $this->judge($situation, $package);
        }
    }

    /**
     * What the job writes that a bootloader checks by its index.
     *
     * @return list<Package>
     */
    private function written(Situation $situation): array
    {
        $files = $situation->files;
        $firmware =
            $situation->firmware->slotsBelowMinimum() === [] || $situation->layout->copiesSlot()
                ? null
                : $situation->firmware->chosen();
        $verification =
            $situation->verification->slotsToSwitchOff() === [] ? [] : array_values($situation->verification->images());
        // An open build states none where its index is 0: it is made to start on an unlocked phone.
        $build = ($files->build()?->facts->int(Field::ROLLBACK_INDEX) ?? 0) > 0 ? $files->build() : null;
        $bundle = $files->subject() === $files->bundle() ? $files->bundle() : null;

        return array_values(array_filter([$firmware, $bundle, $build, ...$verification]));
    }

    /**
     * @return \Generator<int, Finding>
     */
    private function judge(Situation $situation, Package $package): \Generator
    {
        $mine = $situation->state->fact(StateField::RollbackIndex);
        $assumed = $situation->assumed()[$mine->name] ?? null;
        if ($assumed !== null) {
            $mine = Fact::of($mine->name, $assumed, Source::Assumed, 'model sheet');
        }
        $its = $package->facts->best(Field::ROLLBACK_INDEX);
        if (!$mine->known()) {
            // What the phone runs it has not refused.
            $isRunning = $situation->verification->isOfWhatRuns($package);
            $isAsked = $its !== null && $its->value !== 0 && !$isRunning;
            yield from $isAsked ? [self::unknown($package, $its, $mine)] : [];

            return;
        }
        $need = "{$package->title()} with rollback index {$mine->text()} or higher";
        if ($its === null) {
            yield Finding::caution(
                self::id(),
                need: $need,
                found: 'not stated',
                reason: 'Neither file nor card says which index it carries.',
                remedy: Remedy::doFirst('Ask its publisher; a lower one would end this phone.'),
                subject: $package->name(),
                facts: [$mine],
            );
        } elseif ((int) $its->text() < (int) $mine->text()) {
            yield Finding::stop(
                self::id(),
                need: $need,
                found: $its->text(),
                reason: "The phone keeps the index {$mine->text()} for good and refuses everything older; written " .
                    'all the ' .
                    'same it would not start again.',
                remedy: Remedy::getFile('Get a newer one from the maker. This one is never written.'),
                subject: $package->name(),
                facts: [$its, $mine],
            );
        } elseif ($mine->source === Source::Assumed) {
            yield Finding::caution(
                self::id(),
                need: $need,
                found: $its->text(),
                reason: "Nobody has read this phone's own index. The sheet says {$mine->text()}; firmware that was " .
                    'on the phone once may have raised it, and what is below it ends the phone.',
                remedy: Remedy::enterFact('Read it in the bootloader\'s list of variables and enter it.'),
                subject: $package->name(),
                facts: [$its, $mine],
            );
        } else {
            yield Finding::clear(
                self::id(),
                need: $need,
                found: $its->text(),
                reason: 'It is not older than the phone has seen.',
                subject: $package->name(),
                facts: [$its, $mine],
            );
        }
    }

    private static function unknown(Package $package, Fact $its, Fact $mine): Finding
    {
        return Finding::toSettle(
            self::id(),
            need: 'The rollback index of the phone',
            found: "unknown; {$package->name()} carries {$its->text()}",
            reason: 'The phone refuses for good what carries a lower index than its own, and nobody has read its own.',
            remedy: Remedy::enterFact('Read it in the bootloader\'s list of variables and enter it.'),
            subject: $package->name(),
            facts: [$its, $mine],
        );
    }
}
