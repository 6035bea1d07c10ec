<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Kit;

use Tornavis\Core\Package\InstallerQuestion;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\QuestionChoice;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Rule\FitRule;
use Tornavis\Core\Rule\Remedy;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\PackageKind;
use Tornavis\Core\Words\RuleId;

/**
 * Speaks for each question that a package of the kit asks on the phone, and where root goes in.
 *
 * Why: A question that comes up with a timer on a small screen is answered in haste.
 */
final class Kit3Questions implements FitRule
{
    public static function id(): RuleId
    {
        return RuleId::Kit3;
    }

    public static function purpose(): string
    {
        return 'What an installer asks is decided beforehand, with what each answer changes.';
    }

    public function look(Situation $situation): iterable
    {
        foreach ($situation->kit as $package) {
            foreach ($package->questions() as $question) {
                yield self::judge($situation, $package, $question);
            }
        }
        foreach ($situation->files->ofKind(PackageKind::Root) as $root) {
            yield Finding::caution(
                self::id(),
                need: "What {$root->title()} changes",
                found: 'root',
                reason: 'Bank, health and work apps may refuse a phone with root, certification can fail, and ' .
                    'updates take it out again.',
                remedy: Remedy::leaveOut('Leave it out if such apps have to work.'),
                subject: "root/{$root->name()}",
            );
        }
    }

    private static function judge(Situation $situation, Package $package, InstallerQuestion $question): Finding
    {
        $key = $question->key($package);
        $chosen = $situation->answers->choice($question, $package);
        $need = "{$package->title()} asks: {$question->asks}";
        if ($chosen !== null) {
            return Finding::note(
                self::id(),
                need: $need,
                found: $chosen->label,
                reason: "You chose it: {$chosen->changes}",
                subject: $key,
            );
        }
        $says = static fn(QuestionChoice $one): string => "{$one->label}: {$one->changes}" .
            ($one->id === $question->careful ? ' (the careful one)' : '');

        return Finding::toSettle(
            self::id(),
            need: $need,
            found: 'not decided',
            reason: implode(' ', array_map($says, $question->choices)),
            remedy: Remedy::choose($question, $key),
            subject: $key,
        );
    }
}
