<?php

declare(strict_types=1);

namespace Tornavis\Core\Run;

use Tornavis\Core\Words\OperationName;

/**
 * A person at the phone. Nothing is sent anywhere: what is to be done is asked for, and what the phone said is
 * reported.
 */
final class Hands implements Link
{
    public const NAME = 'hands';

    public function name(): string
    {
        return self::NAME;
    }

    public function observe(): LinkAnswer
    {
        throw new WaitsForPerson();
    }

    public function carryOut(OperationName $operation, array $parameters, callable $progress): LinkAnswer
    {
        throw new WaitsForPerson();
    }
}
