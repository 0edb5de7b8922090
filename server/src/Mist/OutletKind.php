<?php

declare(strict_types=1);

namespace WetCradle\Server\Mist;

/** How an alarm is told outside. */
enum OutletKind: string
{
    case Feed = 'feed';
    case Webhook = 'webhook';
    case Mail = 'mail';
}
