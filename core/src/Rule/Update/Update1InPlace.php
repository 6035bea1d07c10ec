<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Update;

use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Rule\FitRule;
use Tornavis\Core\Rule\Severity;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\Intent;
use Tornavis\Core\Words\Version;

final class Update1InPlace implements FitRule
{
    public static function id(): string
    {
        return 'UPDATE-1';
    }

    public static function purpose(): string
    {
        return 'An update keeps the data only from the same family, signed by the same keys, and never to an older ' .
            'build.';
    }

    public function look(Situation $situation): iterable
    {
        $build = $situation->build();
        if ($build === null || $situation->intent !== Intent::UpdateInPlace) {
            return;
        }
        $slot = "slot.{$situation->activeSlot()}.os";
        $fresh = 'Plan a fresh install instead; it takes the data.';
        $family = $situation->state->fact("{$slot}.family");
        $mine = $build->facts->best(Field::FAMILY);
        yield match (true) {
            !$family->known() || $mine === null => Finding::of(
                self::id(),
                Severity::Settle,
                'The same family of builds',
                'unknown',
                'What the phone runs has not been seen.',
                'Read it in the about page and enter it.',
                'family',
                $family,
            ),
            $family->value === $mine->value => Finding::of(
                self::id(),
                Severity::Clear,
                'The same family of builds',
                $family->text(),
                'The new build continues what is installed.',
                null,
                'family',
                $family,
                $mine,
            ),
            default => Finding::of(
                self::id(),
                Severity::Stop,
                'The same family of builds',
                "{$family->text()} on the phone, {$mine->text()} in the file",
                'Another family cannot read the data of this one.',
                $fresh,
                'family',
                $family,
                $mine,
            ),
        };
        $signer = $situation->state->fact("{$slot}.signer");
        $key = $build->facts->best(Field::SIGNER);
        $finding = match (true) {
            !$signer->known() || $key === null || !$key->known() => Finding::of(
                self::id(),
                Severity::Settle,
                'The same signing keys',
                'unknown',
                'Who signed the installed build, or the new one, is not known; other keys would make the system ' .
                    'refuse its own data.',
                'Look it up at the publisher, and agree if both come from there.',
                'signer',
                $signer,
            ),
            $signer->value === $key->value => Finding::of(
                self::id(),
                Severity::Clear,
                'The same signing keys',
                substr($signer->text(), 0, 12) . '…',
                'Both builds are signed by the same keys.',
                null,
                'signer',
                $signer,
                $key,
            ),
            default => Finding::of(
                self::id(),
                Severity::Stop,
                'The same signing keys',
                'other keys',
                'A build signed by other keys refuses the data of this one.',
                $fresh,
                'signer',
                $signer,
                $key,
            ),
        };
        yield $finding->takesAWord() && $situation->answers->agreedTo($finding->key)
            ? $finding->settled('You agreed that they are the same.')
            : $finding;
        $has = $situation->state->fact("{$slot}.version");
        $next = $build->facts->best(Field::VERSION);
        if ($has->known() && $next !== null) {
            yield Version::of($next->text())->olderThan(Version::of($has->text()))
                ? Finding::of(
                    self::id(),
                    Severity::Stop,
                    'Not an older build',
                    "{$has->text()} on the phone, {$next->text()} in the file",
                    'An older build cannot read what the newer one has written.',
                    $fresh,
                    'age',
                    $has,
                    $next,
                )
                : Finding::of(
                    self::id(),
                    Severity::Clear,
                    'Not an older build',
                    "{$has->text()} → {$next->text()}",
                    $has->value === $next->value ? 'It is the same version again.' : 'It is newer.',
                    null,
                    'age',
                    $has,
                    $next,
                );
        }
    }
}
