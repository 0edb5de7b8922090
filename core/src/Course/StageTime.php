<?php

declare(strict_types=1);

namespace WetCradle\Core\Course;

/** Whether a stage is over, goes on, or is still to come. */
enum StageTime: string
{
    case Past = 'past';
    case Now = 'now';
    case Ahead = 'ahead';
}
