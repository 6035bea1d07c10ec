<?php

declare(strict_types=1);

namespace Tornavis\Core\Reading;

/** One form in which phones, recoveries and tools print what they know. */
interface Form
{
    /** Short name for statements: "properties", "bootloader variables". */
    public function id(): string;

    /** Tells what it understands of a text; of any other text it tells nothing. */
    public function read(PrintedText $text, Statements $to): void;
}
