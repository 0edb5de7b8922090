<?php

declare(strict_types=1);

namespace WetCradle\Core\Stock;

/** Why nothing should be taken from a block now; the value is stable for programs. */
enum Unfit: string
{
    case Recalled = 'recalled';
    case InspectionOld = 'inspection_old';
    case Quarantine = 'quarantine';
    case TooYoung = 'too_young';
    case WornOut = 'worn_out';
    case Resting = 'resting';
    case Asleep = 'asleep';
    case CapReached = 'cap_reached';
    case Rights = 'rights';
    case Permit = 'permit';
}
