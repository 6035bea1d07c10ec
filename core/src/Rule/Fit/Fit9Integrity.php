<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Fit;

use Tornavis\Core\Package\Integrity;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Rule\FitRule;
use Tornavis\Core\Rule\Severity;
use Tornavis\Core\Situation\Situation;

final class Fit9Integrity implements FitRule
{
    public static function id(): string
    {
        return 'FIT-9';
    }

    public static function purpose(): string
    {
        return 'No plan rests on a damaged file; one without a known checksum needs a person\'s word.';
    }

    /**
     * @return \Generator<int, Finding>
     */
    private function images(Situation $situation, Package $package): \Generator
    {
        if (!$package->listsItsImages() && ($package->imageProblems ?? []) === []) {
            return;
        }
        $subject = "{$package->name()}/images";
        $need = "The images in {$package->name()} are what the file states about them";
        $finding = match (true) {
            $package->imageProblems === [] => Finding::of(
                self::id(),
                Severity::Clear,
                $need,
                'compared',
                'Every image agrees with what is stated about it.',
                null,
                $subject,
            ),
            $package->imageProblems !== null => Finding::of(
                self::id(),
                Severity::Stop,
                $need,
                'they differ',
                implode(' ', $package->imageProblems),
                'Get the file again from where it is published.',
                $subject,
            ),
            default => Finding::of(
                self::id(),
                Severity::Settle,
                $need,
                'not compared',
                'The bundle lists the checksums of its images; nobody has compared them yet.',
                'Compare its images on the page of the file, or agree to use it as it is.',
                $subject,
            ),
        };
        yield $finding->severity === Severity::Settle && $situation->answers->agreedTo($finding->key)
            ? $finding->settled('You agreed to use it as it is.')
            : $finding;
    }

    public function look(Situation $situation): iterable
    {
        foreach ($situation->kit as $package) {
            $facts = array_values(
                array_filter([$package->facts->best(Field::SHA256), $package->facts->best(Field::SIZE)]),
            );
            $need = "{$package->name()} is whole";
            $finding = match ($package->integrity()) {
                Integrity::Verified => Finding::of(
                    self::id(),
                    Severity::Clear,
                    $need,
                    'verified',
                    $package->integrityReason(),
                    null,
                    $package->name(),
                    ...$facts,
                ),
                Integrity::Damaged => Finding::of(
                    self::id(),
                    Severity::Stop,
                    $need,
                    'damaged',
                    $package->integrityReason(),
                    'Get the file again and compare its checksum.',
                    $package->name(),
                    ...$facts,
                ),
                Integrity::Unverified => Finding::of(
                    self::id(),
                    Severity::Settle,
                    $need,
                    'unverified',
                    $package->integrityReason(),
                    'Find the checksum at its publisher, or agree to use the file as it is.',
                    $package->name(),
                    ...$facts,
                ),
            };
            yield from $this->images($situation, $package);
            yield $finding->severity === Severity::Settle && $situation->answers->agreedTo($finding->key)
                ? $finding->settled('You agreed to use it as it is.')
                : $finding;
        }
    }
}
