<?php

declare(strict_types=1);

namespace WetCradle\Server\Account;

/** What somebody may do: everything, the work, or look. */
enum Role: string
{
    case Propagator = 'propagator';
    case Hand = 'hand';
    case Viewer = 'viewer';
}
