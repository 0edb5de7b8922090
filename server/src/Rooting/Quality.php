<?php

declare(strict_types=1);

namespace WetCradle\Server\Rooting;

/** How the roots of those lifted look: few and thin, fair, many and white. */
enum Quality: string
{
    case Few = 'few';
    case Fair = 'fair';
    case Many = 'many';
}
