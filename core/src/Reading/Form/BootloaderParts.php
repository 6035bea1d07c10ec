<?php

declare(strict_types=1);

namespace Tornavis\Core\Reading\Form;

use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Reading\PrintedLine;
use Tornavis\Core\Reading\PrintedMatch;
use Tornavis\Core\Reading\PrintedText;
use Tornavis\Core\Reading\SizeText;
use Tornavis\Core\Reading\SlotText;
use Tornavis\Core\Reading\Statements;
use Tornavis\Core\Words\PartitionLayout;
use Tornavis\Core\Words\PartitionName;
use Tornavis\Core\Words\Symptom;

/** The variables of a bootloader that are about one slot or one partition. */
final readonly class BootloaderParts
{
    /** @param  string  $form  id of the form that reads them */
    public function __construct(private string $form) {}

    public function tell(string $name, string $of, string $value, PrintedLine $line, Statements $to): void
    {
        $form = $this->form;
        $slot = SlotText::of($of);
        if (str_starts_with($name, 'slot') && $slot !== null && $slot !== '-') {
            $flag = VariableText::flag($value);
            match (true) {
                str_contains($name, 'successful') => $to->unit(
                    StateField::SlotSuccessful->in($slot),
                    $flag,
                    $line,
                    $form,
                ),
                str_contains($name, 'unbootable') => $to->unit(
                    StateField::SlotBootable->in($slot),
                    $flag === null ? null : !$flag,
                    $line,
                    $form,
                ),
                str_contains($name, 'bootable') => $to->unit(StateField::SlotBootable->in($slot), $flag, $line, $form),
                str_contains($name, 'retry') && ctype_digit($value) => $to->unit(
                    StateField::SlotRetriesLeft->in($slot),
                    (int) $value,
                    $line,
                    $form,
                ),
                default => null,
            };
            $to->model('slots', 2, $line, $form);

            return;
        }
        if (str_contains($name, 'rollback-index')) {
            $isMain = in_array($of, ['', '0'], true);
            $to->unit(
                StateField::RollbackIndex->value,
                $isMain && ctype_digit($value) ? (int) $value : null,
                $line,
                $form,
            );

            return;
        }
        $this->tellPartition($name, $of, $value, $line, $to);
    }

    private function tellPartition(string $name, string $of, string $value, PrintedLine $line, Statements $to): void
    {
        $form = $this->form;
        [$partition, $slot] = SlotText::split($of);
        if (preg_match('/^[A-Za-z0-9_-]{2,36}$/', $partition) !== 1) {
            return;
        }
        $field = "partitions.{$partition}.";
        if ($slot !== null) {
            $to->model($field . 'perSlot', true, $line, $form);
        }
        if ($name === 'has-slot') {
            $to->model($field . 'perSlot', VariableText::flag($value), $line, $form);
        }
        if ($name === 'is-logical') {
            $to->model($field . 'logical', VariableText::flag($value), $line, $form);
        }
        if ($name === 'partition-size') {
            $bytes = SizeText::ofPartition($value);
            $to->model(
                $partition === 'super' ? 'superBytes' : $field . 'sizeBytes',
                $bytes === 0 ? null : $bytes,
                $line,
                $form,
            );
        }
        if ($name === 'partition-type' && in_array($partition, ['userdata', 'data'], true)) {
            $fileSystem = preg_match('/^(?:f2fs|ext4)$/i', $value) === 1 ? strtolower($value) : null;
            $to->unit(StateField::DataFileSystem->value, $fileSystem, $line, $form);
            $to->model('fileSystems', $fileSystem === null ? null : [$fileSystem], $line, $form);
        }
    }

    /**
     * How each slot is divided: the bootloader of a phone with logical partitions says of each whether it is one. A
     * system with a size, and no such line in the whole list, is a partition that the maker made.
     *
     * @param  list<PrintedMatch>  $found
     */
    public function tellLayout(array $found, Statements $to): void
    {
        $isNamed = static fn(PrintedMatch $one, string $name): bool => strtolower($one->part('name')) === $name;
        $logical = array_filter($found, static fn(PrintedMatch $one): bool => $isNamed($one, 'is-logical'));
        foreach ($found as $match) {
            [$partition, $slot] = SlotText::split($match->part('of'));
            if ($slot === null || $partition !== PartitionName::System->value) {
                continue;
            }
            $value = trim($match->part('value'));
            $isLogical = $isNamed($match, 'is-logical') ? VariableText::flag($value) : null;
            $hasSize = $isNamed($match, 'partition-size') && (SizeText::ofPartition($value) ?? 0) > 0;
            $layout = match (true) {
                $isLogical === true => PartitionLayout::Dynamic,
                $isLogical === false, $logical === [] && $hasSize => PartitionLayout::Old,
                default => null,
            };
            $to->unit(StateField::Layout->in($slot), $layout?->value, $match->line, $this->form);
        }
    }

    /**
     * That the slot which starts next cannot start is a symptom; the other one may well be empty.
     *
     * @param  list<PrintedMatch>  $found
     */
    public function tellUnbootable(PrintedText $text, array $found, Statements $to): void
    {
        $active = preg_match('/current[-_]slot\W+([ab])\b/i', $text->text, $part) === 1 ? strtolower($part[1]) : null;
        foreach ($found as $match) {
            $isUnbootable =
                strtolower($match->part('name')) === 'slot-unbootable' &&
                VariableText::flag($match->part('value')) === true;
            if ($isUnbootable && SlotText::of($match->part('of')) === $active) {
                $to->symptom(Symptom::SlotNotBootable, $match->line, $this->form);
            }
        }
    }
}
