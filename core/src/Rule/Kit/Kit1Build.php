<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Kit;

use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Fact\Grade;
use Tornavis\Core\Package\KindGuess;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Rule\FileQuestion;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Rule\FitRule;
use Tornavis\Core\Rule\OtherJob;
use Tornavis\Core\Rule\Remedy;
use Tornavis\Core\Situation\Asked;
use Tornavis\Core\Situation\FileFit;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\PackageKind;
use Tornavis\Core\Words\PartitionName;
use Tornavis\Core\Words\RuleId;

/**
 * Speaks about the number of builds and about files whose kind nobody knows.
 *
 * Why: Two builds in one kit, or a file that nobody knows, leave it open what would be written.
 */
final class Kit1Build implements FitRule
{
    private const PROCESSORS = ['arm64', 'arm', 'x86_64'];

    /** What a file can be said to be, the most frequent first. */
    private const ASKED = [
        PackageKind::Build,
        PackageKind::Recovery,
        PackageKind::PartitionImage,
        PackageKind::Services,
        PackageKind::Root,
        PackageKind::Fix,
        PackageKind::Kernel,
        PackageKind::Firmware,
        PackageKind::Vendor,
        PackageKind::GenericImage,
        PackageKind::StockBundle,
        PackageKind::VerificationImage,
        PackageKind::Remover,
        PackageKind::SlotCopy,
        PackageKind::LayoutChanger,
        PackageKind::Cleaner,
        PackageKind::EncryptionDisabler,
    ];

    /** What is asked of a build beside what it is. */
    private const OF_BUILD = [Field::BRINGS_RECOVERY, Field::ASKS_FIRMWARE, Field::ASKS_VENDOR];

    public static function id(): RuleId
    {
        return RuleId::Kit1;
    }

    public static function purpose(): string
    {
        return 'An install needs exactly one build, and every file in the kit must be of a known kind.';
    }

    public function look(Situation $situation): iterable
    {
        $builds = array_map(static fn(Package $p): string => $p->name(), $situation->files->ofKind(PackageKind::Build));
        $other = $builds === [] ? OtherJob::of($situation, self::id()) : null;
        if ($situation->job->installsBuild() && $other !== null) {
            yield $other;
        } elseif ($situation->job->installsBuild() && count($builds) !== 1) {
            yield Finding::stop(
                self::id(),
                need: 'One build in the kit',
                found: $builds === [] ? 'none' : implode(', ', $builds),
                reason: $builds === []
                    ? 'Nothing in the kit would be installed.'
                    : 'With several builds it is not clear which one is meant.',
                remedy: $builds === []
                    ? Remedy::getFile('Choose a build from the shelf.')
                    : Remedy::leaveOut('Leave all but one out.'),
            );
        }
        $guessed = [];
        $questions = [];
        foreach ($situation->kit as $package) {
            if ($package->kind() === null) {
                yield self::unknown($situation, $package);
            } elseif (KindGuess::isBehind($package)) {
                $guessed[] = $package;
                array_push($questions, ...self::questions($situation, $package));
            } elseif (self::isPlaceGuessed($package)) {
                $questions[] = self::whichPlace($situation->sheet, $package);
            }
        }
        array_push($questions, ...self::ofBuild($situation));
        if ($questions !== []) {
            yield self::asked($questions, $guessed);
        }
    }

    private static function unknown(Situation $situation, Package $package): Finding
    {
        return Finding::stop(
            self::id(),
            need: "The kind of {$package->name()} is known",
            found: 'unknown',
            reason: 'Neither the file nor a card beside it says what it is for.',
            remedy: $package->container === null
                ? Remedy::leaveOut('It cannot be read. Leave it out.')
                : Remedy::tell(
                    self::questions($situation, $package),
                    'Say what it is, or add its release card, or leave it out.',
                ),
            subject: $package->name(),
        );
    }

    /**
     * @param  non-empty-list<FileQuestion>  $questions
     * @param  list<Package>  $guessed  whose kind is guessed
     */
    private static function asked(array $questions, array $guessed): Finding
    {
        $facts = array_map(static fn(Package $one): ?Fact => $one->facts->best(Field::KIND), $guessed);
        $likely = [];
        foreach ($questions as $one) {
            $likely[$one->file->name()][] = $one->choices[$one->likely ?? ''] ?? 'unknown';
        }
        $names = array_keys($likely);
        $lines = array_map(
            static fn(string $name, array $words): string => "{$name}: " . implode(', ', $words),
            $names,
            array_values($likely),
        );

        $isOfBuild = static fn(FileQuestion $one): bool => in_array($one->field, self::OF_BUILD, true);
        $isGuess = count(array_filter($questions, $isOfBuild)) < count($questions);

        return Finding::toSettle(
            self::id(),
            need: match (true) {
                !$isGuess => "What {$names[0]} brings and asks for",
                count($names) === 1 => "What {$names[0]} is",
                default => 'What ' . count($names) . ' files are',
            },
            found: $isGuess ? 'guessed from their form' : 'not stated',
            reason: ($isGuess
                ? 'Neither the files nor cards beside them say it. A file that is taken for another goes where it ' .
                    'does not belong.'
                : 'Neither the file nor a card beside it says it. Where the phone lacks what it asks for, it starts ' .
                    'again and again.') .
                ' The guess: ' .
                implode('; ', $lines) .
                '.',
            remedy: Remedy::tell(
                $questions,
                'Compare with the pages that you have them from, and say it. It is not asked again.',
            ),
            subject: 'files',
            facts: array_values(array_filter($facts)),
        );
    }

    /**
     * What it is, and, for a file that is made for one model and names none, for which.
     *
     * @return list<FileQuestion>
     */
    private static function questions(Situation $situation, Package $package): array
    {
        $kinds = array_map(static fn(PackageKind $one): string => $one->value, self::ASKED);
        $questions = [new FileQuestion($package, Field::KIND, array_combine($kinds, $kinds), $package->kind()?->value)];
        $mustName = $package->kind() === null || in_array($package->kind(), FileFit::MODEL_BOUND, true);
        if ($mustName && $package->facts->list(Field::CODENAMES) === []) {
            $questions[] = self::whichModel($situation->sheet, $package);
        }
        if (self::isPlaceGuessed($package)) {
            $questions[] = self::whichPlace($situation->sheet, $package);
        }
        $release = $situation->files->build()?->facts->text(Field::RELEASE);
        $isServices = $package->kind() === PackageKind::Services && $package->facts->text(Field::RELEASE) === null;
        if ($isServices && $release !== null) {
            $questions[] = self::whichRelease($package, $release);
        }
        $isForAny = $situation->fit->mustSayArchitecture($package);
        if ($isForAny && $package->facts->text(Field::ARCHITECTURE) === null) {
            $words = array_combine(self::PROCESSORS, self::PROCESSORS);
            $likely = $situation->sheet->architecture ?? self::PROCESSORS[0];
            $questions[] = new FileQuestion($package, Field::ARCHITECTURE, $words, $likely);
        }

        return $questions;
    }

    /**
     * What the build brings and asks for, where that decides and nothing says it.
     *
     * @return list<FileQuestion>
     */
    private static function ofBuild(Situation $situation): array
    {
        $build = $situation->files->build();
        if ($build === null) {
            return [];
        }
        $questions = [];
        if ($build->facts->flag(Field::BRINGS_RECOVERY) === null && $situation->recovery->isAskedOfBuild()) {
            $words = ['yes' => 'brings a recovery of its own', 'no' => 'brings no recovery'];
            $questions[] = new FileQuestion($build, Field::BRINGS_RECOVERY, $words, 'yes');
        }
        $installs = $situation->job->installsBuild();
        if ($installs && Asked::firmware($build) === null) {
            $questions[] = self::whetherAsked($build, Field::ASKS_FIRMWARE, PackageKind::Firmware);
        }
        $vendor = PartitionName::Vendor->value;
        $isLeft =
            $situation->sheet->partition($vendor) !== null &&
            !in_array($vendor, $build->facts->list(Field::WRITES), true);
        if ($installs && $isLeft && Asked::vendor($build) === null) {
            $questions[] = self::whetherAsked($build, Field::ASKS_VENDOR, PackageKind::Vendor);
        }

        return $questions;
    }

    private static function whetherAsked(Package $build, string $field, PackageKind $base): FileQuestion
    {
        $words = [
            'no' => "no {$base->value} is asked for",
            'yes' => "{$base->value} of some version is asked for",
        ];

        return new FileQuestion($build, $field, $words, 'no');
    }

    /** Whether an image may belong to another partition than such images mostly do. */
    private static function isPlaceGuessed(Package $package): bool
    {
        $isImage = in_array($package->kind(), [PackageKind::PartitionImage, PackageKind::VerificationImage], true);
        $place = $package->facts->best(Field::PARTITION);

        return $isImage && $place !== null && $place->grade() === Grade::Guessed;
    }

    private static function whichPlace(ModelSheet $sheet, Package $package): FileQuestion
    {
        $likely = (string) $package->facts->text(Field::PARTITION);
        $mine =
            $package->kind() === PackageKind::VerificationImage
                ? $sheet->verificationPartitions()
                : $sheet->startPartitions();
        $likely = count($mine) === 1 && !in_array($likely, $mine, true) ? $mine[0] : $likely;
        $words = [];
        foreach (array_unique([$likely, ...$mine]) as $partition) {
            $words[$partition] = "goes into {$partition}";
        }

        return new FileQuestion($package, Field::PARTITION, $words, $likely);
    }

    /** The question whether a bundle that names no release is made for this one. */
    public static function whichRelease(Package $package, string $release): FileQuestion
    {
        $words = [$release => "made for platform release {$release}"];

        return new FileQuestion($package, Field::RELEASE, $words, $release);
    }

    /** The question for which model a file is made that does not name one. */
    public static function whichModel(ModelSheet $sheet, Package $package): FileQuestion
    {
        $mine = $sheet->codename;

        return new FileQuestion($package, Field::CODENAMES, [$mine => "made for {$mine}"], $mine);
    }
}
