<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Erase;

use Tornavis\Core\Phone\MemoryCard;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Rule\FitRule;
use Tornavis\Core\Rule\Remedy;
use Tornavis\Core\Rule\RoomOnStorage;
use Tornavis\Core\Situation\Delivery;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\RuleId;
use Tornavis\Core\Words\Size;

/**
 * Speaks about a memory card wherever data is erased, and about room wherever files are copied to the phone.
 *
 * Why: A card that the phone uses as internal storage is read with a key that lies among the data. A copy that breaks
 * off for want of room does so after the erase.
 */
final class Erase5Room implements FitRule
{
    public static function id(): RuleId
    {
        return RuleId::Erase5;
    }

    public static function purpose(): string
    {
        return 'A card that is used as internal storage goes with the data, so it is known before an erase. What is ' .
            'copied to the phone has room there.';
    }

    public function look(Situation $situation): iterable
    {
        $card = new MemoryCard($situation->state);
        $isUsed =
            $situation->delivery->installsFrom() === 'card' ||
            ($situation->backUp->isWanted() && $situation->backUp->place($situation->backUp->bytes()) === 'card');
        if (
            $card->present === true &&
            $card->adopted === null &&
            ($situation->job->erasesData($situation) || $isUsed)
        ) {
            yield self::asked($situation);
        }
        if ($situation->delivery->route() !== Delivery::STORAGE || $situation->delivery->packages() === []) {
            return;
        }
        if ($situation->delivery->place() === 'card') {
            yield from self::onCard($situation, $card);
        } elseif ($situation->delivery->place() === 'internal' && !$situation->delivery->erasesFirst()) {
            yield RoomOnStorage::of(
                $situation,
                self::id(),
                $situation->delivery->neededBytes(),
                'The files of the kit',
                'while they are installed',
            );
        }
    }

    private static function asked(Situation $situation): Finding
    {
        return Finding::toSettle(
            self::id(),
            need: 'Whether the phone uses its memory card as internal storage',
            found: 'not known',
            reason: 'Such a card is encrypted with a key that lies among the data. No recovery reads it, and an ' .
                'erase of the data takes all that is on it. Another card stays as it is.',
            remedy: Remedy::enterFact('Look it up in the storage settings of the phone and say it.'),
            subject: 'card',
            facts: [$situation->state->fact(StateField::CardAdopted)],
        );
    }

    /**
     * @return \Generator<int, Finding>
     */
    private static function onCard(Situation $situation, MemoryCard $card): \Generator
    {
        $bytes = $situation->delivery->largestBytes();
        if ($card->takesFileOf($bytes) === null) {
            yield Finding::toSettle(
                self::id(),
                need: 'A card that holds a file of ' . Size::text($bytes),
                found: 'its file system is not known',
                reason: 'Many cards come with a file system that holds no file of 4 GiB or more. The copy would ' .
                    'break off there.',
                remedy: Remedy::enterFactOrAgree(
                    'Look it up and enter it: vfat holds no such file; exfat, ext4 and f2fs do. Or agree that this ' .
                        'card holds it.',
                ),
                subject: 'card/file',
                facts: [$situation->state->fact(StateField::CardFileSystem)],
            )->unlessAgreed($situation->answers, 'You agreed that the card holds it.');
        }
    }
}
