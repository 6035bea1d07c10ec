<?php

declare(strict_types=1);

namespace Tornavis\Core\Rule;

use Tornavis\Core\Package\InstallerQuestion;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Words\LossClass;
use Tornavis\Core\Words\RemedyKind;

/**
 * What to do about a finding: a sentence for the person, and as data which ways there are. Nothing reads the sentence.
 */
final readonly class Remedy
{
    /**
     * @param  list<RemedyKind>  $kinds
     * @param  ?Package  $file  of the shelf, that the remedy names
     * @param  ?LossClass  $loss  what is given up where the remedy is to accept a loss
     * @param  ?string  $partition  whose image is taken out of the file
     * @param  ?InstallerQuestion  $question  that is answered, under $questionKey
     * @param  list<ModelQuestion>  $models  that are answered for every job
     * @param  list<FileQuestion>  $files  that are answered for every job
     */
    private function __construct(
        public string $text,
        public array $kinds,
        public ?Package $file = null,
        public ?LossClass $loss = null,
        public ?string $partition = null,
        public ?InstallerQuestion $question = null,
        public ?string $questionKey = null,
        public array $models = [],
        public array $files = [],
    ) {}

    public static function addFile(Package $file): self
    {
        return new self("Add {$file->name()} from the shelf to the kit.", [RemedyKind::AddFile], $file);
    }

    /** A file of the shelf is added, or the person agrees to go on without it. */
    public static function addFileOrAgree(Package $file): self
    {
        return new self(
            "Add {$file->name()} from the shelf to the kit, or agree to be without it.",
            [RemedyKind::AddFile, RemedyKind::Agree],
            $file,
        );
    }

    /** The file of the shelf that is made for this phone takes the place of one that is not. */
    public static function replaceFile(Package $file): self
    {
        return new self("Use {$file->name()} instead; it is made for this phone.", [RemedyKind::ReplaceFile], $file);
    }

    /** A file is needed that is not on the shelf, or not known by name. */
    public static function getFile(string $text): self
    {
        return new self($text, [RemedyKind::GetFile]);
    }

    /** The file is unpacked beside, on the shelf. */
    public static function unpack(Package $file, string $text): self
    {
        return new self($text, [RemedyKind::Unpack], $file);
    }

    /** The image for a partition is taken out of the file and laid beside it. */
    public static function takeOut(Package $file, string $partition, string $text): self
    {
        return new self($text, [RemedyKind::TakeOut], $file, partition: $partition);
    }

    public static function leaveOut(string $text): self
    {
        return new self($text, [RemedyKind::LeaveOut]);
    }

    public static function enterFact(string $text): self
    {
        return new self($text, [RemedyKind::EnterFact]);
    }

    /**
     * What is so of the model is pasted, or said by one of the answers; then it is known for every job.
     *
     * @param  list<ModelQuestion>  $models
     */
    public static function say(array $models, string $text): self
    {
        return new self($text, [RemedyKind::Say], models: $models);
    }

    /**
     * What files are is said, or they leave the kit.
     *
     * @param  list<FileQuestion>  $files
     */
    public static function tell(array $files, string $text): self
    {
        return new self($text, [RemedyKind::Tell, RemedyKind::LeaveOut], files: $files);
    }

    /** The person's agreement settles it. */
    public static function agree(string $text): self
    {
        return new self($text, [RemedyKind::Agree]);
    }

    /** Either the fact is entered, or the person agrees to go on without it. */
    public static function enterFactOrAgree(string $text): self
    {
        return new self($text, [RemedyKind::EnterFact, RemedyKind::Agree]);
    }

    /** Either the fact is entered, or the file that needs it leaves the kit. */
    public static function enterFactOrLeaveOut(string $text): self
    {
        return new self($text, [RemedyKind::EnterFact, RemedyKind::LeaveOut]);
    }

    /** One of the answers to a question of an installer is chosen. */
    public static function choose(InstallerQuestion $question, string $key): self
    {
        return new self(
            'Choose one of the answers, or agree to the careful one; the step names it when the installer asks.',
            [RemedyKind::Choose, RemedyKind::Agree],
            question: $question,
            questionKey: $key,
        );
    }

    /** The plan begins with it; the person's agreement settles it. */
    public static function letPlanDoIt(string $text): self
    {
        return new self($text, [RemedyKind::LetPlanDoIt]);
    }

    public static function tick(string $text): self
    {
        return new self($text, [RemedyKind::Tick]);
    }

    /** What is lost is given up by name. */
    public static function acceptLoss(LossClass $loss, string $text): self
    {
        return new self($text, [RemedyKind::AcceptLoss], loss: $loss);
    }

    /** The plan backs it up first, or it is given up by name. */
    public static function backUpOrAcceptLoss(LossClass $loss, string $text): self
    {
        return new self($text, [RemedyKind::LetPlanDoIt, RemedyKind::AcceptLoss], loss: $loss);
    }

    /** It is settled on the page of the phone. */
    public static function onPhonePage(string $text): self
    {
        return new self($text, [RemedyKind::OpenPhone]);
    }

    public static function underHouseRules(string $text): self
    {
        return new self($text, [RemedyKind::OpenHouseRules]);
    }

    public static function doFirst(string $text): self
    {
        return new self($text, [RemedyKind::DoFirst]);
    }

    public function isOf(RemedyKind ...$kinds): bool
    {
        foreach ($kinds as $kind) {
            if (in_array($kind, $this->kinds, true)) {
                return true;
            }
        }

        return false;
    }
}
