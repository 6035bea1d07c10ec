<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Fit;

use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Phone\Layout;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Rule\FitRule;
use Tornavis\Core\Rule\Severity;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\Intent;
use Tornavis\Core\Words\Size;
use Tornavis\Core\Words\Version;

final class Fit4Generic implements FitRule
{
    /** The first api whose models keep the system apart from what belongs to the model. */
    private const FIRST_API = 26;

    /** The first api whose systems can start another one beside them. */
    private const FIRST_TRIAL_API = 29;

    public static function id(): string
    {
        return 'FIT-4';
    }

    public static function purpose(): string
    {
        return 'A generic image needs a model that launched with api 26 or later, a slot scheme that it can start ' .
            'on, and a base that is not older than it supports.';
    }

    public function look(Situation $situation): iterable
    {
        $image = $situation->generic();
        if (!in_array($situation->intent, [Intent::GenericImage, Intent::TrialBeside], true) || $image === null) {
            return;
        }
        $api = $situation->sheet->launchApi;
        $first = $situation->intent === Intent::TrialBeside ? self::FIRST_TRIAL_API : self::FIRST_API;
        yield $api >= $first
            ? Finding::of(
                self::id(),
                Severity::Clear,
                "A model that launched with api {$first} or later",
                "api {$api}",
                'System and base are apart on it.',
                null,
                'launch',
            )
            : Finding::of(
                self::id(),
                Severity::Stop,
                "A model that launched with api {$first} or later",
                "api {$api}",
                $first === self::FIRST_API
                    ? 'On this model system and base are one; a generic image finds nothing to stand on.'
                    : 'The systems of this model cannot start another one beside them.',
                null,
                'launch',
            );
        yield from $this->slots($situation, $image);
        yield from $this->base($situation, $image);
        if ($situation->intent === Intent::TrialBeside) {
            yield from $this->room($situation);

            return;
        }
        $layout = Layout::of($situation->state, $situation->sheet, $situation->activeSlot());
        if ($situation->sheet->partition('system')?->logical === true && $layout !== Layout::DYNAMIC) {
            yield Finding::of(
                self::id(),
                Severity::Stop,
                'A system inside super',
                "the {$layout} layout",
                'The image is written as a logical partition, and this phone has none yet.',
                'Plan a fresh install of a build that brings the dynamic layout first.',
                'layout',
                $situation->state->fact("slot.{$situation->activeSlot()}.layout"),
            );
        }
        if ($api >= self::FIRST_TRIAL_API) {
            yield Finding::of(
                self::id(),
                Severity::Mind,
                'Tried beside first',
                'not in this plan',
                'A trial shows what works on this phone before anything is erased.',
                'Open a job "Trial beside" with the same image first.',
                'trial',
            );
        }
    }

    /**
     * @return \Generator<int, Finding>
     */
    private function slots(Situation $situation, Package $image): \Generator
    {
        $scheme = $image->facts->best(Field::SLOT_SCHEME);
        if ($scheme === null) {
            return;
        }
        $mine = $situation->sheet->hasTwoSlots() ? 'two' : 'one';
        yield $scheme->value === $mine
            ? Finding::of(
                self::id(),
                Severity::Clear,
                "An image for {$mine}-slot phones",
                $scheme->text(),
                'The slot scheme is the same.',
                null,
                'slots',
                $scheme,
            )
            : Finding::of(
                self::id(),
                Severity::Stop,
                "An image for {$mine}-slot phones",
                $scheme->text(),
                'It does not start on another slot scheme.',
                "Get the image for {$mine}-slot phones.",
                'slots',
                $scheme,
            );
    }

    /**
     * @return \Generator<int, Finding>
     */
    private function base(Situation $situation, Package $image): \Generator
    {
        $slot = $situation->activeSlot();
        if ($situation->state->text("slot.{$slot}.os.state") !== 'complete') {
            yield Finding::of(
                self::id(),
                Severity::Stop,
                'A system whose base it stands on',
                $situation->state->fact("slot.{$slot}.os.state")->text(),
                'A generic image brings no kernel, no vendor and no firmware of its own.',
                "Put the maker's system in first.",
                'base',
                $situation->state->fact("slot.{$slot}.os.state"),
            );

            return;
        }
        $needs = $image->facts->best(Field::STOCK_RELEASE_MIN);
        $has = $situation->state->fact("slot.{$slot}.os.release");
        if ($needs === null) {
            return;
        }
        $need = "A base of release {$needs->text()} or newer";
        yield match (true) {
            !$has->known() => Finding::of(
                self::id(),
                Severity::Stop,
                $need,
                'unknown',
                'Which base the phone has has not been seen.',
                'Read the release in the about page and enter it.',
                'base',
                $needs,
                $has,
            ),
            Version::of($has->text())->olderThan(Version::of($needs->text())) => Finding::of(
                self::id(),
                Severity::Stop,
                $need,
                $has->text(),
                'Its vendor part is older than the image supports.',
                "Update the maker's system to release {$needs->text()} first.",
                'base',
                $needs,
                $has,
            ),
            default => Finding::of(
                self::id(),
                Severity::Clear,
                $need,
                $has->text(),
                'It is new enough.',
                null,
                'base',
                $needs,
                $has,
            ),
        };
    }

    /**
     * @return \Generator<int, Finding>
     */
    private function room(Situation $situation): \Generator
    {
        $free = $situation->state->fact('data.freeBytes');
        $needed = Fit4Trial::neededBytes($situation);
        $need = Size::text($needed) . ' free on the internal storage';
        if (!is_int($free->value)) {
            $finding = Finding::of(
                self::id(),
                Severity::Settle,
                $need,
                'unknown',
                'The image and its data lie there as long as it is tried.',
                'Look it up in the settings and enter it, or agree that there is room.',
                'room',
                $free,
            );
            yield $situation->answers->agreedTo($finding->key)
                ? $finding->settled('You agreed that there is room.')
                : $finding;

            return;
        }
        yield $free->value >= $needed
            ? Finding::of(
                self::id(),
                Severity::Clear,
                $need,
                Size::text($free->value),
                'There is room.',
                null,
                'room',
                $free,
            )
            : Finding::of(
                self::id(),
                Severity::Stop,
                $need,
                Size::text($free->value),
                'The image and its data do not fit.',
                'Free ' . Size::text($needed - $free->value) . ' on the phone.',
                'room',
                $free,
            );
    }
}
