<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Update;

use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Fact\Source;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Phone\FactName;
use Tornavis\Core\Phone\Nameless;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Rule\FileQuestion;
use Tornavis\Core\Rule\Finding;

use Tornavis\Core\Rule\FitRule;
use Tornavis\Core\Rule\NotComparable;
use Tornavis\Core\Rule\Remedy;
use Tornavis\Core\Situation\BuildAge;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\Age;
use Tornavis\Core\Words\RuleId;
use Tornavis\Core\Words\Version;

/**
 * Speaks in an update in place.
 *
 * Why: A system refuses data of other keys, and data that a newer one has changed.
 */
final class Update1InPlace implements FitRule
{
    /** What the keys of the data are bound to: subject, where the phone has it, what the file states, its name. */
    private const BOUND = [
        ['age/release', StateField::OsRelease, Field::RELEASE, 'platform release'],
        ['age/patch', StateField::OsPatchLevel, Field::PATCH_LEVEL, BuildAge::PATCH],
    ];

    public static function id(): RuleId
    {
        return RuleId::Update1;
    }

    public static function purpose(): string
    {
        return 'An update keeps the data only from the same family, signed by the same keys, and never to an older ' .
            'build.';
    }

    public function look(Situation $situation): iterable
    {
        $build = $situation->files->build();
        if ($build === null) {
            return;
        }
        $slot = $situation->slots->active();
        $fresh = Remedy::doFirst('Plan a fresh install instead; it takes the data.');
        $erase = $build->facts->best(Field::NEEDS_ERASE);
        if ($erase !== null) {
            yield Finding::stop(
                self::id(),
                need: 'A build that keeps the data',
                found: "its publisher asks for a {$erase->text()}",
                reason: 'The data of the installed build is not for this one.',
                remedy: $fresh,
                subject: 'erase',
                facts: [$erase],
            );
        }
        $family = $situation->state->fact(StateField::OsFamily->in($slot));
        $mine = $build->facts->best(Field::FAMILY);
        yield match (true) {
            $mine === null && $family->known() && !Nameless::is($family->value) => Finding::toSettle(
                self::id(),
                need: 'The same family of builds',
                found: "{$family->text()} on the phone, none named in the file",
                reason: 'Another family cannot read the data of this one.',
                remedy: Remedy::tell(
                    [
                        new FileQuestion(
                            $build,
                            Field::FAMILY,
                            [$family->text() => "a build of {$family->text()}"],
                            $family->text(),
                        ),
                    ],
                    'Read on the page that you have it from of which family it is, and say it.',
                ),
                subject: 'family',
                facts: [$family],
            ),
            !$family->known() || Nameless::is($family->value) || $mine === null => Finding::toSettle(
                self::id(),
                need: 'The same family of builds',
                found: 'unknown',
                reason: 'What the phone runs has not been seen.',
                remedy: Remedy::enterFact('Read it in the about page and enter it.'),
                subject: 'family',
                facts: [Fact::of($family->name, null, Source::Typed)],
            ),
            $family->value === $mine->value => Finding::clear(
                self::id(),
                need: 'The same family of builds',
                found: $family->text(),
                reason: 'The new build continues what is installed.',
                subject: 'family',
                facts: [$family, $mine],
            ),
            default => Finding::stop(
                self::id(),
                need: 'The same family of builds',
                found: "{$family->text()} on the phone, {$mine->text()} in the file",
                reason: 'Another family cannot read the data of this one.',
                remedy: $fresh,
                subject: 'family',
                facts: [$family, $mine],
            ),
        };
        $signer = $situation->state->fact(StateField::OsSigner->in($slot));
        $key = $build->facts->best(Field::SIGNER);
        $finding = match (true) {
            !$signer->known() || $key === null || !$key->known() => Finding::toSettle(
                self::id(),
                need: 'The same signing keys',
                found: 'unknown',
                reason: 'Who signed the installed build, or the new one, is not known; other keys would make the ' .
                    'system ' .
                    'refuse its own data.',
                remedy: Remedy::agree('Look it up at the publisher, and agree if both come from there.'),
                subject: 'signer',
                facts: [$signer],
            ),
            $signer->value === $key->value => Finding::clear(
                self::id(),
                need: 'The same signing keys',
                found: substr($signer->text(), 0, 12) . '…',
                reason: 'Both builds are signed by the same keys.',
                subject: 'signer',
                facts: [$signer, $key],
            ),
            default => Finding::stop(
                self::id(),
                need: 'The same signing keys',
                found: 'other keys',
                reason: 'A build signed by other keys refuses the data of this one.',
                remedy: $fresh,
                subject: 'signer',
                facts: [$signer, $key],
            ),
        };
        yield $finding->unlessAgreed($situation->answers, 'You agreed that they are the same.');
        yield from self::fileSystem($situation, $build, $fresh);
        foreach (self::BOUND as [$subject, $where, $field, $what]) {
            $has = $situation->state->fact($where->in($slot));
            $next = $build->facts->best($field);
            if ($next !== null) {
                $age = $has->known() ? Version::of($next->text())->against(Version::of($has->text())) : null;
                yield self::age($situation, $subject, $what, $has, $next, $age);
            }
        }
        $built = BuildAge::of($build, $situation->state, $slot);
        // What the patch levels say was said before.
        if ($built->by !== BuildAge::PATCH && $built->next->known()) {
            $subject = $built->by === BuildAge::TIME ? 'age/time' : 'age';
            $age = $built->has->known() ? $built->age : null;
            yield self::age($situation, $subject, $built->by, $built->has, $built->next, $age);
        }
    }

    /**
     * What the build mounts its data with, where it says so.
     *
     * @return \Generator<int, Finding>
     */
    private static function fileSystem(Situation $situation, Package $build, Remedy $fresh): \Generator
    {
        $wants = $build->facts->best(Field::FILE_SYSTEM);
        $has = $situation->state->fact(StateField::DataFileSystem);
        if ($wants === null) {
            return;
        }
        $need = "Data in the file system {$wants->text()}";
        $finding = match (true) {
            !$has->known() => Finding::toSettle(
                self::id(),
                need: $need,
                found: 'unknown',
                reason: 'The build mounts no other one, and an update in place leaves the data as it is.',
                remedy: Remedy::enterFactOrAgree('Read it in the recovery and enter it, or agree that it is so.'),
                subject: 'file-system',
                facts: [$has, $wants],
            ),
            $has->value === $wants->value => Finding::clear(
                self::id(),
                need: $need,
                found: $has->text(),
                reason: 'The build mounts it as it is.',
                subject: 'file-system',
                facts: [$has, $wants],
            ),
            default => Finding::stop(
                self::id(),
                need: $need,
                found: $has->text(),
                reason: "The build mounts {$wants->text()} alone. Changing the file system takes the data.",
                remedy: $fresh,
                subject: 'file-system',
                facts: [$has, $wants],
            ),
        };
        yield $finding->unlessAgreed($situation->answers, 'You agreed that it is so.');
    }

    /** @param  ?Age  $age  of the file beside the phone; null where the phone's is not known */
    private static function age(
        Situation $situation,
        string $subject,
        string $what,
        Fact $has,
        Fact $next,
        ?Age $age,
    ): Finding {
        $need = $subject === 'age' ? 'Not an older build' : "Not an older {$what}";
        $say = static fn(Fact $fact): string => FactName::say($has->name, $fact->value);
        $facts = [$has, $next];
        $finding = match ($age) {
            null => Finding::toSettle(
                self::id(),
                need: $need,
                found: "unknown on the phone, {$say($next)} in the file",
                reason: "The {$what} of the installed build has not been seen. An older build cannot read what a " .
                    'newer one has written.',
                remedy: Remedy::enterFactOrAgree(
                    'Read it in the about page and enter it, or agree that the file is not older.',
                ),
                subject: $subject,
                facts: $facts,
            ),
            Age::Incomparable => NotComparable::of(
                self::id(),
                $need,
                "{$say($has)} on the phone, {$say($next)} in the file",
                'An older build cannot read what a newer one has written.',
                $subject,
                $facts,
                $situation->answers,
            ),
            Age::Older => Finding::stop(
                self::id(),
                need: $need,
                found: "{$say($has)} on the phone, {$say($next)} in the file",
                reason: 'An older build cannot read what the newer one has written.',
                remedy: Remedy::doFirst('Plan a fresh install instead; it takes the data.'),
                subject: $subject,
                facts: $facts,
            ),
            Age::Same, Age::Newer => Finding::clear(
                self::id(),
                need: $need,
                found: "{$say($has)} → {$say($next)}",
                reason: $age === Age::Same ? "It is the same {$what} again." : 'It is newer.',
                subject: $subject,
                facts: $facts,
            ),
        };

        return $finding->unlessAgreed($situation->answers, 'You agreed that it is not older.');
    }
}
