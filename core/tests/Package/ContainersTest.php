<?php

declare(strict_types=1);

use Tests\Support\World;
use Tornavis\Core\Package\Bytes;
use Tornavis\Core\Package\Comparison;
use Tornavis\Core\Package\Image\SparseImageReader;
use Tornavis\Core\Package\ImageCheck;
use Tornavis\Core\Package\PackageError;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Package\PackageInspector;
use Tornavis\Core\Package\Payload\PartitionExtractor;
use Tornavis\Core\Package\Sum\SumList;
use Tornavis\Core\Space\SpaceBudget;
use Tornavis\Demo\Formats;
use Tornavis\Demo\ImageContent;

it('walks a sparse image to its expanded size, and says what is inside', function () {
    $facts = World::package('saltern-generic-15-arm64.img')->facts;

    expect($facts->int(Field::EXPANDED))
        ->toBe(24_576 * 4096)
        ->and($facts->int(Field::CHUNKS))
        ->toBe(4)
        ->and($facts->flag(Field::CHECKSUM_CHUNK))
        ->toBeTrue()
        ->and($facts->text(Field::IMAGE_FORMAT))
        ->toBe('ext4');
});

it('names the chunk and the byte where a sparse image is wrong', function (Closure $spoil, string $message) {
    $image = Formats::sparse(Formats::ext4(new ImageContent(['a' => 1], 4096, 0), 'x', 8), 64);
    expect(fn() => (new SparseImageReader())->read(Bytes::ofString($spoil($image), 'x.img')))->toThrow(
        PackageError::class,
        $message,
    );
})->with([
    'an unknown chunk' => [
        fn(string $i): string => substr_replace($i, "\x99\x99", 28, 2),
        'Chunk 1 has the unknown type 0x9999',
    ],
    'more chunks than bytes' => [
        fn(string $i): string => substr_replace($i, "\xff\xff\xff\xff", 20, 4),
        'claims 4294967295 chunks',
    ],
    'a chunk count that is too small' => [
        fn(string $i): string => substr_replace($i, pack('V', 1), 20, 4),
        'the chunks make',
    ],
    'a chunk that leaves the file' => [fn(string $i): string => substr($i, 0, 4000), 'ends too early'],
    'another major version' => [fn(string $i): string => substr_replace($i, pack('v', 9), 4, 2), 'major version 9'],
    'a block size of zero' => [fn(string $i): string => substr_replace($i, pack('V', 0), 12, 4), 'blocks of 0'],
]);

it('reads what a verification header protects, and whether it is switched off', function () {
    $facts = World::package('verify-11.1.2-prusik.img')->facts;
    expect($facts->list(Field::HASHED))
        ->toBe(['boot', 'dtbo'])
        ->and($facts->list(Field::CHAINED))
        ->toBe(['modem'])
        ->and($facts->int(Field::ROLLBACK_INDEX))
        ->toBe(4)
        ->and($facts->text(Field::ALGORITHM))
        ->toBe('SHA256_RSA2048')
        ->and($facts->flag(Field::VERIFICATION_OFF))
        ->toBeFalse();

    $off = (new Tornavis\Core\Package\Image\VerificationReader())->read(
        Bytes::ofString(Formats::verification(['boot' => 'x'], [], 0, 'x', true), 'v'),
    );
    expect(
        array_column(array_map(static fn($f): array => $f->toArray(), $off->facts), 'value', 'name')[
            Field::VERIFICATION_OFF
        ],
    )->toBeTrue();
});

it('reads the layout of super: groups, partitions and what is free', function () {
    $package = World::package('empty-super-prusik.img');
    expect($package->facts->int(Field::SUPER_SIZE))
        ->toBe(3 << 30)
        ->and($package->facts->list(Field::GROUPS))
        ->toContain('base_a ' . ((3 << 30) - (8 << 20)))
        ->and($package->facts->list(Field::LOGICAL))
        ->toHaveCount(6)
        ->and($package->kind()?->value)
        ->toBe('empty super');

    $layout = Formats::emptySuper(
        1 << 30,
        ['system_a' => [512 << 20, 'main'], 'vendor_a' => [128 << 20, 'main']],
        ['main' => 1 << 30],
    );
    $facts = array_column(
        array_map(
            static fn($f): array => $f->toArray(),
            (new Tornavis\Core\Package\Image\SuperLayoutReader())->read(Bytes::ofString($layout, 's'))->facts,
        ),
        'value',
        'name',
    );
    expect($facts[Field::FREE])
        ->toBe((1 << 30) - (640 << 20) - (1 << 20))
        ->and($facts[Field::LOGICAL])
        ->toBe(['system_a 536870912 main', 'vendor_a 134217728 main']);
    expect(
        fn() => (new Tornavis\Core\Package\Image\SuperLayoutReader())->read(
            Bytes::ofString(substr_replace($layout, 'x', 4096 + 140, 1), 's'),
        ),
    )->toThrow(PackageError::class, 'checksum');
});

it('says whether a boot image carries a recovery', function (string $name, bool $has) {
    expect(World::package($name)->facts->flag(Field::HAS_RECOVERY_RAMDISK))->toBe($has);
})->with([
    ['wicket-4.1-becket.img', true],
    ['ferrule-15.1-becket.img', false],
    ['wicket-4.1-bowline.img', true],
    ['saltern-15.2-boot-bowline.img', false],
]);

it('takes a partition out of a payload and checks its hash', function () {
    $to = (string) tempnam(sys_get_temp_dir(), 'part');
    $package = World::package('driftglass-15.1-20260902-becket.zip');
    $size = PartitionExtractor::of($package->path)->extract('boot', $to);

    expect($size)
        ->toBe($package->imageFor('boot')?->sizeBytes)
        ->and(hash_file('sha256', $to))
        ->toBe($package->imageFor('boot')?->sha256);
    expect(fn() => PartitionExtractor::of($package->path)->extract('radio', $to))->toThrow(
        PackageError::class,
        'no such partition',
    );
});

it('leaves no image behind when its data is damaged', function () {
    $data = (string) file_get_contents(World::path('driftglass-15.1-20260902-becket.zip'));
    $bad = (string) tempnam(sys_get_temp_dir(), 'bad');
    file_put_contents($bad, substr_replace($data, 'damage', intdiv(strlen($data), 2), 6));
    $outcomes = ImageCheck::of(PackageInspector::standard()->inspect($bad));

    expect(array_column(array_filter($outcomes, static fn(array $o): bool => !$o['agrees']), 'says')[0])
        ->toContain('does not have its hash')
        ->and(count(array_filter($outcomes, static fn(array $o): bool => $o['agrees'])))
        ->toBeGreaterThan(3);
});

it('finds the image of a bundle that was exchanged, against the list and against the verification header', function () {
    $differs = array_filter(
        ImageCheck::of(World::package('hull-13.0-becket-eu-swapped.zip')),
        static fn(array $o): bool => !$o['agrees'],
    );
    expect(array_column($differs, 'against'))
        ->toBe(['checksum list in the bundle', 'verification header'])
        ->and(array_unique(array_column($differs, 'partition')))
        ->toBe(['dtbo']);
    expect(
        array_filter(
            ImageCheck::of(World::package('hull-13.0-becket-eu.zip')),
            static fn(array $o): bool => !$o['agrees'],
        ),
    )->toBe([]);
});

it('compares the property file and the lists of places with what the zip has', function () {
    expect(World::package('saltern-15.2-20260903-bowline.zip')->facts->text(Field::PAYLOAD_SHA256))->toMatch(
        '/^[0-9a-f]{64}$/',
    );
    $path = (string) tempnam(sys_get_temp_dir(), 'zip');
    Tornavis\Demo\ZipFile::write(
        $path,
        [
            Tornavis\Core\Package\Zip\UpdateMetadata::TEXT_ENTRY => "ota-streaming-property-files=payload.bin:7:9\n",
            'payload.bin' => (string) file_get_contents(World::path('empty-super-prusik.img')),
        ],
        ['payload.bin'],
    );
    expect(
        fn() => Tornavis\Core\Package\Zip\PropertyFiles::facts(
            Tornavis\Core\Package\Zip\ZipDirectory::of(Bytes::open($path)),
        ),
    )->toThrow(PackageError::class, 'It places payload.bin at byte 7');
});

it('says that a weak sum shows a broken download and no forgery', function () {
    $package = World::package('vendor-9.4-carrick.zip');
    $package = PackageInspector::standard()
        ->describe($package->path)
        ->withSums(Tornavis\Core\Package\Checksum::all($package->path, ['sha256', 'md5']));
    expect($package->integrity()->value)->toBe('verified')->and($package->sums)->toHaveKey('md5');

    $wrong = World::package('larder-mini-15-arm64-wrong-sum.zip');
    expect($wrong->integrity()->value)
        ->toBe('damaged')
        ->and($wrong->integrityReason())
        ->toContain('the list larder-mini-15-arm64-wrong-sum.zip.sha256 beside it states 000000');
});

it('writes a list that it reads again, and passes over what is no sum', function () {
    $sums = ['b.zip' => str_repeat('a', 64), 'a.img' => str_repeat('b', 64)];
    expect(array_column(SumList::read(SumList::write($sums))->rows, 'sum', 'name'))
        ->toBe(['a.img' => str_repeat('b', 64), 'b.zip' => str_repeat('a', 64)])
        ->and(SumList::read("some words\n# a note: deadbeef\n")->isEmpty())
        ->toBeTrue();
});

it('names what differs between two builds, and what it means', function () {
    $rows = array_column(
        Comparison::of(
            World::package('driftglass-15.1-20260902-becket.zip'),
            World::package('driftglass-15.2-20260915-becket-nightly.zip'),
        ),
        null,
        'name',
    );
    expect($rows['channel'])
        ->toMatchArray(['left' => 'stable', 'right' => 'nightly'])
        ->and($rows['version']['says'])
        ->toBe('The right one is newer.')
        ->and($rows)
        ->not->toHaveKey('signer')
        ->and($rows['Image of system']['says'])
        ->toBe('The same size, another content.');
    expect(Comparison::of(World::package('latchkey-4.2.zip'), World::package('latchkey-4.2.zip')))->toBe([]);
});

it('says before any plan whether the images fit into super', function () {
    $build = World::package('saltern-15.2-20260903-bowline.zip');
    $budget = SpaceBudget::of(World::sheet('bowline'), $build);
    expect($budget->fits())
        ->toBeTrue()
        ->and($budget->needBytes)
        ->toBe(336 << 20)
        ->and($budget->missingBytes())
        ->toBe(0);

    $small = Tornavis\Core\Phone\ModelSheet::kept(
        array_replace(World::sheet('bowline')->toArray(), [
            'superGroups' => [['name' => 'main', 'maximumBytes' => 300 << 20]],
        ]),
    );
    expect(SpaceBudget::of($small, $build)->missingBytes())
        ->toBe(36 << 20)
        ->and(SpaceBudget::of($small, $build)->fits())
        ->toBeFalse();
    expect(SpaceBudget::of(World::sheet('prusik'), World::package('hull-11.1.2-prusik.zip'))->logical)
        ->toBe([])
        ->and(
            array_column(
                SpaceBudget::of(World::sheet('prusik'), World::package('saltern-13.4-20260802-prusik.zip'))->logical,
                'partition',
            ),
        )
        ->toContain('system');
    expect(SpaceBudget::of(World::sheet('carrick'), World::package('ferrule-15.1-becket.img'))->tooLarge)->toBe([]);
});

it('reads each kind of the demo world, with its kind and for whom it is', function () {
    $kinds = [];
    foreach (glob(World::shelf() . '/*.card.json') ?: [] as $card) {
        $kinds[] = World::package(basename($card, '.card.json'))->kind()?->value;
    }
    $schema = json_decode(
        (string) file_get_contents(dirname(__DIR__, 3) . '/docs/formats/release-card.schema.json'),
        true,
    );

    expect(array_values(array_diff($schema['properties']['kind']['enum'], $kinds)))->toBe([]);
});
