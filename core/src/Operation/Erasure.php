<?php

declare(strict_types=1);

namespace Tornavis\Core\Operation;

use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Phone\State;
use Tornavis\Core\Words\LossClass;

/**
 * What ending the encryption of the data partition does, whoever does it.
 *
 * @phpstan-import-type FactValue from Fact
 */
final class Erasure
{
    /**
     * @return array<string, FactValue>
     */
    public static function effects(string $fileSystem): array
    {
        $effects = [
            'data.empty' => true,
            'data.writtenBy' => null,
            'data.encryption' => 'none',
            'data.fileSystem' => $fileSystem,
            'data.usedBytes' => 0,
            'data.files' => [],
            'data.unreadable' => false,
            'locks.screen' => false,
        ];
        foreach (LossClass::lostByFormat() as $class) {
            $effects["data.holds.{$class->value}"] = false;
        }

        return $effects;
    }

    /**
     * @return list<LossClass>
     */
    public static function losses(State $state): array
    {
        return array_values(
            array_filter(
                LossClass::lostByFormat(),
                static fn(LossClass $class): bool => $state->flag("data.holds.{$class->value}") !== false &&
                    ($class !== LossClass::ScreenLock || $state->flag('locks.screen') !== false),
            ),
        );
    }
}
