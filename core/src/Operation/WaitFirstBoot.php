<?php

declare(strict_types=1);

namespace Tornavis\Core\Operation;

use Tornavis\Core\Phone\BootCheck;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\State;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Situation\Rates;
use Tornavis\Core\Words\Encryption;
use Tornavis\Core\Words\Mode;
use Tornavis\Core\Words\OperationName;
use Tornavis\Core\Words\Slot;

final readonly class WaitFirstBoot extends Operation
{
    /** @param  bool  $setsUp  whether the system begins with empty data */
    public function __construct(private bool $setsUp = true) {}

    public function name(): OperationName
    {
        return OperationName::WaitFirstBoot;
    }

    public function title(): string
    {
        return 'First boot';
    }

    public function parameters(): array
    {
        return [];
    }

    public function mode(): Mode
    {
        return Mode::System;
    }

    public function refusals(State $state, ModelSheet $sheet): array
    {
        $slot = $state->activeSlot() ?? $sheet->slots[0];
        $obstacle = BootCheck::obstacle($state, $sheet, $slot);

        return $obstacle === null ? [] : [Slot::named($slot) . " would not start: {$obstacle}."];
    }

    public function effects(State $state, ModelSheet $sheet): array
    {
        $slot = $state->activeSlot() ?? $sheet->slots[0];
        $used = [
            StateField::DataWrittenRelease->value => $state->slot($slot)->os->release,
            StateField::DataWrittenPatchLevel->value => $state->slot($slot)->os->patchLevel,
            StateField::DataWrittenSigner->value => $state->slot($slot)->os->signer,
            StateField::DataServices->value => $state->text(StateField::DataServices),
        ];
        if ($state->data()->empty !== true) {
            // Data that is there stays, and with it every switch; its keys are the new system's from now on.
            return $used;
        }

        return [
            ...$used,
            StateField::OsFailedAs->in($slot) => null,
            StateField::DataEmpty->value => false,
            StateField::DataWrittenBy->value => $state->slot($slot)->os->family,
            StateField::DataServices->value => $state->slot($slot)->os->services,
            StateField::DataEncryption->value => $this->encryption($state, $sheet, $slot)?->value,
            StateField::DebuggingAllowed->value => false,
            StateField::DebuggingAuthorised->value => false,
            StateField::LinkProven->of(Mode::System) => false,
        ];
    }

    private function encryption(State $state, ModelSheet $sheet, string $slot): ?Encryption
    {
        return $state->slot($slot)->encryptionOff === true
            ? Encryption::None
            : $state->slot($slot)->os->encrypts ?? $sheet->newEncryption();
    }

    public function timing(Rates $rates, State $state, ModelSheet $sheet): Timing
    {
        return Timing::of(300, 900, 1200);
    }

    public function instruction(): string
    {
        return $this->setsUp
            ? 'Wait. The first start sets up the new system and its keys.'
            : 'Wait. The first start brings the apps that are there into line with the new system.';
    }

    public function youWillSee(): string
    {
        return 'The logo for two to fifteen minutes, then ' .
            ($this->setsUp ? 'the first screen of the set-up.' : 'the lock screen or the home screen as it was.');
    }

    public function evidence(): string
    {
        return $this->setsUp ? 'The set-up\'s first screen.' : 'The home screen, with the apps that were there.';
    }

    public function whenItFails(): string
    {
        return 'Past twenty minutes it is a loop. Hold the keys for recovery; the trouble guide goes on from there.';
    }
}
