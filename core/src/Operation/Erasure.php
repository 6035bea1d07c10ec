<?php

declare(strict_types=1);

namespace Tornavis\Core\Operation;

use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Phone\MemoryCard;
use Tornavis\Core\Phone\State;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Words\Encryption;
use Tornavis\Core\Words\LossClass;

/**
 * What ending the encryption of the data partition does, whoever does it.
 *
 * @phpstan-import-type FactValue from Fact
 */
final class Erasure
{
    /**
     * @param  ?string  $fileSystem  what the data partition has then; null where nobody knows
     * @return array<string, FactValue>
     */
    public static function effects(State $state, ?string $fileSystem): array
    {
        $effects = self::ofCard($state) + [
            StateField::DataEmpty->value => true,
            StateField::DataWrittenBy->value => null,
            StateField::DataWrittenRelease->value => null,
            StateField::DataWrittenPatchLevel->value => null,
            StateField::DataWrittenSigner->value => null,
            StateField::DataServices->value => null,
            StateField::DataFromSet->value => null,
            StateField::DataEncryption->value => Encryption::None->value,
            StateField::DataFileSystem->value => $fileSystem,
            StateField::DataUsedBytes->value => 0,
            StateField::DataFiles->value => [],
            StateField::DataUnreadable->value => false,
            StateField::ScreenLock->value => false,
            StateField::TrialFamily->value => null,
            StateField::TrialVersion->value => null,
            StateField::SecondFamily->value => null,
            StateField::SecondVersion->value => null,
        ];
        foreach (LossClass::lostByFormat() as $class) {
            $effects[StateField::DataHolds->of($class)] = false;
        }

        return $effects;
    }

    /**
     * What becomes of a card whose key lies among the data.
     *
     * @return array<string, FactValue>
     */
    public static function ofCard(State $state): array
    {
        return (new MemoryCard($state))->goesWithData()
            ? [StateField::DataHolds->of(LossClass::Card) => false, StateField::CardFiles->value => []]
            : [];
    }

    /**
     * @return list<LossClass>
     */
    public static function losses(State $state): array
    {
        return array_values(
            array_filter(
                self::classes($state),
                static fn(LossClass $class): bool => $state->data()->holds($class) !== false &&
                    ($class !== LossClass::ScreenLock || $state->flag(StateField::ScreenLock) !== false),
            ),
        );
    }

    /**
     * What lies among the data, or can be read with its keys alone.
     *
     * @return list<LossClass>
     */
    public static function classes(State $state): array
    {
        $card = (new MemoryCard($state))->goesWithData() ? [LossClass::Card] : [];

        return [...LossClass::lostByFormat(), ...$card, LossClass::SecondSystem];
    }
}
