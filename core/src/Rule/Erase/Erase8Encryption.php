<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Erase;

use Tornavis\Core\Draft\SheetAnswer;
use Tornavis\Core\Fact\Grade;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Rule\FitRule;
use Tornavis\Core\Rule\ModelQuestion;
use Tornavis\Core\Rule\Remedy;

use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\Encryption;
use Tornavis\Core\Words\PackageKind;
use Tornavis\Core\Words\RuleId;

/**
 * Speaks where an encryption disabler is in the kit.
 *
 * Why: A system encrypts at its first start, unless it is told before; a model that only knows encrypted data does
 * not start without.
 */
final class Erase8Encryption implements FitRule
{
    public static function id(): RuleId
    {
        return RuleId::Erase8;
    }

    public static function purpose(): string
    {
        return 'Encryption is switched off only by choice, on a model that runs without it, and before the first boot.';
    }

    public function look(Situation $situation): iterable
    {
        $disabler = $situation->files->ofKind(PackageKind::EncryptionDisabler)[0] ?? null;
        if ($disabler === null) {
            return;
        }
        $isInstalled = in_array($disabler, $situation->job->installs($situation), true);
        $erases = $isInstalled && $situation->job->erasesData($situation);
        yield match (true) {
            !$isInstalled => Finding::stop(
                self::id(),
                need: "A step that installs {$disabler->title()}",
                found: 'none',
                reason: 'This job installs nothing by the recovery once the system is in. The file would not be used.',
                remedy: Remedy::leaveOut('Leave it out.'),
                subject: 'disabler',
            ),
            !$erases => Finding::stop(
                self::id(),
                need: "Empty data for {$disabler->title()}",
                found: 'data that is there',
                reason: 'Data that is encrypted stays so; without its keys the system could not read it.',
                remedy: Remedy::leaveOut('Leave it out, or plan a fresh install.'),
                subject: 'disabler',
            ),
            self::isOpen($situation->sheet) => self::asked($situation->sheet),
            !in_array(Encryption::None->value, $situation->sheet->encryptions, true) => Finding::stop(
                self::id(),
                need: 'A model that runs without encryption',
                found: implode(', ', $situation->sheet->encryptions),
                reason: "The systems of {$situation->sheet->codename} do not start with data that is not encrypted.",
                remedy: Remedy::leaveOut('Leave it out.'),
                subject: 'disabler',
            ),
            default => Finding::caution(
                self::id(),
                need: 'Data encrypted in the end',
                found: 'it will not be',
                reason: 'Whoever finds the phone can read everything on it, and apps that ask for encryption may ' .
                    'refuse. ' .
                    'It is only so because the file is in the kit.',
                remedy: Remedy::leaveOut('Leave it out to have the data encrypted.'),
                subject: 'disabler',
            ),
        };
    }

    /** Whether the sheet knows only what somebody has seen of the encryption, which need not be all. */
    private static function isOpen(ModelSheet $sheet): bool
    {
        return !in_array(Encryption::None->value, $sheet->encryptions, true) &&
            !$sheet->isWhole() &&
            $sheet->grades->of('encryptions') !== Grade::Said;
    }

    private static function asked(ModelSheet $sheet): Finding
    {
        $question = new ModelQuestion(
            SheetAnswer::UNENCRYPTED,
            "Whether systems of {$sheet->codename} start with data that is not encrypted",
            // Where nobody has seen any encryption, "no" would name none either: the file is left out then.
            ['yes' => 'yes, they do'] + ($sheet->encryptions === [] ? [] : ['no' => 'no, or nobody knows it']),
        );

        return Finding::toSettle(
            self::id(),
            need: 'A model that runs without encryption',
            found: $sheet->encryptions === [] ? 'not known' : 'seen: ' . implode(', ', $sheet->encryptions),
            reason: 'What was seen of one phone is not all that the model can do. Where it cannot, the system does ' .
                'not start.',
            remedy: Remedy::say(
                [$question],
                'The page of the file says for which phones it is made. Say it, which is asked once; or leave the ' .
                    'file out.',
            ),
            subject: 'disabler',
        );
    }
}
