<?php

declare(strict_types=1);

namespace Tornavis\Core\Reading\Form;

/** Values of variables as bootloaders write them. */
final class VariableText
{
    /** Null where it is neither yes nor no. */
    public static function flag(string $value): ?bool
    {
        return match (strtolower(trim($value))) {
            'yes', 'true', '1', 'y' => true,
            'no', 'false', '0', 'n' => false,
            default => null,
        };
    }
}
