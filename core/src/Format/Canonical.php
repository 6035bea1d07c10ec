<?php

declare(strict_types=1);

namespace Tornavis\Core\Format;

/** The same text for the same content, whatever the order of its keys. */
final class Canonical
{
    /**
     * @param  array<mixed>  $document
     */
    public static function text(array $document): string
    {
        $sort = static function (mixed $value) use (&$sort): mixed {
            if (!is_array($value)) {
                return $value;
            }
            if (!array_is_list($value)) {
                ksort($value);
            }

            return array_map($sort, $value);
        };

        return json_encode($sort(json_decode(json_encode($document, JSON_THROW_ON_ERROR), true)), JSON_THROW_ON_ERROR);
    }
}
