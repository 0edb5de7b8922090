<?php

declare(strict_types=1);

namespace WetCradle\Server\Wanted;

/** What becomes of the batches of an order that is called off. */
enum BatchesFate: string
{
    /** They serve no order, and are there for another one. */
    case Free = 'free';
    /** They go on for the house itself. */
    case OwnTarget = 'own_target';
    /** Those that are only planned are called off too; what is stuck is free. */
    case CalledOff = 'called_off';
}
