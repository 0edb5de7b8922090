<?php

declare(strict_types=1);

namespace WetCradle\Core\Rates;

/** What was made of a trial. */
enum TrialEnd: string
{
    case Adopted = 'adopted';
    case Dropped = 'dropped';
}
