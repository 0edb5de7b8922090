<?php

declare(strict_types=1);

namespace WetCradle\Server\Rates;

/** What somebody said of a batch of which few rooted. */
enum MishapSaid: string
{
    /** It says nothing of its crop. */
    case Mishap = 'mishap';
    /** It counts, as bad as it was. */
    case Counts = 'counts';
}
