<?php

declare(strict_types=1);

namespace WetCradle\Core\Bench;

/** What takes bench for some weeks without being a batch. */
enum GuestKind: string
{
    case Seeds = 'seeds';
    case Plugs = 'plugs';
    case Trial = 'trial';
    case Other = 'other';
}
