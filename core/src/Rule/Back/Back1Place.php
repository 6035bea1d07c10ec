<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Back;

use Tornavis\Core\Phone\Backup;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Rule\FitRule;
use Tornavis\Core\Rule\Remedy;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\RuleId;
use Tornavis\Core\Words\Size;

/**
 * Speaks in a job that restores a backup, once a set fits.
 *
 * Why: The recovery restores from storage, so that the set has to lie there. A set on the phone alone is no backup.
 * A system does not get at data that another one has encrypted.
 */
final class Back1Place implements FitRule
{
    public static function id(): RuleId
    {
        return RuleId::Back1;
    }

    public static function purpose(): string
    {
        return 'The set has a place on the phone, and its system can open the storage. A format for that is agreed to.';
    }

    public function look(Situation $situation): iterable
    {
        $set = $situation->restore->set();
        if ($set === null) {
            return;
        }
        yield from self::format($situation, $set);
        yield self::place($situation, $set);
    }

    /**
     * The keys of the data stay with a wipe; a system that does not get them needs a format, which takes more.
     *
     * @return \Generator<int, Finding>
     */
    private static function format(Situation $situation, Backup $set): \Generator
    {
        if (!$situation->restore->formatsFirst()) {
            return;
        }
        $finding = Finding::toSettle(
            self::id(),
            need: "The data may be formatted before \"{$set->id}\" comes back",
            found: $set->baseInWords(),
            reason: 'Another system or a newer one has encrypted the data, and the system of the set does not get ' .
                'its keys. A format ends that, and takes photos and files on the internal storage too. Some systems ' .
                'ask for a reset when they find their data unencrypted; then only the system is back.',
            remedy: Remedy::agree(
                'Copy photos and files off the phone and agree to the format, or choose another set.',
            ),
            subject: "format/{$set->id}",
        );
        yield $finding->unlessAgreed($situation->answers, 'You agreed to the format.');
    }

    private static function place(Situation $situation, Backup $set): Finding
    {
        $need = 'A place on the phone for the set';
        $size = $set->bytes === null ? 'its size is not recorded' : Size::text($set->bytes);
        $place = $situation->restore->place();
        $facts = [
            $situation->state->fact(StateField::CardPresent),
            $situation->state->fact(StateField::CardFreeBytes),
            $situation->state->fact(StateField::DataFreeBytes),
        ];
        $hasCard = $situation->state->flag(StateField::CardPresent);
        if ($set->place === 'card' && $hasCard !== true) {
            return Finding::stop(
                self::id(),
                need: $need,
                found: $hasCard === null ? 'nobody has seen a card in the phone' : 'no card in the phone',
                reason: "\"{$set->id}\" lies on a memory card.",
                remedy: Remedy::doFirst('Put the card in and enter that it is there.'),
                subject: 'place',
                facts: $facts,
            );
        }
        if ($set->place === 'card' && $situation->state->flag(StateField::CardAdopted) === true) {
            return Finding::stop(
                self::id(),
                need: $need,
                found: 'the card is used as internal storage',
                reason: "\"{$set->id}\" lies on a memory card, and no recovery reads one that is used so.",
                remedy: Remedy::doFirst(
                    'Put the card in that holds the set and enter that it is a plain one, or choose another set.',
                ),
                subject: 'place',
                facts: [$situation->state->fact(StateField::CardAdopted)],
            );
        }

        return $place === null
            ? Finding::stop(
                self::id(),
                need: $need,
                found: "none ({$size})",
                reason: 'There is no card with room for it, and the recovery cannot open the internal storage or it ' .
                    'has no room.',
                remedy: Remedy::doFirst(
                    'Put a memory card with enough room into the phone and enter its free room, or use a recovery ' .
                        'that opens the storage.',
                ),
                subject: 'place',
                facts: $facts,
            )
            : Finding::clear(
                self::id(),
                need: $need,
                found: $place === 'card' ? 'the memory card' : 'the internal storage',
                reason: match (true) {
                    $situation->restore->isTakenOff()
                        => "It lies on the phone alone, and is copied off first ({$size}).",
                    $situation->restore->isBrought() => "The plan copies it there first ({$size}).",
                    default => 'It lies there already.',
                },
                subject: 'place',
                facts: $facts,
            );
    }
}
