<?php

declare(strict_types=1);

namespace Tornavis\Core\Words;

/** What a person can do about a finding. */
enum RemedyKind: string
{
    /** A file of the shelf goes into the kit. */
    case AddFile = 'add-file';

    /** A file of the shelf takes the place of one in the kit. */
    case ReplaceFile = 'replace-file';

    /** A file that is not here has to be fetched. */
    case GetFile = 'get-file';

    /** A file of the kit is unpacked beside, on the shelf; what comes of it takes its place. */
    case Unpack = 'unpack';

    /** An image is taken out of a file of the kit and laid beside it. */
    case TakeOut = 'take-out';

    /** A file leaves the kit. */
    case LeaveOut = 'leave-out';

    /** Something about the phone or its model is read and typed in. */
    case EnterFact = 'enter-fact';

    /** What is so of the model is said, once for every job. */
    case Say = 'say';

    /** What a file is, or what it is for, is said once for every job. */
    case Tell = 'tell';

    /** One of several answers is chosen. */
    case Choose = 'choose';

    /** The person says that it is so, or that it may be done. */
    case Agree = 'agree';

    /** The plan itself does it first, once the person agrees. */
    case LetPlanDoIt = 'let-plan-do-it';

    /** A condition around the work that the person has looked at. */
    case Tick = 'tick';

    /** What will be lost is given up by name. */
    case AcceptLoss = 'accept-loss';

    /** It is settled on the page of the phone. */
    case OpenPhone = 'open-phone';

    /** It is entered under the house rules. */
    case OpenHouseRules = 'open-house-rules';

    /** Something has to be done outside this job. */
    case DoFirst = 'do-first';
}
