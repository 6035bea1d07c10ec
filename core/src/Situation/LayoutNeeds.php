<?php

declare(strict_types=1);

namespace Tornavis\Core\Situation;

use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Phone\Layout;
use Tornavis\Core\Words\Ability;
use Tornavis\Core\Words\Intent;
use Tornavis\Core\Words\PackageKind;

/** What a job asks of partitions and slots, and the files of the kit that serve it. */
final readonly class LayoutNeeds
{
    /** What a release card calls the caches, which lie in a partition of their own. */
    private const CACHES = 'caches';

    public function __construct(private Situation $situation) {}

    /** Whether the phone gets its dynamic layout in this job. */
    public function retrofits(): bool
    {
        $s = $this->situation;

        return $s->sheet->dynamicLayout === 'retrofit' &&
            $s->job->bringsNewLayout() &&
            !Layout::isDynamic($s->state, $s->sheet);
    }

    /** Whether the room of a dynamic layout that is there already is divided anew, by an empty layout of the kit. */
    public function emptiesSuper(): bool
    {
        return $this->situation->sheet->dynamicLayout === 'native' &&
            $this->situation->job->bringsNewLayout() &&
            $this->emptySuper() !== null;
    }

    public function emptySuper(): ?Package
    {
        return $this->mine(PackageKind::EmptySuper);
    }

    public function slotCopy(): ?Package
    {
        return $this->situation->files->ofKind(PackageKind::SlotCopy)[0] ?? null;
    }

    /** Whether the running slot's firmware is copied over to the slot that the build goes into. */
    public function copiesSlot(): bool
    {
        $s = $this->situation;
        $old = array_keys($s->firmware->slotsBelowMinimum());

        return $this->slotCopy() !== null &&
            $s->sheet->hasTwoSlots() &&
            $s->job->installsBuild() &&
            ($this->retrofits() || $s->firmware->chosen() === null) &&
            !in_array($s->slots->ofRecovery(), $old, true);
    }

    /**
     * The partitions that the build's publisher has wiped before it goes in, of those that this model has; "caches" for
     * the caches. On two slots there are none: the build goes into a slot that does not run, and is written whole.
     *
     * @return list<string>
     */
    public function wipes(): array
    {
        $s = $this->situation;
        $asked = $s->files->build()?->facts->list(Field::WIPES) ?? [];
        $isLeft = $s->intent === Intent::UpdateInPlace && $s->house->updateWipes === 'nothing';
        $isThere = static fn(string $one): bool => $s->sheet->partition($one === self::CACHES ? 'cache' : $one) !==
            null;

        return $s->sheet->hasTwoSlots() || $isLeft ? [] : array_values(array_filter($asked, $isThere));
    }

    /** The file system that the build wants for its data; null where it names none, or the data is not formatted. */
    public function wantedFileSystem(): ?string
    {
        $s = $this->situation;
        $isFormatted = $s->job->installsBuild() && $s->job->formatsFirst();

        return $isFormatted ? $s->files->build()?->facts->text(Field::FILE_SYSTEM) : null;
    }

    /**
     * The file system that a format makes in the recovery: what the build wants, else what is there. Where nobody
     * knows that, the first one of the model where the recovery can choose, and else null.
     */
    public function fileSystemToMake(): ?string
    {
        $s = $this->situation;
        $canChoose = in_array(Ability::FileSystem->value, $s->recovery->working()->abilities ?? [], true);

        return $s->files->build()?->facts->text(Field::FILE_SYSTEM) ??
            ($s->state->data()->fileSystem ?? ($canChoose ? $s->sheet->fileSystems[0] ?? null : null));
    }

    private function mine(PackageKind $kind): ?Package
    {
        foreach ($this->situation->files->ofKind($kind) as $package) {
            if ($this->situation->files->isFor($package)) {
                return $package;
            }
        }

        return null;
    }
}
