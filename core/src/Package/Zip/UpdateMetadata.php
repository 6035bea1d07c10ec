<?php

declare(strict_types=1);

namespace Tornavis\Core\Package\Zip;

use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Fact\Source;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Package\WithoutWarnings;

/**
 * The metadata text of an update zip ("key=value" lines) and its certificate.
 *
 * Source of the entry paths and keys: the open platform's update package format.
 */
final class UpdateMetadata
{
    /** As many digits as a number here can have. */
    private const NUMBER = '/^\d{1,18}$/';

    private const LARGEST_TEXT = 64 << 10;

    public const TEXT_ENTRY = 'META-INF/com/android/metadata';

    public const CERTIFICATE_ENTRY = 'META-INF/com/android/otacert';

    /** What the two entries are called on screens and in messages. */
    public const TEXT = 'update metadata';

    public const CERTIFICATE = 'certificate in the zip';

    /**
     * @return list<Fact>
     */
    public static function facts(ZipDirectory $zip): array
    {
        return [...self::textFacts($zip), ...self::signerFacts($zip)];
    }

    /**
     * @return list<string> the lists of places of entries, where the metadata has any
     */
    public static function propertyLists(ZipDirectory $zip): array
    {
        $entry = $zip->find(self::TEXT_ENTRY);
        $values = $entry === null ? [] : self::lines($zip->contents($entry, self::LARGEST_TEXT));

        return array_values(array_intersect_key($values, array_flip(PropertyFiles::LISTS)));
    }

    /**
     * @return list<Fact>
     */
    private static function textFacts(ZipDirectory $zip): array
    {
        $entry = $zip->find(self::TEXT_ENTRY);
        if ($entry === null) {
            return [];
        }
        $values = self::lines($zip->contents($entry, self::LARGEST_TEXT));
        // Fingerprint: maker/product/device:release/build id/incremental:type/tags
        $fingerprint = preg_split('#[/:]#', explode('|', $values['post-build'] ?? '')[0]);
        $codenames = preg_split('/[|,]/', $values['pre-device'] ?? '', -1, PREG_SPLIT_NO_EMPTY);
        $type = match (true) {
            isset($values['pre-build']) || isset($values['pre-build-incremental']) => 'incremental',
            isset($values['ota-type']) => 'full',
            default => null,
        };
        $found = [
            Field::CODENAMES => $codenames === [] || $codenames === false ? null : array_map(trim(...), $codenames),
            Field::RELEASE => $fingerprint[3] ?? null,
            Field::BUILD_ID => $values['post-build-incremental'] ?? ($fingerprint[5] ?? null),
            Field::API =>
                preg_match(self::NUMBER, $values['post-sdk-level'] ?? '') === 1
                    ? (int) $values['post-sdk-level']
                    : null,
            Field::PATCH_LEVEL => $values['post-security-patch-level'] ?? null,
            Field::BUILD_TIME =>
                preg_match(self::NUMBER, $values['post-timestamp'] ?? '') === 1
                    ? (int) $values['post-timestamp']
                    : null,
            Field::UPDATE_TYPE => $type,
        ];
        $facts = [];
        foreach ($found as $name => $value) {
            if ($value !== null && $value !== '') {
                $facts[] = Fact::of($name, $value, Source::File, self::TEXT);
            }
        }

        return $facts;
    }

    /**
     * @return list<Fact>
     */
    private static function signerFacts(ZipDirectory $zip): array
    {
        $entry = $zip->find(self::CERTIFICATE_ENTRY);
        if ($entry === null) {
            return [];
        }
        $pem = $zip->contents($entry, 64 << 10);
        $certificate = WithoutWarnings::call(static fn(): \OpenSSLCertificate|false => openssl_x509_read($pem));
        $fingerprint = $certificate === false ? false : openssl_x509_fingerprint($certificate, 'sha256');
        if ($certificate === false || $fingerprint === false) {
            return [Fact::of(Field::SIGNER, null, Source::File, self::CERTIFICATE)];
        }
        $parsed = openssl_x509_parse($certificate);
        $name = is_array($parsed) ? $parsed['subject']['CN'] ?? ($parsed['subject']['O'] ?? null) : null;

        return [
            Fact::of(Field::SIGNER, $fingerprint, Source::File, self::CERTIFICATE),
            Fact::of(Field::SIGNER_NAME, is_string($name) ? $name : null, Source::File, self::CERTIFICATE),
        ];
    }

    /**
     * "key=value" lines; others are passed over.
     *
     * @return array<string, string>
     */
    public static function lines(string $text): array
    {
        $values = [];
        foreach (preg_split('/\R/', $text) ?: [] as $line) {
            $parts = explode('=', $line, 2);
            if (count($parts) === 2) {
                $values[trim($parts[0])] = trim($parts[1]);
            }
        }

        return $values;
    }
}
