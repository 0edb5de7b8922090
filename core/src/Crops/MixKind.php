<?php

declare(strict_types=1);

namespace WetCradle\Core\Crops;

/** Whether a rooting mix feeds. */
enum MixKind: string
{
    case Inert = 'inert';
    case WithCompost = 'with_compost';
}
