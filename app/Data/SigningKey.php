<?php

declare(strict_types=1);

namespace App\Data;

use SodiumException;

/**
 * The key of this installation, by which a journal that was written here is told from one that was made up and chained
 * anew. It lies in the data folder, readable by its owner alone; the public half goes along with every run that is
 * given out.
 *
 * @phpstan-type Signature array{key: string, sequence: int, value: string}
 */
final class SigningKey
{
    /** Which statement a signature makes; it is part of what is signed. */
    private const PURPOSE = "tornavis journal line\n";

    /** @var array<string, non-empty-string> secret key by file */
    private static array $known = [];

    /**
     * @param  string  $run  key of the run
     * @param  int  $sequence  number of the line
     * @param  string  $hash  of the line, which holds those before it
     * @return Signature
     */
    public static function sign(string $run, int $sequence, string $hash): array
    {
        $secret = self::secret();

        return [
            'key' => bin2hex(sodium_crypto_sign_publickey_from_secretkey($secret)),
            'sequence' => $sequence,
            'value' => bin2hex(sodium_crypto_sign_detached(self::statement($run, $sequence, $hash), $secret)),
        ];
    }

    /**
     * @param  Signature  $signature
     */
    public static function holds(array $signature, string $run, string $hash): bool
    {
        try {
            return sodium_crypto_sign_verify_detached(
                sodium_hex2bin($signature['value']) ?: ' ',
                self::statement($run, $signature['sequence'], $hash),
                sodium_hex2bin($signature['key']) ?: ' ',
            );
        } catch (SodiumException) {
            return false;
        }
    }

    /** The public half, in hex. */
    public static function here(): string
    {
        return bin2hex(sodium_crypto_sign_publickey_from_secretkey(self::secret()));
    }

    private static function statement(string $run, int $sequence, string $hash): string
    {
        return self::PURPOSE . "{$run}\n{$sequence}\n{$hash}";
    }

    /** @return non-empty-string */
    private static function secret(): string
    {
        $file = storage_path('signing.key');

        return self::$known[$file] ??= self::read($file) ?? self::make($file);
    }

    /** @return ?non-empty-string */
    private static function read(string $file): ?string
    {
        $kept = base64_decode((string) @file_get_contents($file), true);

        return $kept !== false && strlen($kept) === SODIUM_CRYPTO_SIGN_SECRETKEYBYTES ? $kept : null;
    }

    /**
     * Of two processes that make it at once the second takes that of the first.
     *
     * @return non-empty-string
     */
    private static function make(string $file): string
    {
        $secret = sodium_crypto_sign_secretkey(sodium_crypto_sign_keypair());
        $part = "{$file}." . getmypid();
        if (@file_put_contents($part, base64_encode($secret)) === false) {
            throw DataRefused::notWritten($file);
        }
        chmod($part, 0o600);
        @link($part, $file);
        @unlink($part);

        return self::read($file) ?? $secret;
    }
}
