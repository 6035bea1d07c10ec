<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Fit;

use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Fact\Grade;
use Tornavis\Core\Fact\Source;
use Tornavis\Core\Identity\CodenameLikeness;
use Tornavis\Core\Package\KindGuess;
use Tornavis\Core\Package\Package;

use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Phone\Variant;
use Tornavis\Core\Rule\FileQuestion;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Rule\FitRule;
use Tornavis\Core\Rule\Kit\Kit1Build;
use Tornavis\Core\Rule\ModelQuestion;
use Tornavis\Core\Rule\Remedy;
use Tornavis\Core\Situation\FileFit;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\Moment;
use Tornavis\Core\Words\PackageKind;
use Tornavis\Core\Words\RuleId;

/**
 * Speaks for each file that names codenames, and for each of a kind that is made for one model.
 *
 * Why: Codenames are what publishers bind files to; some differ by one letter. A sheet may name codenames whose files
 * cover it.
 */
final class Fit1Codename implements FitRule
{
    public static function id(): RuleId
    {
        return RuleId::Fit1;
    }

    public static function purpose(): string
    {
        return 'A file made for a codename goes on that codename, or on one that its publisher declares as ' .
            'covered, and on no other.';
    }

    public function look(Situation $situation): iterable
    {
        $said = $situation->state->fact(StateField::Codename);
        if (in_array($said->grade(), [Grade::Stated, Grade::Derived, Grade::Guessed], true)) {
            yield self::asked($situation, $said);
        }
        yield from self::shown($situation);
        $nameless = [];
        foreach ($situation->kit as $package) {
            $names = $package->facts->list(Field::CODENAMES) !== [];
            if ($names) {
                yield self::judge($situation->sheet, $package, $situation->shelf, $situation->codenames);
            } elseif (in_array($package->kind(), FileFit::MODEL_BOUND, true) && !KindGuess::isBehind($package)) {
                // Where its kind is asked, its model is asked along with it.
                $nameless[] = $package;
            }
            if (self::isOnlyCovered($situation->sheet, $package)) {
                yield self::covered($situation, $package);
            }
        }
        if ($nameless !== []) {
            yield self::nameless($situation->sheet, $nameless);
        }
    }

    /**
     * A ported build shows the phone that it was made from. That this one is another, a person has to say.
     *
     * @return \Generator<int, Finding>
     */
    private static function shown(Situation $situation): \Generator
    {
        $shown = $situation->state->fact(StateField::ShownModel);
        $isSaid = static fn(Fact $one): bool => $one->name === StateField::Codename->value &&
            $one->source === Source::Settled &&
            Moment::seconds((string) $one->at) >= Moment::seconds((string) $shown->at);
        if (!$shown->known() || array_filter($situation->unit->facts, $isSaid) !== []) {
            return;
        }
        $mine = $situation->sheet->codename;
        yield Finding::toSettle(
            self::id(),
            need: "This phone is a {$mine}",
            found: "its system shows {$shown->text()}",
            reason: 'The serial number is that of this phone. A ported build shows the phone that it was made from. ' .
                "If this phone is no {$mine}, its images can end in one that never starts again.",
            remedy: Remedy::say(
                [new ModelQuestion('codename', 'This phone', [$mine => "Yes, it is a {$mine}"])],
                'Look at the list of the bootloader, or at what is printed on the phone, and say it.',
            ),
            subject: 'shown',
            facts: [$shown],
        );
    }

    /** @param  non-empty-list<Package>  $files */
    private static function nameless(ModelSheet $sheet, array $files): Finding
    {
        $names = array_map(static fn(Package $one): string => $one->name(), $files);

        return Finding::stop(
            self::id(),
            need: count($files) === 1
                ? "{$files[0]->title()} fits {$sheet->codename}"
                : count($files) . " files fit {$sheet->codename}",
            found: 'no codename named: ' . implode(', ', $names),
            reason: 'Nothing in these files, or beside them, says which phone they are for. Images of another ' .
                'phone can end this one.',
            remedy: Remedy::tell(
                array_map(static fn(Package $one): FileQuestion => Kit1Build::whichModel($sheet, $one), $files),
                'Get the release cards from their publisher. Or read on the pages that you have them from for ' .
                    'which model they are, and say it.',
            ),
            subject: 'nameless',
        );
    }

    /** A file says which phone it is for; that it is this one, the phone or a person has to say. */
    private static function asked(Situation $situation, Fact $said): Finding
    {
        $mine = $situation->sheet->codename;
        $model = $situation->state->text(StateField::VariantModel);
        $listed = array_map(static fn(Variant $one): string => $one->model, $situation->sheet->variants);
        $isOther = $model !== null && $situation->sheet->isWhole() && $situation->sheet->variant($model) === null;
        $seen = $model === null ? '' : " The phone gives its model number as {$model}.";
        $list = $isOther ? " The sheet of {$mine} lists " . implode(', ', $listed) . ', and not this one.' : '';
        $where = $said->where === '' ? 'a file' : $said->where;

        return Finding::toSettle(
            self::id(),
            need: "This phone is a {$mine}",
            found: "only {$where} says so",
            reason: "A file says which phones it is for, and not which phone this is.{$seen}{$list} On another phone " .
                'its images can end in one that never starts again.',
            remedy: Remedy::say(
                [new ModelQuestion('codename', 'This phone', [$mine => "Yes, it is a {$mine}"])],
                'Paste the phone\'s list of properties, or its bootloader\'s list of variables, which give its ' .
                    'codename. Or compare the model number with its publisher\'s page, and say it.',
            ),
            subject: 'phone',
            facts: [$said],
        );
    }

    /**
     * Whether a file that a bootloader writes as it is, firmware and all, is for this phone only by an alias of its
     * sheet. A build asks the phone for its name before it writes; such a file asks nothing.
     */
    private static function isOnlyCovered(ModelSheet $sheet, Package $package): bool
    {
        $named = $package->facts->list(Field::CODENAMES);

        return in_array($package->kind(), [PackageKind::StockBundle, PackageKind::Firmware], true) &&
            !in_array($sheet->codename, $named, true) &&
            array_intersect($sheet->aliases, $named) !== [];
    }

    private static function covered(Situation $situation, Package $package): Finding
    {
        $mine = $situation->sheet->codename;
        $finding = Finding::toSettle(
            self::id(),
            need: "{$package->title()} names {$mine}",
            found: 'it names ' . implode(', ', $package->facts->list(Field::CODENAMES)),
            reason: "Only the model sheet says that {$mine} takes it. The bootloader writes it without a check " .
                'of its own, and firmware of another phone ends this one.',
            remedy: Remedy::agree("Read on its publisher's page that it is for {$mine} too, then agree."),
            subject: "{$package->name()}/covered",
            facts: array_filter([$package->facts->best(Field::CODENAMES)]),
        );

        return $finding->unlessAgreed($situation->answers, "You read that it is for {$mine} too.");
    }

    /**
     * @param  list<Package>  $shelf  for remedies
     * @param  list<string>  $codenames  every codename that is known
     */
    public static function judge(ModelSheet $sheet, Package $package, array $shelf = [], array $codenames = []): Finding
    {
        $mine = $sheet->codename;
        $fact = $package->facts->best(Field::CODENAMES);
        $named = $package->facts->list(Field::CODENAMES);
        $facts = $fact === null ? [] : [$fact];
        $need = "{$package->title()} fits {$mine}";
        if ($named === []) {
            return Finding::stop(
                self::id(),
                need: $need,
                found: 'names no codename',
                reason: "{$package->name()} does not say which phone it is for, and nothing beside it does.",
                remedy: Remedy::getFile(
                    'Get the release card from its publisher, or use a file that names its codename.',
                ),
                subject: $package->name(),
            );
        }
        if (in_array($mine, $named, true)) {
            return Finding::clear(
                self::id(),
                need: $need,
                found: 'made for ' . implode(', ', $named),
                reason: "The codename is the same, letter by letter: {$mine}.",
                subject: $package->name(),
                facts: $facts,
            );
        }
        $covered = array_values(array_intersect($sheet->aliases, $named));
        if ($covered !== []) {
            return Finding::clear(
                self::id(),
                need: $need,
                found: "made for {$covered[0]}",
                reason: "The model sheet of {$mine} declares that builds for {$covered[0]} cover it.",
                subject: $package->name(),
                facts: $facts,
            );
        }
        foreach ($named as $other) {
            if (CodenameLikeness::looksLike($mine, $other)) {
                return Finding::stop(
                    self::id(),
                    need: $need,
                    found: "made for {$other}, a look-alike",
                    reason: "{$other} looks like {$mine} and is another phone (" .
                        CodenameLikeness::difference($mine, $other) .
                        '). A build for it can leave this phone unable to start.',
                    remedy: self::instead($sheet, $package, $shelf),
                    subject: $package->name(),
                    facts: $facts,
                );
            }
        }
        $nearest = self::nearest($named, $codenames);

        return Finding::stop(
            self::id(),
            need: $need,
            found: 'made for ' . implode(', ', $named),
            reason: "This phone is {$mine}." . $nearest,
            remedy: self::instead($sheet, $package, $shelf),
            subject: $package->name(),
            facts: $facts,
        );
    }

    /** Whether a file is made for a model whose codename can be taken for this one's. */
    public static function isLookalike(ModelSheet $sheet, Package $package): bool
    {
        foreach ($package->facts->list(Field::CODENAMES) as $other) {
            if (CodenameLikeness::looksLike($sheet->codename, $other)) {
                return true;
            }
        }

        return false;
    }

    /**
     * @param  list<string>  $named
     * @param  list<string>  $known
     */
    private static function nearest(array $named, array $known): string
    {
        $hits = array_values(array_intersect($known, $named));

        return $hits === [] ? '' : ' The bench has a sheet for ' . implode(', ', $hits) . '.';
    }

    /**
     * @param  list<Package>  $shelf
     */
    private static function instead(ModelSheet $sheet, Package $package, array $shelf): Remedy
    {
        foreach ($shelf as $other) {
            if (
                $other->kind() === $package->kind() &&
                array_intersect($other->facts->list(Field::CODENAMES), [$sheet->codename, ...$sheet->aliases]) !== []
            ) {
                return Remedy::replaceFile($other);
            }
        }

        return Remedy::getFile("Get the file for {$sheet->codename}.");
    }
}
