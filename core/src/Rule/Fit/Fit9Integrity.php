<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Fit;

use Tornavis\Core\Package\Integrity;
use Tornavis\Core\Package\Package;

use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Rule\FitRule;
use Tornavis\Core\Rule\Remedy;
use Tornavis\Core\Rule\Severity;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\RuleId;

/**
 * Speaks for each file of the kit.
 *
 * Why: A damaged file fails in the middle of the work. A checksum shows that it is whole and, where the sum is strong
 * and from the publisher, that it is theirs.
 */
final class Fit9Integrity implements FitRule
{
    public static function id(): RuleId
    {
        return RuleId::Fit9;
    }

    public static function purpose(): string
    {
        return 'No plan rests on a damaged file; one without a known checksum is used only where a person agrees.';
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
            $package->imageProblems === [] => Finding::clear(
                self::id(),
                need: $need,
                found: 'compared',
                reason: 'Every image agrees with what is stated about it.',
                subject: $subject,
            ),
            $package->imageProblems !== null => Finding::stop(
                self::id(),
                need: $need,
                found: 'they differ',
                reason: implode(' ', $package->imageProblems),
                remedy: Remedy::getFile('Get the file again from where it is published.'),
                subject: $subject,
            ),
            default => Finding::toSettle(
                self::id(),
                need: $need,
                found: 'not compared',
                reason: 'The bundle lists the checksums of its images; nobody has compared them yet.',
                remedy: Remedy::agree('Compare its images on the page of the file, or agree to use it as it is.'),
                subject: $subject,
            ),
        };
        yield $finding->unlessAgreed($situation->answers, 'You agreed to use it as it is.');
    }

    public function look(Situation $situation): iterable
    {
        $open = [];
        foreach ($situation->kit as $package) {
            $facts = array_values(
                array_filter([$package->facts->best(Field::SHA256), $package->facts->best(Field::SIZE)]),
            );
            $need = "{$package->name()} is whole";
            $finding = match ($package->integrity()) {
                Integrity::Verified => Finding::clear(
                    self::id(),
                    need: $need,
                    found: 'verified',
                    reason: $package->integrityReason(),
                    subject: $package->name(),
                    facts: $facts,
                ),
                Integrity::Damaged => Finding::stop(
                    self::id(),
                    need: $need,
                    found: 'damaged',
                    reason: $package->integrityReason(),
                    remedy: Remedy::getFile('Get the file again and compare its checksum.'),
                    subject: $package->name(),
                    facts: $facts,
                ),
                Integrity::Unverified => Finding::toSettle(
                    self::id(),
                    need: $need,
                    found: 'unverified',
                    reason: $package->integrityReason(),
                    remedy: Remedy::agree('Find the checksum at its publisher, or agree to use the file as it is.'),
                    subject: $package->name(),
                    facts: $facts,
                ),
            };
            yield from $this->images($situation, $package);
            if ($finding->severity !== Severity::Settle) {
                yield $finding;
            } elseif ($situation->answers->agreedTo($finding->key)) {
                yield $finding->settled('You agreed to use it as it is.');
            } else {
                $open[$package->name()] = $finding;
            }
        }
        yield from count($open) > 1 ? self::several($situation, $open) : array_values($open);
    }

    /**
     * @param  non-empty-array<string, Finding>  $open  by file
     * @return list<Finding>
     */
    private static function several(Situation $situation, array $open): array
    {
        $together = self::unverified($open);

        return $situation->answers->agreedTo($together->key)
            ? array_map(
                static fn(Finding $one): Finding => $one->settled('You agreed to use it as it is.'),
                array_values($open),
            )
            : [$together];
    }

    /** @param  non-empty-array<string, Finding>  $open  by file */
    private static function unverified(array $open): Finding
    {
        return Finding::together(
            array_values($open),
            need: count($open) . ' files are whole',
            found: 'unverified: ' . implode(', ', array_keys($open)),
            reason: 'No publisher\'s checksum is known that they could be compared with.',
            remedy: Remedy::agree('Find the checksums at their publishers, or agree to use the files as they are.'),
            subject: implode('+', array_keys($open)),
        );
    }
}
