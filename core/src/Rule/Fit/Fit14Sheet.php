<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Fit;

use Tornavis\Core\Fact\Grade;
use Tornavis\Core\Package\Container;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Rule\FitRule;
use Tornavis\Core\Rule\ModelQuestion;
use Tornavis\Core\Rule\Remedy;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\PackageKind;
use Tornavis\Core\Words\PartitionName;
use Tornavis\Core\Words\RuleId;

/**
 * Speaks for each thing that the plan has to know of the model, and that its sheet leaves open, guesses, or has from
 * nothing but the file that is to be written.
 *
 * Why: A sheet may be drafted from one paste. Without knowing how many slots there are, or where the recovery lives,
 * an image goes to the wrong place.
 */
final class Fit14Sheet implements FitRule
{
    /** What each field is called, which paste shows it, and what a wrong value costs. */
    private const TELLS = [
        'slots' => [
            'How many slots it has',
            'Paste the bootloader\'s list of variables, which shows it as slot-count.',
            'With the wrong number an image goes into a slot that does not start.',
        ],
        'recoveryHome' => [
            'Where its recovery lives',
            'Paste the listing of its partitions by name: where one is called recovery, it lives there.',
            'In the wrong place the recovery takes the place of what the system starts from.',
        ],
        'dynamicLayout' => [
            'Whether it has super',
            'Paste its list of properties, which shows it.',
            'With the wrong layout the images of the system have nowhere to go, or go over one another.',
        ],
        'architecture' => [
            'Its processor architecture',
            'Paste its list of properties, which shows it.',
            'A system for another processor does not start.',
        ],
        'launchApi' => [
            'With which api it was launched',
            'Paste its list of properties, which shows it as the first api level.',
            'An image that is made for models of another launch api does not start.',
        ],
        'pcFlash' => [
            'Where it takes images from a computer',
            'Paste the bootloader\'s list of variables: a phone that prints one takes images there.',
            'In the wrong mode nothing can be written from the computer.',
        ],
        'verification' => [
            'Whether it checks what it starts by verification headers',
            'Paste the listing of its partitions by name, which shows whether one is for them.',
            'Where they are there and stay on, the phone refuses a system that is not its maker\'s.',
        ],
    ];

    /** What can be answered, in words. */
    private const CHOICES = [
        'slots' => ['1' => 'one', '2' => 'two, A and B'],
        'recoveryHome' => [
            'recovery' => 'in a partition of its own',
            'boot' => 'in boot',
            'vendor_boot' => 'in vendor boot',
        ],
        'dynamicLayout' => [
            'native' => 'yes, it was made with it',
            'retrofit' => 'yes, put in later',
            'none' => 'no',
        ],
        'architecture' => [
            'arm64' => 'arm64',
            'arm' => 'arm',
            'arm_binder64' => 'arm_binder64',
            'x86_64' => 'x86_64',
        ],
        'verification' => ['yes' => 'yes, in a partition of their own', 'no' => 'no'],
        'pcFlash' => ['no' => 'in its bootloader', 'yes' => "in the maker's PC flash mode"],
    ];

    /** The launch apis that can be answered: the first with slots, to one that is not out yet. */
    private const LAUNCH_APIS = [24, 37];

    private const WRITES_RECOVERY = [PackageKind::Build, PackageKind::Recovery, PackageKind::Kernel];

    private const NEEDS_LAYOUT = [
        PackageKind::Build,
        PackageKind::GenericImage,
        PackageKind::EmptySuper,
        PackageKind::StockBundle,
    ];

    public static function id(): RuleId
    {
        return RuleId::Fit14;
    }

    public static function purpose(): string
    {
        return 'What decides where something is written, or whether the phone starts, is on its sheet, and neither ' .
            'guessed nor known from nothing but the file that is to be written.';
    }

    public function look(Situation $situation): iterable
    {
        $unsure = [];
        foreach (self::needed($situation) as $field) {
            $grade = $situation->sheet->grades->of($field);
            $onlyFile = self::onlyFileBehind($situation, $field);
            $isOpen = in_array($grade, [null, Grade::Guessed], true) || $onlyFile !== null;
            if (!$isOpen) {
                continue;
            }
            $unsure[] = self::asked($situation, $field, $onlyFile);
        }
        yield from count($unsure) > 1 ? [self::several($situation->sheet, $unsure)] : $unsure;
    }

    /**
     * What is guessed, or only said by a file, on one page: each with its answers.
     *
     * @param  non-empty-list<Finding>  $unsure
     */
    private static function several(ModelSheet $sheet, array $unsure): Finding
    {
        $questions = array_merge(...array_map(static fn(Finding $one): array => $one->remedy->models ?? [], $unsure));
        $fields = array_map(static fn(ModelQuestion $one): string => $one->field, $questions);
        $pastes = array_unique(array_map(static fn(string $field): string => self::TELLS[$field][1], $fields));
        $costs = array_map(static fn(string $field): string => self::TELLS[$field][2], $fields);
        $found = array_map(
            static fn(Finding $one, ModelQuestion $asked): string => "{$asked->asks}: {$one->found}",
            $unsure,
            $questions,
        );

        return Finding::together(
            $unsure,
            need: count($unsure) . " things about the model, on the sheet of {$sheet->codename}",
            found: implode('; ', $found),
            reason: 'Nothing that was pasted or dropped shows them for certain. ' . implode(' ', $costs),
            remedy: Remedy::say($questions, implode(' ', $pastes) . ' Or say them, if you know.'),
            subject: 'model',
        );
    }

    private static function asked(Situation $situation, string $field, ?string $onlyFile): Finding
    {
        $sheet = $situation->sheet;
        [$what, $paste, $cost] = self::TELLS[$field];
        $value = $sheet->toArray()[$field] ?? null;
        $known = match (true) {
            is_bool($value) => $value ? 'yes' : 'no',
            is_scalar($value) => (string) $value,
            default => null,
        };
        $likely = $known ?? self::mostly($situation, $field);
        $question = new ModelQuestion($field, $what, self::choices($field), $likely);
        $need = "{$what}, on the sheet of {$sheet->codename}";
        if ($known === null) {
            return Finding::stop(
                self::id(),
                need: $need,
                found: 'not known',
                reason: "Nothing that was pasted or dropped shows it. {$cost}",
                remedy: Remedy::say([$question], "{$paste} Or say it."),
                subject: $field,
            );
        }
        $words = $question->choices[$known] ?? $known;

        return Finding::toSettle(
            self::id(),
            need: $need,
            found: $onlyFile === null ? "{$words}, guessed" : "{$words}, by {$onlyFile} alone",
            reason: $onlyFile === null
                ? "Most phones of this kind are so, and nothing that was pasted or dropped shows it. {$cost}"
                : "The file that is to be written says so, and the phone has said nothing. {$cost}",
            remedy: Remedy::say([$question], "{$paste} Or say it, if you know."),
            subject: $field,
        );
    }

    /** What most such phones have, where nothing says it: it is offered as the likely answer, and believed of none. */
    private static function mostly(Situation $situation, string $field): ?string
    {
        $build = $situation->files->build();
        $writesSystem = in_array(PartitionName::System->value, $build?->facts->list(Field::WRITES) ?? [], true);

        return match (true) {
            $field === 'architecture' => 'arm64',
            // With super, a script names it; a system that is written by itself has a partition of its own.
            $field === 'dynamicLayout' && $build?->container === Container::ScriptedZip && $writesSystem => 'none',
            // The maker's programs for that mode take bundles of this form.
            $field === 'pcFlash' => self::holds($situation, Container::TarBundle) ? 'yes' : 'no',
            default => null,
        };
    }

    private static function holds(Situation $situation, Container $container): bool
    {
        return array_filter($situation->kit, static fn(Package $one): bool => $one->container === $container) !== [];
    }

    /** The one file of the kit that a field is known from; null where anything else says it too. */
    private static function onlyFileBehind(Situation $situation, string $field): ?string
    {
        $names = $situation->sheet->grades->readFrom($field);
        $kit = array_map(static fn(Package $one): string => $one->name(), $situation->kit);
        $isStated = in_array($situation->sheet->grades->of($field), [Grade::Stated, Grade::Derived], true);

        return $isStated && count($names) === 1 && in_array($names[0], $kit, true) ? $names[0] : null;
    }

    /**
     * @return array<array-key, string> words by value
     */
    private static function choices(string $field): array
    {
        if ($field !== 'launchApi') {
            return self::CHOICES[$field];
        }
        $choices = [];
        foreach (range(...self::LAUNCH_APIS) as $api) {
            $choices[$api] = "api {$api}";
        }

        return $choices;
    }

    /**
     * @return list<string> fields of the sheet that the files at hand make necessary
     */
    private static function needed(Situation $situation): array
    {
        return $situation->sheet->isWhole() ? [] : self::decides($situation);
    }

    /**
     * What of a sheet decides how the kit goes in, whether it is known or not.
     *
     * @return list<string> fields of the sheet
     */
    public static function decides(Situation $situation): array
    {
        $needs = ['slots' => true, 'pcFlash' => $situation->modes->usesBootloader()];
        foreach ($situation->kit as $package) {
            $needs['recoveryHome'] = ($needs['recoveryHome'] ?? false) || self::is($package, self::WRITES_RECOVERY);
            $needs['dynamicLayout'] = ($needs['dynamicLayout'] ?? false) || self::is($package, self::NEEDS_LAYOUT);
            $needs['architecture'] = ($needs['architecture'] ?? false) || self::needsArchitecture($situation, $package);
            $needs['launchApi'] = ($needs['launchApi'] ?? false) || $package->kind() === PackageKind::GenericImage;
        }

        $needs['verification'] =
            $situation->verification->startsForeignSystem() && $situation->sheet->verificationPartitions() === [];

        return array_keys(array_filter($needs));
    }

    /** A file that is made for the codename is made for its processor too. */
    private static function needsArchitecture(Situation $situation, Package $package): bool
    {
        $states = $package->facts->list(Field::CODENAMES) === [] && $package->facts->text(Field::ARCHITECTURE) !== null;

        return $states || $situation->fit->mustSayArchitecture($package);
    }

    /**
     * @param  list<PackageKind>  $kinds
     */
    private static function is(Package $package, array $kinds): bool
    {
        return in_array($package->kind(), $kinds, true);
    }
}
