<?php

declare(strict_types=1);

namespace Tornavis\Core\Run;

use Tornavis\Core\Phone\FactName;
use Tornavis\Core\Words\TornavisError;

/** A person's answer that does not fit the state of the run. */
final class RunRefusal extends TornavisError
{
    /** Whether the run has gone on since the person looked, so that nothing is wrong with what they typed. */
    public bool $overtaken = false;

    public static function notAsked(string $expected, string $status): self
    {
        $error = new self("The run is {$status}", 'run', $expected, 'Load the page again to see where the run is.');
        $error->overtaken = true;

        return $error;
    }

    /** The right label is not said: it has to be read from the phone. */
    public static function wrongWord(string $typed): self
    {
        return new self(
            "The typed label is \"{$typed}\"",
            'gate',
            'the label of the phone that this job is for',
            'Read the label on the phone in your hand once more and type it as it stands there. If you read it ' .
                'right, this is the wrong phone: stop here.',
        );
    }

    /**
     * @param  list<string>  $answers
     */
    public static function noAnswer(string $given, array $answers): self
    {
        return new self(
            "\"{$given}\" is no answer to this",
            'question',
            'one of: ' . implode(', ', $answers),
            'Choose one of them.',
        );
    }

    public static function otherPhone(string $seen, string $serial, string $label): self
    {
        return new self(
            "What you give is of another phone: {$seen}",
            'evidence',
            "the serial number of {$label}, {$serial}",
            "Put this phone aside and take {$label}. Nothing was noted and nothing counts as done.",
        );
    }

    public static function otherwise(string $name, string $seen, string $expected): self
    {
        return new self(
            FactName::label($name) . " is {$seen}",
            'evidence',
            FactName::say($name, $expected),
            'Look again. If the phone really shows this, choose "I checked: it differs from the plan"; do not go ' .
                'on with the step as done.',
        );
    }

    public static function noDifference(): self
    {
        return new self(
            'The text shows nothing that differs from the plan',
            'evidence',
            'something that the phone shows otherwise',
            'If all is as expected, choose "I have seen it"; if what you see is no value, choose "Something looks ' .
                'wrong".',
        );
    }

    /**
     * @param  list<string>  $names
     */
    public static function noEvidence(array $names, string $given): self
    {
        return new self(
            "The evidence holds {$given}",
            'evidence',
            'at least one of: ' . implode(', ', array_map(FactName::label(...), $names)),
            'Type or paste what the phone or your tool shows for this step.',
        );
    }

    public static function noNote(int $bytes, int $most): self
    {
        return new self(
            $bytes === 0 ? 'The note is empty' : "The note has {$bytes} bytes",
            'note',
            "up to {$most} bytes of text",
            'Write down what you want to find again.',
        );
    }

    public static function evidenceTooLong(int $bytes, int $most): self
    {
        return new self(
            "The evidence has {$bytes} bytes",
            'evidence',
            "at most {$most}",
            'Paste only the part that shows the step.',
        );
    }

    /** The journal could not be written; what was to follow from it was not done. */
    public static function noRoom(string $where): self
    {
        return new self(
            'The journal cannot be written, because the disk is full',
            $where,
            'room for the next line',
            'Make room on this disk; the run waits and then goes on. Nothing was sent to the phone that is not in ' .
                'the journal.',
        );
    }
}
