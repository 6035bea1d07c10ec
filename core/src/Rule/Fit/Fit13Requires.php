<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Fit;

use Tornavis\Core\Operation\Wipe;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Rule\FitRule;
use Tornavis\Core\Rule\Remedy;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\PackageKind;
use Tornavis\Core\Words\PartitionName;
use Tornavis\Core\Words\RuleId;

/**
 * Speaks for each file whose card requires root, an encryption of the data, or partitions that are wiped before it,
 * and for each known problem and condition on it.
 *
 * Why: Publishers say in a sentence what nothing in the file checks; without it the file goes in and does not work.
 */
final class Fit13Requires implements FitRule
{
    public static function id(): RuleId
    {
        return RuleId::Fit13;
    }

    public static function purpose(): string
    {
        return 'What a card requires beside firmware and recovery is there in the end: root, an encryption, and what ' .
            'is put back where something is wiped.';
    }

    public function look(Situation $situation): iterable
    {
        foreach ($situation->kit as $package) {
            if ($package->facts->flag(Field::NEEDS_ROOT) === true) {
                yield self::root($situation, $package);
            }
            if ($package->facts->text(Field::NEEDS_ENCRYPTION) !== null) {
                yield self::encryption($situation, $package);
            }
            yield from self::sentences($package);
            $wipes = $package === $situation->files->build() ? $situation->layout->wipes() : [];
            foreach (array_diff($wipes, [Wipe::CACHES]) as $partition) {
                yield self::wipe($situation, $package, $partition);
            }
        }
    }

    /**
     * What its publisher says in sentences, which nothing here can judge.
     *
     * @return iterable<Finding>
     */
    private static function sentences(Package $package): iterable
    {
        $title = $package->title();
        $says = [
            Field::KNOWN_PROBLEMS => ["Known problems of {$title}", 'Its publisher says that this does not work.'],
            Field::CONDITIONS => [
                "A condition of {$title}",
                'Its publisher says so. Look whether it is about this phone.',
            ],
        ];
        foreach ($says as $field => [$need, $reason]) {
            $fact = $package->facts->best($field);
            foreach ($package->facts->list($field) as $number => $sentence) {
                yield Finding::note(
                    self::id(),
                    need: $need,
                    found: $sentence,
                    reason: $reason,
                    subject: "{$field}/{$number}/{$package->name()}",
                    facts: array_filter([$fact]),
                );
            }
        }
    }

    private static function root(Situation $situation, Package $package): Finding
    {
        $need = "Root for {$package->title()}";
        $subject = "root/{$package->name()}";
        $has = $situation->state->fact(StateField::Root->in($situation->slots->active()));
        $inKit = $situation->files->ofKind(PackageKind::Root)[0] ?? null;
        $stays = $has->known() && !$situation->job->installsBuild();
        if ($inKit !== null || $stays) {
            return Finding::clear(
                self::id(),
                need: $need,
                found: $inKit?->title() ?? $has->text(),
                reason: match (true) {
                    $inKit === null => 'It is on the phone and stays.',
                    $package === $situation->files->build() => 'It goes in after the build, before its first start.',
                    default => 'It goes in before what needs it.',
                },
                subject: $subject,
                facts: [$has],
            );
        }
        foreach ($situation->shelf as $other) {
            if ($other->kind() === PackageKind::Root && $situation->fit->suits($other)) {
                $remedy = Remedy::addFile($other);
                break;
            }
        }

        return Finding::stop(
            self::id(),
            need: $need,
            found: 'none in the end',
            reason: "{$package->title()} works with root alone, and nothing in the plan brings it.",
            remedy: $remedy ?? Remedy::getFile("Add a root package, or leave {$package->title()} out."),
            subject: $subject,
            facts: [$has],
        );
    }

    private static function encryption(Situation $situation, Package $package): Finding
    {
        $wants = (string) $package->facts->text(Field::NEEDS_ENCRYPTION);
        $ends = $situation->fit->endEncryption();
        $need = "Data with encryption \"{$wants}\" for {$package->title()}";
        $subject = "encryption/{$package->name()}";
        $facts = [$situation->state->fact(StateField::DataEncryption)];

        return match (true) {
            $ends === null => Finding::toSettle(
                self::id(),
                need: $need,
                found: 'unknown',
                reason: 'How the data is encrypted has not been seen.',
                remedy: Remedy::enterFact('Read it in the recovery or in the settings, and enter it.'),
                subject: $subject,
                facts: $facts,
            ),
            $ends->value === $wants => Finding::clear(
                self::id(),
                need: $need,
                found: $ends->value,
                reason: 'The data is so in the end.',
                subject: $subject,
                facts: $facts,
            ),
            default => Finding::stop(
                self::id(),
                need: $need,
                found: $ends->value,
                reason: "In the end the data has encryption \"{$ends->value}\", and {$package->title()} does not " .
                    'work with that.',
                remedy: $wants === 'none'
                    ? Remedy::getFile('Add a file that switches encryption off in a fresh install, or leave it out.')
                    : Remedy::leaveOut("Leave {$package->title()} out, or use a build that encrypts so."),
                subject: $subject,
                facts: $facts,
            ),
        };
    }

    /** What is wiped has to be put back by something, or the phone does not start. */
    private static function wipe(Situation $situation, Package $build, string $partition): Finding
    {
        $need = "{$partition} is put back after it was wiped";
        $vendor = $partition === PartitionName::Vendor->value ? $situation->vendor->chosen() : null;
        $brings = in_array($partition, $build->facts->list(Field::WRITES), true) ? $build : $vendor;
        $fact = $build->facts->best(Field::WIPES);

        return $brings !== null
            ? Finding::clear(
                self::id(),
                need: $need,
                found: $brings->name(),
                reason: 'The plan wipes it before the build goes in, and then puts it back.',
                subject: "wipe/{$partition}",
                facts: array_filter([$fact]),
            )
            : Finding::stop(
                self::id(),
                need: $need,
                found: 'nothing brings it',
                reason: "The publisher of {$build->title()} has {$partition} wiped, and nothing in the kit writes " .
                    'it. The phone would not start.',
                remedy: Remedy::getFile("Add the file that brings {$partition}."),
                subject: "wipe/{$partition}",
                facts: array_filter([$fact]),
            );
    }
}
