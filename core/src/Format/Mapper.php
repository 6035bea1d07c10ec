<?php

declare(strict_types=1);

namespace Tornavis\Core\Format;

use Symfony\Component\PropertyInfo\Extractor\PhpStanExtractor;
use Symfony\Component\PropertyInfo\Extractor\ReflectionExtractor;
use Symfony\Component\PropertyInfo\PropertyInfoExtractor;
use Symfony\Component\Serializer\Exception\ExceptionInterface;
use Symfony\Component\Serializer\Exception\MissingConstructorArgumentsException;
use Symfony\Component\Serializer\Exception\NotNormalizableValueException;
use Symfony\Component\Serializer\Mapping\Factory\ClassMetadataFactory;
use Symfony\Component\Serializer\Mapping\Loader\AttributeLoader;
use Symfony\Component\Serializer\NameConverter\MetadataAwareNameConverter;
use Symfony\Component\Serializer\Normalizer\ArrayDenormalizer;
use Symfony\Component\Serializer\Normalizer\BackedEnumNormalizer;
use Symfony\Component\Serializer\Normalizer\ObjectNormalizer;
use Symfony\Component\Serializer\Serializer;

/**
 * Decoded JSON of an own format as an object: each argument of the constructor takes the member of its name, with the
 * types that the constructor and its docblock state. The schema is checked before.
 */
final class Mapper
{
    private static ?Serializer $serializer = null;

    /**
     * @template T of object
     *
     * @param  class-string<T>  $class
     * @param  array<string, mixed>  $data
     * @return T
     *
     * @throws FormatError where a member is missing or has another type, which only what was kept by hand can have
     */
    public static function to(string $class, array $data, string $where): object
    {
        try {
            $object = self::serializer()->denormalize($data, $class, 'json');
        } catch (NotNormalizableValueException $error) {
            $expected = implode(' or ', $error->getExpectedTypes() ?? ['what the format says']);
            throw FormatError::invalid($where, $error->getPath() ?? '', 'This does not fit the format', $expected);
        } catch (MissingConstructorArgumentsException $error) {
            $missing = implode(', ', str_replace('$', '', $error->getMissingConstructorArguments()));
            throw FormatError::invalid(
                $where,
                $missing,
                "{$missing} is missing",
                'every part that the format asks for',
            );
        } catch (ExceptionInterface $error) {
            throw FormatError::invalid($where, '', 'This does not fit the format', $error->getMessage());
        }

        return $object instanceof $class
            ? $object
            : throw FormatError::invalid($where, '', 'This does not fit the format', "a {$class}");
    }

    private static function serializer(): Serializer
    {
        if (self::$serializer === null) {
            $metadata = new ClassMetadataFactory(new AttributeLoader());
            $types = new PropertyInfoExtractor([], [new PhpStanExtractor(), new ReflectionExtractor()]);
            $names = new MetadataAwareNameConverter($metadata);
            self::$serializer = new Serializer([
                new FactDenormalizer(),
                new BackedEnumNormalizer(),
                new ArrayDenormalizer(),
                new ObjectNormalizer($metadata, $names, null, $types),
            ]);
        }

        return self::$serializer;
    }
}
