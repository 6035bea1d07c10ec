<?php

declare(strict_types=1);

namespace Tornavis\Core\Operation\Install;

use Tornavis\Core\Operation\Operation;
use Tornavis\Core\Operation\Timing;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\State;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Situation\Rates;
use Tornavis\Core\Words\Mode;
use Tornavis\Core\Words\OperationName;

/** The updater of the system that runs puts a build into the slot that is not in use. */
final readonly class UpdateInSystem extends Operation
{
    /** An updater writes in the background, and slower than a recovery. */
    private const SLOWER = 2;

    private InstallBuild $build;

    /** @param  string  $slot  the one that is not in use */
    public function __construct(private Package $package, private string $slot)
    {
        $this->build = new InstallBuild($package, $slot);
    }

    public function name(): OperationName
    {
        return OperationName::UpdateInSystem;
    }

    public function title(): string
    {
        return "Update to {$this->package->title()} in the system";
    }

    public function parameters(): array
    {
        return ['package' => $this->package->name(), 'slot' => $this->slot];
    }

    public function mode(): Mode
    {
        return Mode::System;
    }

    public function slot(): string
    {
        return $this->slot;
    }

    public function writes(): bool
    {
        return true;
    }

    public function refusals(State $state, ModelSheet $sheet): array
    {
        return $this->build->refusals($state, $sheet);
    }

    public function effects(State $state, ModelSheet $sheet): array
    {
        $effects = $this->build->effects($state, $sheet);
        unset($effects[StateField::Mode->value]);

        return $effects;
    }

    public function midway(State $state, ModelSheet $sheet): array
    {
        return $this->build->midway($state, $sheet);
    }

    public function timing(Rates $rates, State $state, ModelSheet $sheet): Timing
    {
        return Timing::about(self::SLOWER * $this->build->timing($rates, $state, $sheet)->expectedSeconds);
    }

    public function instruction(): string
    {
        return "Copy {$this->package->name()} to the phone, open the updater in the settings of the system, choose " .
            'this file there, and start it. Keep the phone on its charger and leave it on.';
    }

    public function youWillSee(): string
    {
        return 'A bar that fills up twice, then the offer to restart. Do not restart yet.';
    }

    public function evidence(): string
    {
        return 'The updater says that the update is in and that a restart ends it.';
    }

    public function oddities(): array
    {
        return ['The bar can stand still for minutes while the second part is written.'];
    }

    public function whenItFails(): string
    {
        return 'The running slot is untouched. Restart once and try again, or update by hand in the recovery: ' .
            'that is a house rule.';
    }
}
