<?php

declare(strict_types=1);

namespace App\Planning;

use App\Shelf\Folder;
use App\Shelf\FoundFile;
use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Format\FormatError;
use Tornavis\Core\Format\Schema;
use Tornavis\Core\Package\Checksum;
use Tornavis\Core\Package\Integrity;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageError;
use Tornavis\Core\Package\PackageInspector;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\Unit;
use Tornavis\Core\Plan\Planner;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Situation\Answers;
use Tornavis\Core\Situation\GivenAnswers;
use Tornavis\Core\Situation\HouseRules;
use Tornavis\Core\Situation\Job\Job;
use Tornavis\Core\Situation\KitSuggestion;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Situation\Stock;
use Tornavis\Core\Words\Intent;
use Tornavis\Core\Words\Moment;
use Tornavis\Core\Words\PackageKind;

/** A situation put together from files on the command line. */
final readonly class SituationFiles
{
    public const OPTIONS =
        '{--model= : Model sheet, JSON} {--unit= : Unit, JSON} {--intent=fresh : What is ' .
        'wanted} {--package=* : A file of the kit} {--house-rules= : House rules, JSON} ' .
        '{--answers= : What you agree to, give up and choose, JSON} ' .
        '{--shelf= : A folder with other files, for remedies, alternatives and the suggested kit} ' .
        '{--suggest : Add the suggested files of the shelf to the kit} ' .
        '{--at= : The time that the plan is made for, ISO 8601; now where it is left out} ' .
        '{--agree : Agree to everything that only waits for agreement, and accept every loss}';

    /**
     * @param  list<Package>  $kit
     * @param  list<Package>  $shelf  files that are not in the kit
     */
    private function __construct(
        public ModelSheet $sheet,
        public Unit $unit,
        public array $kit,
        private array $shelf,
        private Intent $intent,
        private HouseRules $house,
        private GivenAnswers $given,
        private string $at,
        private bool $agrees,
    ) {}

    /**
     * @param  array<array-key, mixed>  $options  as the console gives them
     * @return self|string the files, or what is wrong with the words
     *
     * @throws FormatError|PackageError when a file is not there or says what cannot be
     */
    public static function from(array $options): self|string
    {
        $words = array_filter($options, static fn(mixed $word): bool => is_string($word) && $word !== '');
        $packages = is_array($options['package'] ?? null)
            ? array_values(array_filter($options['package'], is_string(...)))
            : [];
        $wish = $words['intent'] ?? '';
        $intent = Intent::tryFrom($wish);
        $at = $words['at'] ?? now()->toIso8601String();
        if (!isset($words['model'], $words['unit'])) {
            return 'Both --model and --unit are needed.';
        }
        if ($intent === null) {
            return "There is no intent \"{$wish}\". It is one of: " .
                implode(', ', array_map(static fn(Intent $case): string => $case->value, Intent::cases())) .
                '.';
        }
        if (Moment::seconds($at) === null) {
            return "The time \"{$at}\" cannot be read. --at takes an ISO 8601 time, as in 2026-05-01T12:00:00Z.";
        }
        if ($packages === [] && Job::of($intent)->installsBuild()) {
            return 'At least one --package is needed.';
        }
        $sheet = ModelSheet::read($words['model']);
        $given = isset($words['answers']) ? GivenAnswers::read($words['answers']) : GivenAnswers::none();
        $unit = self::unit($words['unit'], $sheet, $given, $at);
        $house = isset($words['house-rules'])
            ? HouseRules::fromArray(Schema::decode($words['house-rules']), $words['house-rules'])
            : new HouseRules();
        $house = $house->with($given->answers->house);
        // As on the pages: what changes by itself counts for a while only.
        $unit = $house->ageing($at)->of($unit);
        $kit = array_map(static fn(string $path): Package => self::file($path, $given), $packages);
        $shelf = self::shelf($words['shelf'] ?? null, $kit, $given);
        if ($options['suggest'] ?? false) {
            $kit = self::withSuggested($intent, $kit, $sheet, $unit, $shelf, $house);
            $shelf = array_values(array_filter($shelf, static fn(Package $one): bool => !in_array($one, $kit, true)));
        }

        return new self($sheet, $unit, $kit, $shelf, $intent, $house, $given, $at, (bool) ($options['agree'] ?? false));
    }

    /** @throws FormatError when it states what a phone of this model cannot have */
    private static function unit(string $path, ModelSheet $sheet, GivenAnswers $given, string $at): Unit
    {
        $unit = $given->about(Unit::read($path), $at);
        // A clock of this computer that is behind is no fault of the phone: what it has seen last is the latest time.
        $times = [
            $at,
            now()->toIso8601String(),
            ...array_map(static fn(Fact $fact): ?string => $fact->at, $unit->facts),
        ];
        $latest = max(array_map(static fn(?string $time): int => Moment::seconds((string) $time) ?? 0, $times));
        $now = gmdate('Y-m-d\TH:i:s\Z', $latest);
        $unit->refuseImpossible($unit->codename === $sheet->codename ? $sheet : null, $now, $path);

        return $unit;
    }

    /** @throws PackageError when there is no such file */
    private static function file(string $path, GivenAnswers $given): Package
    {
        if (!is_file($path)) {
            throw PackageError::notReadable($path, is_dir($path) ? 'it is a folder' : 'there is no such file');
        }
        $package = PackageInspector::standard()->describe($path);
        if ($package->integrity() !== Integrity::Damaged) {
            $package = $package->withSums(Checksum::all($path, $package->wantedSums()));
        }

        return $given->aboutFile($package);
    }

    /**
     * @param  list<Package>  $kit
     * @return list<Package> what lies in the folder and not in the kit
     *
     * @throws FormatError when there is no such folder
     */
    private static function shelf(?string $path, array $kit, GivenAnswers $given): array
    {
        if ($path === null) {
            return [];
        }
        if (!is_dir($path)) {
            throw FormatError::notReadable($path);
        }
        $inKit = array_map(static fn(Package $package): string => (string) realpath($package->path), $kit);
        $found = array_map(
            static fn(FoundFile $file): string => $file->path,
            Folder::at((string) realpath($path))->files,
        );
        $files = array_values(array_diff($found, $inKit));
        sort($files);

        return array_map(static fn(string $file): Package => self::file($file, $given), $files);
    }

    /**
     * @param  list<Package>  $kit
     * @param  list<Package>  $shelf
     * @return list<Package> the kit first
     */
    private static function withSuggested(
        Intent $intent,
        array $kit,
        ModelSheet $sheet,
        Unit $unit,
        array $shelf,
        HouseRules $house,
    ): array {
        $subjects = array_filter(
            $kit,
            static fn(Package $one): bool => in_array($one->kind(), Job::of($intent)->takes(), true),
        );
        $subject = array_values($subjects)[0] ?? null;
        $kinds = array_map(static fn(Package $one): ?PackageKind => $one->kind(), $kit);
        $suggested = array_filter(
            KitSuggestion::of($intent, $subject, $sheet, $unit, Stock::of($shelf), $house),
            static fn(Package $one): bool => !in_array($one->kind(), $kinds, true),
        );

        return [...$kit, ...array_values($suggested)];
    }

    public function situation(): Situation
    {
        $situation = new Situation(
            $this->sheet,
            $this->unit,
            $this->kit,
            $this->intent,
            $this->at,
            $this->house,
            $this->given->answers,
            shelf: $this->shelf,
            codenames: [$this->sheet->codename],
            workplace: $this->given->workplace,
        );
        if (!$this->agrees) {
            return $situation;
        }
        $keys = Finding::keysOf(Planner::plan($situation)->findings);
        $given = $this->given->answers;

        return $situation->with(answers: Answers::toEverything($keys, $given));
    }

    /** Whether a shelf was named, so that remedies and alternatives can be found on it. */
    public function hasShelf(): bool
    {
        return $this->shelf !== [];
    }

    /**
     * What the shelf would add to the kit.
     *
     * @return list<Package>
     */
    public function suggested(): array
    {
        $all = self::withSuggested($this->intent, $this->kit, $this->sheet, $this->unit, $this->shelf, $this->house);

        return array_slice($all, count($this->kit));
    }

    /**
     * @return array<string, string> path by name
     */
    public function paths(): array
    {
        return array_column(
            array_map(static fn(Package $package): array => [$package->name(), $package->path], $this->kit),
            1,
            0,
        );
    }
}
