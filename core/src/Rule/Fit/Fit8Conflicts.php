<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Fit;

use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Rule\Finding;

use Tornavis\Core\Rule\FitRule;
use Tornavis\Core\Rule\Remedy;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\RuleId;

/**
 * Speaks where file, card, list and people disagree about a fact of a file.
 *
 * Why: Content stands above its card, and neither is proof of the other.
 */
final class Fit8Conflicts implements FitRule
{
    public static function id(): RuleId
    {
        return RuleId::Fit8;
    }

    public static function purpose(): string
    {
        return 'Where two sources disagree about a fact both are shown, and a person decides before anything is ' .
            'written.';
    }

    public function look(Situation $situation): iterable
    {
        foreach ($situation->kit as $package) {
            foreach ($package->conflicts() as $name => $facts) {
                $said = implode(
                    '; ',
                    array_map(static fn(Fact $fact): string => "{$fact->text()} ({$fact->where})", $facts),
                );
                $finding = Finding::toSettle(
                    self::id(),
                    need: "One statement about \"{$name}\" of {$package->name()}",
                    found: $said,
                    reason: 'The sources disagree. File content outranks a card; where the file contradicts itself ' .
                        'nothing ' .
                        'does.',
                    remedy: Remedy::agree(
                        'Ask the publisher, or agree that ' .
                            ($package->facts->best($name)?->text() ?? '') .
                            ' is meant.',
                    ),
                    subject: "{$package->name()}/{$name}",
                    facts: $facts,
                );
                yield $finding->unlessAgreed($situation->answers, 'You decided for it.');
            }
            foreach ($package->notUnderstood as $index => $assertion) {
                yield self::unjudged($situation, $package, $assertion, "{$package->name()}#{$index}");
            }
            if ($package->cardProblem !== null) {
                yield Finding::caution(
                    self::id(),
                    need: "The card of {$package->name()} can be used",
                    found: 'it cannot',
                    reason: $package->cardProblem,
                    remedy: Remedy::getFile('Get the card again. Until then only the file itself is believed.'),
                    subject: "{$package->name()}/card",
                );
            }
        }
    }

    /** A demand of a script that nobody could read. It is decided before an erase that the file would not survive. */
    private static function unjudged(Situation $situation, Package $package, string $asks, string $subject): Finding
    {
        $need = "Every demand of {$package->name()} is understood";
        $reason = 'The script asks for something that is not understood here; the phone may refuse the package for it.';
        $goesIn = $package === $situation->files->build();
        if (!$goesIn || !$situation->job->formatsFirst() || !$situation->delivery->formatsBeforeBuild()) {
            return Finding::caution(self::id(), $need, $asks, $reason, subject: $subject);
        }
        $finding = Finding::toSettle(
            self::id(),
            $need,
            $asks,
            "{$reason} The data would be gone by then.",
            Remedy::agree(
                'Ask its publisher what that means, or set the house rule that formats the data after the build, ' .
                    'or agree to it as it is.',
            ),
            $subject,
        );

        return $finding->unlessAgreed($situation->answers, 'You agreed to it as it is.');
    }
}
