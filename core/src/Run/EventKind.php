<?php

declare(strict_types=1);

namespace Tornavis\Core\Run;

/** What can happen in a run. */
enum EventKind: string
{
    case Started = 'started';
    /** a step is about to be done */
    case Intend = 'intend';
    /** it went out over the link */
    case Sent = 'sent';
    case Progress = 'progress';
    case Answered = 'answered';
    /** the answer was compared with what was expected */
    case Judged = 'judged';
    /** a word is needed before the next step */
    case Gate = 'gate';
    case Released = 'released';
    /** a person is asked */
    case Asked = 'asked';
    case Told = 'told';
    case Stopped = 'stopped';
    /** the link answers no more */
    case Lost = 'lost';
    /** somebody is back: what was last known, and what the phone shows now */
    case Returned = 'returned';
    case Ended = 'ended';
    /** somebody writes something down; it changes nothing */
    case Noted = 'noted';
}
