<?php

declare(strict_types=1);

namespace Tornavis\Core\Phone;

use Tornavis\Core\Words\Encryption;
use Tornavis\Core\Words\LossClass;

/** The data partition, as far as it is known: null is unknown. */
final readonly class DataState
{
    public ?string $fileSystem;

    public ?Encryption $encryption;

    /** the family of the system that wrote it */
    public ?string $writtenBy;

    /** the newest release that has used the data: an older one does not get its keys */
    public ?string $writtenRelease;

    /** the newest patch level that has used the data */
    public ?string $writtenPatchLevel;

    /** who signed the system that uses it: one of another signer stops again and again */
    public ?string $writtenSigner;

    public ?bool $empty;

    /** whether it was written for a layout that is gone */
    public ?bool $unreadable;

    public ?int $usedBytes;

    public ?int $freeBytes;

    public function __construct(private State $state)
    {
        $this->fileSystem = $state->text(StateField::DataFileSystem);
        $this->encryption = Encryption::tryFrom($state->text(StateField::DataEncryption) ?? '');
        $this->writtenBy = $state->text(StateField::DataWrittenBy);
        $this->writtenRelease = $state->text(StateField::DataWrittenRelease);
        $this->writtenPatchLevel = $state->text(StateField::DataWrittenPatchLevel);
        $this->writtenSigner = $state->text(StateField::DataWrittenSigner);
        $this->empty = $state->flag(StateField::DataEmpty);
        $this->unreadable = $state->flag(StateField::DataUnreadable);
        $this->usedBytes = $state->int(StateField::DataUsedBytes);
        $this->freeBytes = $state->int(StateField::DataFreeBytes);
    }

    public function holds(LossClass $class): ?bool
    {
        return $class === LossClass::SecondSystem
            ? $this->state->text(StateField::SecondFamily) !== null
            : $this->state->flag(StateField::DataHolds->of($class));
    }
}
