<?php

declare(strict_types=1);

use Tests\Support\World;
use Tornavis\Core\Draft\SheetDraft;
use Tornavis\Core\Fact\Grade;
use Tornavis\Core\Reading\Contradiction;

/**
 * What files and a text say together.
 *
 * @param  list<string>  $files  of the demo shelf
 */
function draftFrom(array $files, string $text = ''): SheetDraft
{
    return SheetDraft::of('NX-1', World::reading($text), array_map(World::package(...), $files));
}

it('says nothing wrong of a model whose files it has, and no size of what is not in super', function (
    string $codename,
    array $files,
    array $unknown,
) {
    $truth = World::sheet($codename)->toArray();
    $sheet = draftFrom($files)->sheet()->toArray();
    foreach (['codename', 'architecture', 'slots', 'recoveryHome', 'dynamicLayout'] as $field) {
        expect($sheet[$field] ?? null)->toBe(in_array($field, $unknown, true) ? null : $truth[$field], $field);
    }
    $static = array_filter($sheet['partitions'], static fn(array $row): bool => !($row['logical'] ?? false));
    expect(array_column($static, 'sizeBytes'))->toBe([]);
})->with([
    'payload and vendor boot recovery' => [
        'bowline',
        ['saltern-15.2-20260903-bowline.zip', 'wicket-4.1-bowline.img', 'firmware-5.2.11-bowline.zip'],
        [],
    ],
    'payload and bundle' => ['becket', ['driftglass-15.1-20260902-becket.zip', 'wicket-4.1-becket.img'], []],
    'scripted zip' => ['marl', ['lamplight-9.4-20250611-marl.zip'], ['dynamicLayout']],
]);

it('reads super from its own image, and a later layout by the api that the model was launched with', function () {
    $draft = draftFrom(['empty-super-prusik.img'], "[ro.product.first_api_level]: [28]\n");

    expect($draft->value('superBytes'))
        ->toBe(3221225472)
        ->and($draft->value('dynamicLayout'))
        ->toBe('retrofit')
        ->and($draft->sheet()->grades->of('dynamicLayout'))
        ->toBe(Grade::Guessed);
});

it('takes nothing from a build for another phone', function () {
    $draft = draftFrom(['saltern-15.2-20260903-bowline.zip'], "[ro.product.device]: [cormorant]\n");

    expect($draft->value('slots'))->toBeNull()->and($draft->notUsed[0])->toContain('is for bowline');
});

it('shows where a manifest and the phone\'s variables cannot both be right', function () {
    $text = "(bootloader) product:bowline\n(bootloader) slot-count:0\n(bootloader) unlocked:yes\n";
    $names = array_map(
        static fn(Contradiction $one): string => $one->name,
        draftFrom(['saltern-15.2-20260903-bowline.zip'], $text)->contradictions,
    );

    expect($names)->toContain('slots');
});
