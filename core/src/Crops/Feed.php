<?php

declare(strict_types=1);

namespace WetCradle\Core\Crops;

/** When what is potted is fed first. */
enum Feed: string
{
    case AfterRooting = 'after_rooting';
    case InTheMix = 'in_the_mix';
}
