<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Fit;

use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Rule\FitRule;
use Tornavis\Core\Rule\Remedy;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\PackageKind;
use Tornavis\Core\Words\RuleId;

/**
 * Speaks for each thing that the plan has to know of the model and that its sheet leaves open or only assumes.
 *
 * Why: A sheet may be drafted from one paste. Without knowing how many slots there are, or where the recovery lives,
 * an image goes to the wrong place.
 */
final class Fit14Sheet implements FitRule
{
    /** What each field is called, and which paste shows it. */
    private const TELLS = [
        'slots' => ['How many slots it has', 'Paste the bootloader\'s list of variables, which shows it.'],
        'recoveryHome' => ['Where its recovery lives', 'Paste the listing of its partitions by name, which shows it.'],
        'dynamicLayout' => ['Whether it has super', 'Paste its list of properties, which shows it.'],
        'architecture' => ['Its processor architecture', 'Paste its list of properties, which shows it.'],
        'launchApi' => ['With which api it was launched', 'Paste its list of properties, which shows it.'],
    ];

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
        return 'What the plan has to know of the model is on its sheet, and what was only inferred is said.';
    }

    public function look(Situation $situation): iterable
    {
        $sheet = $situation->sheet;
        foreach (self::needed($situation) as $field) {
            [$what, $paste] = self::TELLS[$field];
            if (!$sheet->knows($field)) {
                yield Finding::stop(
                    self::id(),
                    need: "{$what}, on the sheet of {$sheet->codename}",
                    found: 'not known',
                    reason: 'The plan depends on it, and nothing that was pasted or dropped shows it.',
                    remedy: Remedy::enterFact("{$paste} Or enter it in the sheet."),
                    subject: $field,
                );
            } elseif ($sheet->assumes($field)) {
                $value = $sheet->toArray()[$field];
                yield Finding::caution(
                    self::id(),
                    need: "{$what}, on the sheet of {$sheet->codename}",
                    found: (is_scalar($value) ? (string) $value : 'stated') . ', inferred',
                    reason: 'It follows from other things that were read, and was not read itself.',
                    remedy: Remedy::enterFact($paste),
                    subject: $field,
                );
            }
        }
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
        $needs = ['slots' => true];
        foreach ($situation->kit as $package) {
            $needs['recoveryHome'] = ($needs['recoveryHome'] ?? false) || self::is($package, self::WRITES_RECOVERY);
            $needs['dynamicLayout'] = ($needs['dynamicLayout'] ?? false) || self::is($package, self::NEEDS_LAYOUT);
            $needs['architecture'] = ($needs['architecture'] ?? false) || self::needsArchitecture($situation, $package);
            $needs['launchApi'] = ($needs['launchApi'] ?? false) || $package->kind() === PackageKind::GenericImage;
        }

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
