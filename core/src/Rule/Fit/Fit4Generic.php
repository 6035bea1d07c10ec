<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Fit;

use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Phone\Layout;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Rule\Finding;

use Tornavis\Core\Rule\FitRule;
use Tornavis\Core\Rule\NotComparable;
use Tornavis\Core\Rule\Remedy;
use Tornavis\Core\Rule\RightFile;
use Tornavis\Core\Rule\RoomOnStorage;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Situation\StockRelease;
use Tornavis\Core\Words\Age;
use Tornavis\Core\Words\PartitionLayout;
use Tornavis\Core\Words\RuleId;

/**
 * Speaks in the jobs that use a generic image, about launch, layout, slots, base, room and a trial first.
 *
 * Why: A generic image stands on the base of the phone, by the interfaces that it has had since its launch.
 */
final class Fit4Generic implements FitRule
{
    /** The first api whose models keep the system apart from what belongs to the model. */
    public const FIRST_API = 26;

    /** The first api whose systems can start another one beside them. */
    private const FIRST_TRIAL_API = 29;

    public static function id(): RuleId
    {
        return RuleId::Fit4;
    }

    public static function purpose(): string
    {
        return 'A generic image needs three things: a model that launched with api 26 or later, a slot scheme that ' .
            'it can start on, and a base that is new enough.';
    }

    public function look(Situation $situation): iterable
    {
        $image = $situation->files->generic();
        if ($image === null) {
            return;
        }
        $api = $situation->sheet->launchApi;
        // Rule FIT-14 asks for both where the sheet leaves them open.
        if ($api === null || $situation->sheet->hasTwoSlots() === null) {
            return;
        }
        $first = $situation->job->startsImageOnce() ? self::FIRST_TRIAL_API : self::FIRST_API;
        yield $api >= $first
            ? Finding::clear(
                self::id(),
                need: "A model that launched with api {$first} or later",
                found: "api {$api}",
                reason: 'System and base are apart on it.',
                subject: 'launch',
            )
            : Finding::stop(
                self::id(),
                need: "A model that launched with api {$first} or later",
                found: "api {$api}",
                reason: $first === self::FIRST_API
                    ? 'On this model system and base are one; a generic image finds nothing to stand on.'
                    : 'The systems of this model cannot start another one beside them.',
                remedy: Remedy::getFile("Choose a build that is made for {$situation->sheet->codename} instead."),
                subject: 'launch',
            );
        yield from self::launch($situation, $image);
        yield from $this->slots($situation, $image);
        yield from $this->base($situation, $image);
        if ($situation->job->startsImageOnce()) {
            yield RoomOnStorage::of(
                $situation,
                self::id(),
                Fit4Trial::neededBytes($situation),
                'The image and its data',
                'as long as it is tried',
            );

            return;
        }
        $layout = Layout::of($situation->state, $situation->sheet, $situation->slots->active());
        // Rule LAYOUT-2 asks for a layout that is not known.
        $hasNone = $layout !== null && $layout !== PartitionLayout::Dynamic;
        if ($hasNone && $situation->sheet->systemIsLogical() === true) {
            yield Finding::stop(
                self::id(),
                need: 'A system inside super',
                found: "the {$layout->value} layout",
                reason: 'The image is written as a logical partition, and this phone has none yet.',
                remedy: Remedy::doFirst('Plan a fresh install of a build that brings the dynamic layout first.'),
                subject: 'layout',
                facts: [$situation->state->fact(StateField::Layout->in($situation->slots->active()))],
            );
        }
        if ($api >= self::FIRST_TRIAL_API) {
            yield Finding::caution(
                self::id(),
                need: 'Tried beside first',
                found: 'not in this plan',
                reason: 'A trial shows what works on this phone before anything is erased.',
                remedy: Remedy::doFirst('Open a job "Trial beside" with the same image first.'),
                subject: 'trial',
            );
        }
    }

    /**
     * The range of launch apis on the card of an image.
     *
     * @return \Generator<int, Finding>
     */
    private static function launch(Situation $situation, Package $image): \Generator
    {
        $min = $image->facts->best(Field::LAUNCH_API_MIN);
        $max = $image->facts->best(Field::LAUNCH_API_MAX);
        if ($min === null && $max === null) {
            return;
        }
        $range = match (true) {
            $max === null => "{$min->text()} or later",
            $min === null => "{$max->text()} or earlier",
            default => "{$min->text()} to {$max->text()}",
        };
        $need = "An image for models that launched with api {$situation->sheet->launchApi}";
        $facts = array_values(array_filter([$min, $max]));
        yield $situation->files->launchApiFits($image) === true
            ? Finding::clear(
                self::id(),
                need: $need,
                found: "api {$range}",
                reason: 'It is made for such models.',
                subject: 'launch-range',
                facts: $facts,
            )
            : Finding::stop(
                self::id(),
                need: $need,
                found: "api {$range}",
                reason: 'What a model launched with decides how system and base speak to each other; this image does ' .
                    'not start on it.',
                remedy: RightFile::remedy(
                    $situation,
                    $image,
                    "Get the image for models that launched with api {$situation->sheet->launchApi}.",
                ),
                subject: 'launch-range',
                facts: $facts,
            );
    }

    /**
     * @return \Generator<int, Finding>
     */
    private function slots(Situation $situation, Package $image): \Generator
    {
        $scheme = $image->facts->best(Field::SLOT_SCHEME);
        $mine = $situation->sheet->hasTwoSlots() ? 'two' : 'one';
        if ($scheme === null) {
            $finding = Finding::toSettle(
                self::id(),
                need: "An image for {$mine}-slot phones",
                found: 'not stated',
                reason: 'Neither file nor card says for which slot scheme it is; on the other one it does not start.',
                remedy: Remedy::agree(
                    "Ask its publisher and enter it on the page of the file, or agree that it is for {$mine}-slot " .
                        'phones.',
                ),
                subject: 'slots',
            );
            yield $finding->unlessAgreed($situation->answers, "You agreed that it is for {$mine}-slot phones.");

            return;
        }
        yield $situation->fit->slotsFit($image)
            ? Finding::clear(
                self::id(),
                need: "An image for {$mine}-slot phones",
                found: $scheme->text(),
                reason: 'It starts on phones with this slot scheme.',
                subject: 'slots',
                facts: [$scheme],
            )
            : Finding::stop(
                self::id(),
                need: "An image for {$mine}-slot phones",
                found: $scheme->text(),
                reason: 'It does not start on another slot scheme.',
                remedy: RightFile::remedy($situation, $image, "Get the image for {$mine}-slot phones."),
                subject: 'slots',
                facts: [$scheme],
            );
    }

    /**
     * @return \Generator<int, Finding>
     */
    private function base(Situation $situation, Package $image): \Generator
    {
        $slot = $situation->slots->active();
        if (!$situation->state->slot($slot)->os->isComplete()) {
            yield Finding::stop(
                self::id(),
                need: 'A system whose base it stands on',
                found: $situation->state->fact(StateField::OsState->in($slot))->text(),
                reason: 'A generic image brings no kernel, no vendor and no firmware of its own.',
                remedy: Remedy::doFirst("Put the maker's system in first."),
                subject: 'base',
                facts: [$situation->state->fact(StateField::OsState->in($slot))],
            );

            return;
        }
        $needs = $image->facts->best(Field::STOCK_RELEASE_MIN);
        if ($needs === null) {
            return;
        }
        $held = StockRelease::of($needs->text(), $situation->state, $slot);
        $has = $held->has;
        $need = "A base of release {$needs->text()} or newer";
        yield match (true) {
            !$has->known() => Finding::stop(
                self::id(),
                need: $need,
                found: 'unknown',
                reason: 'Which base the phone has has not been seen.',
                remedy: Remedy::enterFact('Read the release in the about page and enter it.'),
                subject: 'base',
                facts: [$needs, $has],
            ),
            $held->age === Age::Incomparable => NotComparable::of(
                self::id(),
                $need,
                $has->text(),
                'On a base that is too old the image does not start.',
                'base',
                [$needs, $has],
                $situation->answers,
            ),
            $held->age === Age::Older => Finding::stop(
                self::id(),
                need: $need,
                found: $has->text(),
                reason: 'Its vendor part is older than the image supports.',
                remedy: Remedy::doFirst("Update the maker's system to release {$needs->text()} first."),
                subject: 'base',
                facts: [$needs, $has],
            ),
            default => Finding::clear(
                self::id(),
                need: $need,
                found: $has->text(),
                reason: 'It is new enough.',
                subject: 'base',
                facts: [$needs, $has],
            ),
        };
    }
}
