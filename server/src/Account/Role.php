<?php

declare(strict_types=1);

namespace WetCradle\Server\Account;

/** What somebody may do: everything, orders and customers, the work, or look. */
enum Role: string
{
    case Propagator = 'propagator';
    case Office = 'office';
    case Hand = 'hand';
    case Viewer = 'viewer';
}
