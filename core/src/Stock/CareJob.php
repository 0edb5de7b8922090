<?php

declare(strict_types=1);

namespace WetCradle\Core\Stock;

/** What stock plants ask for over their year; the value is stable for programs. */
enum CareJob: string
{
    case CutDown = 'cut_down';
    case Restart = 'restart';
    case Feed = 'feed';
    case FlowersOff = 'flowers_off';
    case Replace = 'replace';
}
