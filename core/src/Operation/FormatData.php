<?php

declare(strict_types=1);

namespace Tornavis\Core\Operation;

use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\State;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Situation\Rates;
use Tornavis\Core\Words\Ability;
use Tornavis\Core\Words\Mode;
use Tornavis\Core\Words\OperationName;

final readonly class FormatData extends Operation
{
    /**
     * @param  ?string  $fileSystem  null leaves the choice to the recovery, where nobody knows which ones the phone has
     * @param  bool  $wasEncrypted  whether there is, or may be, an encryption that it ends
     * @param  bool  $isLast  whether the recovery that runs is written over already, so that no restart leads to it
     */
    public function __construct(
        private ?string $fileSystem,
        private bool $wasEncrypted = true,
        private bool $isLast = false,
    ) {}

    public function name(): OperationName
    {
        return OperationName::FormatData;
    }

    public function title(): string
    {
        return 'Format data';
    }

    public function parameters(): array
    {
        return $this->fileSystem === null ? [] : ['fileSystem' => $this->fileSystem];
    }

    public function mode(): Mode
    {
        return Mode::Recovery;
    }

    public function writes(): bool
    {
        return true;
    }

    public function refusals(State $state, ModelSheet $sheet): array
    {
        $isKnown = $this->fileSystem !== null && $sheet->fileSystems !== [];
        $refusals =
            !$isKnown || in_array($this->fileSystem, $sheet->fileSystems, true)
                ? []
                : ["The phone does not know the file system {$this->fileSystem}."];
        $has = $state->data()->fileSystem;
        $abilities = RunningRecovery::abilities($state);
        $isChanged = $this->fileSystem !== null && $has !== null && $has !== $this->fileSystem;
        if ($isChanged && $abilities !== [] && !in_array(Ability::FileSystem->value, $abilities, true)) {
            $refusals[] = "The recovery that runs then makes {$has} again, and not {$this->fileSystem}.";
        }
        if ($state->flag(StateField::Accounts) !== false) {
            $refusals[] = 'An account may still be signed in; the phone would lock its owner out.';
        }

        return $refusals;
    }

    public function effects(State $state, ModelSheet $sheet): array
    {
        return Erasure::effects($state, $this->fileSystem) + [StateField::StorageStale->value => true];
    }

    public function midway(State $state, ModelSheet $sheet): array
    {
        return [StateField::DataEmpty->value => true];
    }

    public function losses(State $state): array
    {
        return Erasure::losses($state);
    }

    public function timing(Rates $rates, State $state, ModelSheet $sheet): Timing
    {
        return Timing::about(40);
    }

    public function instruction(): string
    {
        $takes = 'everything on the internal storage';
        $ends = $this->wasEncrypted ? "ends the encryption and takes {$takes}; wiping is not enough" : "takes {$takes}";

        return $this->fileSystem === null
            ? "Format the data partition. This {$ends}."
            : "Format the data partition with {$this->fileSystem}. This {$ends}.";
    }

    public function youWillSee(): string
    {
        return 'The recovery asks you to type a word, then reports that data was formatted.';
    }

    public function evidence(): string
    {
        return 'The recovery reports the format as done and shows the storage as empty.';
    }

    public function oddities(): array
    {
        return ['Right after the format the storage may be shown with zero bytes until the recovery restarts.'];
    }

    public function whenItFails(): string
    {
        return $this->isLast
            ? 'Do not restart the phone: the build has written over the recovery, and the one that runs is all that ' .
                    'is left of it. Format again from there. If it cannot, write the recovery again in the bootloader.'
            : 'Restart the recovery and format again. A phone in this state still reaches its recovery.';
    }
}
