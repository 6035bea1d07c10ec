<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Fit;

use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Fact\Source;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Phone\Variant;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Rule\FitRule;
use Tornavis\Core\Rule\OtherName;
use Tornavis\Core\Rule\Remedy;
use Tornavis\Core\Rule\RightFile;
use Tornavis\Core\Situation\FileFit;
use Tornavis\Core\Situation\RegionFit;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\PackageKind;
use Tornavis\Core\Words\RuleId;

/**
 * Speaks for each file that names models, chipsets, carriers or a region; and where the phone's own model number or
 * chipset is not what its sheet lists.
 *
 * Why: Models with one codename can differ in chipset or radio.
 */
final class Fit2Variant implements FitRule
{
    private const NO_MIDDLE = ' There is no middle: it can leave a phone that never starts again.';

    /** Kinds whose region has a rule of its own. */
    private const REGION_ELSEWHERE = [PackageKind::Firmware, PackageKind::StockBundle];

    public static function id(): RuleId
    {
        return RuleId::Fit2;
    }

    public static function purpose(): string
    {
        return 'One codename can hide several models; a file that excludes this model, its chipset, carrier or ' .
            'region never goes on it.';
    }

    public function look(Situation $situation): iterable
    {
        foreach ($situation->kit as $package) {
            $subject = $package === $situation->files->build() ? '' : $package->name();
            $finding = $this->judge($situation, $package, $subject);
            if ($finding !== null) {
                yield $finding->unlessAgreed($situation->answers, 'You agreed that it is for this variant.');
            }
            if (!in_array($package->kind(), self::REGION_ELSEWHERE, true)) {
                yield from self::region($situation, $package, self::id(), "{$package->name()}/region");
            }
        }
        yield from $situation->kit === [] ? [] : $this->phone($situation);
    }

    private function judge(Situation $situation, Package $package, string $subject): ?Finding
    {
        $fit = $situation->fit;
        $need = "{$package->title()} accepts this variant";
        $facts = self::facts($situation, $package);
        if (!$fit->restrictsVariants($package)) {
            return $subject !== ''
                ? null
                : Finding::clear(
                    self::id(),
                    need: $need,
                    found: $fit->model ?? 'model unknown',
                    reason: 'The build restricts neither models nor chipsets.',
                    facts: $facts,
                );
        }
        $problem = $fit->variantProblem($package);
        $found = self::said($fit);
        if ($problem !== null) {
            return Finding::stop(
                self::id(),
                need: $need,
                found: $found,
                reason: $problem . self::NO_MIDDLE,
                remedy: RightFile::remedy(
                    $situation,
                    $package,
                    'Get the ' . ($package->kind()->value ?? 'file') . ' that is made for ' . $found . '.',
                ),
                subject: $subject,
                facts: $facts,
            );
        }
        $inDoubt = $fit->chipsetInDoubt($package);
        if ($inDoubt !== null) {
            return OtherName::asked($situation, self::id(), $need, $inDoubt, $subject, $facts);
        }
        $open = $fit->openAbout($package);
        if ($open === null) {
            return Finding::clear(
                self::id(),
                need: $need,
                found: $found,
                reason: 'Model and chipset are among those that the file is for.',
                subject: $subject,
                facts: $facts,
            );
        }

        return Finding::toSettle(
            self::id(),
            need: $need,
            found: $found,
            reason: 'The file restricts the variants that it fits (' .
                self::restrictions($package) .
                '), and which one this is has not been seen.',
            remedy: $open === StateField::VariantModel && $fit->model !== null
                ? Remedy::agree('The sheet names no carrier for it: ask where it was bought, or agree that it fits.')
                : Remedy::enterFact(
                    $open === StateField::VariantModel
                        ? 'Read the model number in the about page of the phone and enter it.'
                        : 'Read the chipset in the about page of the phone and enter it.',
                ),
            subject: $subject,
            facts: [$situation->state->fact($open), ...$facts],
        );
    }

    private static function said(FileFit $fit): string
    {
        $known = array_filter([$fit->model, $fit->chipset, $fit->variant?->carrier], is_string(...));

        return $known === [] ? 'model unknown' : implode(', ', $known);
    }

    private static function restrictions(Package $package): string
    {
        $parts = [];
        $fields = [Field::EXCLUDES, Field::MODELS, Field::CHIPSETS, Field::CARRIERS];
        foreach ($fields as $field) {
            $list = implode(', ', $package->facts->list($field));
            if ($list !== '') {
                $parts[] = match ($field) {
                    Field::EXCLUDES => "not for {$list}",
                    Field::MODELS => "for the models {$list}",
                    Field::CHIPSETS => "for the chipsets {$list}",
                    Field::CARRIERS => "for the carriers {$list}",
                };
            }
        }

        return implode('; ', $parts);
    }

    /**
     * @return list<Fact>
     */
    private static function facts(Situation $situation, Package $package): array
    {
        $stated = array_map($package->facts->best(...), [
            Field::EXCLUDES,
            Field::MODELS,
            Field::CHIPSETS,
            Field::CARRIERS,
        ]);

        return [$situation->state->fact(StateField::VariantModel), ...array_values(array_filter($stated))];
    }

    /**
     * What the region of a file means on this phone.
     *
     * @return \Generator<int, Finding>
     */
    public static function region(Situation $situation, Package $package, RuleId $rule, string $subject): \Generator
    {
        $fit = $situation->fit;
        $how = $fit->region($package);
        if ($how === RegionFit::Unstated) {
            return;
        }
        $region = $package->facts->best(Field::REGION) ?? Fact::of(Field::REGION, null, Source::File);
        $there = $situation->state->fact(StateField::FirmwareRegion->in($situation->slots->active()));
        $sold = $fit->variant?->region;
        $need = 'A ' . ($package->kind()->value ?? 'file') . ' for this phone\'s region';
        $law = 'Radio firmware of another region may take the network away, and falls under other radio law.';
        $facts = [$there, $region];
        $own = $fit->ownRegion();
        $its = $region->text();
        $finding = match ($how) {
            RegionFit::NotSaid => Finding::toSettle(
                $rule,
                need: $need,
                found: 'the file names none; the phone is for ' . ($own ?? 'a region that is unknown'),
                reason: $law,
                remedy: Remedy::agree(
                    'Read on the page that you have it from for which region it is, and agree if it is this one.',
                ),
                subject: $subject,
                facts: [$there],
            ),
            RegionFit::Same => Finding::clear(
                $rule,
                need: $need,
                found: $its,
                reason: 'File and phone are of the same region.',
                subject: $subject,
                facts: $facts,
            ),
            RegionFit::Unknown => Finding::toSettle(
                $rule,
                need: $need,
                found: "{$its}, the phone's is unknown",
                reason: $law,
                remedy: Remedy::enterFactOrAgree(
                    'Read the region in the bootloader or the model in the about page and enter it, or agree that it ' .
                        'is the same.',
                ),
                subject: $subject,
                facts: $facts,
            ),
            RegionFit::OtherModel => Finding::caution(
                $rule,
                need: $need,
                found: "{$its}, as the firmware that is there",
                reason: "The model is sold in {$sold}, and the phone has firmware for {$there->text()} already. The " .
                    'file changes no region.',
                remedy: Remedy::doFirst('Look whether the network works well on it before you go on.'),
                subject: $subject,
                facts: $facts,
            ),
            RegionFit::OtherFirmware => Finding::toSettle(
                $rule,
                need: $need,
                found: "{$its}, the firmware that is there is for {$there->text()}",
                reason: "The model is sold in {$sold}, and somebody has put firmware of another region on it. {$law}",
                remedy: Remedy::agree('Agree to go back to the region of the model, or get a file for the other one.'),
                subject: $subject,
                facts: $facts,
            ),
            RegionFit::Other => Finding::stop(
                $rule,
                need: $need,
                found: "{$its}, the phone {$own}",
                reason: "{$package->name()} is for the region {$its}; this phone is for {$own}. {$law}",
                remedy: RightFile::remedy($situation, $package, "Get the file for {$own}."),
                subject: $subject,
                facts: $facts,
            ),
        };
        yield $finding->unlessAgreed($situation->answers, 'You agreed to this region.');
    }

    /**
     * Where the phone itself is not what its sheet lists.
     *
     * @return \Generator<int, Finding>
     */
    private function phone(Situation $situation): \Generator
    {
        $fit = $situation->fit;
        $sheet = $situation->sheet;
        $listed = array_map(static fn(Variant $one): string => $one->model, $sheet->variants);
        $chipsets = array_filter(
            array_map(static fn(Variant $one): ?string => $one->chipset, $sheet->variants),
            is_string(...),
        );
        $seen = $situation->state->fact(StateField::VariantChipset);
        $problem = match (true) {
            $fit->model !== null && $fit->variant === null => "The sheet of {$sheet->codename} lists " .
                implode(', ', $listed) .
                ", and not {$fit->model}.",
            $seen->known() && $chipsets !== [] && !in_array($seen->value, $chipsets, true)
                => "The sheet of {$sheet->codename} knows the chipset " . implode(', ', array_unique($chipsets)) . '.',
            $seen->known() && $fit->variant?->chipset !== null && $seen->value !== $fit->variant->chipset
                => "The sheet lists {$fit->variant->model} with {$fit->variant->chipset}.",
            default => null,
        };
        if ($problem === null) {
            return;
        }
        $finding = Finding::toSettle(
            self::id(),
            need: 'A variant that the sheet knows',
            found: self::said($fit),
            reason: "{$problem} It may be another model that looks the same, or the sheet does not list it yet.",
            remedy: Remedy::agree(
                'Compare the about page and the codename that the bootloader gives. Mend what is wrong, or agree ' .
                    "that it is {$sheet->codename} all the same.",
            ),
            subject: 'phone',
            facts: [$situation->state->fact(StateField::VariantModel), $seen],
        );
        yield $finding->unlessAgreed($situation->answers, 'You agreed that it is this model.');
    }
}
