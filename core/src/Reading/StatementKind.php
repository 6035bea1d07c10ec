<?php

declare(strict_types=1);

namespace Tornavis\Core\Reading;

/** What a statement is about. */
enum StatementKind: string
{
    /** one phone, now: its name is one of docs/formats/unit.md */
    case Unit = 'unit';
    /** every phone of the model: its name is a field of the model sheet */
    case Model = 'model';
    /** what somebody saw go wrong: its name is a symptom */
    case Symptom = 'symptom';
    /** what a build's page asks for: its name is a field of the release card */
    case Requirement = 'requirement';
}
