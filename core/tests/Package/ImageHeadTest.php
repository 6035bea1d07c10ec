<?php

declare(strict_types=1);

use Tests\Support\World;
use Tornavis\Core\Package\Image\ImageHead;

/*
 * The form of an image inside an archive, told from its first bytes. Packed files are made by the public tools.
 */

it('tells the images of a bundle from each other', function () {
    $contents = [];
    foreach (World::package('hull-13.0-becket-eu.zip')->images as $image) {
        $contents[$image->partition] = $image->content;
    }

    expect($contents)->toMatchArray([
        'boot' => 'boot image',
        'modem' => null,
        'verify' => 'verification header',
    ]);
});

it('tells what is packed, and does not guess', function (string $command, ?string $form) {
    $path = tempnam(sys_get_temp_dir(), 'head');
    file_put_contents((string) $path, str_repeat('made for a test ', 2000));
    $head = (string) shell_exec("{$command} < {$path}");

    expect(ImageHead::container(substr($head, 0, ImageHead::BYTES))?->value)->toBe($form);
})->with([
    ['gzip -c', 'compressed file'],
    ['xz -c', 'compressed file'],
    ['bzip2 -c', 'compressed file'],
    ['lz4 -c', 'compressed file'],
    ['cat', null],
    ['true', null],
]);
