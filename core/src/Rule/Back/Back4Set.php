<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Back;

use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Rule\FitRule;

use Tornavis\Core\Rule\Remedy;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\BackupPart;
use Tornavis\Core\Words\LossClass;
use Tornavis\Core\Words\RuleId;
use Tornavis\Core\Words\Size;

/**
 * Speaks in a job that backs up, alone or before a build: what goes into the set, and where it has room.
 *
 * Why: A set that was cut off because the room ran out looks like a whole one until it is needed.
 */
final class Back4Set implements FitRule
{
    public static function id(): RuleId
    {
        return RuleId::Back4;
    }

    public static function purpose(): string
    {
        return 'What a backup holds, where it has room, and what it does not hold are known before it is made.';
    }

    public function look(Situation $situation): iterable
    {
        if (!$situation->backUp->isWanted()) {
            return;
        }
        $parts = $situation->backUp->parts();
        if ($parts === []) {
            yield Finding::stop(
                self::id(),
                need: 'Something to back up',
                found: 'nothing',
                reason: 'The data is empty, no whole system is known in the slot in use, and no identity is left out.',
                remedy: Remedy::enterFact('Look at the phone and enter what it holds on its page.'),
                subject: 'parts',
            );

            return;
        }
        yield Finding::clear(
            self::id(),
            need: 'Something to back up',
            found: implode(', ', array_map(static fn(BackupPart $part): string => $part->value, $parts)),
            reason: implode('. ', array_map(static fn(BackupPart $part): string => $part->label(), $parts)) . '.',
            subject: 'parts',
        );
        yield from $this->leftOut($situation, $parts);
        yield from $this->room($situation);
        if (in_array(BackupPart::Identity, $parts, true)) {
            yield Finding::note(
                self::id(),
                need: 'The identity stays with this phone',
                found: "of {$situation->unit->label}",
                reason: 'It goes back to this very phone and to no other, and is never altered.',
                subject: 'identity',
            );
        }
    }

    /**
     * @param  list<BackupPart>  $parts
     * @return \Generator<int, Finding>
     */
    private function leftOut(Situation $situation, array $parts): \Generator
    {
        $holds = $situation->state->data()->holds(LossClass::Photos);
        if (in_array(BackupPart::Data, $parts, true) && $holds !== false) {
            yield Finding::caution(
                self::id(),
                need: 'Photos and files are copied by themselves',
                found: $holds === true ? 'on the internal storage' : 'perhaps on the internal storage',
                reason: 'A recovery leaves the internal storage out of the data. Copy photos and files to the ' .
                    'computer in the running system.',
                subject: 'photos',
                facts: [$situation->state->fact(StateField::DataHolds->of(LossClass::Photos))],
            );
        }
        if (
            $situation->backUp->isThere(BackupPart::Identity) &&
            !in_array(BackupPart::Identity, $parts, true) &&
            !$situation->backUp->hasIdentity()
        ) {
            yield Finding::caution(
                self::id(),
                need: 'A backup of the radio\'s identity',
                found: 'none is recorded, and this set leaves it out',
                reason: 'The first foreign kernel or a layout change can damage it, and nothing else brings it back.',
                remedy: Remedy::doFirst('Choose the identity as a part of this set too.'),
                subject: 'identity',
            );
        }
    }

    /**
     * @return \Generator<int, Finding>
     */
    private function room(Situation $situation): \Generator
    {
        $bytes = $situation->backUp->bytes();
        $place = $situation->backUp->place($bytes);
        $card = $situation->state->fact(StateField::CardFreeBytes);
        $internal = $situation->state->fact(StateField::DataFreeBytes);
        $size = $bytes === null ? 'unknown' : 'up to ' . Size::text($bytes);
        $free = match ($place) {
            'card' => $card,
            'internal' => $internal,
            default => null,
        };
        if ($place === null) {
            yield Finding::stop(
                self::id(),
                need: "Room for the set ({$size})",
                found: 'none',
                reason: 'There is no card with enough room, and the recovery cannot open the internal storage or it ' .
                    'has too little.',
                remedy: Remedy::doFirst(
                    'Put a memory card with enough room into the phone and enter its free room, use a recovery that ' .
                        'opens the storage, or choose fewer parts.',
                ),
                subject: 'room',
                facts: [$card, $internal],
            );

            return;
        }
        $where = $place === 'card' ? 'the memory card' : 'the internal storage';
        if ($bytes === null || !is_int($free?->value)) {
            $finding = Finding::toSettle(
                self::id(),
                need: "Room for the set ({$size})",
                found: "on {$where}, but how much is not known",
                reason: 'A set that was cut off because the room ran out looks like a whole one until it is needed.',
                remedy: Remedy::enterFactOrAgree(
                    $situation->backUp->lacksSizes()
                        ? 'Paste the bootloader\'s list of variables, which shows how large the partitions are, ' .
                            'or look in the recovery and agree that it is enough.'
                        : 'Enter how much the data uses and how much is free, or look in the recovery and agree that ' .
                            'it is enough.',
                ),
                subject: 'room',
                facts: array_filter([$situation->state->fact(StateField::DataUsedBytes), $free]),
            );
            yield $finding->unlessAgreed($situation->answers, 'You looked and agreed that it is enough.');

            return;
        }
        yield Finding::clear(
            self::id(),
            need: "Room for the set ({$size})",
            found: Size::text($free->value) . " on {$where}",
            reason: 'The set has room there, and the plan copies it to the computer from there.',
            subject: 'room',
            facts: [$free],
        );
    }
}
