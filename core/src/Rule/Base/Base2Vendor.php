<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule\Base;

use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Rule\FitRule;
use Tornavis\Core\Rule\Severity;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\PackageKind;

final class Base2Vendor implements FitRule
{
    public static function id(): string
    {
        return 'BASE-2';
    }

    public static function purpose(): string
    {
        return 'The build stands on a vendor version of one channel; it goes in first where it is missing, and is ' .
            'skipped where it is right.';
    }

    public function look(Situation $situation): iterable
    {
        $minimum = $situation->build()?->facts->best(Field::VENDOR_MIN);
        if ($minimum === null) {
            return;
        }
        $slot = $situation->installSlot();
        $observed = $situation->state->fact("slot.{$slot}.vendor.version");
        $channel = $situation->build()->facts->text(Field::VENDOR_NEEDED_CHANNEL);
        $need = "Vendor {$minimum->text()} or newer" . ($channel === null ? '' : ", {$channel} channel");
        $found = trim("{$observed->text()} {$situation->state->text("slot.{$slot}.vendor.channel")}");
        $missing = $situation->vendorMissing();
        $vendor = $situation->vendor();
        yield match (true) {
            $missing === null => Finding::of(
                self::id(),
                Severity::Clear,
                $need,
                $found,
                'It is right, so this part is left as it is.',
                null,
                '',
                $minimum,
                $observed,
            ),
            $vendor !== null => Finding::of(
                self::id(),
                Severity::Note,
                $need,
                $found,
                "The plan installs {$vendor->title()} before the build.",
                null,
                '',
                $minimum,
                $observed,
            ),
            default => Finding::of(
                self::id(),
                Severity::Stop,
                $need,
                $found,
                "The phone has vendor {$found}; the build does not start on it.",
                $this->remedy($situation, $need),
                '',
                $minimum,
                $observed,
            ),
        };
    }

    private function remedy(Situation $situation, string $need): string
    {
        foreach ($situation->shelf as $package) {
            $try = new Situation(
                $situation->sheet,
                $situation->unit,
                [...$situation->kit, $package],
                $situation->intent,
                $situation->at,
                $situation->house,
                state: $situation->state,
            );
            if (
                $package->kind() === PackageKind::Vendor &&
                $situation->isFor($package) &&
                $try->vendor() === $package
            ) {
                return "Add {$package->name()} from the shelf to the kit.";
            }
        }

        return 'Get ' . lcfirst($need) . " for {$situation->sheet->codename}.";
    }
}
