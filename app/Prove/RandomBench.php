<?php

declare(strict_types=1);

namespace App\Prove;

use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\Unit;
use Tornavis\Core\Situation\Answers;
use Tornavis\Core\Situation\HouseRules;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Situation\Workplace;
use Tornavis\Core\Words\BackupPart;
use Tornavis\Core\Words\Intent;
use Tornavis\Core\Words\PackageKind;

/**
 * Makes random phones, kits and wishes after the sheets and files of a bench; the same seed gives the same ones.
 */
final class RandomBench
{
    /** How often of a hundred a build for two slots asks for no firmware. */
    private const ASKS_NOTHING_PERCENT = 8;

    private const ASKS_NOTHING_OF_EMPTY = 50;

    /** How often of a hundred the images beside a build have no cards where everything else has one. */
    private const BARE_IMAGES_PERCENT = 25;

    public const AT = '2026-09-20T12:00:00Z';

    private const INTENTS = [
        Intent::Fresh,
        Intent::Fresh,
        Intent::UpdateInPlace,
        Intent::SwitchBuild,
        Intent::SwitchBuild,
        Intent::Base,
        Intent::Kernel,
        Intent::Recovery,
        Intent::AddOn,
        Intent::BackUp,
        Intent::RestoreBackup,
        Intent::BackToStock,
        Intent::RemoveSecond,
        Intent::Unlock,
        Intent::GenericImage,
        Intent::GenericImage,
        Intent::TrialBeside,
        Intent::BringBack,
        Intent::Reset,
    ];

    private readonly Dice $dice;

    private readonly RandomUnit $units;

    private readonly RandomKit $kits;

    private readonly Belief $belief;

    private int $drawn = 0;

    /**
     * @param  list<ModelSheet>  $sheets
     * @param  list<Package>  $shelf
     */
    public function __construct(private readonly array $sheets, private readonly array $shelf, int $seed)
    {
        $this->dice = new Dice($seed);
        $this->units = new RandomUnit($this->dice, $shelf);
        $this->kits = new RandomKit($this->dice, $shelf);
        $this->belief = new Belief($this->dice);
    }

    /** What somebody knows and wants, without the phone that it is about. */
    public function next(): Situation
    {
        return $this->draw()->situation;
    }

    /** A phone, and what is known of it. */
    public function draw(): Drawn
    {
        $this->dice->beginFor(++$this->drawn);
        $kind = $this->belief->kind();
        $model = $this->dice->one($this->sheets);
        if ($kind === Belief::DRAFTED && $this->dice->chance(40)) {
            // What verification keeps from starting is what a draft knows least of.
            $isChecked = static fn(ModelSheet $one): bool => $one->hasVerification() === true;
            $model = $this->dice->one(array_values(array_filter($this->sheets, $isChecked)) ?: $this->sheets);
        }
        [$true, $sheet] = (new RandomSheet($this->dice))->of($kind, $model);
        // A bundle is what an alias that is none does most harm with, a build what a small super does.
        $wishes = match (true) {
            $kind === Belief::DRAFTED && $this->dice->chance(30) => [Intent::GenericImage],
            $this->dice->chance(40) => self::INTENTS,
            $sheet->aliases !== $true->aliases => [Intent::BackToStock, Intent::Base],
            $true->superBytes !== $model->superBytes => [Intent::Fresh, Intent::SwitchBuild],
            default => self::INTENTS,
        };
        $possible = array_values(
            array_filter($wishes, fn(Intent $one): bool => $this->isPossible($one, $sheet) || $this->dice->chance(15)),
        );
        $intent = $this->dice->one($possible === [] ? [Intent::BackUp] : $possible);
        $truth = $this->units->of($true, $intent);
        $unit = $this->belief->of($kind, $truth, $true, $this->units->of($true, $intent));
        $house = new HouseRules(
            $this->dice->one([30, 50, 60, 80]),
            $this->dice->one([10, 20, 40]),
            $this->dice->one(['spare', 'active']),
            $this->dice->one(['before', 'after']),
            $this->dice->one(['when-needed', 'always']),
            $this->dice->one(['stable', 'newest']),
            $this->dice->one(['sideload', 'sideload', 'sideload', 'storage']),
            $this->dice->one(['along', 'keep']),
            rootOrder: $this->dice->one(['along', 'after-boot']),
            servicesOrder: $this->dice->one(['before-boot', 'with-reset']),
            bothSlots: $this->dice->one(['firmware', 'build-twice']),
            recoveryUse: $this->dice->one(['installed', 'once']),
            switchCaches: $this->dice->one(['wipe', 'leave']),
            firmwareWay: $this->dice->one(['images', 'images', 'package']),
            updateWipes: $this->dice->one(['asked', 'nothing']),
            updater: $this->dice->one(['hand', 'system']),
        );

        $kit = $this->kits->of($sheet, $unit, $intent, $house);
        $situation = new Situation(
            $sheet,
            $unit,
            $kit,
            $intent,
            self::AT,
            $house,
            answers: new Answers(backUp: $this->dice->chance(10) ? [BackupPart::Data, BackupPart::System] : []),
            shelf: $this->shelf,
            codenames: array_map(static fn(ModelSheet $s): string => $s->codename, $this->sheets),
            workplace: new Workplace($this->dice->chance(5) ? '4.5.0' : '4.6.1', [
                '4.5.0' => 'Lists phones as absent.',
            ]),
        );

        // Drawn last, so that it shifts nothing before it.
        if ($kind === Belief::COMPLETE && $this->dice->chance(Belief::BARE_PERCENT)) {
            $bare = (new BareKit($this->dice, $this->shelf))->of($kit);

            return new Drawn($truth, $true, $situation->with(kit: $bare), Belief::BARE_FILES);
        }
        if ($kind === Belief::COMPLETE && $this->dice->chance(self::BARE_IMAGES_PERCENT)) {
            $bare = (new BareKit($this->dice, $this->shelf))->imagesOf($kit);

            return new Drawn($truth, $true, $situation->with(kit: $bare), $kind);
        }
        if ($sheet->hasTwoSlots() === true && $this->dice->chance(self::asksNothing($truth, $true))) {
            $modest = array_map(StrangeFiles::withoutDemand(...), $kit);

            return new Drawn($truth, $true, $situation->with(kit: $modest), $kind, unmarked: true);
        }

        return new Drawn($truth, $true, $situation, $kind);
    }

    /** How often of a hundred the build asks for no firmware: most where that leaves a slot without any. */
    private static function asksNothing(Unit $truth, ModelSheet $sheet): int
    {
        $state = $truth->state();
        $isEmpty = static fn(string $slot): bool => $state->slot($slot)->firmware === null;

        return array_filter($sheet->slots, $isEmpty) === [] ? self::ASKS_NOTHING_PERCENT : self::ASKS_NOTHING_OF_EMPTY;
    }

    /** Whether the shelf holds anything for an intent on a model; the others are drawn seldom. */
    private function isPossible(Intent $intent, ModelSheet $sheet): bool
    {
        if ($intent === Intent::GenericImage) {
            return $sheet->architecture === 'arm64';
        }
        $kind = match ($intent) {
            Intent::Fresh, Intent::SwitchBuild, Intent::UpdateInPlace => PackageKind::Build,
            Intent::Base => PackageKind::Firmware,
            Intent::Kernel => PackageKind::Kernel,
            Intent::Recovery => PackageKind::Recovery,
            Intent::BackToStock => PackageKind::StockBundle,
            Intent::RemoveSecond => PackageKind::Remover,
            default => null,
        };

        return $kind === null ||
            array_filter(
                $this->shelf,
                static fn(Package $p): bool => $p->kind() === $kind &&
                    array_intersect($p->facts->list(Field::CODENAMES), [$sheet->codename, ...$sheet->aliases]) !== [],
            ) !== [];
    }
}
