<?php

declare(strict_types=1);

namespace Tornavis\Core\Reading;

/** Reads what phones, recoveries and commands print: every form is tried on the whole text, side by side. */
final class TextReader
{
    /** @return list<Form> */
    private static function forms(): array
    {
        return [
            new Form\Properties(),
            new Form\PropertyFile(),
            new Form\BootloaderVariables(),
            new Form\SuperLayout(),
            new Form\PartitionListing(),
            new Form\Mounts(),
            new Form\KernelLog(),
            new Form\BatteryService(),
            new Form\RollbackList(),
            new Form\ComputerSide(),
            new Form\RecoveryLog(),
            new Form\BuildConfiguration(),
            new Form\AboutPage(),
            new Form\RequirementsPage(),
            new Form\Symptoms(),
        ];
    }

    /**
     * What texts about one phone say together.
     *
     * @throws ReadingError when two phones speak in them
     */
    public static function read(PrintedText ...$texts): Reading
    {
        $statements = [];
        $notUnderstood = 0;
        foreach ($texts as $text) {
            $to = new Statements($text);
            foreach (self::forms() as $form) {
                $form->read($text, $to);
            }
            array_push($statements, ...$to->all());
            $notUnderstood += $to->countNotUnderstood();
        }

        return Reading::of($statements, $notUnderstood);
    }
}
