<?php

declare(strict_types=1);

namespace Tornavis\Core\Situation;

use Tornavis\Core\Package\Package;
use Tornavis\Core\Phone\MemoryCard;
use Tornavis\Core\Words\Ability;
use Tornavis\Core\Words\Encryption;
use Tornavis\Core\Words\PackageKind;

/** How packages reach the recovery: streamed from the computer, or from storage. */
final readonly class Delivery
{
    public const SIDELOAD = 'sideload';

    public const STORAGE = 'storage';

    public function __construct(private Situation $situation) {}

    /** The route that is taken: what the house prefers, as far as recovery and storage allow it. */
    public function route(): string
    {
        if ($this->situation->modes->writesGenericInRecovery()) {
            // A bare image is no package that could be streamed.
            return $this->place() === null ? self::SIDELOAD : self::STORAGE;
        }
        $canStream = in_array(Ability::Sideload->value, $this->situation->recovery->working()->abilities ?? [], true);
        $prefersStorage = $this->situation->house->route === self::STORAGE;

        return $this->place() !== null && ($prefersStorage || !$canStream) ? self::STORAGE : self::SIDELOAD;
    }

    /** Why that route, in a sentence. */
    public function why(): string
    {
        return match (true) {
            $this->route() === self::SIDELOAD => 'Nothing has to lie on the phone, so that no erase can take it along.',
            $this->situation->house->route === self::STORAGE => 'Your house rule installs from storage.',
            default => 'The recovery cannot be streamed to, so it installs from storage.',
        };
    }

    /**
     * Where files can lie so that nothing erases them and the recovery reads them: "card", "internal", or null for
     * nowhere.
     */
    public function place(): ?string
    {
        $state = $this->situation->state;
        $card = new MemoryCard($state);
        $takesFiles = $card->takesFileOf($this->largestBytes()) !== false;
        if ($card->isReadable() && $takesFiles && ($card->freeBytes ?? 0) >= $this->neededBytes()) {
            return 'card';
        }
        $readable =
            $this->erasesFirst() ||
            array_diff(
                Encryption::openedBy($state->data()->encryption),
                $this->situation->recovery->working()->abilities ?? [],
            ) === [];

        return $readable ? 'internal' : null;
    }

    /** Room for all that is copied, in bytes. */
    public function neededBytes(): int
    {
        return array_sum($this->sizes());
    }

    /** The largest file that is copied, in bytes. */
    public function largestBytes(): int
    {
        return max([0, ...$this->sizes()]);
    }

    /**
     * @return list<int>
     */
    private function sizes(): array
    {
        return array_map(static fn(Package $one): int => $one->sizeBytes, $this->packages());
    }

    /** Whether the job ends the encryption before anything is copied, so that the storage is empty and open by then. */
    public function erasesFirst(): bool
    {
        return $this->situation->job->formatsFirst();
    }

    /** Whether the data is formatted before the build goes in, so that it is gone where the build then refuses. */
    public function formatsBeforeBuild(): bool
    {
        $situation = $this->situation;

        return $situation->house->formatOrder === 'before' ||
            $this->usesInternal() ||
            // The recovery of the kit was asked whether it can make it; the one that the build brings was not.
            $situation->layout->fileSystemToMake() !== $situation->state->data()->fileSystem ||
            $situation->files->ofKind(PackageKind::LayoutChanger) !== [];
    }

    /** Whether files have to be copied to the internal storage, which a format would take along. */
    public function usesInternal(): bool
    {
        return $this->route() === self::STORAGE && $this->place() === 'internal' && $this->packages() !== [];
    }

    /** Where a package lies when it is installed: "card" or "internal"; null where it is streamed. */
    public function installsFrom(): ?string
    {
        return $this->route() === self::STORAGE ? $this->place() : null;
    }

    /**
     * What the recovery installs in this job, in the order of the work.
     *
     * @return list<Package>
     */
    public function packages(): array
    {
        return $this->situation->job->installs($this->situation);
    }

    /**
     * What was chosen for the questions of an installer.
     *
     * @return list<string> each as "question: choice"
     */
    public function answersTo(Package $package): array
    {
        $chosen = [];
        foreach ($package->questions() as $question) {
            $choice = $this->situation->answers->choice($question, $package);
            if ($choice !== null) {
                $chosen[] = "{$question->asks} {$choice->label}";
            }
        }

        return $chosen;
    }
}
