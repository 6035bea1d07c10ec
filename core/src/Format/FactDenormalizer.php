<?php

declare(strict_types=1);

namespace Tornavis\Core\Format;

use Symfony\Component\Serializer\Normalizer\DenormalizerInterface;
use Tornavis\Core\Fact\Fact;

/** A fact is made by its own function: its value may have several types, and a bench holds tens of thousands. */
final class FactDenormalizer implements DenormalizerInterface
{
    /**
     * @param  array<string, mixed>  $context
     */
    public function denormalize(mixed $data, string $type, ?string $format = null, array $context = []): mixed
    {
        /** @var array{name: string, value: string, source: string} $data */
        return Fact::fromArray($data);
    }

    /**
     * @param  array<string, mixed>  $context
     */
    public function supportsDenormalization(
        mixed $data,
        string $type,
        ?string $format = null,
        array $context = [],
    ): bool {
        return $type === Fact::class && is_array($data);
    }

    /** @return array<class-string, bool> */
    public function getSupportedTypes(?string $format): array
    {
        return [Fact::class => true];
    }
}
