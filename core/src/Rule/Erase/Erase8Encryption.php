<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Erase;

use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Rule\FitRule;
use Tornavis\Core\Rule\Severity;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\PackageKind;

final class Erase8Encryption implements FitRule
{
    public static function id(): string
    {
        return 'ERASE-8';
    }

    public static function purpose(): string
    {
        return 'Encryption is switched off only by choice, on a model that runs without it, and before the first boot.';
    }

    public function look(Situation $situation): iterable
    {
        $disabler = $situation->ofKind(PackageKind::EncryptionDisabler)[0] ?? null;
        if ($disabler === null) {
            return;
        }
        $erases = $situation->build() !== null && $situation->delivery->erasesFirst();
        yield match (true) {
            !$erases => Finding::of(
                self::id(),
                Severity::Stop,
                "Empty data for {$disabler->title()}",
                'data that is there',
                'Data that is encrypted stays so; without its keys the system could not read it.',
                'Leave it out, or plan a fresh install.',
                'disabler',
            ),
            !in_array('none', $situation->sheet->encryptions, true) => Finding::of(
                self::id(),
                Severity::Stop,
                'A model that runs without encryption',
                implode(', ', $situation->sheet->encryptions),
                "The systems of {$situation->sheet->codename} do not start with data that is not encrypted.",
                'Leave it out.',
                'disabler',
            ),
            default => Finding::of(
                self::id(),
                Severity::Mind,
                'Data encrypted in the end',
                'it will not be',
                'Whoever finds the phone can read everything on it, and apps that ask for encryption may refuse. ' .
                    'It is only so because the file is in the kit.',
                'Leave it out to have the data encrypted.',
                'disabler',
            ),
        };
    }
}
