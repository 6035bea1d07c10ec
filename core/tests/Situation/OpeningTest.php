<?php

declare(strict_types=1);

use Tornavis\Core\Words\Encryption;

it('opens encrypted data with a recovery that can, and takes the unknown as encrypted', function (
    ?Encryption $encryption,
    array $abilities,
    bool $opens,
) {
    expect(array_diff(Encryption::openedBy($encryption), $abilities) === [])->toBe($opens);
})->with([
    [Encryption::None, [], true],
    [Encryption::File, [], false],
    [Encryption::File, ['decrypt'], true],
    [Encryption::Disk, ['decrypt'], true],
    [Encryption::Metadata, ['decrypt'], false],
    [Encryption::Metadata, ['metadata', 'decrypt'], true],
    [null, [], false],
    [null, ['decrypt'], true],
]);
